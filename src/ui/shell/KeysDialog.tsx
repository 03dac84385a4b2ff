'use client'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'

const KEYS: readonly (readonly [where: string, keys: readonly (readonly [string, string])[]])[] = [
  [
    'Everywhere',
    [
      ['/', 'find an instrument'],
      ['g d · g i · g f · g r', 'go to day sheet, instruments, references, records'],
      ['n', 'register a new instrument'],
      ['?', 'this list'],
    ],
  ],
  [
    'Day sheet',
    [
      ['↑ ↓', 'choose a job'],
      ['Enter', 'start its calibration, or go on with it'],
    ],
  ],
  [
    'Taking readings',
    [
      ['Enter', 'to the next box, then accept the reading'],
      ['=', 'applied is exactly the target'],
      ['Backspace', 'in an empty box: back, and from the first box correct the last reading'],
      ['o', 'gone past the point: note it, and come again'],
      ['Esc', 'clear the box'],
    ],
  ],
]

/** The list of keys. None of them is needed; all of them are quicker. */
export function KeysDialog({ onClose }: { onClose: () => void }) {
  return (
    <Dialog open onClose={onClose} aria-labelledby="keys-title" maxWidth="sm" fullWidth>
      <DialogTitle id="keys-title">Keys</DialogTitle>
      <DialogContent>
        {KEYS.map(([where, keys]) => (
          <section key={where}>
            <h3 className="small-head">{where}</h3>
            <dl className="keys">
              {keys.map(([key, does]) => (
                <div key={key}>
                  <dt>
                    <kbd>{key}</kbd>
                  </dt>
                  <dd>{does}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose} autoFocus>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  )
}
