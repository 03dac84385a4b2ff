import type { ErrorLimit, LimitBasis } from '../error/errorLimit'
import { limitInput } from '../error/errorLimit'
import { decimalsThatTell, formatFixed, formatPlain } from '../format/formatNumber'
import { formatDate } from '../format/formatTime'
import type { OutputScale } from '../signal/signal'
import { inputAtPercent } from '../transfer/linearTransfer'
import { type PressureKind, pressureKindsMatch } from '../units/pressureKind'
import { convertPressure, PRESSURE_UNIT_IDS, type PressureUnit, pressureUnitLabel } from '../units/pressureUnit'
import {
  type ReferenceReach,
  reaches,
  referenceAccuracyInput,
  tightestAccuracyRatio,
  USUAL_RATIO_FLOOR,
} from './accuracyRatio'
import { meterAccuracy } from './meterAccuracy'
import { tightestOutputRatio } from './outputAccuracyRatio'

type Known = {
  readonly code: string
  readonly resolution: number
  readonly dueOn: string
  /** How many things it can measure at once; one where nobody has said. */
  readonly channels?: number | undefined
}
type PressureReference = Known & ReferenceReach & { readonly quantity: 'pressure'; readonly pressureKind: PressureKind }
type Meter = Known & {
  readonly quantity: 'electrical'
  readonly unit: string
  readonly rangeLow: number
  readonly rangeHigh: number
  readonly accuracy: ErrorLimit
}
/** A reference as far as its fitness goes. */
export type FitReference = PressureReference | Meter

/** What is amiss with a reference for one use. Unfit: it may not be used, unless somebody with the right lets it. */
export type FitnessIssue = {
  readonly code: 'kind' | 'reach' | 'ratio' | 'headroom' | 'out-of-date' | 'resolution' | 'channels'
  readonly isUnfit: boolean
  readonly words: string
}

/** How a reference fits one use of one instrument on one day. */
export type Fitness = {
  readonly issues: readonly FitnessIssue[]
  /** Error limit over accuracy at the tightest point it reaches; null where it reaches none. */
  readonly ratio: number | null
  readonly reached: number
  readonly points: number
  readonly isInDate: boolean
}

export type FitnessJob = {
  readonly basis: LimitBasis
  readonly errorLimit: ErrorLimit
  /** The points it is to serve, % of input span. */
  readonly percents: readonly number[]
  readonly pressureKind: PressureKind
  /** Calendar date. */
  readonly day: string
}

/** Of the reference's range above the top point, below which an overshoot goes over range. Ours, no source. */
const LEAST_HEADROOM = 0.02

/** A step as large as the limit shows nothing of it. Ours, no source. */
const COARSEST_STEP_OF_LIMIT = 1

/**
 * Whether a reference may give the pressure. The one place for it: offers, the start of a run, every reading and the seal
 * ask here.
 */
export function inputFitness(reference: FitReference, job: FitnessJob): Fitness {
  const { basis, errorLimit, percents, pressureKind } = job
  if (reference.quantity !== 'pressure' || !pressureKindsMatch(reference.pressureKind, pressureKind))
    return notOfThisKind(
      percents,
      reference.quantity === 'pressure'
        ? `measures ${reference.pressureKind} pressure, the instrument ${pressureKind}`
        : 'gives no pressure',
    )
  const inputs = percents.map((percent) => inputAtPercent(percent, basis.range))
  const { unit } = basis.range
  const inReach = percents.filter((_, index) => reaches(inputs[index] ?? 0, unit, reference))
  const ratioAt = (percent: number) => tightestAccuracyRatio([percent], errorLimit, { basis, reference })?.ratio ?? 0
  // A reference that knows a point no better than the instrument may be wrong there says nothing of it.
  const reached = inReach.filter((percent) => ratioAt(percent) >= 1)
  const ratio = tightestAccuracyRatio(reached, errorLimit, { basis, reference })?.ratio ?? null
  const inRange = (value: number) => convertPressure(value, reference.unit, unit)
  const limits = reached.map((percent) => limitInput(inputAtPercent(percent, basis.range), errorLimit, basis))
  return {
    ratio,
    reached: reached.length,
    points: percents.length,
    isInDate: job.day <= reference.dueOn,
    issues: [
      ...reachIssues(
        reached.length,
        percents.length,
        isTopNear(Math.max(...inputs), inRange(reference.rangeLow), inRange(reference.rangeHigh)),
      ),
      ...ratioIssues(ratio),
      ...stepIssues(Math.abs(inRange(reference.resolution)), Math.min(...limits), pressureUnitLabel(unit)),
      ...dateIssues(reference.dueOn, job.day),
    ],
  }
}

/** Whether a reference may read the output of a signal. */
export function outputFitness(reference: FitReference, scale: OutputScale, job: FitnessJob): Fitness {
  const reader = outputReader(reference, scale.unit)
  const { basis, errorLimit, percents } = job
  if (!reader) return notOfThisKind(percents, `does not read ${scale.unit}`)
  const doesReach = reader.low <= scale.lower && reader.high >= scale.upper
  const ratio = doesReach
    ? tightestOutputRatio(percents, errorLimit, { basis, reading: { scale, accuracyAt: reader.accuracyAt } })
    : null
  const limits = percents.map(
    (percent) =>
      (limitInput(inputAtPercent(percent, basis.range), errorLimit, basis) /
        Math.abs(basis.range.urv - basis.range.lrv)) *
      Math.abs(scale.upper - scale.lower),
  )
  return {
    ratio,
    reached: doesReach ? percents.length : 0,
    points: percents.length,
    isInDate: job.day <= reference.dueOn,
    issues: [
      ...reachIssues(doesReach ? percents.length : 0, percents.length, isTopNear(scale.upper, reader.low, reader.high)),
      ...(ratio !== null && ratio < 1
        ? [unfit('ratio', `knows the output no better than the instrument may be wrong: ${ratioText(ratio)}`)]
        : ratioIssues(ratio)),
      ...stepIssues(reader.step, Math.min(...limits), scale.unit),
      ...dateIssues(reference.dueOn, job.day),
    ],
  }
}

