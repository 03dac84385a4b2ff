'use client'
import TextField from '@mui/material/TextField'
import { useState } from 'react'
import { formatReading, formatSigned } from '@/core/format/formatNumber'
import { formatDateTime } from '@/core/format/formatTime'
import { pistonOfPoint } from '@/core/run/judge/pistonOfPoint'
import { isSameReading } from '@/core/run/judge/sameReading'
import { pointName } from '@/core/run/plan/pointScale'
import type { RunStep } from '@/schema/recordedRun'
import type { World } from '@/schema/world'
import { NumberBox } from '../../form/boxes'
import { FormDialog } from '../../parts/FormDialog'
import { useSending } from '../../useSending'
import { type ReadingBoxes, type ReadingField, type TypedFigures, typedReading } from './typedReading'

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
  const [boxes, setBoxes] = useState<ReadingBoxes>({
    glass: holding?.glassPercent ?? '',
    masses: holding?.massesKg ?? '',
    nominal: holding?.nominalPercent ?? '',
    deflection: holding?.deflectionPercent ?? '',
    applied: holding?.applied ?? '',
    pv: holding?.pv ?? '',
    ao: holding?.ao ?? '',
    display: holding?.display ?? '',
    output: holding?.output ?? '',
  })
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
        {world.glass ? (
          <NumberBox label="Glass, %" value={boxes.glass} change={change('glass')} autoFocus />
        ) : pistonOfPoint(step.percent, world) ? (
          <NumberBox label="Masses, kg" value={boxes.masses} change={change('masses')} autoFocus />
        ) : (
          <NumberBox label="Applied" value={boxes.applied} change={change('applied')} autoFocus />
        )}
        {world.readsDigital && (
          <>
            <NumberBox label="PV" value={boxes.pv} change={change('pv')} />
            <NumberBox label="AO" value={boxes.ao} change={change('ao')} />
          </>
        )}
        {world.readsDisplay && <NumberBox label="Display" value={boxes.display} change={change('display')} />}
        {world.readsByNull ? (
          <>
            <NumberBox label="Set to, %" value={boxes.nominal} change={change('nominal')} />
            <NumberBox label="Off by, % of span" value={boxes.deflection} change={change('deflection')} />
          </>
        ) : (
          <NumberBox label="Reading" value={boxes.output} change={change('output')} />
        )}
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
