import { formatFixed } from '../format/formatNumber'
import { Refusal } from '../refusal'
import { afterScrewMove, type Coupling, type Ends } from './otherEnd'
import { type Estimate, effects, estimate } from './screwEffects'
import type { ScrewHistory } from './screwHistory'
import { type ScrewNotice, screwNotices } from './screwNotices'

export type ScrewAdvice = {
  readonly isDone: boolean
  readonly nextScrew: 'zero' | 'span'
  /** Error to leave at that end on purpose, % of span: over- or undershoot that the other screw will take back. */
  readonly aimPercent: number
  /** Where both errors will stand when the next end is set to the aim, % of span. */
  readonly afterMove: { readonly zeroError: number; readonly fullError: number }
  /** What the ends read now, as far as is known. */
  readonly zeroError: number
  readonly fullError: number
  /** How much of a move at 100 % comes back at 0 %. */
  readonly interaction: Estimate
  /** How much of a move at 0 % shows at 100 %: near 1. */
  readonly zeroAtFull: Estimate
  readonly passesLeft: number
  readonly notices: readonly ScrewNotice[]
}

/** What is believed before anything is seen: screws of force-balance and analogue instruments. Common practice, no source. */
const INTERACTION_PRIOR: Estimate = { value: 0.3, standardUncertainty: 0.25 }

const ZERO_AT_FULL_PRIOR: Estimate = { value: 1, standardUncertainty: 0.15 }

/**
 * Two interacting screws: estimates the interaction from what each move did to the other end, and says what reading to
 * leave at the next end so that the move after it brings both ends home.
 *
 * With errors z at 0 % and f at 100 %, a zero move d changes f by m·d, a span move d changes z by k·d. Leaving z* at 0 %
 * and then bringing f to nothing ends with z = 0 when z* = k·(f − m·z) / (1 − k·m).
 * k and m are least-squares estimates with a prior (own derivation).
 *
 * @throws {Refusal} for a limit or noise that is not above zero
 */
export function adviseScrews(history: ScrewHistory): ScrewAdvice {
  const { moves, limit, noise } = history
  if (!(limit > 0)) throw new Refusal('limit', `${limit} % of span`, 'enter an error limit above zero')
  if (!(noise > 0)) throw new Refusal('noise', `${noise} % of span`, 'enter what a reading scatters by, above zero')
  const interaction = estimate(effects(history, 'span'), INTERACTION_PRIOR, noise)
  const zeroAtFull = estimate(effects(history, 'zero'), ZERO_AT_FULL_PRIOR, noise)
  const coupling = { interaction: interaction.value, zeroAtFull: zeroAtFull.value }
  const { zeroError, fullError } = endsNow(history, coupling)
  // An end that was carried along by the other screw is known only as well as the interaction is.
  const doubt = 2 * interaction.standardUncertainty * spanMoveSinceZeroWasRead(history)
  // A reading scatters: what stands just inside by one reading may stand outside by the next. Two standard deviations.
  const scatter = 2 * noise
  const isDone = Math.abs(zeroError) + doubt + scatter <= limit && Math.abs(fullError) + scatter <= limit
  const nextScrew = moves.at(-1)?.screw === 'zero' ? 'span' : 'zero'
  const k = Math.min(0.9, Math.max(-0.9, interaction.value)) // beyond, the two screws are one
  const aim = nextScrew === 'span' ? 0 : (k * (fullError - zeroAtFull.value * zeroError)) / (1 - k * zeroAtFull.value)
  const travel = Math.abs(fullError + zeroAtFull.value * (aim - zeroError))
  return {
    isDone,
    nextScrew,
    aimPercent: aim,
    afterMove: afterScrewMove(
      { zeroError, fullError },
      { screw: nextScrew, errorBefore: nextScrew === 'zero' ? zeroError : fullError, errorAfter: aim },
      coupling,
    ),
    zeroError,
    fullError,
    interaction,
    zeroAtFull,
    passesLeft: isDone ? 0 : passesLeft({ travel, doubt: interaction.standardUncertainty, limit, noise }),
    notices: [
      ...screwNotices(moves, 'zero', noise),
      ...screwNotices(moves, 'span', noise),
      ...actAsOne(interaction, zeroAtFull),
    ],
  }
}

/** From here on a move of one screw is nearly a move of the other, and no order of turns brings both ends home. Ours. */
const AS_ONE = 0.85

function actAsOne(interaction: Estimate, zeroAtFull: Estimate): ScrewNotice[] {
  const coupled = interaction.value * zeroAtFull.value
  if (coupled < AS_ONE) return []
  return [
    {
      kind: 'act as one',
      screw: 'span',
      says: `the two screws act nearly as one (a move at 100 % brings ${formatFixed(coupled * 100, 0)} % of itself back at 0 %): turning them converges slowly or not at all; look at the linkage before going on`,
    },
  ]
}

/** How far the span screw has moved 100 % since anybody looked at 0 %. */
function spanMoveSinceZeroWasRead({ moves, zeroReadNow }: ScrewHistory): number {
  if (zeroReadNow !== null) return 0
  const since = moves.slice(moves.findLastIndex(({ screw }) => screw === 'zero') + 1)
  return Math.abs(since.reduce((sum, { errorBefore, errorAfter }) => sum + errorAfter - errorBefore, 0))
}

/** The ends as they stand: what was set last, and what the moves since then have done to it. */
function endsNow({ zeroError, fullError, moves, zeroReadNow, fullReadNow }: ScrewHistory, coupling: Coupling): Ends {
  const carried = moves.reduce((ends, move) => afterScrewMove(ends, move, coupling), { zeroError, fullError })
  return { zeroError: zeroReadNow ?? carried.zeroError, fullError: fullReadNow ?? carried.fullError }
}

/** Passes until what the doubt about the interaction can leave at 0 % lies inside the limit. */
function passesLeft({
  travel,
  doubt,
  limit,
  noise,
}: {
  travel: number
  doubt: number
  limit: number
  noise: number
}): number {
  let left = travel
  let uncertainty = doubt
  for (let pass = 1; pass < 12; pass++) {
    const remains = left * uncertainty
    if (remains + noise <= limit) return pass
    // What this pass shows of the interaction makes the next one surer.
    uncertainty = Math.sqrt(1 / (1 / uncertainty ** 2 + left ** 2 / (2 * noise ** 2)))
    left = remains
  }
  return 12
}
