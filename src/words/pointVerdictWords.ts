import type { JudgedPoint } from '@/core/analysis/judgedPoint'
import type { PointVerdict } from '@/core/error/verdict'

/** Where a point lies, in words. */
export const VERDICT_WORDS: Record<PointVerdict, string> = {
  inside: 'inside',
  'inside-look': 'inside, beyond the adjust limit',
  'not-accepted': 'inside the limit, not accepted: within the guard band',
  'not-stated': 'no statement: uncertainty too large for the rule',
  outside: 'outside',
}

/** The verdict on one point as it is read out: its statement of conformity where the rule makes one. */
export const pointVerdictWords = ({ verdict, statement }: Pick<JudgedPoint, 'verdict' | 'statement'>): string =>
  statement === undefined || statement === 'pass' ? VERDICT_WORDS[verdict] : statement
