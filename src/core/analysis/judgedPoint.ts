import type { ConformityStatement } from '../conformity/conformityStatement'
import { type ErrorLimit, type LimitBasis, type LimitSides, limitSidesPercentSpan } from '../error/errorLimit'
import { type AppliedAndOutput, errorFromIdeal, type ReadingError } from '../error/readingError'
import { type CutOffPlace, type InputLimits, type OutputExpectation, outputExpectations } from '../error/transferLimit'
import { type PointVerdict, pointVerdict } from '../error/verdict'
import { Refusal } from '../refusal'
import { type OutputScale, percentOfOutput } from '../signal/signal'
import { span } from '../transfer/calibratedRange'
import { inputAtPercent, percentOfInput } from '../transfer/linearTransfer'
import { LINEAR, type Transfer, transferCurve } from '../transfer/transfer'
import type { ReadingBudget } from '../uncertainty/contribution'

export type Direction = 'rising' | 'falling'

/** What a set of readings is judged against. */
export type JudgingBasis = LimitBasis & {
  readonly scale: OutputScale
  readonly errorLimit: ErrorLimit
  readonly adjustLimit: ErrorLimit | null
  /** Linear where left out. */
  readonly transfer?: Transfer
}

/** A point with its reading; `applied` in the unit of the range. */
export type PointReading = AppliedAndOutput & {
  readonly targetPercent: number
  readonly direction: Direction
  /** PV in the unit of the range and AO in that of the output, where they were read. They are no part of the error. */
  readonly pv?: number
  readonly ao?: number
  /** What the instrument's own display shows, in the unit of its display scale. No part of the error either. */
  readonly display?: number
}

/**
 * A point with everything worked out from its reading. Limits in % of output span, on the side of its error: where errors
 * above and below zero have limits of their own, that of its sign, and the smaller one for an error of zero.
 */
export type JudgedPoint = PointReading &
  ReadingError & {
    readonly appliedPercent: number
    readonly limitPercentSpan: number
    readonly adjustLimitPercentSpan: number | null
    /** Both sides of the error limit; present only where they differ. */
    readonly limitSidesPercentSpan?: LimitSides
    readonly verdict: PointVerdict
    /** Error and limits on the side of the input, % of input span; only where a transfer bends between the two. */
    readonly atSensor?: SensorSide
    /** Present where the low-flow cut-off decides how the point is judged. */
    readonly cutOff?: Exclude<CutOffPlace, 'above'>
    /** ± % of output span, at 95.45 %; present where the run states it. */
    readonly expandedUncertaintyPercentSpan?: number
    /** What that came from; present with it. */
    readonly budget?: ReadingBudget
    /** ± % of output span; present where the decision rule draws the acceptance limit in. */
    readonly acceptancePercentSpan?: number
    /** Present where the decision rule has more answers than inside and outside. */
    readonly statement?: ConformityStatement
  }

/** A point judged by simple acceptance, before any decision rule. */
export type PlainlyJudged = JudgedPoint & { readonly verdict: 'inside' | 'inside-look' | 'outside' }

export type SensorSide = {
  readonly errorPercentSpan: number
  readonly limitPercentSpan: number
  readonly adjustLimitPercentSpan: number | null
}

/**
 * Error, limits and verdict of one reading. The one place where a reading is judged: the entry line, the ladder, the
 * server, the certificate and the API all call it.
 *
 * @throws {Refusal} when the range has no span or the limit no terms
 */
export function judgePoint(reading: PointReading, basis: JudgingBasis): PlainlyJudged {
  const { above, below } = inputLimits(reading.applied, basis)
  const upper = judgedAgainst(above, reading, basis)
  if (below === above) return upper
  const lower = judgedAgainst(below, reading, basis)
  const sides = { above: upper.limitPercentSpan, below: lower.limitPercentSpan }
  const own = isOnLowerSide(upper.errorPercentSpan, sides) ? lower : upper
  return { ...own, limitSidesPercentSpan: sides }
}

/** Whether the lower limit is the one that counts for an error: by its sign, and the smaller for none. */
export const isOnLowerSide = (error: number, { above, below }: LimitSides): boolean =>
  Math.abs(error) <= NO_ERROR ? below < above : error < 0

/** An error of binary arithmetic alone, % of span: it has no sign. */
const NO_ERROR = 1e-9

