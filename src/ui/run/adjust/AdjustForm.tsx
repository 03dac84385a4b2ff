'use client'
import Button from '@mui/material/Button'
import { type FormEvent, useRef, useState } from 'react'
import type { AdjustmentKind } from '@/core/adjust/adjustmentKind'
import type { SequenceStep } from '@/core/run/advise/adjustSequence'
import type { ActUnits } from '@/words/adjustmentWords'
import { WordsBox } from '../../../kit/form/boxes'
import { Refused } from '../../../kit/parts/Refused'
import { useSending } from '../../../kit/useSending'
import { useDwell } from '../reading/useDwell'
import { useDraft } from '../runDrafts'
import { type ActBoxes, ActFigures, figuresOf } from './ActFigures'
import { KindChoice } from './KindChoice'

const EMPTY: ActBoxes = {
  words: '',
  applied: '',
  beforeOutput: '',
  afterOutput: '',
  beforePv: '',
  afterPv: '',
  excitation: '',
  excitationUnit: '',
  excitationMeter: '',
  reason: '',
}

/** One act in words and numbers. What is typed and not recorded is kept with the run. */
export function AdjustForm({
  units,
  record,
  place,
  kinds,
  first,
  holds,
  ofGlass,
}: {
  units: ActUnits
  /** Where in the run the form stands, for what is typed and not sent. */
  place: string
  record: (done: unknown) => Promise<string | null>
  kinds: readonly AdjustmentKind[]
  first: AdjustmentKind | undefined
  holds: readonly SequenceStep[]
  /** The level in the glass as the pressure it stands for; absent where no glass is the reference. */
  ofGlass?: ((level: string) => string) | undefined
}) {
  const [kind, setKind] = useState<AdjustmentKind>(first ?? kinds[0] ?? 'other')
  const [boxes, setBoxes] = useDraft(place, EMPTY)
  const [message, setMessage] = useState<string | null>(null)
  const sending = useSending()
  const words = useRef<HTMLInputElement>(null)
  const step = holds.find((each) => each.kind === kind)
  const isWithoutPressure = step?.target === null
  const hold = useDwell(step?.holdSeconds, kind)

  const submit = async (event: FormEvent) => {
    event.preventDefault()
    if (!hold.mayTake()) return setMessage(hold.words())
    const act = { kind, ...figuresOf(kind, boxes, ofGlass) }
    const refusal = await sending(act, (id) => record({ id, heldSeconds: hold.heldSeconds(), ...act }))
    setMessage(refusal)
    if (refusal !== null) return
    setBoxes(EMPTY)
    words.current?.focus()
  }
  const change = (next: ActBoxes) => {
    // No pressure is applied for an excitation: it is held from the figure that is read.
    const watched = isWithoutPressure ? next.excitation !== boxes.excitation : next.applied !== boxes.applied
    if (watched) hold.restart()
    setBoxes(next)
  }
  return (
    <form className="card stack" onSubmit={submit} noValidate aria-label="Record an adjustment">
      <div className="field-row">
        <KindChoice kind={kind} kinds={kinds} choose={setKind} />
        <WordsBox
          label="In words"
          value={boxes.words}
          change={(typed) => change({ ...boxes, words: typed })}
          inputRef={words}
          autoFocus
        />
      </div>
      <ActFigures
        kind={kind}
        boxes={boxes}
        change={change}
        units={units}
        isByGlass={ofGlass !== undefined}
        asksReason={message !== null || boxes.reason !== ''}
      />
      <div className="actions">
        <Button type="submit" variant="outlined">
          Record this act
        </Button>
        {hold.isRunning && (
          <span role="timer" className="num small">
            {hold.words()}
          </span>
        )}
        <Refused words={message} />
      </div>
    </form>
  )
}
