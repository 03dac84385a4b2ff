import { type Decision, meaningOf } from './decision'

/** What a round of readings counts as; `repeated`: it was taken again, as it did not say what the instrument does. */
export type RoundRole = 'repeated' | 'as-found' | 'as-left'

/** A round as far as its role goes: what was decided after it. */
export type DecidedRound = { readonly decision: { readonly decision: Decision } | null }

/** The role of every round: the first that counts is as found, those after it as left. */
export function roundRoles(rounds: readonly DecidedRound[]): RoundRole[] {
  const counts = ({ decision }: DecidedRound) => decision === null || meaningOf(decision.decision).readingsCount
  const first = rounds.findIndex(counts)
  return rounds.map((round, index) => {
    if (!counts(round)) return 'repeated'
    return index === first ? 'as-found' : 'as-left'
  })
}

/** Of what belongs to the rounds of a run, in their order, that of the as-found round and of the last as left. */
export function ofCountedRounds<T>(
  rounds: readonly DecidedRound[],
  each: readonly T[],
): { asFound: T | undefined; asLeft: T | undefined } {
  const roles = roundRoles(rounds)
  return { asFound: each[roles.indexOf('as-found')], asLeft: each[roles.lastIndexOf('as-left')] }
}

const ROLE_WORDS: Record<RoundRole, string> = {
  repeated: 'Taken again, not counted',
  'as-found': 'As found',
  'as-left': 'As left',
}

/** What the rounds of a run are called: `As found`, `As left, round 1 of 2`. */
export function roundNames(rounds: readonly DecidedRound[]): string[] {
  const roles = roundRoles(rounds)
  const count = roles.filter((role) => role === 'as-left').length
  let asLefts = 0
  return roles.map((role) => {
    if (role !== 'as-left') return ROLE_WORDS[role]
    asLefts += 1
    return count > 1 ? `${ROLE_WORDS[role]}, round ${asLefts} of ${count}` : ROLE_WORDS[role]
  })
}
