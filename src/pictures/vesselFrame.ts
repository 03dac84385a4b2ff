import type { VesselSetUp } from '@/core/level/vesselSetUp'

/** Heights that the picture spans, m. */
export type HeightSpan = { readonly low: number; readonly high: number }

export type Frame = {
  readonly y: (metres: number) => number
  readonly font: number
  readonly left: number
  readonly right: number
  /** Where the lines of the two sides run. */
  readonly high: number
  readonly low: number
  readonly width: number
  readonly words: (metres: number) => string
}

/** What the vessel is joined to the instrument by: shortly in the picture, and in words. */
export const JOINTS: Record<VesselSetUp['kind'], { readonly short: string; readonly lower: string }> = {
  open: { short: 'tap', lower: 'Lower tap' },
  standpipe: { short: 'outlet', lower: 'Outlet of the tank' },
  bubbler: { short: 'end', lower: 'End of the tube' },
  'dry-leg': { short: 'tap', lower: 'Lower tap' },
  'wet-leg': { short: 'tap', lower: 'Lower tap' },
  'remote-seals': { short: 'seal', lower: 'Lower seal' },
  interface: { short: 'tap', lower: 'Lower tap' },
}

/** A bubbler's tube hangs near the left wall, so that words have room beside it. */
export const tubeX = ({ left, right }: Pick<Frame, 'left' | 'right'>) => left + 0.2 * (right - left)
