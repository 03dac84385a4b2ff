'use client'
import Button from '@mui/material/Button'
import { type FormEvent, useState } from 'react'
import { formatFixed, formatReading } from '@/core/format/formatNumber'
import { ALARM_MILLIAMP } from '@/core/loop/loopSupply'
import { terminalVerdict, voltsAt } from '@/core/loop/terminalVolts'
import type { RunView } from '@/schema/runView'
import { NumberBox } from '../../../kit/form/boxes'
import { DataTable } from '../../../kit/parts/DataTable'
import { Notice } from '../../../kit/parts/Notice'
import { Refused } from '../../../kit/parts/Refused'
import { useSending } from '../../../kit/useSending'
import { useDraft } from '../runDrafts'

type Props = { run: RunView; record: (check: unknown) => Promise<string | null> }
const EMPTY = { milliamp: '', volts: '' }

/** Volts at the terminals at some currents, against what the loop card computes. */
export function TerminalPanel({ run, record }: Props) {
  const [boxes, setBoxes] = useDraft('terminals', EMPTY)
  const [message, setMessage] = useState<string | null>(null)
  const sending = useSending()
  const loop = run.world.loop ?? null
  const checks = run.terminalChecks ?? []
  const readings = checks.map(({ milliamp, volts }) => ({ milliamp: Number(milliamp), volts: Number(volts) }))
  const atAlarm = voltsAt(ALARM_MILLIAMP, readings)
  const submit = async (event: FormEvent) => {
    event.preventDefault()
    if (boxes.milliamp.trim() === '' || boxes.volts.trim() === '')
      return setMessage('Enter the current and the volts measured at it.')
    const refusal = await sending(boxes, (id) => record({ id, ...boxes }))
    setMessage(refusal)
    if (refusal === null) setBoxes(EMPTY)
  }
  return (
    <form className="stack" onSubmit={submit} noValidate aria-label="Volts at the terminals">
      <h2>Volts at the terminals</h2>
      <p className="small soft">
        {loop
          ? `The loop card: ${formatFixed(loop.supplyVolts, 1)} V, ${formatFixed(loop.seriesOhms, 0)} Ω in series in all; the transmitter needs ${formatFixed(loop.leastTerminalVolts, 1)} V.`
          : 'No loop card is saved of it: compare with what the manual says it needs.'}
      </p>
      <div className="field-row">
        <NumberBox label="at, mA" value={boxes.milliamp} change={(milliamp) => setBoxes({ ...boxes, milliamp })} />
        <NumberBox label="Volts" value={boxes.volts} change={(volts) => setBoxes({ ...boxes, volts })} />
        <Button type="submit" variant="outlined">
          Record these volts
        </Button>
      </div>
      <Refused words={message} />
      {checks.length > 0 && (
        <DataTable
          rows={checks.map((check, index) => ({
            ...check,
            verdict: terminalVerdict(readings[index] ?? { milliamp: 0, volts: 0 }, loop),
          }))}
          keyOf={({ id }) => id}
          columns={[
            { head: 'Current, mA', is: 'right', cell: ({ milliamp }) => formatReading(milliamp) },
            { head: 'Measured, V', is: 'right', cell: ({ volts }) => formatReading(volts) },
            {
              head: 'Computed, V',
              is: 'right',
              cell: ({ verdict }) => (verdict.expectedVolts === null ? '–' : formatFixed(verdict.expectedVolts, 2)),
            },
            {
              head: 'To spare, V',
              is: 'right',
              cell: ({ verdict }) => (verdict.spareVolts === null ? '–' : formatFixed(verdict.spareVolts, 2)),
            },
          ]}
        />
      )}
      {readings.map((reading) => {
        const { words, spareVolts } = terminalVerdict(reading, loop)
        const isShort = (spareVolts ?? 0) < 0
        return (
          words && (
            <Notice key={`${reading.milliamp} ${reading.volts}`} tone={isShort ? 'outside' : 'inside-look'}>
              {words}
              {isShort && ': put the loop right before it is calibrated'}.
            </Notice>
          )
        )
      })}
      {atAlarm !== null && (
        <p className="small num">
          At {ALARM_MILLIAMP} mA, where it signals a failure, {formatFixed(atAlarm, 2)} V would be left.
        </p>
      )}
    </form>
  )
}
