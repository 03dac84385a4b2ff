import { type JudgedPoint, smallerLimit } from '../../analysis/judgedPoint'
import type { ConformityStatement } from '../../conformity/conformityStatement'
import { testUncertaintyRatio } from '../../conformity/uncertaintyRatio'
import { exceeds, overallVerdict } from '../../error/verdict'
import { decimalsThatTell, formatFixed } from '../../format/formatNumber'
import { Refusal } from '../../refusal'
import { conditional } from './decisionRules/conditional'
import { guardBand } from './decisionRules/guardBand'
import {
  type Bounds,
  type DecisionRule,
  type PointToRule,
  type RuledPoint,
  type Ruling,
  upToItsLimit,
} from './decisionRules/rule'
import { LEAST_SHARED_RATIO, sharedRisk } from './decisionRules/sharedRisk'
import { simpleAcceptance } from './decisionRules/simpleAcceptance'

/** How a run decides near its limit. Practitioners disagree; all are in use. A rule is one file and one line here. */
export const RUN_RULES = {
  'simple-acceptance': simpleAcceptance,
  'shared-risk': sharedRisk,
  'guard-band': guardBand,
  conditional,
} as const satisfies Record<string, DecisionRule>
export type RunRule = keyof typeof RUN_RULES
export const RUN_RULE_IDS = Object.keys(RUN_RULES) as RunRule[] // keys of a const object

/**
 * The rule a run is decided by, with the largest U its site accepts, as a share of the limit. Runs begun before every rule
 * asked for one have none: they are judged as they were sealed.
 */
export type RuleOfRun = { readonly decisionRule: RunRule; readonly largestUncertaintyShare?: number | undefined }

const definitionOf = (rule: RunRule): DecisionRule => RUN_RULES[rule]

/** Whether a rule draws the acceptance limit in from the error limit. */
export const drawsIn = (rule: RunRule): boolean => definitionOf(rule).acceptance !== null

/** Up to which error a point is accepted, with or without a condition. */
export const acceptsUpTo = (rule: RunRule, bounds: Bounds): number => definitionOf(rule).acceptsUpTo(bounds)

/** Whether an uncertainty lets a rule speak at all; the edge is still in. */
export const meetsCondition = (rule: RunRule, bounds: Bounds): boolean =>
  // Whatever a rule asks: nothing is inside where U is larger than its limit.
  !exceeds(bounds.expandedUncertainty, bounds.limit) && conditionOf(rule).isMet(bounds)

const conditionOf = (rule: RunRule): typeof upToItsLimit =>
  definitionOf(rule).condition ?? { ...upToItsLimit, words: () => upToItsLimit.words(1) }

/** What a rule asks beyond a U within its limit, which every one of them asks now; null where that is nothing. */
const ownCondition = (rule: RunRule) => {
  const { condition } = definitionOf(rule)
  return condition === upToItsLimit ? null : condition
}

/** The condition of a rule in words; null in runs begun before it had one. */
export const conditionWords = ({ decisionRule, largestUncertaintyShare: share }: RuleOfRun): string | null =>
  share === undefined ? ownConditionWords(decisionRule) : conditionOf(decisionRule).words(share)

/** What a rule asks of its own, in words; null where it is no more than every rule asks. */
export const ownConditionWords = (rule: RunRule): string | null => ownCondition(rule)?.words(1) ?? null

/** A judged point under a decision rule: its verdict, and what was accepted, with the uncertainty beside it. */
export const underRule = (point: JudgedPoint, rule: RuleOfRun, uncertaintyPercentSpan: number): JudgedPoint => ({
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
export function rulingOn(
  point: PointToRule,
  { decisionRule: rule, largestUncertaintyShare: largestShare }: RuleOfRun,
  uncertaintyPercentSpan: number,
): Ruling {
  const bounds = { limit: point.limitPercentSpan, expandedUncertainty: uncertaintyPercentSpan, largestShare }
  // An error far from one side is still not known to be inside where U reaches across to the other.
  const smaller = { ...bounds, limit: smallerLimit(point) }
  if (largestShare === undefined) {
    if (!(ownCondition(rule)?.isMet(smaller) ?? true)) return { verdict: 'not-stated' }
    return spoken(point, rule, bounds)
  }
  // So far outside that no true value can be inside: that is said whatever the uncertainty.
  const isFarOutside = exceeds(Math.abs(point.errorPercentSpan), bounds.limit + bounds.expandedUncertainty)
  if (!meetsCondition(rule, smaller) && !isFarOutside) return { verdict: 'not-stated' }
  return spoken(point, rule, bounds)
}

function spoken(point: PointToRule, rule: RunRule, bounds: Bounds): Ruling {
  const { acceptance: drawnIn, ruling } = definitionOf(rule)
  if (!drawnIn) return ruling(point, { ...bounds, acceptance: bounds.limit })
  const acceptance = drawnIn(bounds)
  return { acceptancePercentSpan: acceptance, ...ruling(point, { ...bounds, acceptance }) }
}

const ORDER: readonly ConformityStatement[] = ['pass', 'conditional pass', 'undecided', 'conditional fail', 'fail']

/** The worst statement of several points; null where the rule makes none. */
export function overallStatement(points: readonly Pick<RuledPoint, 'statement'>[]): ConformityStatement | null {
  return points.reduce<ConformityStatement | null>((worst, { statement }) => {
    if (statement === undefined) return worst
    return worst === null || ORDER.indexOf(statement) > ORDER.indexOf(worst) ? statement : worst
  }, null)
}

/** Whether a round is accepted with a condition, or not at all, and yet not outside: then somebody says what follows. */
export const isOnCondition = (points: readonly Pick<JudgedPoint, 'verdict' | 'statement'>[]): boolean =>
  overallVerdict(points.map(({ verdict }) => verdict)) === 'not-accepted' ||
  overallStatement(points) === 'conditional pass'

/**
 * Refuses a rule that the chosen references cannot meet.
 *
 * @param tightest the point where the limit is smallest against the uncertainty, as it is called
 * @throws {Refusal} when the risk is not to be shared, or nothing could be accepted
 */
export function refuseUnmeetableRule(rule: RunRule, tightest: Bounds & { readonly point: string }): void {
  if (meetsCondition(rule, tightest)) return
  const ratio = testUncertaintyRatio(tightest.limit, tightest.expandedUncertainty)
  // 3.988 beside a floor of 4 must not read 4.0, nor 0.99 beside one of 1 read 1.0.
  const decimals = Math.max(decimalsThatTell(ratio, LEAST_SHARED_RATIO, 1), decimalsThatTell(ratio, 1, 1))
  const shown = formatFixed(ratio, decimals)
  throw new Refusal(
    'decisionRule',
    `the error limit is ${shown} times the uncertainty at ${tightest.point}${conditionOf(rule).unmet}`,
    'choose a better reference, or another decision rule',
  )
}
