import type { ScrewHistory } from './screwHistory'

export type Estimate = { readonly value: number; readonly standardUncertainty: number }

type Effect = { readonly move: number; readonly change: number }

/** What each move of a screw did at the other end: the reading there before, and the next one. */
export function effects(history: ScrewHistory, screw: 'zero' | 'span'): Effect[] {
  const { zeroError, fullError, moves, zeroReadNow, fullReadNow } = history
  let other = screw === 'span' ? zeroError : fullError
  const readNow = screw === 'span' ? zeroReadNow : fullReadNow
  let pending = 0
  const found: Effect[] = []
  for (const move of moves) {
    if (move.screw === screw) pending += move.errorAfter - move.errorBefore
    else {
      if (pending !== 0) found.push({ move: pending, change: move.errorBefore - other })
      pending = 0
      other = move.errorAfter
    }
  }
  if (pending !== 0 && readNow !== null) found.push({ move: pending, change: readNow - other })
  return found
}

/** Weighted least squares through the origin with a normal prior. Two readings make a change, so twice the variance. */
export function estimate(found: readonly Effect[], prior: Estimate, noise: number): Estimate {
  const variance = 2 * noise ** 2
  const information =
    1 / prior.standardUncertainty ** 2 + found.reduce((sum, { move }) => sum + move ** 2, 0) / variance
  const weighted =
    prior.value / prior.standardUncertainty ** 2 +
    found.reduce((sum, { move, change }) => sum + move * change, 0) / variance
  return { value: weighted / information, standardUncertainty: Math.sqrt(1 / information) }
}
