'use client'
import Button from '@mui/material/Button'
import { type FormEvent, useState } from 'react'
import { formatFixed, formatReading, formatSigned } from '@/core/format/formatNumber'
import { hostShouldShow, hostVerdict, USUAL_LOOP_ALLOWANCE, voltsShouldBe } from '@/core/loop/hostCheck'
import type { JudgedRound } from '@/core/run/runState'
import { typedNumber } from '@/core/units/decimalText'
import { decimalSlip } from '@/core/units/numberSlip'
import { hostErrorOf, hostScale, loopCurrent } from '@/plans/hostScale'
import type { RunView } from '@/schema/runView'
import { NumberBox } from '../../../kit/form/boxes'
import { DataTable } from '../../../kit/parts/DataTable'
import { Mark } from '../../../kit/parts/Mark'
import { Refused } from '../../../kit/parts/Refused'
import { useSending } from '../../../kit/useSending'
import { useDraft } from '../runDrafts'
import { HostOff } from './HostOff'

type Props = {
  run: RunView
  judged: JudgedRound
  record: (check: unknown) => Promise<string | null>
  /** Back to Adjust, to trim the transmitter to the host. */
  trimToHost: (reason: string) => Promise<string | null>
}
type Row = { percent: number; hostValue: string; senseVolts: string }
const POINTS = [0, 50, 100]
/** The boxes of the panel: the resistor, the host's own limit, and by point what the host shows and the volts. */
const EMPTY: Record<string, string> = {
  ohms: '',
  limit: String(USUAL_LOOP_ALLOWANCE),
  ...Object.fromEntries(
    POINTS.flatMap((percent) => [[`host ${percent}`, ''] as const, [`volts ${percent}`, ''] as const]),
  ),
}

/**
 * What the host shows at 0, 50 and 100 % output, or the volts over its resistor alone, what each should be, and what
 * follows from it.
 */
export function LoopCheckPanel({ run, judged, record, trimToHost }: Props) {
  const scale = hostScale(run.world.configuration)
  const current = loopCurrent(run.world.configuration)
  const [boxes, setBoxes] = useDraft('loop-check', EMPTY)
  const { ohms = '', limit = '' } = boxes
  const rows = POINTS.map(
    (percent): Row => ({
      percent,
      hostValue: boxes[`host ${percent}`] ?? '',
      senseVolts: boxes[`volts ${percent}`] ?? '',
    }),
  )
  const [message, setMessage] = useState<string | null>(null)
  // What was asked about once is meant as it stands.
  const [asked, setAsked] = useState<string | null>(null)
  const sending = useSending()
  const resistor = typedNumber(ohms)

  const submit = async (event: FormEvent) => {
    event.preventDefault()
    const filled = rows.filter((row) => row.hostValue.trim() !== '' || row.senseVolts.trim() !== '')
    if (filled.length === 0) return setMessage('Enter what the host shows, or the volts, at one point at least.')
    const slip = filled.map((row) => slipIn(row, { run, resistor })).find((words) => words !== null)
    if (slip && slip !== asked) {
      setAsked(slip)
      return setMessage(`${slip}. Press Enter again if it stands as typed.`)
    }
    let left = boxes
    for (const { percent, hostValue, senseVolts } of filled) {
      const hasVolts = senseVolts.trim() !== ''
      const check = {
        percent,
        hostValue: hostValue.trim() === '' ? null : hostValue,
        limitPercent: typedNumber(limit),
        senseOhms: hasVolts ? ohms : null,
        senseVolts: hasVolts ? senseVolts : null,
      }
      const refusal = await sending(check, (id) => record({ id, ...check }))
      if (refusal) return setMessage(refusal)
      // What is stored leaves its boxes, so that it is not sent once more with what was refused after it.
      left = { ...left, [`host ${percent}`]: '', [`volts ${percent}`]: '' }
      setBoxes(left)
    }
    setMessage(null)
    setAsked(null)
  }
  const box = (percent: number, field: 'host' | 'volts', called: string) => (
    <NumberBox
      called={called}
      value={boxes[`${field} ${percent}`] ?? ''}
      change={(value) => setBoxes({ ...boxes, [`${field} ${percent}`]: value })}
    />
  )
  return (
    <div className="stack">
      <h2>What the host shows</h2>
      <form className="stack" onSubmit={submit} noValidate aria-label="Loop check">
        <div className="actions">
          <NumberBox label="Resistor, Ω" value={ohms} change={(typed) => setBoxes({ ...boxes, ohms: typed })} />
          <NumberBox
            label="Host’s own limit, ± %"
            value={limit}
            change={(typed) => setBoxes({ ...boxes, limit: typed })}
          />
        </div>
        <DataTable
          className="loop-table"
          rows={rows.map((row) => ({ ...row, ...recordedOf(run, row.percent) }))}
          keyOf={({ percent }) => percent}
          columns={[
            { head: 'Output', is: 'figure', cell: ({ percent }) => <span className="nowrap">{percent} %</span> },
            {
              head: `Should show, ${scale.unit}`,
              is: 'right',
              cell: ({ percent }) => formatFixed(hostShouldShow(percent, scale), 3),
            },
            {
              head: `Shows, ${scale.unit}`,
              cell: ({ percent }) => box(percent, 'host', `Host shows at ${percent} %`),
            },
            {
              head: 'Should be, V',
              is: 'right',
              cell: ({ percent }) =>
                resistor !== null && resistor > 0 && current ? (
                  <Volts at={percent} ohms={resistor} of={current} />
                ) : (
                  '–'
                ),
            },
            { head: 'Is, V', cell: ({ percent }) => box(percent, 'volts', `Volts at ${percent} %`) },
            {
              head: 'Recorded',
              is: 'right',
              cell: ({ known, error }) => (
                <>
                  {known && known.hostValue !== null && formatReading(known.hostValue)}
                  {error?.milliamp != null && (
                    <span className="soft small block nowrap">{formatFixed(error.milliamp, 3)} mA</span>
                  )}
                </>
              ),
            },
            { head: 'Error', is: 'right', cell: ({ known, error }) => error && <ErrorCell {...{ known, error }} /> },
          ]}
        />
        <div className="actions">
          <Button type="submit" variant="outlined">
            Record what the host shows
          </Button>
          <Refused words={message} />
        </div>
      </form>
      <HostOff run={run} judged={judged} trimToHost={trimToHost} />
    </div>
  )
}

