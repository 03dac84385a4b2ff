'use client'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { type FormEvent, useRef, useState } from 'react'
import { ADJUSTMENT_KINDS, type AdjustmentKind } from '@/core/adjust/adjustmentKind'
import type { SequenceStep } from '@/core/run/advise/adjustSequence'
import { NumberBox, WordsBox } from '../../form/boxes'
import { Refused } from '../../parts/Refused'
import { useSending } from '../../useSending'
import { useDwell } from '../reading/useDwell'
import { useDraft } from '../runDrafts'

/** Labels of the units an act is given in. */
export type ActUnits = { output: string; input: string }

const EMPTY = { words: '', applied: '', beforeOutput: '', afterOutput: '' }

/** One act in words and numbers. What is typed and not recorded is kept with the run. */
export function AdjustForm({
  units,
  record,
  place,
  kinds,
  first,
  holds,
}: {
  units: ActUnits
  /** Where in the run the form stands, for what is typed and not sent. */
  place: string
  record: (done: unknown) => Promise<string | null>
  kinds: readonly AdjustmentKind[]
  first: AdjustmentKind | undefined
  holds: readonly SequenceStep[]
}) {
  const [kind, setKind] = useState<AdjustmentKind>(first ?? kinds[0] ?? 'other')
  const [boxes, setBoxes] = useDraft(place, EMPTY)
  const [message, setMessage] = useState<string | null>(null)
  const sending = useSending()
  const words = useRef<HTMLInputElement>(null)
  const hold = useDwell(holds.find((each) => each.kind === kind)?.holdSeconds, kind)

  const submit = async (event: FormEvent) => {
    event.preventDefault()
    if (!hold.mayTake()) return setMessage(hold.words())
    const act = { kind, ...boxes }
    const refusal = await sending(act, (id) => record({ id, heldSeconds: hold.heldSeconds(), ...act }))
    setMessage(refusal)
    if (refusal !== null) return
    setBoxes(EMPTY)
    words.current?.focus()
  }
  const box = (field: keyof typeof EMPTY, label: string) => {
    const change = (typed: string) => {
      setBoxes({ ...boxes, [field]: typed })
      if (field === 'applied') hold.restart()
    }
    const box = { label, value: boxes[field], change }
    return field === 'words' ? <WordsBox {...box} inputRef={words} autoFocus /> : <NumberBox {...box} />
  }
  return (
    <form className="card stack" onSubmit={submit} noValidate aria-label="Record an adjustment">
      <div className="field-row">
        {/* Only kinds of ours are offered. */}
        <TextField
          select
          label="Kind"
          size="small"
          value={kind}
          onChange={(event) => setKind(event.target.value as AdjustmentKind)}
        >
          {kinds.map((each) => (
            <MenuItem key={each} value={each}>
              {ADJUSTMENT_KINDS[each]}
            </MenuItem>
          ))}
        </TextField>
        {box('words', 'In words')}
      </div>
      <div className="field-row">
        {box('applied', `at applied, ${units.input}`)}
        {box('beforeOutput', `output before, ${units.output}`)}
        {box('afterOutput', `output after, ${units.output}`)}
      </div>
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
