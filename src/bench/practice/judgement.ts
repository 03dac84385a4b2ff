import type { Hazard } from '../../core/run/work/hookUpHazards'
import { inService } from '../../core/run/work/hookUpState'
import type { Valve } from '../../core/run/work/valves'
import { randomStream } from '../../core/statistics/randomStream'
import type { RigFault } from '../rig/rigFaults'
import type { Rig, RigEvent } from '../rig/rigModel'
import { AT_REST, type InstrumentState, STILL } from '../simulate/instrumentState'
import { readInstrument } from '../simulate/simulatedInstrument'
import type { Practising } from './course'
import { isSameFinding } from './cures'
import type { PracticeJob } from './practiceJob'
import { playByAdvice } from './scriptedTechnician'

/** What a practice is judged by, and how much each counts. Ours, no source. */
export const JUDGED = {
  cause: 35,
  cure: 20,
  order: 15,
  restored: 10,
  readings: 10,
  overshoot: 5,
  time: 5,
} as const
export type Judged = keyof typeof JUDGED

/** One thing that was judged: how much of it was earned, 0 … 1, and the facts the reason is told from. */
export type JudgedPart =
  | { readonly part: 'cause'; readonly share: number; readonly named: RigFault | null; readonly fault: RigFault }
  | { readonly part: 'cure'; readonly share: number; readonly errorPercent: number | null; readonly needless: number }
  | {
      readonly part: 'order'
      readonly share: number
      readonly hazards: readonly Hazard[]
      readonly overloadPa: number | null
    }
  | { readonly part: 'restored'; readonly share: number; readonly left: readonly Left[] }
  | {
      readonly part: 'readings'
      readonly share: number
      readonly taken: number
      readonly needed: number
      readonly isToldRightly: boolean
    }
  | { readonly part: 'overshoot'; readonly share: number; readonly beyondPercent: number }
  | { readonly part: 'time'; readonly share: number; readonly seconds: number; readonly usual: number }

/** What was left as it does not belong. */
export type Left = 'valves' | 'hose' | 'fill' | 'supply' | 'held'

export type Judgement = { readonly parts: readonly JudgedPart[]; readonly score: number }

/** An instrument left within that is in order; % of span. The limit of the plant's transmitters. */
const LIMIT_PERCENT = 0.3
/** So many times what is needed is still all right; so many more is nothing. Ours, no source. */
const GENEROUS = 1.5
const WASTEFUL = 4
/** So far beyond the range nothing is said, % of span. */
const BEYOND = 2
const FAR_BEYOND = 10

/**
 * Judges a practice that is finished, against somebody who did as advised with the same job and the same luck: what that one
 * needed is what was needed.
 */
export function judged(practising: Practising, job: PracticeJob, seed: number): Judgement {
  const { rig, named, observations, farthest, puts } = practising
  const usual = playByAdvice(job, seed)
  const isRight = named !== null && isSameFinding(job.fault, named)
  const needed = usual.readings + usual.looks
  const hazards = hazardsOf(rig.events).filter((hazard) => !hazardsOf(usual.course.now.rig.events).includes(hazard))
  const overload = rig.events.find(({ kind }) => kind === 'overload')
  const errorPercent = finalErrorPercent(rig)
  const left = leftOf(rig)
  const beyondPercent = beyond(farthest, rig)
  const needless = puts.filter(({ helped }) => !helped).length
  const cureShare = errorPercent !== null && errorPercent <= LIMIT_PERCENT ? 1 : 0
  const parts: JudgedPart[] = [
    { part: 'cause', share: isRight ? 1 : 0, named, fault: job.fault },
    { part: 'cure', share: Math.max(0, cureShare - 0.25 * needless), errorPercent, needless },
    {
      part: 'order',
      share: overload ? 0 : Math.max(0, 1 - hazards.length / 2),
      ...{ hazards, overloadPa: overload?.kind === 'overload' ? overload.pa : null },
    },
    { part: 'restored', share: Math.max(0, 1 - left.length / 2), left },
    {
      part: 'readings',
      share: isRight ? downTo(observations.length, [needed * GENEROUS + 2, needed * WASTEFUL + 2]) : 0,
      ...{ taken: observations.length, needed, isToldRightly: isRight },
    },
    { part: 'overshoot', share: downTo(beyondPercent, [BEYOND, FAR_BEYOND]), beyondPercent },
    {
      part: 'time',
      share: downTo(rig.seconds, [usual.seconds * GENEROUS + 120, usual.seconds * WASTEFUL + 120]),
      ...{ seconds: rig.seconds, usual: usual.seconds },
    },
  ]
  return { parts, score: Math.round(parts.reduce((sum, { part, share }) => sum + JUDGED[part] * share, 0)) }
}

/** All of it up to the first, none of it from the second on. */
const downTo = (value: number, [all, none]: readonly [number, number]): number =>
  Math.min(1, Math.max(0, (none - value) / (none - all)))

const hazardsOf = (events: readonly RigEvent[]): Hazard[] =>
  events.flatMap((event) => (event.kind === 'hazard' ? [event.hazard] : []))

const CHECKED = [0, 25, 50, 75, 100, 75, 50, 25, 0]

/**
 * The largest error the instrument is left with, by a perfect reference and meter and with its screws where they were turned
 * to, % of span; null where it gives nothing.
 */
export function finalErrorPercent({ model, hasSupply, fixedMilliamp, instrument }: Rig): number | null {
  if (model.output && (!hasSupply || fixedMilliamp !== null)) return null
  const still = { ...model, noisePercent: 0, digital: model.digital && { ...model.digital, dampingSeconds: 0 } }
  const stream = randomStream(0)
  const span = model.range.urv - model.range.lrv
  let state: InstrumentState = { ...AT_REST, zeroEngaged: instrument.zeroEngaged, spanEngaged: instrument.spanEngaged }
  let worst = 0
  for (const percent of CHECKED) {
    const stimulus = { ...STILL, pressure: model.range.lrv + (percent / 100) * span }
    const read = readInstrument(still, state, { stimulus, stream })
    state = read.state
    worst = Math.max(worst, Math.abs(read.reading.outputPercent - percent))
  }
  return worst
}

function leftOf(rig: Rig): Left[] {
  const { hookUp, facts, hasSupply, model, fixedMilliamp } = rig
  const wanted = inService(facts.piping)
  const isOpen = Object.entries(wanted.valves).every(([valve, state]) => hookUp.valves[valve as Valve] === state) // keys are valves
  return [
    ...(isOpen ? [] : (['valves'] as const)),
    ...(hookUp.rig.hose === 'off' ? [] : (['hose'] as const)),
    ...(facts.legPa === 0 || hookUp.isFilled ? [] : (['fill'] as const)),
    ...(!model.output || hasSupply ? [] : (['supply'] as const)),
    ...(fixedMilliamp === null ? [] : (['held'] as const)),
  ]
}

function beyond(farthest: Practising['farthest'], { model: { range } }: Rig): number {
  if (!farthest) return 0
  const [low, high] = [Math.min(range.lrv, range.urv), Math.max(range.lrv, range.urv)]
  return (Math.max(0, farthest.high - high, low - farthest.low) / (high - low)) * 100
}
