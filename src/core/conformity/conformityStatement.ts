import { pointVerdict } from '../error/verdict'
import { acceptanceLimit, type GuardBand, type LimitAndUncertainty } from './guardBand'

/**
 * How many answers a decision rule has. Two: pass or fail, at the acceptance limit. Three: pass, fail, and undecided
 * within the guard band on both sides of the limit. Four: pass, conditional pass, conditional fail, fail.
 */
export const STATEMENT_KINDS = ['two-way', 'three-way', 'four-way'] as const
export type StatementKind = (typeof STATEMENT_KINDS)[number]

export type ConformityStatement = 'pass' | 'fail' | 'undecided' | 'conditional pass' | 'conditional fail'

/** A decision rule: the guard band and the answers it gives. */
export type DecisionRule = { readonly guardBand: GuardBand; readonly statement: StatementKind }

/**
 * The statement of conformity for one measured error.
 *
 * Source: ILAC-G8:09/2019, 4.2 and figures 1 to 5 (binary and non-binary statements; figures from memory).
 *
 * @param error in the unit of limit and uncertainty
 * @throws {Refusal} when the uncertainty leaves nothing to accept
 */
export function conformityStatement(
  error: number,
  rule: DecisionRule,
  bounds: LimitAndUncertainty,
): ConformityStatement {
  const acceptance = acceptanceLimit(rule.guardBand, bounds)
  const rejection = 2 * bounds.limit - acceptance // the guard band mirrored beyond the limit
  const isWithin = (limit: number) => pointVerdict({ error, limit, adjustLimit: null }) === 'inside'
  if (isWithin(acceptance)) return 'pass'
  if (rule.statement === 'two-way' || !isWithin(rejection)) return 'fail'
  if (rule.statement === 'three-way') return 'undecided'
  return isWithin(bounds.limit) ? 'conditional pass' : 'conditional fail'
}
