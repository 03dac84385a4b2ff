'use client'
import Button from '@mui/material/Button'
import { type FormEvent, useState } from 'react'
import { formatFixed, formatReading, formatSigned } from '@/core/format/formatNumber'
import { errorAfterTrimToHost, hostError, hostShouldShow, USUAL_LOOP_ALLOWANCE } from '@/core/loop/hostCheck'
import type { JudgedRound } from '@/core/run/runState'
import { hostScale, loopCheckOf } from '@/plans/hostScale'
import type { RunView } from '@/schema/runView'
import { NumberBox } from '../../form/boxes'
import { DataTable } from '../../parts/DataTable'
import { Notice } from '../../parts/Notice'
import { Refused } from '../../parts/Refused'
import { useSending } from '../../useSending'
import { ReasonDialog } from '../ReasonDialog'
import { useDraft } from '../runDrafts'

type Props = {
  run: RunView
  judged: JudgedRound
  record: (check: unknown) => Promise<string | null>
  /** Back to Adjust, to trim the transmitter to the host. */
  trimToHost: (reason: string) => Promise<string | null>
}
type Row = { percent: number; hostValue: string; senseVolts: string }
const POINTS = [0, 50, 100]
/** The boxes of the panel: the resistor, and by point what the host shows and the volts. */
const EMPTY: Record<string, string> = {
  ohms: '',
  ...Object.fromEntries(
    POINTS.flatMap((percent) => [[`host ${percent}`, ''] as const, [`volts ${percent}`, ''] as const]),
  ),
}