/** The volts that should be there; in millivolts too, where a small resistor is used. */
function Volts({ at, ohms, of }: { at: number; ohms: number; of: { lower: number; upper: number } }) {
  const volts = voltsShouldBe(at, ohms, of)
  return (
    <>
      {formatFixed(volts, 3)}
      <span className="soft small block nowrap">{formatFixed(volts * 1000, 1)} mV</span>
    </>
  )
}

type Known = NonNullable<RunView['loopChecks']>[number] | undefined
type Found = { known: Known; error: ReturnType<typeof hostErrorOf> | undefined }

function ErrorCell({ known, error }: { known: Known; error: ReturnType<typeof hostErrorOf> }) {
  const verdict = hostVerdict(error, known?.limitPercent)
  return (
    <>
      {verdict && <Mark mark={verdict} label={`${verdict} its own limit`} />}{' '}
      {error.errorPercent !== null && `${formatSigned(error.errorPercent, 2)} %`}
      {error.voltsErrorPercent !== null && (
        <span className="block">{formatSigned(error.voltsErrorPercent, 2)} % by volts</span>
      )}
    </>
  )
}

/** What was recorded of the host at a point last, and by how much it was off. */
function recordedOf(run: RunView, atPercent: number): Found {
  const known = run.loopChecks?.findLast(({ percent }) => percent === atPercent)
  return {
    known,
    error: known && hostErrorOf(known, run.world.configuration),
  }
}

/** A figure whose decimal mark seems to have slipped, in words; null where none has. */
function slipIn(row: Row, { run, resistor }: { run: RunView; resistor: number | null }): string | null {
  const scale = hostScale(run.world.configuration)
  const shown = typedNumber(row.hostValue)
  const span = Math.abs(scale.upper - scale.lower)
  const current = loopCurrent(run.world.configuration)
  const volts = typedNumber(row.senseVolts)
  const found =
    (shown === null
      ? null
      : decimalSlip(shown, { value: hostShouldShow(row.percent, scale), span, unit: scale.unit })) ??
    (volts === null || resistor === null || !current
      ? null
      : decimalSlip(volts, {
          value: voltsShouldBe(row.percent, resistor, current),
          span: voltsShouldBe(100, resistor, current) - voltsShouldBe(0, resistor, current),
          unit: 'V',
        }))
  return found && `At ${row.percent} %: ${found.words}`
}
