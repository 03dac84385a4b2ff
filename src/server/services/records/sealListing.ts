import type { RoundAnalysis } from '@/core/analysis/roundAnalysis'
import { shareOfLimit } from '@/core/analysis/shareOfLimit'
import { errorBasis, shownPercent } from '@/core/run/judge/errorBasis'
import { ofCountedRounds } from '@/core/run/roundRole'
import type { RunState } from '@/core/run/runState'
import type { RunView } from '@/schema/runView'

/** What lists show of a record. */
export type SealListing = ReturnType<typeof sealListing>

/** The denormalised columns of a record for lists, computed from the run and its readings; verification computes them again. */
export function sealListing({ world, rounds }: Pick<RunView, 'world' | 'rounds'>, state: RunState) {
  const shown = { basis: errorBasis(world), range: world.configuration }
  const counted = ofCountedRounds(rounds, state.rounds)
  const asFound = listed(counted.asFound?.analysis, shown)
  const asLeft = listed((counted.asLeft ?? counted.asFound)?.analysis, shown)
  return {
    asFound: asFound.verdict,
    asLeft: asLeft.verdict,
    asFoundErrorPercent: asFound.errorPercent,
    asLeftErrorPercent: asLeft.errorPercent,
    shareOfLimit: asFound.shareOfLimit,
    errorBasis: shown.basis,
    amends: world.amends?.sequence ?? null,
  }
}

function listed(analysis: RoundAnalysis | undefined, shown: Parameters<typeof shownPercent>[2]) {
  const { verdict, nearestLimit: largest } = analysis ?? {}
  // Cannot be: Sign is reached only with every point of every round read.
  if (!verdict || !largest) throw new Error('a round without readings reached the seal')
  return {
    verdict,
    errorPercent: shownPercent(largest.errorPercentSpan, largest.applied, shown),
    shareOfLimit: shareOfLimit(largest),
  }
}
