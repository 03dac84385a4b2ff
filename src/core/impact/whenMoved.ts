/** When a reference may have moved between two of its calibrations. Nobody knows: each is worked out on its own. */
export const MOVEMENTS = {
  'all-along': { label: 'all along', says: 'it was off by the whole amount from the first day' },
  'little-by-little': {
    label: 'little by little',
    says: 'it moved evenly, from nothing on the first day to the whole amount on the last',
  },
  'on-a-day': {
    label: 'on a day',
    says: 'it was as certified before that day, and off by the whole amount from that day on',
  },
} as const
export type Movement = keyof typeof MOVEMENTS
export const MOVEMENT_IDS = Object.keys(MOVEMENTS) as Movement[] // keys of a const object

/** The time in doubt and what is supposed about it; instants in ms, each the beginning of its day. */
export type WhenMoved = {
  readonly movement: Movement
  /** The day it was last known to be as certified. */
  readonly from: number
  /** The day it was found to be off. */
  readonly to: number
  /** The day it moved; only where it moved on a day. */
  readonly on?: number | undefined
}

/** The share of the whole amount that a reference had moved by at a moment, 0 … 1. */
export function shareMoved(at: number, { movement, from, to, on }: WhenMoved): number {
  switch (movement) {
    case 'all-along':
      return 1
    case 'on-a-day':
      return on !== undefined && at < on ? 0 : 1
    case 'little-by-little':
      return to <= from ? 1 : Math.min(1, Math.max(0, (at - from) / (to - from)))
    default:
      return movement satisfies never
  }
}
