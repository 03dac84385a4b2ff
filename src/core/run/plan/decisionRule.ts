import type { JudgedPoint } from '../../analysis/judgedPoint'
import { type ConformityStatement, conformityStatement } from '../../conformity/conformityStatement'
import { acceptanceLimit } from '../../conformity/guardBand'
import { testUncertaintyRatio } from '../../conformity/uncertaintyRatio'
import { exceeds, pointVerdict } from '../../error/verdict'
import { decimalsThatTell, formatFixed } from '../../format/formatNumber'
import { Refusal } from '../../refusal'

/**
 * How a run decides near its limit. Practitioners disagree; all are in use. Sources: ILAC-G8:09/2019, 4.2 (from memory);
 * shared risk with an agreed largest uncertainty: JCGM 106:2012, 8.2 (from memory).
 */
export const RUN_RULES = {
  'simple-acceptance': {
    label: 'simple acceptance',
    says: 'inside up to the error limit; the uncertainty is stated and not taken into account',
  },
  'shared-risk': {
    label: 'shared risk',
    says: 'as simple acceptance, but only where the limit is at least four times the uncertainty',
  },
  'guard-band': {
    label: 'guard band, w = U',
    says: 'accepted only where the error keeps off the limit by the expanded uncertainty',
  },
  conditional: {
    label: 'guard band with conditions',
    says: 'pass, conditional pass, conditional fail or fail; the guard band is the expanded uncertainty',
  },
} as const
export type RunRule = keyof typeof RUN_RULES
export const RUN_RULE_IDS = Object.keys(RUN_RULES) as RunRule[] // keys of a const object

/** Whether a rule draws the acceptance limit in from the error limit. */
export const drawsIn = (rule: RunRule): boolean => rule === 'guard-band' || rule === 'conditional'

/** What the parties agree on before they share the risk. Common practice: 4 to 1; ANSI/NCSL Z540.3 handbook. */
export const LEAST_SHARED_RATIO = 4

/** What a rule adds to a judged point. All in ± % of output span. */
export type RuledPoint = {
  readonly expandedUncertaintyPercentSpan: number
  /** Errors up to this are accepted; left out where that is the error limit itself. */
  readonly acceptancePercentSpan?: number
  /** Left out where the rule knows only inside and outside. */
  readonly statement?: ConformityStatement
}

/**
 * Whether an uncertainty lets a rule speak at all; the edge is still in. Shared risk: the limit is at least four times U.
 * A guard band: something is left to be accepted, U below the limit. The other rules always speak.
 */
export function meetsCondition(rule: RunRule, { limit, expandedUncertainty }: Bounds): boolean {
  if (rule === 'shared-risk') return !exceeds(LEAST_SHARED_RATIO * expandedUncertainty, limit)
  return rule !== 'guard-band' || exceeds(limit, expandedUncertainty)
}

/** The condition of a rule in words; null where it has none. */
export const CONDITION_WORDS: Record<RunRule, string | null> = {
  'simple-acceptance': null,
  'shared-risk': `the error limit is at least ${LEAST_SHARED_RATIO} times the expanded uncertainty at every point`,
  'guard-band': 'the expanded uncertainty is smaller than the error limit at every point',
  conditional: null,
}

/** What a rule makes of a judged point with its uncertainty. */
export type Ruling = Pick<RuledPoint, 'acceptancePercentSpan' | 'statement'> & Pick<JudgedPoint, 'verdict'>

/** What of a judged point a rule decides by. */
type PointToRule = Pick<JudgedPoint, 'errorPercentSpan' | 'limitPercentSpan' | 'adjustLimitPercentSpan' | 'verdict'>

/** A judged point under a decision rule: its verdict, and what was accepted, with the uncertainty beside it. */
export const underRule = (point: JudgedPoint, rule: RunRule, uncertaintyPercentSpan: number): JudgedPoint => ({
  ...point,
  expandedUncertaintyPercentSpan: uncertaintyPercentSpan,
  ...rulingOn(point, rule, uncertaintyPercentSpan),
})

/**
 * The verdict of a rule.
 *
 * @param point judged by simple acceptance
 * @param uncertaintyPercentSpan U, ± % of output span
 */
