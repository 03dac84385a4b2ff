import type { JudgedPoint } from '../../../analysis/judgedPoint'
import type { ConformityStatement } from '../../../conformity/conformityStatement'
import { acceptanceLimit } from '../../../conformity/guardBand'
import { exceeds } from '../../../error/verdict'
import { formatFixed } from '../../../format/formatNumber'

/** Error limit and expanded uncertainty U at a point, both ± % of output span. */
export type Bounds = {
  readonly limit: number
  readonly expandedUncertainty: number
  /** The largest U a site accepts, as a share of the limit; the whole limit where left out. */
  readonly largestShare?: number | undefined
}

/** What of a judged point a rule decides by. Judged by simple acceptance. */
export type PointToRule = Pick<
  JudgedPoint,
  'errorPercentSpan' | 'limitPercentSpan' | 'adjustLimitPercentSpan' | 'verdict'
>

/** What a rule adds to a judged point. All in ± % of output span. */
export type RuledPoint = {
  readonly expandedUncertaintyPercentSpan: number
  /** Errors up to this are accepted; left out where that is the error limit itself. */
  readonly acceptancePercentSpan?: number
  /** Left out where the rule knows only inside and outside. */
  readonly statement?: ConformityStatement
}

/** What a rule says of a point. */
export type Verdict = Pick<RuledPoint, 'statement'> & Pick<JudgedPoint, 'verdict'>
/** The same with the acceptance limit, where it is not the error limit. */
export type Ruling = Pick<RuledPoint, 'acceptancePercentSpan' | 'statement'> & Pick<JudgedPoint, 'verdict'>

/** A decision rule, whole: what screens, certificate, risk and drawing say of it follows from these parts. */
export type DecisionRule = {
  readonly label: string
  readonly says: string
  /** The acceptance limit, drawn in from the error limit by U; null where it is the error limit itself. */
  readonly acceptance: ((bounds: Bounds) => number) | null
  /** Up to which error a point is accepted in any sense, with or without a condition: by this its risk is reckoned. */
  readonly acceptsUpTo: (bounds: Bounds) => number
  /** What U must meet for the rule to speak at all, the edge included; null where it asks no more than every rule does. */
  readonly condition: {
    readonly isMet: (bounds: Bounds) => boolean
    /** After “the rule asks that”, by the largest share of the site. */
    readonly words: (largestShare: number) => string
    /** After “the error limit is … times the uncertainty at …”. */
    readonly unmet: string
  } | null
  /** The verdict on a point where the condition is met; `acceptance` is the acceptance limit there. */
  readonly ruling: (point: PointToRule, bounds: Bounds & { readonly acceptance: number }) => Verdict
}

/** The error limit less U; where U is as large as the limit, no error can be accepted. */
export const drawnInByUncertainty = (bounds: Bounds): number =>
  bounds.expandedUncertainty >= bounds.limit ? 0 : acceptanceLimit('expanded-uncertainty', bounds)

/** What every rule asks at the least, and simple acceptance by the share of its site: JCGM 106:2012, 8.3.3 (from memory). */
export const upToItsLimit: NonNullable<DecisionRule['condition']> = {
  isMet: ({ limit, expandedUncertainty, largestShare = 1 }) => !exceeds(expandedUncertainty, limit * largestShare),
  words: (share) =>
    share === 1
      ? 'the expanded uncertainty is not larger than the error limit at any point'
      : `the expanded uncertainty is at most ${formatFixed(share * 100, 0)} % of the error limit at every point`,
  unmet: ': so large an uncertainty lets nothing be said to be inside',
}

/** The error limit itself. */
export const upToTheLimit = ({ limit }: Bounds): number => limit
