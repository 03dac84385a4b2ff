import { formatFixed } from '../format/formatNumber'
/** One touch of a screw, with the reading at its own end before and after. Errors in % of span. */
export type ScrewMove = {
  readonly screw: 'zero' | 'span'
  readonly errorBefore: number
  readonly errorAfter: number
  /** Turns given, clockwise positive; null when nobody counted. */
  readonly turns: number | null
}

/** Something about a screw that the readings give away. */
export type ScrewNotice = {
  readonly kind: 'backlash' | 'no effect' | 'fights back' | 'act as one' | 'beyond the signal'
  readonly screw: 'zero' | 'span'
  readonly says: string
}

/** A change this many times the scatter of a reading is a real one. */
const REAL = 4

/** Backlash, a screw without effect, screws that drive each other apart. Common practice, no source. */
export function screwNotices(moves: readonly ScrewMove[], screw: 'zero' | 'span', noise: number): ScrewNotice[] {
  const own = moves.filter((move) => move.screw === screw)
  const dead = own.some(
    ({ errorBefore, errorAfter, turns }) =>
      turns !== null && Math.abs(turns) >= 0.25 && Math.abs(errorAfter - errorBefore) < REAL * noise,
  )
  const lost = lostTurns(own, noise)
  const grew =
    own.length >= 3 &&
    own
      .slice(-2)
      .every(
        (move, index) =>
          Math.abs(move.errorBefore) > Math.abs(own.at(index - 3)?.errorBefore ?? Number.POSITIVE_INFINITY),
      )
  const notices: ScrewNotice[] = []
  if (lost !== null)
    notices.push({
      kind: 'backlash',
      screw,
      says: `about ${formatFixed(lost, 2)} turns of the ${screw} screw do nothing after a change of direction: come to the aim from one side`,
    })
  else if (dead)
    notices.push({
      kind: 'no effect',
      screw,
      says: `the ${screw} screw was turned and the reading stayed: at its stop, slipping, or the wrong screw`,
    })
  if (grew)
    notices.push({
      kind: 'fights back',
      screw,
      says: `the error before each ${screw} move grows: the screws drive each other apart, look for a loose link or a wrong linkage`,
    })
  return notices
}

/** Turns that had no effect when a screw was turned back, from what a turn did before. Null when none were lost. */
function lostTurns(own: readonly ScrewMove[], noise: number): number | null {
  const counted = own.flatMap((move) =>
    move.turns === null || move.turns === 0
      ? []
      : [{ ...move, turns: move.turns, change: move.errorAfter - move.errorBefore }],
  )
  const perTurn = counted.find(({ change }) => Math.abs(change) >= REAL * noise)
  if (!perTurn) return null
  const effectOfTurn = perTurn.change / perTurn.turns
  const lost = counted
    .filter((move, index) => index > 0 && Math.sign(move.turns) !== Math.sign(counted[index - 1]?.turns ?? 0))
    .map(({ turns, change }) => Math.abs(turns) - Math.abs(change / effectOfTurn))
  const most = Math.max(0, ...lost)
  return most * Math.abs(effectOfTurn) > REAL * noise ? most : null
}
