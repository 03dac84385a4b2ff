import type { JudgedPoint } from '../analysis/judgedPoint'
import { formatSigned } from '../format/formatNumber'

/** What a bad as-found meant for the process: the largest error that was outside, either way. */
export type Impact = {
  readonly errorPercentSpan: number
  /** What the process value was wrong by, in the unit of the range; null where no input gives that output. */
  readonly errorInput: number | null
  readonly applied: number
}

/**
 * The impact on the process since the instrument was last known good; null where nothing was found outside its limit.
 * How long it was so, nobody can tell: at the longest since then.
 */
export function impactOf(asFound: readonly JudgedPoint[]): Impact | null {
  const [worst] = asFound
    .filter(({ verdict }) => verdict === 'outside')
    .toSorted((a, b) => Math.abs(b.errorPercentSpan) - Math.abs(a.errorPercentSpan))
  return worst
    ? { errorPercentSpan: worst.errorPercentSpan, errorInput: worst.errorInput, applied: worst.applied }
    : null
}

type ImpactContext = {
  readonly unitLabel: string
  /** The last calibration that left it inside, with its date as shown; null where there is none. */
  readonly lastGood: { readonly sequence: number; readonly day: string } | null
}

/** Who may have been misled by how much, and since when at the longest. */
export function impactWords({ errorPercentSpan, errorInput }: Impact, { unitLabel, lastGood }: ImpactContext): string {
  const size =
    errorInput === null
      ? `${formatSigned(errorPercentSpan, 2)} % of span`
      : `${formatSigned(errorInput, decimalsOfTwoDigits(errorInput))} ${unitLabel}`
  const since = lastGood
    ? `since it was last left inside (record ${lastGood.sequence}, ${lastGood.day})`
    : 'for as long as it has been in service: no calibration here left it inside'
  return `The process may have been measured up to ${size} wrong ${since}. Tell those who relied on it.`
}

const decimalsOfTwoDigits = (value: number) =>
  Math.min(6, Math.max(0, 1 - Math.floor(Math.log10(Math.abs(value) || 1))))
