'use client'
import Button from '@mui/material/Button'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { refusalWords, send } from '../../kit/api'
import { WordsBox } from '../../kit/form/boxes'
import { useSending } from '../../kit/useSending'
import { ReasonDialog } from '../run/ReasonDialog'

type Props = { readonly instrument: { readonly id: string; readonly tag: string; readonly isRetired: boolean } }

/** Gives an instrument another tag, takes it out of the register, or puts it back. */
export function StandingActions({ instrument: { id, tag, isRetired } }: Props) {
  const router = useRouter()
  const [open, setOpen] = useState<'tag' | 'standing' | null>(null)
  const [other, setOther] = useState(tag)
  const sending = useSending()
  const close = () => setOpen(null)
  const store = (path: string, content: object, done: () => void) =>
    sending(content, async (sentId) => {
      const answer = await send(`/api/v1/instruments/${id}/${path}`, { id: sentId, ...content })
      if (answer.kind === 'done') done()
      return refusalWords(answer)
    })
  return (
    <div className="actions">
      <Button size="small" onClick={() => setOpen('tag')}>
        Change tag…
      </Button>
      <Button size="small" onClick={() => setOpen('standing')}>
        {isRetired ? 'Put it back into the register…' : 'Retire it…'}
      </Button>
      {open === 'tag' && (
        <ReasonDialog
          title={`Change the tag of ${tag}?`}
          words="Its history goes with it; records keep the tag they were sealed under, and the old tag leads here."
          action="Change tag"
          onClose={close}
          store={(reason) =>
            store('tag', { tag: other, reason }, () =>
              router.replace(`/instruments/${encodeURIComponent(other.trim())}`),
            )
          }
        >
          <WordsBox label="New tag" value={other} change={setOther} />
        </ReasonDialog>
      )}
      {open === 'standing' && (
        <ReasonDialog
          title={isRetired ? `Put ${tag} back?` : `Retire ${tag}?`}
          words={
            isRetired
              ? 'It is due again as its last calibration says.'
              : 'It is no longer due and no run can be started on it. Its history is kept, and it can be put back.'
          }
          action={isRetired ? 'Put it back' : 'Retire it'}
          onClose={close}
          store={(reason) => store('standing', { isRetired: !isRetired, reason }, () => router.refresh())}
        />
      )}
    </div>
  )
}
