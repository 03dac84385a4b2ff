import { type ErrorLimit, type LimitBasis, limitPercentSpan } from '../error/errorLimit'
import { type AppliedAndOutput, type ReadingError, readingError } from '../error/readingError'
import { type PointVerdict, pointVerdict } from '../error/verdict'
import type { OutputScale } from '../signal/signal'
import { percentOfInput } from '../transfer/linearTransfer'

export type Direction = 'rising' | 'falling'

/** What a set of readings is judged against. */
export type JudgingBasis = LimitBasis & {
  readonly scale: OutputScale
  readonly errorLimit: ErrorLimit
  readonly adjustLimit: ErrorLimit | null
}

/** A point with its reading; `applied` in the unit of the range. */
export type PointReading = AppliedAndOutput & {
  readonly targetPercent: number
  readonly direction: Direction
  /** PV in the unit of the range and AO in that of the output, where they were read. They are no part of the error. */
  readonly pv?: number
  readonly ao?: number
}

/** A point with everything worked out from its reading. Limits in ± % of span. */
export type JudgedPoint = PointReading &
  ReadingError & {
    readonly appliedPercent: number
    readonly limitPercentSpan: number
    readonly adjustLimitPercentSpan: number | null
    readonly verdict: PointVerdict
  }

/**
 * Error, limits and verdict of one reading. The one place where a reading is judged: the entry line, the ladder, the
 * server, the certificate and the API all call it.
 *
 * @throws {Refusal} when the range has no span or the limit no terms
 */
export function judgePoint(reading: PointReading, basis: JudgingBasis): JudgedPoint {
  const error = readingError(reading, basis.range, basis.scale)
  const limit = limitPercentSpan(reading.applied, basis.errorLimit, basis)
  const adjustLimit = basis.adjustLimit === null ? null : limitPercentSpan(reading.applied, basis.adjustLimit, basis)
  return {
    ...reading,
    ...error,
    appliedPercent: percentOfInput(reading.applied, basis.range),
    limitPercentSpan: limit,
    adjustLimitPercentSpan: adjustLimit,
    verdict: pointVerdict({ error: error.errorPercentSpan, limit, adjustLimit }),
  }
}