export function rulingOn(point: PointToRule, rule: RunRule, uncertaintyPercentSpan: number): Ruling {
  const bounds = { limit: point.limitPercentSpan, expandedUncertainty: uncertaintyPercentSpan }
  if (!meetsCondition(rule, bounds)) return { verdict: 'not-stated' }
  if (!drawsIn(rule)) return { verdict: point.verdict }
  const acceptancePercentSpan = acceptanceOrNothing(bounds)
  const size = { error: point.errorPercentSpan, adjustLimit: point.adjustLimitPercentSpan }
  if (rule === 'guard-band')
    return { acceptancePercentSpan, verdict: guarded(size, bounds.limit, acceptancePercentSpan) }
  const statement = fourWay(point.errorPercentSpan, bounds, acceptancePercentSpan)
  // Conditionally passed is inside, but not certainly so: it wants looking at, as what is beyond the adjust limit does.
  const inside = pointVerdict({ ...size, limit: point.limitPercentSpan })
  return {
    acceptancePercentSpan,
    statement,
    verdict: statement === 'conditional pass' ? 'inside-look' : inside,
  }
}

/** Beyond the acceptance limit and inside the error limit it is not outside: it is not accepted. */
function guarded(
  size: { readonly error: number; readonly adjustLimit: number | null },
  limit: number,
  acceptance: number,
): JudgedPoint['verdict'] {
  const plain = pointVerdict({ ...size, limit })
  if (plain === 'outside') return plain
  return exceeds(Math.abs(size.error), acceptance) ? 'not-accepted' : plain
}

type Bounds = { readonly limit: number; readonly expandedUncertainty: number }

/** Where the uncertainty is as large as the limit, no error can be accepted. */
const acceptanceOrNothing = (bounds: Bounds): number =>
  bounds.expandedUncertainty >= bounds.limit ? 0 : acceptanceLimit('expanded-uncertainty', bounds)

function fourWay(error: number, bounds: Bounds, acceptance: number): ConformityStatement {
  if (acceptance > 0)
    return conformityStatement(error, { guardBand: 'expanded-uncertainty', statement: 'four-way' }, bounds)
  if (pointVerdict({ error, limit: bounds.limit, adjustLimit: null }) === 'inside') return 'conditional pass'
  const rejection = bounds.limit + bounds.expandedUncertainty
  return pointVerdict({ error, limit: rejection, adjustLimit: null }) === 'inside' ? 'conditional fail' : 'fail'
}

const ORDER: readonly ConformityStatement[] = ['pass', 'conditional pass', 'undecided', 'conditional fail', 'fail']

/** The worst statement of several points; null where the rule makes none. */
export function overallStatement(points: readonly Pick<RuledPoint, 'statement'>[]): ConformityStatement | null {
  return points.reduce<ConformityStatement | null>((worst, { statement }) => {
    if (statement === undefined) return worst
    return worst === null || ORDER.indexOf(statement) > ORDER.indexOf(worst) ? statement : worst
  }, null)
}

/**
 * Refuses a rule that the chosen references cannot meet.
 *
 * @param tightest the point where the limit is smallest against the uncertainty, as it is called
 * @throws {Refusal} when the risk is not to be shared, or nothing could be accepted
 */
export function refuseUnmeetableRule(
  rule: RunRule,
  tightest: { readonly limit: number; readonly expandedUncertainty: number; readonly point: string },
): void {
  const ratio = testUncertaintyRatio(tightest.limit, tightest.expandedUncertainty)
  // 3.988 beside a floor of 4 must not read 4.0.
  const words = `the error limit is ${formatFixed(ratio, decimalsThatTell(ratio, LEAST_SHARED_RATIO, 1))} times the uncertainty at ${tightest.point}`
  const remedy = 'choose a better reference, or another decision rule'
  if (meetsCondition(rule, tightest)) return
  if (rule === 'shared-risk')
    throw new Refusal('decisionRule', `${words}, and sharing the risk asks for ${LEAST_SHARED_RATIO}`, remedy)
  throw new Refusal('decisionRule', `${words}: with a guard band nothing could be accepted`, remedy)
}