/** What the host shows at 0, 50 and 100 % output, with the volts over a sense resistor, and what follows from it. */
export function LoopCheckPanel({ run, judged, record, trimToHost }: Props) {
  const scale = hostScale(run.world.configuration)
  const [boxes, setBoxes] = useDraft('loop-check', EMPTY)
  const { ohms = '' } = boxes
  const rows = POINTS.map(
    (percent): Row => ({
      percent,
      hostValue: boxes[`host ${percent}`] ?? '',
      senseVolts: boxes[`volts ${percent}`] ?? '',
    }),
  )
  const [message, setMessage] = useState<string | null>(null)
  const sending = useSending()

  const submit = async (event: FormEvent) => {
    event.preventDefault()
    const filled = rows.filter(({ hostValue }) => hostValue.trim() !== '')
    if (filled.length === 0) return setMessage('Enter what the host shows at one point at least.')
    let left = boxes
    for (const { senseVolts, ...row } of filled) {
      const hasVolts = senseVolts.trim() !== ''
      const check = { ...row, senseOhms: hasVolts ? ohms : null, senseVolts: hasVolts ? senseVolts : null }
      const refusal = await sending(check, (id) => record({ id, ...check }))
      if (refusal) return setMessage(refusal)
      // What is stored leaves its boxes, so that it is not sent once more with what was refused after it.
      left = { ...left, [`host ${row.percent}`]: '', [`volts ${row.percent}`]: '' }
      setBoxes(left)
    }
    setMessage(null)
  }
  const change = (percent: number, field: 'hostValue' | 'senseVolts', value: string) => {
    setBoxes({ ...boxes, [`${field === 'hostValue' ? 'host' : 'volts'} ${percent}`]: value })
  }
  return (
    <div className="stack">
      <h2>What the host shows</h2>
      <form className="stack" onSubmit={submit} noValidate aria-label="Loop check">
        <DataTable
          className="loop-table"
          rows={rows.map((row) => ({ ...row, ...recordedOf(run, row.percent) }))}
          keyOf={({ percent }) => percent}
          columns={[
            { head: 'Output', is: 'figure', cell: ({ percent }) => `${percent} %` },
            {
              head: `Should show, ${scale.unit}`,
              is: 'right',
              cell: ({ percent }) => formatFixed(hostShouldShow(percent, scale), 3),
            },
            {
              head: `Shows, ${scale.unit}`,
              cell: ({ percent, hostValue }) => (
                <NumberBox
                  called={`Host shows at ${percent} %`}
                  value={hostValue}
                  change={(value) => change(percent, 'hostValue', value)}
                />
              ),
            },
            {
              head: 'Sense, V',
              cell: ({ percent, senseVolts }) => (
                <NumberBox
                  called={`Volts at ${percent} %`}
                  value={senseVolts}
                  change={(value) => change(percent, 'senseVolts', value)}
                />
              ),
            },
            {
              head: 'Recorded',
              is: 'right',
              cell: ({ known, error }) => (
                <>
                  {known && formatReading(known.hostValue)}
                  {error?.milliamp != null && (
                    <span className="soft small block">{formatFixed(error.milliamp, 3)} mA</span>
                  )}
                </>
              ),
            },
            { head: 'Error', is: 'right', cell: ({ error }) => error && `${formatSigned(error.errorPercent, 2)} %` },
          ]}
        />
        <div className="actions">
          <NumberBox label="Resistor, Ω" value={ohms} change={(typed) => setBoxes({ ...boxes, ohms: typed })} />
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

/** What was recorded of the host at a point last, and by how much it was off. */
function recordedOf(run: RunView, atPercent: number) {
  const known = run.loopChecks?.findLast(({ percent }) => percent === atPercent)
  return { known, error: known && hostError(loopCheckOf(known), hostScale(run.world.configuration)) }
}

/** Where the host is off: leave the transmitter true to the reference, or trim it to the host with a reason. */
function HostOff({ run, judged, trimToHost }: Pick<Props, 'run' | 'judged' | 'trimToHost'>) {
  const [isAsking, setAsking] = useState(false)
  const scale = hostScale(run.world.configuration)
  const worst = (run.loopChecks ?? [])
    .map((check) => hostError(loopCheckOf(check), scale).errorPercent)
    .reduce((most, next) => (Math.abs(next) > Math.abs(most) ? next : most), 0)
  const { largest } = judged.analysis
  // Where the host takes the root its error is one of flow, and no trim of the transmitter makes up for it everywhere.
  if (scale.takesRoot) return null
  if (!largest || Math.abs(worst) <= largest.limitPercentSpan) return null
  const after = errorAfterTrimToHost(largest.errorPercentSpan, worst)
  const limit = `±${formatFixed(largest.limitPercentSpan, 2)} %`
  return (
    <Notice tone="inside-look" gap={14}>
      <p>
        <strong>The host is off by {formatSigned(worst, 2)} % though the transmitter was checked.</strong> Leave the
        transmitter true to the reference, and look for the fault in the loop: resistor, input card, scaling.{' '}
        {Math.abs(worst) <= USUAL_LOOP_ALLOWANCE
          ? `Other loop items are commonly allowed about ${USUAL_LOOP_ALLOWANCE} %.`
          : `That is more than the ${USUAL_LOOP_ALLOWANCE} % other loop items are commonly allowed.`}
      </p>
      <p className="small">
        Trimming the transmitter until the host reads right would leave the transmitter itself about{' '}
        <span className="num">{formatSigned(after, 2)} %</span> off, with a limit of{' '}
        <span className="num">{limit}</span>. Never trim to a loop item whose own accuracy has not been verified.
      </p>
      <div>
        <Button variant="outlined" color="secondary" onClick={() => setAsking(true)}>
          Trim to the host all the same…
        </Button>
      </div>
      {isAsking && (
        <ReasonDialog
          title="Trim the transmitter to the host?"
          words={`The transmitter itself would then be about ${formatSigned(after, 2)} % off; its limit is ${limit}. It is adjusted and read once more; the record keeps the reason.`}
          action="Back to Adjust"
          onClose={() => setAsking(false)}
          store={(reason) => trimToHost(`Trim to the host (off by ${formatSigned(worst, 2)} %): ${reason}`)}
        />
      )}
    </Notice>
  )
}
