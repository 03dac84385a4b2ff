'use client'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import { type FormEvent, useEffect, useRef, useState } from 'react'
import type { WorkList, WorkStep } from '@/core/run/work/workStep'
import { useSending } from '../../../kit/useSending'
import { ReasonDialog } from '../ReasonDialog'
import { useDraft } from '../runDrafts'

type Answer = { id: string; list: WorkList; item: string; outcome: 'done' | 'not-applicable'; words: string | null }
type Props = {
  list: WorkList
  step: WorkStep
  place: { position: number; count: number }
  /** This step and those after it in its part, where there are several that are only ticked. */
  restOfPart: readonly WorkStep[]
  answer: (answer: Answer) => Promise<string | null>
  /** How much has been recorded beside the steps, such as loop checks. */
  recorded: number
  /** Back to Adjust; absent once putting back has begun. */
  adjustAgain?: (reason: string) => Promise<string | null>
}

const EMPTY = { words: '' }

/** The step to be done next, answered by Enter, or as not applicable with the reason. */
export function WorkFoot({ list, step, place, restOfPart, answer, recorded, adjustAgain }: Props) {
  const [message, setMessage] = useState<string | null>(null)
  // The step that is on its way: the next one is not held up by it.
  const [sending, setSending] = useState<string | null>(null)
  const [asking, setAsking] = useState<'not-applicable' | 'adjust-again' | null>(null)
  const [{ words }, setDraft] = useDraft(`${list} ${step.id}`, EMPTY)
  const done = useRef<HTMLButtonElement>(null)
  const note = useRef<HTMLInputElement>(null)
  const sendOnce = useSending()
  // biome-ignore lint/correctness/useExhaustiveDependencies: each step takes the focus when its turn comes, and after what is recorded for it
  useEffect(() => {
    ;(step.takesWords ? note : done).current?.focus()
  }, [step.id, recorded])

  const send = async (outcome: Answer['outcome'], said: string | null) => {
    setSending(step.id)
    const answered = { list, item: step.id, outcome, words: said }
    const refusal = await sendOnce(answered, (id) => answer({ id, ...answered }))
    setMessage(refusal)
    setSending(null)
    if (refusal === null) setDraft(EMPTY)
    return refusal
  }
  /** Ticks what is left of this part, one after the other in their order; it stops where one is refused. */
  const sendRest = async () => {
    setSending(step.id)
    for (const { id: item } of restOfPart) {
      const answered = { list, item, outcome: 'done' as const, words: null }
      const refusal = await sendOnce(answered, (id) => answer({ id, ...answered }))
      setMessage(refusal)
      if (refusal !== null) break
    }
    setSending(null)
  }
  const submit = (event: FormEvent) => {
    event.preventDefault()
    if (sending !== step.id) send('done', step.takesWords ? words : null)
  }
  return (
    <form
      className="work-foot"
      onSubmit={submit}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' || !event.shiftKey || restOfPart.length < 2 || sending !== null) return
        event.preventDefault()
        sendRest()
      }}
      noValidate
      aria-label="Next step"
    >
      <div>
        <p className="small soft">
          Step {place.position + 1} of {place.count}
        </p>
        <p className="work-next">{step.does}</p>
        <p className={message ? 'tone-outside' : 'soft small'} role={message ? 'alert' : undefined}>
          {message ?? step.why}
        </p>
      </div>
      <div className="actions">
        {step.takesWords && (
          <TextField
            label="In words"
            size="small"
            value={words}
            inputRef={note}
            onChange={(event) => setDraft({ words: event.target.value })}
            sx={{ minWidth: 320 }}
            slotProps={{ htmlInput: { maxLength: 1000, autoComplete: 'off' }, inputLabel: { shrink: true } }}
          />
        )}
        <Button ref={done} type="submit" variant="contained" size="large">
          Done <kbd style={{ marginLeft: 14 }}>Enter</kbd>
        </Button>
        {restOfPart.length > 1 && (
          <Button variant="outlined" color="secondary" size="large" disabled={sending !== null} onClick={sendRest}>
            All {restOfPart.length} of this part done <kbd style={{ marginLeft: 10 }}>Shift Enter</kbd>
          </Button>
        )}
        <Button variant="outlined" color="secondary" size="large" onClick={() => setAsking('not-applicable')}>
          Does not apply…
        </Button>
        {adjustAgain && (
          <Button variant="outlined" color="secondary" size="large" onClick={() => setAsking('adjust-again')}>
            Adjust again…
          </Button>
        )}
      </div>
      {asking === 'adjust-again' && adjustAgain && (
        <ReasonDialog
          title="Adjust again?"
          words="This round is kept; a further one follows."
          action="Adjust again"
          onClose={() => setAsking(null)}
          store={adjustAgain}
        />
      )}
      {asking === 'not-applicable' && (
        <ReasonDialog
          title="Why does this step not apply?"
          words={step.does}
          action="It does not apply"
          onClose={() => setAsking(null)}
          store={(reason) => send('not-applicable', reason)}
        />
      )}
    </form>
  )
}
