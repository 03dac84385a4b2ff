import type { JudgedPoint } from '../../analysis/judgedPoint'
import { decimalsOfTwoDigits, formatSigned } from '../../format/formatNumber'

/** What a bad as-found meant for the process: the largest error that was outside, either way. */
export type Impact = {
  readonly errorPercentSpan: number
  /** What the process value was wrong by, in the unit of the range; null where no input gives that output. */
  readonly errorInput: number | null
  readonly applied: number
}

/** A record that a date of impact rests on. */
type Record = { readonly sequence: number; readonly sealedAt: string }

/** What of a run says since when this body, range and limit have measured the process. */
export type ServiceFacts = {
  readonly lastGood?: Record | undefined
  /** Left out after a range or body change, and where nothing was sealed on this range before. */
  readonly measuresSince?: Record | undefined
}

/**
 * The impact on the process since the instrument was last known good. Only what lies outside its error limit has one: an
 * error within a guard band is not accepted, and not wrong for that. And only a body, range and limit that measured the
 * process since a sealed record can have misled anybody; never readings that are to be taken again.
 *
 * @returns null where nothing was found outside, or nothing was measured so before
 */
export function impactOf(
  asFound: readonly JudgedPoint[],
  service: ServiceFacts,
  { isToBeRepeated = false }: { readonly isToBeRepeated?: boolean } = {},
): Impact | null {
  if (isToBeRepeated || (!service.lastGood && !service.measuresSince)) return null
  const [worst] = asFound
    .filter(({ verdict }) => verdict === 'outside')
    .toSorted((a, b) => Math.abs(b.errorPercentSpan) - Math.abs(a.errorPercentSpan))
  return worst
    ? { errorPercentSpan: worst.errorPercentSpan, errorInput: worst.errorInput, applied: worst.applied }
    : null
}

type ImpactContext = {
  readonly unitLabel: string
  readonly service: ServiceFacts
  /** A moment as a calendar date is shown at the site. */
  readonly dayOf: (at: string) => string
}

/** Who may have been misled by how much, and since when at the longest. How long it was so, nobody can tell. */
export function impactWords(
  { errorPercentSpan, errorInput }: Impact,
  { unitLabel, service, dayOf }: ImpactContext,
): string {
  const size =
    errorInput === null
      ? `${formatSigned(errorPercentSpan, 2)} % of span`
      : `${formatSigned(errorInput, decimalsOfTwoDigits(errorInput))} ${unitLabel}`
  const { lastGood, measuresSince } = service
  const since = lastGood
    ? `since it was last left inside (record ${lastGood.sequence}, ${dayOf(lastGood.sealedAt)})`
    : `since record ${measuresSince?.sequence} (${dayOf(measuresSince?.sealedAt ?? '')}), which did not leave it inside its limit`
  return `The process may have been measured up to ${size} wrong ${since}. Tell those who relied on it.`
}
