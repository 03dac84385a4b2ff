import { type AdjustedFacts, actsOn, isInPv } from '../../adjust/adjustedBy'
import { ADJUSTMENT_KINDS, type AdjustmentKind, actOf } from '../../adjust/adjustmentKind'
import { formatFixed, formatPlain } from '../../format/formatNumber'
import { Refusal } from '../../refusal'
import { percentOfOutput } from '../../signal/signal'
import { signalKind } from '../../signal/signalKind'
import { percentOfInput } from '../../transfer/linearTransfer'
import type { PressureUnit } from '../../units/pressureUnit'
import { appliedInput } from '../judge/appliedInput'
import { judgingBasis, type RunBasis } from '../judge/judgeSteps'
import { refuseBeyondSensor } from '../judge/readingNotice'

/** An act as it is to be recorded; figures as decimal text, PV in the unit of the range. */
export type ActToCheck = {
  readonly kind: AdjustmentKind
  readonly applied: string | null
  readonly beforeOutput: string | null
  readonly afterOutput: string | null
  readonly beforePv: string | null
  readonly afterPv: string | null
  /** Why it is done where or when it does not belong; null where nobody has said. */
  readonly reason: string | null
}

/** What of a run an act is checked against. */
export type ActWorld = RunBasis & {
  readonly configuration: AdjustedFacts & {
    readonly lrl: number
    readonly url: number
    readonly lrv: number
    readonly urv: number
    readonly unit: PressureUnit
  }
}

/**
 * Refuses an act that cannot have been done: of a kind the instrument does not have, at a pressure its sensor cannot
 * take, with an output its signal cannot show. One that belongs at another point, or after another act, needs its reason.
 *
 * @param done kinds of acts that stand in this round
 * @throws {Refusal} naming the figure and what is possible
 */
export function refuseAct(act: ActToCheck, world: ActWorld, done: readonly AdjustmentKind[]): void {
  refuseForeignKind(act, world)
  if (act.applied !== null) refuseBeyondSensor(Number(act.applied), world)
  for (const field of ['beforeOutput', 'afterOutput'] as const) refuseOutput(field, act[field], world)
  for (const field of ['beforePv', 'afterPv'] as const) refusePv(field, act, world)
  const objection = misplaced(act, world) ?? outOfOrder(act, done)
  if (objection && act.reason === null) throw new Refusal(objection.field, objection.words, objection.remedy)
}

function refuseForeignKind({ kind }: ActToCheck, { configuration }: ActWorld): void {
  const possible = actsOn(configuration)
  if (kind === 'hot-offset' || possible.includes(kind)) return
  throw new Refusal(
    'kind',
    `this instrument has no “${ADJUSTMENT_KINDS[kind]}”`,
    `choose ${possible.map((each) => ADJUSTMENT_KINDS[each]).join(', ')}, or change how it is adjusted in the register`,
  )
}

/** So far beyond its ends an output stage or a supply of air can still drive: 28 mA, 21 psi. Ours, no source. */
const DRIVEN_PERCENT = { low: -25, high: 150 } as const

function refuseOutput(field: 'beforeOutput' | 'afterOutput', text: string | null, world: ActWorld): void {
  if (text === null) return
  const { scale } = judgingBasis(world)
  const percent = percentOfOutput(Number(text), scale)
  const isDriven = !['dial or digits', 'bus'].includes(signalKind(world.configuration.signal).carrier)
  const [low, high] = isDriven ? [DRIVEN_PERCENT.low, DRIVEN_PERCENT.high] : [-1000, 1000]
  if (percent >= low && percent <= high) return
  const ends = `${formatPlain(scale.lower)} … ${formatPlain(scale.upper)} ${scale.unit}`
  throw new Refusal(
    field,
    `${formatPlain(Number(text))} is no output of ${ends}`,
    'check the decimal mark and the meter',
  )
}

/** PV may lie somewhat beyond what the sensor is specified for, never a whole range beyond. Ours, no source. */
function refusePv(field: 'beforePv' | 'afterPv', act: ActToCheck, { configuration }: ActWorld): void {
  const text = act[field]
  if (text === null) return
  if (!isInPv(act.kind)) throw new Refusal(field, 'PV is recorded with trims of the sensor', 'leave it out')
  const { lrl, url } = configuration
  const own = url - lrl
  const value = Number(text)
  if (value >= lrl - own / 2 && value <= url + own / 2) return
  throw new Refusal(
    field,
    `${formatPlain(value)} is no PV of a sensor from ${formatPlain(lrl)} to ${formatPlain(url)}`,
    'check the decimal mark and the unit',
  )
}

type Objection = { readonly field: 'applied' | 'kind' | 'afterOutput'; readonly words: string; readonly remedy: string }

/** Within so much of its end, in % of span, an act is at its end. Ours, no source. */
const AT_END_PERCENT = 25

function misplaced({ kind, applied, afterOutput }: ActToCheck, world: ActWorld): Objection | null {
  const { range, scale } = judgingBasis(world)
  const { belongsAt: end, label } = actOf(kind)
  if (end === 'ends of the output') {
    if (afterOutput === null) return null
    const percent = percentOfOutput(Number(afterOutput), scale)
    if (Math.min(Math.abs(percent), Math.abs(percent - 100)) <= AT_END_PERCENT) return null
    return {
      field: 'afterOutput',
      words: `an ${label} is done at ${formatPlain(scale.lower)} and ${formatPlain(scale.upper)} ${scale.unit}`,
      remedy: 'trim at the ends, or say why here',
    }
  }
  if (end === null || applied === null) return null
  const input = appliedInput(Number(applied), world)
  const percent = percentOfInput(input, range)
  // The lower trim of a range that starts elsewhere may also be done at no pressure, where the sensor is known best.
  const isAtNothing = end === 0 && Math.abs(input) <= (AT_END_PERCENT / 100) * Math.abs(range.urv - range.lrv)
  if (Math.abs(percent - end) <= AT_END_PERCENT || isAtNothing) return null
  return {
    field: 'applied',
    words: `${formatPlain(Number(applied))} is at ${formatFixed(percent, 0)} % of span, and the ${label} belongs near ${end} %`,
    remedy: 'go there, or say why here',
  }
}

/** An act that builds on another one which has not been done in this round. */
function outOfOrder({ kind }: ActToCheck, done: readonly AdjustmentKind[]): Objection | null {
  const { comesAfter, label } = actOf(kind)
  if (comesAfter === null || done.some((each) => comesAfter.oneOf.includes(each))) return null
  return { field: 'kind', words: `the ${label} ${comesAfter.words}`, remedy: comesAfter.remedy }
}