/** The smaller side of a judged point's limit: what U must not exceed, whichever side the error is on. */
export const smallerLimit = ({
  limitPercentSpan,
  limitSidesPercentSpan: sides,
}: Pick<JudgedPoint, 'limitPercentSpan' | 'limitSidesPercentSpan'>): number =>
  sides ? Math.min(sides.above, sides.below) : limitPercentSpan

/** The side of a judged point's limit that counts for another error there, as that of one stage alone. */
export const limitOfError = (
  error: number,
  point: Pick<JudgedPoint, 'limitPercentSpan' | 'limitSidesPercentSpan'>,
): number => {
  const sides = point.limitSidesPercentSpan
  if (!sides) return point.limitPercentSpan
  return isOnLowerSide(error, sides) ? sides.below : sides.above
}

/** The limits at an input, for errors of either sign: one and the same object where both are alike. */
export function inputLimits(applied: number, basis: JudgingBasis): { above: InputLimits; below: InputLimits } {
  const error = limitSidesPercentSpan(applied, basis.errorLimit, basis)
  const adjust = basis.adjustLimit === null ? null : limitSidesPercentSpan(applied, basis.adjustLimit, basis)
  const above = { limitPercent: error.above, adjustLimitPercent: adjust?.above ?? null }
  const isAlike = error.above === error.below && adjust?.above === adjust?.below
  return { above, below: isAlike ? above : { limitPercent: error.below, adjustLimitPercent: adjust?.below ?? null } }
}

function judgedAgainst(limits: InputLimits, reading: PointReading, basis: JudgingBasis): PlainlyJudged {
  const transfer = basis.transfer ?? LINEAR
  const appliedPercent = percentOfInput(reading.applied, basis.range)
  if (transfer.kind === 'linear') {
    const expected = {
      idealPercent: appliedPercent,
      limitPercent: limits.limitPercent,
      adjustLimitPercent: limits.adjustLimitPercent,
    }
    return pointFrom(reading, expected, basis)
  }
  const { place, expectations } = outputExpectations(appliedPercent, limits, transfer)
  const [point] = expectations
    .map((expected) => pointFrom(reading, expected, basis))
    .toSorted((a, b) => Math.abs(a.errorPercentSpan) - Math.abs(b.errorPercentSpan))
  if (!point) throw new Error('no expectation of an output') // cannot be: there is always one
  if (place !== 'above') return { ...point, errorInput: null, cutOff: place }
  const errorInput = point.errorInput
  if (errorInput === null) return point
  const atSensor: SensorSide = {
    errorPercentSpan: (errorInput / span(basis.range)) * 100,
    limitPercentSpan: limits.limitPercent,
    adjustLimitPercentSpan: limits.adjustLimitPercent,
  }
  return { ...point, atSensor }
}

function pointFrom(reading: PointReading, expected: OutputExpectation, basis: JudgingBasis): PlainlyJudged {
  const { idealOutput, errorOutput, errorPercentSpan } = errorFromIdeal(
    reading.output,
    expected.idealPercent,
    basis.scale,
  )
  // Field by field: a spread here makes judging eight times as long, and every key and every impact waits for it.
  const { targetPercent, direction, applied, output } = reading
  return withOwnFigures(reading, {
    targetPercent,
    direction,
    applied,
    output,
    idealOutput,
    errorOutput,
    errorPercentSpan,
    errorInput: errorAsInput(reading, basis),
    appliedPercent: percentOfInput(applied, basis.range),
    limitPercentSpan: expected.limitPercent,
    adjustLimitPercentSpan: expected.adjustLimitPercent,
    verdict: pointVerdict({
      error: errorPercentSpan,
      limit: expected.limitPercent,
      adjustLimit: expected.adjustLimitPercent,
    }),
  })
}

/** The point with what the instrument itself showed, where that was read. */
function withOwnFigures({ pv, ao, display }: PointReading, point: PlainlyJudged): PlainlyJudged {
  if (pv === undefined && ao === undefined && display === undefined) return point
  return {
    ...point,
    ...(pv !== undefined && { pv }),
    ...(ao !== undefined && { ao }),
    ...(display !== undefined && { display }),
  }
}

/** What the process value is wrong by, in the unit of the range; null where no input gives this output. */
function errorAsInput({ applied, output }: AppliedAndOutput, { range, scale, transfer }: JudgingBasis): number | null {
  try {
    const inputPercent = transferCurve(transfer ?? LINEAR).inverse(percentOfOutput(output, scale))
    return inputAtPercent(inputPercent, range) - applied
  } catch (error) {
    if (error instanceof Refusal) return null // below zero flow, or between zero and the cut-off
    throw error
  }
}
