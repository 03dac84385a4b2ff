'use client'
import TextField from '@mui/material/TextField'
import { useState } from 'react'
import { formatReading, formatSigned } from '@/core/format/formatNumber'
import { formatDateTime } from '@/core/format/formatTime'
import { pointName } from '@/core/run/plan/pointScale'
import { askedAt, isSameReading, READING_QUANTITIES, type ReadingField } from '@/schema/readings/readingQuantities'
import type { RunStep } from '@/schema/recordedRun'
import type { World } from '@/schema/world'
import { NumberBox } from '../../../kit/form/boxes'
import { FormDialog } from '../../../kit/parts/FormDialog'
import { useSending } from '../../../kit/useSending'
import { boxesOf, type ReadingBoxes, type TypedFigures, typedReading } from '../../../plans/typedReading'

type Props = {
  world: World
  step: RunStep
  timeZone: string
  onClose: () => void
  /** Stores the correction; answers null when it is stored, or why it is not. */
  store: (correction: TypedFigures & { id: string; supersedes: string; reason: string }) => Promise<string | null>
}

/** Corrects one reading with a reason. What was typed before stays in the record and is shown. */
export function CorrectionDialog({ world, step, timeZone, onClose, store }: Props) {
  const holding = step.readings.at(-1)
  const [boxes, setBoxes] = useState<ReadingBoxes>(boxesOf(holding ?? {}))
  const [reason, setReason] = useState('')
  const [message, setMessage] = useState<string | null>(null)
  const sending = useSending()
  const typed = typedReading(step, boxes, world)

  const submit = async () => {
    if (typed.kind !== 'judged') return setMessage(typed.kind === 'refused' ? typed.words : 'Fill every box.')
    const { kind: _, point: __, notice: ___, questions: ____, ...figures } = typed
    if (holding && isSameReading(holding, figures)) return setMessage('That is what stands already: change a figure.')
    if (reason.trim() === '') return setMessage('Say why it is corrected.')
    const correction = { ...figures, supersedes: holding?.id ?? '', reason }
    const refusal = await sending(correction, (id) => store({ id, ...correction }))
    if (refusal) setMessage(refusal)
    else onClose()
  }
  const change = (field: ReadingField) => (value: string) => {
    setBoxes({ ...boxes, [field]: value })
    setMessage(null)
  }

  return (
    <FormDialog
      title={`Correct the ${pointName(step.percent, world.configuration)} point, ${step.direction}`}
      action="Store the correction"
      leave="Leave it as it is"
      onClose={onClose}
      onSubmit={submit}
    >
      <ul className="cautions small soft">
        {step.readings.map((reading) => (
          <li key={reading.id} className="num">
            {formatReading(reading.applied)} → {formatReading(reading.output)} by {reading.takenBy},{' '}
            {formatDateTime(reading.takenAt, timeZone)}
            {reading.reason && `, because: ${reading.reason}`}
          </li>
        ))}
      </ul>
      <div className="field-row">
        {askedAt(world, step.percent).map((field, index) => (
          <NumberBox
            key={field}
            label={READING_QUANTITIES[field].box.inDialog}
            value={boxes[field]}
            change={change(field)}
            autoFocus={index === 0}
          />
        ))}
      </div>
      <TextField
        label="Why is it corrected?"
        size="small"
        fullWidth
        value={reason}
        onChange={(event) => setReason(event.target.value)}
      />
      <p className={message ? 'tone-outside' : 'soft'} role={message ? 'alert' : undefined}>
        {message ??
          (typed.kind === 'judged'
            ? `Error would be ${formatSigned(typed.point.errorPercentSpan, 3)} % of span.`
            : typed.kind === 'refused'
              ? typed.words
              : '')}
      </p>
    </FormDialog>
  )
}
