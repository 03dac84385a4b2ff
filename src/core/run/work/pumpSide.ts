import type { PressureKind } from '../../units/pressureKind'

/**
 * The side of the cell that the pump presses on. A hand pump gives pressure, not vacuum: a differential that is below
 * nothing everywhere is made by pressure on the low side. `either` where points lie on both sides of nothing.
 */
export type PumpSide = 'high' | 'low' | 'either'

/** The side for a range; both ends in one unit. Common practice, no source. */
export function pumpSideOf({
  pressureKind,
  lrv,
  urv,
}: {
  readonly pressureKind: PressureKind
  readonly lrv: number
  readonly urv: number
}): PumpSide {
  if (pressureKind !== 'differential') return 'high'
  if (Math.max(lrv, urv) <= 0) return 'low'
  return Math.min(lrv, urv) < 0 ? 'either' : 'high'
}

/** Where a point is pressed, in words, where that is not always the high side; `input` in any unit. */
export function pressedWords(side: PumpSide, input: number): string | null {
  if (side === 'high') return null
  if (side === 'low') return 'pressure on the low side'
  return input < 0 ? 'vacuum on the high side, or pressure on the low one' : 'pressure on the high side'
}
