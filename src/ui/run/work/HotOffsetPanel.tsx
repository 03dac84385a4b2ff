'use client'
import Button from '@mui/material/Button'
import { type FormEvent, useState } from 'react'
import { formatSigned } from '@/core/format/formatNumber'
import { judgingBasis } from '@/core/run/judge/judgeSteps'
import { percentOfOutput } from '@/core/signal/signal'
import { typedNumber } from '@/core/units/decimalText'
import type { RunView } from '@/schema/runView'
import { actUnits, adjustmentWords } from '@/words/adjustmentWords'
import { NumberBox, WordsBox } from '../../../kit/form/boxes'
import { Refused } from '../../../kit/parts/Refused'
import { useSending } from '../../../kit/useSending'
import { useDraft } from '../runDrafts'

type Props = { run: RunView; record: (done: unknown) => Promise<string | null> }
const EMPTY = { glass: '', beforeOutput: '', afterOutput: '', words: '' }

/** The hot comparison of a drum level with its gauge glass, recorded as an offset of the output. */
export function HotOffsetPanel({ run, record }: Props) {
  const [boxes, setBoxes] = useDraft('hot-offset', EMPTY)
  const [message, setMessage] = useState<string | null>(null)
  const sending = useSending()
  const { scale } = judgingBasis(run.world)
  const glass = typedNumber(boxes.glass)
  const before = typedNumber(boxes.beforeOutput)
  const after = typedNumber(boxes.afterOutput)
  const shows = before === null ? null : percentOfOutput(before, scale)
  const shift = shows === null || after === null ? null : percentOfOutput(after, scale) - shows
  const done = run.rounds.at(-1)?.adjustments.filter(({ kind }) => kind === 'hot-offset') ?? []

  const submit = async (event: FormEvent) => {
    event.preventDefault()
    if (glass === null) return setMessage('Enter what the gauge glass shows, in % of its height.')
    if (shift === null) return setMessage('Enter the output before and after it was shifted.')
    const said = [`gauge glass ${boxes.glass} %`, `shifted by ${formatSigned(shift, 2)} % of span`, boxes.words.trim()]
    const offset = {
      kind: 'hot-offset',
      words: said.filter(Boolean).join('; '),
      applied: '',
      beforeOutput: boxes.beforeOutput,
      afterOutput: boxes.afterOutput,
    }
    const refusal = await sending(offset, (id) => record({ id, ...offset }))
    setMessage(refusal)
    if (refusal === null) setBoxes(EMPTY)
  }
  const box = (field: keyof typeof EMPTY, label: string) => {
    const Box = field === 'words' ? WordsBox : NumberBox
    return <Box label={label} value={boxes[field]} change={(typed) => setBoxes({ ...boxes, [field]: typed })} />
  }
  return (
    <form className="stack" onSubmit={submit} noValidate aria-label="Hot offset">
      <h2>Hot, at operating pressure</h2>
      <p className="small soft">
        Let it settle first. A glass and a transmitter calibrated cold do not agree when hot: steam above and lighter
        water below change the difference in pressure, and the water in the glass is colder and heavier than that in the
        drum, so the glass itself reads low. Shifting the output to the glass makes the two agree at this level and this
        pressure only; the offset is kept in the record, apart from the errors as left.
      </p>
      <div className="field-row">
        {box('glass', 'Gauge glass shows, %')}
        {box('beforeOutput', `Output shows, ${scale.unit}`)}
        {box('afterOutput', `Output after the shift, ${scale.unit}`)}
      </div>
      {box('words', 'Pressure in the drum, and what else matters')}
      <p className="num" aria-live="polite">
        {shows !== null && `Output at ${formatSigned(shows, 2)} %`}
        {shows !== null &&
          glass !== null &&
          !Number.isNaN(glass) &&
          `, ${formatSigned(shows - glass, 2)} % from the glass`}
        {shift !== null && `; shifted by ${formatSigned(shift, 2)} % of span`}
      </p>
      <div className="actions">
        <Button type="submit" variant="outlined">
          Record the offset
        </Button>
        <Refused words={message} />
      </div>
      {done.length > 0 && (
        <ul className="cautions">
          {done.map((each) => (
            <li key={each.id}>{adjustmentWords(each, actUnits(run.world))}</li>
          ))}
        </ul>
      )}
    </form>
  )
}
