import type { ErrorLimit, LimitBasis } from '../error/errorLimit'
import { limitInput } from '../error/errorLimit'
import { atReference, type Heads } from '../pressure/lineHead'
import type { FluidHazard } from '../reference/fluidHazard'
import type { ReferenceMedium } from '../reference/referenceKind'
import type { OutputScale } from '../signal/signal'
import { inputAtPercent } from '../transfer/linearTransfer'
import { type PressureKind, pressureKindsMatch } from '../units/pressureKind'
import { convertPressure, pressureUnitLabel, pressureUnitOf } from '../units/pressureUnit'
import { reaches, tightestAccuracyRatio } from './accuracyRatio'
import {
  coverIssues,
  dateIssues,
  type FitnessIssue,
  isInDate,
  isTopNear,
  ratioIssues,
  ratioText,
  reachIssues,
  stepIssues,
  unfit,
} from './fitnessIssue'
import { mediumIssues } from './mediumIssues'
import { tightestOutputRatio } from './outputAccuracyRatio'
import { type FitReference, type Known, outputReader } from './referenceReader'

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
  /** What may touch the instrument; left out where nobody has said. */
  readonly media?: readonly ReferenceMedium[] | undefined
  /** What its process fluid can do; left out where nobody has said. */
  readonly hazards?: readonly FluidHazard[] | undefined
  /** Calendar date. */
  readonly day: string
  /** What stands between reference and instrument: the reference gives another pressure than the point. */
  readonly heads?: Heads | undefined
}

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
  const { unit } = basis.range
  const level = { ...job.heads, configuration: { unit, pressureKind } }
  const inputs = percents.map((percent) => askedOfReference(inputAtPercent(percent, basis.range), basis, level))
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
    isInDate: isInDate(reference.dueOn, job.day),
    issues: [
      ...mediumIssues({ brought: reference.media, taken: job.media, hazards: job.hazards }),
      ...reachIssues(
        reached.length,
        percents.length,
        isTopNear(Math.max(...inputs), inRange(reference.rangeLow), inRange(reference.rangeHigh)),
      ),
      ...coverIssues(
        inputs.map((input) => convertPressure(input, unit, reference.unit)),
        reference,
      ),
      ...ratioIssues(ratio),
      ...stepIssues(Math.abs(inRange(reference.resolution)), Math.min(...limits), pressureUnitLabel(unit)),
      ...dateIssues(reference.dueOn, job.day),
    ],
  }
}

/** So far from its point, as a share of the span, a reading may be taken: it is judged by what acted. Ours, no source. */
const NEAR_POINT = 0.01

/** What a reference must be able to give for a point: with a head, as near as it takes; in the unit of the range. */
function askedOfReference(point: number, { range }: LimitBasis, level: Parameters<typeof atReference>[1]): number {
  const given = atReference(point, level)
  const near = NEAR_POINT * Math.abs(range.urv - range.lrv)
  return given + Math.max(-near, Math.min(near, point - given))
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
    isInDate: isInDate(reference.dueOn, job.day),
    issues: [
      ...reachIssues(doesReach ? percents.length : 0, percents.length, isTopNear(scale.upper, reader.low, reader.high)),
      ...coverIssues(ownValues([scale.lower, scale.upper], scale.unit, reference.unit), reference),
      ...(ratio !== null && ratio < 1
        ? [unfit('ratio', `its accuracy is no better than the error limit of the instrument: ${ratioText(ratio)}`)]
        : ratioIssues(ratio)),
      ...stepIssues(reader.step, Math.min(...limits), scale.unit),
      ...dateIssues(reference.dueOn, job.day),
    ],
  }
}

/** Outputs in the unit of the reference that reads them. */
function ownValues(outputs: readonly number[], unit: string, of: string): number[] {
  const [read, own] = [pressureUnitOf(unit), pressureUnitOf(of)]
  return outputs.map((output) => (read && own ? convertPressure(output, read, own) : output))
}

type OfDevice = { readonly id: string; readonly deviceId?: string | undefined }

/** The device a range belongs to: modules of one share its channels. */
export const deviceOf = ({ id, deviceId }: OfDevice): string => deviceId ?? id

/** One device gives the pressure and reads the output at once only with two channels. */
export const mayGiveAndRead = ({ channels = 1 }: Pick<Known, 'channels'>): boolean => channels >= 2

/** What is amiss where one device is to do both. */
export function channelIssues(input: Known & { readonly id: string }, output: OfDevice | null): FitnessIssue[] {
  if (!output || deviceOf(output) !== deviceOf(input) || mayGiveAndRead(input)) return []
  return [unfit('channels', 'has one channel, and would give the pressure and read the output at once')]
}

const notOfThisKind = (percents: readonly number[], words: string): Fitness => ({
  ratio: null,
  reached: 0,
  points: percents.length,
  isInDate: false,
  issues: [unfit('kind', words)],
})
