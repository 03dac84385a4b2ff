import type { PointVerdict } from '../error/verdict'
import type { ConformityStatement } from './conformityStatement'

/**
 * The one table of statements: what a verdict or a statement says of an error, on screen and on paper. Terms as in
 * ILAC-G8:09/2019, 4.2 (from memory): a result within a guard band is not accepted, and not outside for that.
 */
export const VERDICT_STATEMENTS: Record<PointVerdict, string> = {
  inside: 'inside its error limit',
  'inside-look': 'inside its error limit, beyond the adjust limit',
  'not-accepted': 'inside the limit, not accepted: within the guard band',
  'not-stated': 'no statement: the uncertainty is larger than the decision rule allows',
  outside: 'OUTSIDE its error limit',
}

/** The same where the rule has four answers. */
export const CONFORMITY_STATEMENTS: Record<ConformityStatement, string> = {
  pass: 'PASS: inside its error limit by at least its uncertainty',
  'conditional pass': 'CONDITIONAL PASS: inside its error limit, but not by more than its uncertainty',
  undecided: 'UNDECIDED',
  'conditional fail': 'CONDITIONAL FAIL: outside its error limit, but not by more than its uncertainty',
  fail: 'FAIL: outside its error limit by more than its uncertainty',
}

/** In a table’s column, where there is room for a few words. */
export const SHORT_VERDICTS: Record<PointVerdict, string> = {
  inside: 'inside',
  'inside-look': 'inside, look',
  'not-accepted': 'guard band',
  'not-stated': 'not stated',
  outside: 'OUTSIDE',
}