/** One device gives the pressure and reads the output at once only with two channels. */
export const mayGiveAndRead = ({ channels = 1 }: Pick<Known, 'channels'>): boolean => channels >= 2

/** What is amiss where one device is to do both. */
export function channelIssues(
  input: Known & { readonly id: string },
  output: { readonly id: string } | null,
): FitnessIssue[] {
  if (output?.id !== input.id || mayGiveAndRead(input)) return []
  return [unfit('channels', 'has one channel, and would give the pressure and read the output at once')]
}

/** Whether it was calibrated on a day. */
export const dateIssues = (dueOn: string, day: string): FitnessIssue[] =>
  day <= dueOn ? [] : [unfit('out-of-date', `certificate out of date since ${formatDate(dueOn)}`)]

/**
 * Whether a value can have been read on a reference at all; null where it can, else in words with the reference's ends.
 * At an end it may show as much beyond it as it may be wrong there, or one step: a vented one shows a digit below zero.
 *
 * @param value in `unit`
 */
export function beyondReach(value: number, unit: string, reference: FitReference): string | null {
  const reader =
    reference.quantity === 'pressure' && isPressureUnit(unit)
      ? pressureReader(reference, unit)
      : outputReader(reference, unit)
  if (!reader) return `${reference.code} does not read ${unit}`
  const slackAt = (end: number) => Math.max(reader.accuracyAt(end), reader.step) * (1 + 1e-9)
  if (value >= reader.low - slackAt(reader.low) && value <= reader.high + slackAt(reader.high)) return null
  const end = (end: number) => formatPlain(Number(end.toPrecision(6)))
  const label = isPressureUnit(unit) ? pressureUnitLabel(unit) : unit
  return `${formatPlain(value)} ${label} is beyond what ${reference.code} reaches (${end(reader.low)} … ${end(reader.high)} ${label})`
}

/** The ratio as shown: with as many digits as it takes to be told from the floor it is held against. */
export const ratioText = (ratio: number): string =>
  `${formatFixed(ratio, Math.max(decimalsThatTell(ratio, USUAL_RATIO_FLOOR, 1), decimalsThatTell(ratio, 1, 1)))} : 1`

const unfit = (code: FitnessIssue['code'], words: string): FitnessIssue => ({ code, isUnfit: true, words })
const look = (code: FitnessIssue['code'], words: string): FitnessIssue => ({ code, isUnfit: false, words })

const notOfThisKind = (percents: readonly number[], words: string): Fitness => ({
  ratio: null,
  reached: 0,
  points: percents.length,
  isInDate: false,
  issues: [unfit('kind', words)],
})

function reachIssues(reached: number, points: number, isNear: boolean): FitnessIssue[] {
  if (reached < points)
    return [unfit('reach', reached > 0 ? `reaches ${reached} of ${points} points` : 'reaches no point')]
  return isNear ? [look('headroom', 'no headroom: an overshoot at the top goes over its range')] : []
}

const isTopNear = (top: number, low: number, high: number) => high - top < LEAST_HEADROOM * Math.abs(high - low)

const ratioIssues = (ratio: number | null): FitnessIssue[] =>
  ratio !== null && ratio < USUAL_RATIO_FLOOR * (1 - 1e-9)
    ? [look('ratio', `ratio ${ratioText(ratio)}, under ${USUAL_RATIO_FLOOR} : 1`)]
    : []

function stepIssues(step: number, limit: number, unit: string): FitnessIssue[] {
  if (!Number.isFinite(limit) || step <= limit * COARSEST_STEP_OF_LIMIT * (1 + 1e-9)) return []
  const plain = (value: number) => formatPlain(Number(value.toPrecision(3)))
  return [unfit('resolution', `shows steps of ${plain(step)} ${unit}, more than the limit of ${plain(limit)} ${unit}`)]
}

/** What a reference can read of an output, all in the output's unit. */
type OutputReader = { low: number; high: number; step: number; accuracyAt: (output: number) => number }

/** How a reference reads an output in some unit; undefined where it cannot. */
function outputReader(reference: FitReference, unit: string): OutputReader | undefined {
  if (reference.quantity === 'electrical') {
    const { rangeLow, rangeHigh, resolution } = reference
    const accuracyAt = (output: number) => meterAccuracy(output, reference)
    return reference.unit === unit ? { low: rangeLow, high: rangeHigh, step: resolution, accuracyAt } : undefined
  }
  if (!isPressureUnit(unit) || reference.pressureKind === 'absolute') return undefined
  return pressureReader(reference, unit)
}

const pressureReader = (reference: PressureReference, unit: PressureUnit): OutputReader => ({
  low: convertPressure(reference.rangeLow, reference.unit, unit),
  high: convertPressure(reference.rangeHigh, reference.unit, unit),
  step: Math.abs(convertPressure(reference.resolution, reference.unit, unit)),
  accuracyAt: (output) => referenceAccuracyInput(output, unit, reference),
})

const isPressureUnit = (unit: string): unit is PressureUnit => PRESSURE_UNIT_IDS.some((id) => id === unit)
