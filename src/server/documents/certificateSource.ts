import type { DecimalMark } from '@/core/format/decimalMark'
import type { ConditionUnits } from '@/core/units/conditionUnits'
import type { Trace } from '@/plans/traceability'
import type { SealedRecord } from '@/schema/record'
import type { Review } from '@/schema/review'
import type { Paper } from '@/schema/site'

/** What a certificate is made from: the sealed record, its hash, and the zone its times are shown in. */
export type CertificateSource = {
  readonly record: SealedRecord
  readonly hash: string
  readonly timeZone: string
  readonly paper: Paper
  /** A point where left out. */
  readonly decimalMark?: DecimalMark
  /** °C, hPa and mm where left out. */
  readonly conditionUnits?: ConditionUnits
  readonly standing: Standing
  /** To what it is traceable, through our own records. */
  readonly trace: Trace
  /** The public key the site signs its checkpoints with; null where it keeps none. */
  readonly proofKey: string | null
}

/** Where a record stands on the day its certificate is printed: what reviewers said, and what took its place. */
export type Standing = {
  /** Oldest first. */
  readonly reviews: readonly Review[]
  readonly supersededBy: number | null
  readonly printedAt: string
}

/** What every page of a copy says of a record that does not stand as reviewed; null where it does. */
export function standingWords({ reviews, supersededBy }: Standing): string | null {
  if (supersededBy !== null) return `SUPERSEDED BY RECORD ${supersededBy}`
  const last = reviews.at(-1)
  if (last?.outcome === 'reviewed') return null
  return last?.outcome === 'returned' ? 'RETURNED BY THE REVIEWER, NOT AUTHORISED' : 'NOT REVIEWED YET, NOT AUTHORISED'
}
export type Doc = PDFKit.PDFDocument
