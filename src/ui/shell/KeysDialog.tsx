'use client'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import TextField from '@mui/material/TextField'
import { Tick } from '../../kit/parts/Tick'
import { chooseKeys, isOneKey, KEY_ACT_IDS, KEY_ACTS, type KeyAct, keyIn, useKeyChoice } from './keys'

/** Keys of what has the focus; they are none where something else has it. */
const FOCUS_KEYS: readonly (readonly [where: string, keys: readonly (readonly [string, string])[]])[] = [
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
      ['o', 'overshoot: note it and approach the point again'],
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
        <OwnKeys />
        {FOCUS_KEYS.map(([where, keys]) => (
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

/** Letters that do something wherever one is: off, or others, as somebody likes. */
function OwnKeys() {
  const choice = useKeyChoice()
  const change = (act: KeyAct, letter: string) => {
    const { [act]: _, ...others } = choice.changed
    chooseKeys({ ...choice, changed: isOneKey(letter) ? { ...others, [act]: letter } : others })
  }
  const taken = KEY_ACT_IDS.map((act) => keyIn({ ...choice, isOff: false }, act))
  return (
    <section>
      <h3 className="small-head">Letters alone</h3>
      <Tick
        label="Letters alone do something"
        why="off where a voice or a wedge types them by itself"
        checked={!choice.isOff}
        change={(isOn) => chooseKeys({ ...choice, isOff: !isOn })}
      />
      {!choice.isOff && (
        <dl className="keys">
          {KEY_ACT_IDS.map((act) => {
            const key = keyIn(choice, act) ?? ''
            const isDouble = taken.filter((other) => other === key).length > 1
            return (
              <div key={act}>
                <dt>
                  <TextField
                    size="small"
                    value={key}
                    onChange={({ target }) => change(act, target.value.slice(-1))}
                    error={isDouble}
                    helperText={isDouble ? 'twice' : undefined}
                    slotProps={{
                      htmlInput: { 'aria-label': `Key: ${KEY_ACTS[act].does}`, maxLength: 2, autoComplete: 'off' },
                    }}
                    sx={{ width: '4.2rem' }}
                  />
                </dt>
                <dd>{KEY_ACTS[act].does}</dd>
              </div>
            )
          })}
        </dl>
      )}
    </section>
  )
}
