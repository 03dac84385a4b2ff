import { type Direction, type JudgedPoint, type JudgingBasis, judgePoint } from '../../analysis/judgedPoint'
import type { ErrorLimit } from '../../error/errorLimit'
import { atReference, type Heads } from '../../pressure/lineHead'
import { correctedValue } from '../../reference/correctedValue'
import { outputAtPercent, outputScale, type Signal } from '../../signal/signal'
import { inputAtPercent } from '../../transfer/linearTransfer'
import { LINEAR, type Transfer, transferCurve } from '../../transfer/transfer'
import type { PressureKind } from '../../units/pressureKind'
import { convertPressure, type PressureUnit, pressureUnitLabel } from '../../units/pressureUnit'
import { isOfReading, type PointScale } from '../plan/pointScale'
import { appliedInput } from './appliedInput'
import type { ReadingFigures } from './comparisonFacts'
import { type RoundScatter, roundScatter } from './roundScatter'
import { ruledReading, type UncertaintyBasis } from './ruledReading'

/** What of a run's world its readings are judged by. */
export type RunBasis = {
  readonly configuration: {
    readonly lrv: number
    readonly urv: number
    readonly url: number
    readonly unit: PressureUnit
    readonly signal: Signal
    readonly errorLimit: ErrorLimit
    readonly adjustLimit: ErrorLimit | null
    readonly transfer?: Transfer
    readonly pointScale?: PointScale
    readonly pressureKind?: PressureKind | undefined
  }
  /** Unit the applied input is read in: that of the reference, not always that of the range. */
  readonly inputUnit: PressureUnit
} & Heads &
  (UncertaintyBasis | { readonly statesUncertainty?: undefined })

/** A planned point and the reading that holds for it, as decimal text; null while unread. */
export type StepToJudge = {
  readonly percent: number
  readonly direction: Direction
  readonly reading: {
    readonly applied: string
    readonly output: string
    readonly pv?: string | undefined
    readonly ao?: string | undefined
    readonly display?: string | undefined
    readonly taking?: ReadingFigures['taking']
  } | null
  /** The world it was taken in, where a reference was exchanged since. */
  readonly world?: RunBasis | undefined
}

/** The judging basis of a run, in the unit of its range. */
export function judgingBasis({ configuration }: Pick<RunBasis, 'configuration'>): JudgingBasis {
  const { lrv, urv, unit, url, signal, errorLimit, adjustLimit, transfer } = configuration
  const scale = outputScale(signal, { lrv, urv, unitLabel: pressureUnitLabel(unit) })
  return { range: { lrv, urv, unit }, url, scale, errorLimit, adjustLimit, ...(transfer && { transfer }) }
}

/**
 * Judges one reading of a run, converting the applied input from the reference's unit to the range's.
 *
 * @param scatter of the round the reading belongs to; without it the uncertainty holds what is known of the instrument
 *   from before
 */
export function judgeReading(
  step: StepToJudge & { reading: object },
  basis: RunBasis,
  scatter?: RoundScatter,
): JudgedPoint {
  const judging = judgingBasis(basis)
  const judged = plainlyJudged(step, basis, judging)
  if (!basis.statesUncertainty) return judged
  return ruledReading(judged, step.reading, {
    basis: judging,
    run: basis,
    scatter: scatter ?? scatterOfRound([], basis),
  })
}

/** What the instrument did between the readings of a round, or what is known of it from before. */
export function scatterOfRound(points: readonly JudgedPoint[], basis: RunBasis): RoundScatter {
  const percents = basis.statesUncertainty ? basis.points.map(({ percent }) => percent) : []
  return roundScatter(points, {
    isOfReading: isOfReading(judgingBasis(basis), percents),
    known: (basis.statesUncertainty && basis.repeatability) || null,
  })
}

/** Error, limits and verdict by simple acceptance, before any rule; what was read is corrected where its reference is. */
function plainlyJudged(step: StepToJudge & { reading: object }, basis: RunBasis, judging: JudgingBasis): JudgedPoint {
  const { percent, direction, reading } = step
  const outputReference = basis.statesUncertainty ? basis.outputReference : null
  const point = {
    targetPercent: percent,
    direction,
    applied: appliedInput(Number(reading.applied), basis, percent),
    output: correctedValue(Number(reading.output), judging.scale.unit, outputReference),
    ...(reading.pv !== undefined && { pv: Number(reading.pv) }),
    ...(reading.ao !== undefined && { ao: Number(reading.ao) }),
    ...(reading.display !== undefined && { display: Number(reading.display) }),
  }
  return judgePoint(point, judging)
}

/**
 * Judges every step of a round that has a reading; the others are left out. What the instrument did between the readings
 * counts at each of them, so that a further reading may change the uncertainty of those before it.
 */
export function judgeSteps(steps: readonly StepToJudge[], basis: RunBasis): JudgedPoint[] {
  const read = steps.flatMap((step) => (step.reading ? [{ ...step, reading: step.reading }] : []))
  const judging = judgingBasis(basis)
  const plain = read.map((step) => plainlyJudged(step, step.world ?? basis, judging))
  if (!basis.statesUncertainty) return plain
  const scatter = scatterOfRound(plain, basis)
  return plain.map((point, index) => {
    const { reading, world } = read[index] ?? {}
    const run = world?.statesUncertainty ? world : basis
    return reading ? ruledReading(point, reading, { basis: judging, run, scatter }) : point
  })
}

type TargetWorld = Pick<RunBasis, 'configuration' | 'inputUnit' | 'head' | 'lowLeg'>

/** The output an ideal instrument gives at a nominal point, in the unit of its scale. */
export function idealAtPoint(percent: number, basis: RunBasis): number {
  const { scale, transfer } = judgingBasis(basis)
  return outputAtPercent(transferCurve(transfer ?? LINEAR).forward(percent), scale)
}

/**
 * What the reference must give, in the unit it is read in, so that the instrument sees a point: what to set the pump to. With
 * a head between them that is not the point itself.
 */
export function targetInput(percent: number, world: TargetWorld): number {
  const { configuration, inputUnit } = world
  return convertPressure(atReference(inputAtPercent(percent, configuration), world), configuration.unit, inputUnit)
}
