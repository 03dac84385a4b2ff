import type { Direction } from '../../core/analysis/judgedPoint'
import { randomStream } from '../../core/statistics/randomStream'
import type { InstrumentModel } from './instrumentModel'
import { AT_REST, STILL, type Stimulus } from './instrumentState'
import { readInstrument, type SimulatedReading } from './simulatedInstrument'

/** A check to be simulated: test points in % of the register's range, up and down or up only, one or more cycles. */
export type SimulatedPlan = {
  readonly percents: readonly number[]
  readonly isUpAndDown: boolean
  readonly cycles: number
  /** How far the pump stops from the point, standard deviation in % of span. */
  readonly pumpScatterPercent: number
  /** Above this the reference reads no further, % of span; null for a reference that reaches. */
  readonly referenceEndPercent: number | null
  readonly surroundings?: Partial<Omit<Stimulus, 'pressure'>>
}

/** One simulated reading; `appliedPercent` is what the reference shows, which is not always what was applied. */
export type CheckReading = SimulatedReading & {
  readonly cycle: number
  readonly targetPercent: number
  readonly direction: Direction
  readonly appliedPercent: number
}

/** Reads an instrument through a whole check. The same seed gives the same readings. */
export function simulateCheck(model: InstrumentModel, plan: SimulatedPlan, seed: number): CheckReading[] {
  const stream = randomStream(seed)
  const span = model.range.urv - model.range.lrv
  let state = AT_REST
  return stepsOf(plan).map((step) => {
    const truePercent = step.targetPercent + plan.pumpScatterPercent * stream.normal()
    const pressure = model.range.lrv + (truePercent / 100) * span
    const stimulus = { ...STILL, ...plan.surroundings, pressure }
    const next = readInstrument(model, state, { stimulus, stream })
    state = next.state
    const appliedPercent = Math.min(truePercent, plan.referenceEndPercent ?? Number.POSITIVE_INFINITY)
    return { ...step, ...next.reading, appliedPercent }
  })
}

function stepsOf({ percents, isUpAndDown, cycles }: SimulatedPlan) {
  const up = percents
    .toSorted((a, b) => a - b)
    .map((targetPercent) => ({ targetPercent, direction: 'rising' as const }))
  const down = up
    .slice(0, -1)
    .toReversed()
    .map(({ targetPercent }) => ({ targetPercent, direction: 'falling' as const }))
  const once = isUpAndDown ? [...up, ...down] : up
  return Array.from({ length: cycles }, (_, cycle) => once.map((step) => ({ ...step, cycle }))).flat()
}
