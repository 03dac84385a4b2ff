'use client'
import Button from '@mui/material/Button'
import {
  type AutomaticPlan,
  type AutomaticState,
  STOPS,
  secondsLeft,
  setPointOf,
  type TakenPoint,
} from '@/bench/automatic/automaticRun'
import type { Rig } from '@/bench/rig/rigModel'
import { errorFromIdeal } from '@/core/error/readingError'
import { decimalsOfStep, formatFixed, formatPlain, formatSigned } from '@/core/format/formatNumber'
import { readinessFaults } from '@/core/run/work/hookUpHazards'
import { outputScale } from '@/core/signal/signal'
import { percentOfInput } from '@/core/transfer/linearTransfer'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { automaticWords } from '@/words/automaticWords'
import { DataTable } from '../../kit/parts/DataTable'
import { Mark } from '../../kit/parts/Mark'
import { Notice } from '../../kit/parts/Notice'

type Props = {
  readonly rig: Rig
  readonly automatic: AutomaticState | null
  readonly plan: AutomaticPlan
  readonly begin: () => void
  readonly pause: () => void
  readonly goOn: () => void
  readonly takeNow: () => void
  readonly byHand: () => void
  readonly vent: () => void
}

/** The run that takes its own readings: how far it is, what it waits for, what it took; taken over by hand at any point. */
export function AutomaticPanel({ rig, automatic, plan, begin, pause, goOn, takeNow, byHand, vent }: Props) {
  const faults = readinessFaults(rig.hookUp, rig.facts.piping)
  return (
    <section className="stack" aria-labelledby="automatic">
      <h2 id="automatic">Takes its own readings</h2>
      {!automatic && faults.length > 0 && <p className="soft small">Not yet: {faults.join('; ')}.</p>}
      <div className="actions">
        {!isGoing(automatic) && (
          <Button variant="contained" disabled={faults.length > 0} onClick={begin}>
            Begin, up and down
          </Button>
        )}
        {automatic && isGoing(automatic) && (
          <>
            <Button variant="contained" disabled={automatic.phase !== 'settling'} onClick={takeNow}>
              Take it now
            </Button>
            {automatic.phase === 'paused' ? (
              <Button variant="outlined" onClick={goOn}>
                Go on
              </Button>
            ) : (
              <Button variant="outlined" onClick={pause}>
                Pause
              </Button>
            )}
          </>
        )}
        {isGoing(automatic) && (
          <Button variant="outlined" onClick={byHand}>
            By hand from here
          </Button>
        )}
        <Button variant="outlined" color="error" onClick={vent}>
          Vent to 0 {pressureUnitLabel(rig.facts.unit)} <kbd style={{ marginLeft: 10 }}>v</kbd>
        </Button>
      </div>
      {automatic && <Phase {...{ automatic, plan, rig }} />}
      {automatic && automatic.taken.length > 0 && <Taken taken={automatic.taken} rig={rig} />}
    </section>
  )
}

const isGoing = (automatic: AutomaticState | null) =>
  automatic !== null && automatic.phase !== 'done' && automatic.phase !== 'stopped'

function Phase({ automatic, plan, rig }: Pick<Props, 'plan' | 'rig'> & { automatic: AutomaticState }) {
  const { phase, index, stop, slopePerSecond } = automatic
  const unit = pressureUnitLabel(rig.facts.unit)
  const place = `${Math.max(0, index) + 1} of ${plan.points.length}`
  const target = `${formatPlain(Number(setPointOf(plan, Math.max(0, index)).toPrecision(6)))} ${unit}`
  const left = secondsLeft(automatic, plan)
  const words =
    phase === 'done'
      ? 'Every point is taken'
      : phase === 'stopped'
        ? stop
          ? `Stopped: ${STOPS[stop]}`
          : 'By hand from here; the source holds what it had'
        : automaticWords(phase, { place, target })
  const moves =
    phase === 'settling' && slopePerSecond !== null && `it moves by ${formatSigned(slopePerSecond, 5)} ${unit} a second`
  const lasts = isGoing(automatic) && left !== null && `about ${formatFixed(left / 60, 1)} min to go`
  return (
    <>
      <Notice tone={stop ? 'outside' : phase === 'done' ? 'inside' : 'to-do'} role="status">
        <strong>{words}.</strong>
      </Notice>
      {/* Figures that change four times a second are to be seen, and not read out. */}
      <p className="soft small num">{[moves, lasts].filter(Boolean).join('; ') || ' '}</p>
    </>
  )
}

/** The bench reads one channel: its meter. */
const outputOf = ({ outputs: [output = { mean: Number.NaN, deviation: 0, count: 0 }] }: TakenPoint) => output

function Taken({ taken, rig }: { taken: readonly TakenPoint[]; rig: Rig }) {
  const { range } = rig.model
  const unit = pressureUnitLabel(rig.facts.unit)
  const scale = outputScale('4-20mA', { lrv: range.lrv, urv: range.urv, unitLabel: unit })
  const decimals = decimalsOfStep(rig.facts.reference.step) + 1
  const errorOf = (point: TakenPoint) =>
    errorFromIdeal(outputOf(point).mean, percentOfInput(point.applied.mean, { ...range, unit: rig.facts.unit }), scale)
      .errorPercentSpan
  return (
    <DataTable
      rows={taken}
      keyOf={({ percent, direction }) => `${percent} ${direction}`}
      columns={[
        {
          head: 'Point',
          cell: ({ percent, direction }) => (
            <>
              <Mark mark={direction === 'rising' ? 'up' : 'down'} size={11} /> {percent} %
            </>
          ),
        },
        { head: `Applied, ${unit}`, is: 'right', cell: ({ applied }) => formatFixed(applied.mean, decimals) },
        { head: 'Reading, mA', is: 'right', cell: (point) => formatFixed(outputOf(point).mean, 4) },
        { head: 'Spread, µA', is: 'right', cell: (point) => formatFixed(outputOf(point).deviation * 1000, 1) },
        { head: 'Held, s', is: 'right', cell: ({ heldSeconds }) => formatFixed(heldSeconds, 0) },
        { head: 'Error, %', is: 'right', cell: (point) => formatSigned(errorOf(point), 3) },
      ]}
    />
  )
}
