import type { Direction } from '../../analysis/judgedPoint'
import { Refusal } from '../../refusal'

/** In which directions the points are taken. Practitioners disagree; all of these are in use. */
export const POINT_ORDERS = { 'up-down': 'up and back down', up: 'up only' } as const
export type PointOrder = keyof typeof POINT_ORDERS

/** As many as a test report asks for at most. Ours, no source. */
export const MOST_CYCLES = 5

/** One point to be taken, in order. `percent` of input span. */
export type PlannedPoint = {
  readonly position: number
  readonly percent: number
  readonly direction: Direction
  /** Left out in the first cycle. */
  readonly cycle?: number
}

/**
 * The points of a round in the order they are taken. Up and down shares the topmost point: 0, 25, 50, 75, 100 become
 * nine readings. A further cycle up and down begins where the one before ended, and shares that point too, so that no
 * point is read twice without having moved.
 *
 * @throws {Refusal} without at least two different points
 */
export function plannedPoints(percents: readonly number[], order: PointOrder, cycles = 1): PlannedPoint[] {
  const rising = [...new Set(percents)].toSorted((a, b) => a - b)
  if (rising.length < 2)
    throw new Refusal('testPoints', `${rising.length} given`, 'enter at least two different points')
  const falling = order === 'up-down' ? rising.slice(0, -1).toReversed() : []
  if (!(Number.isInteger(cycles) && cycles >= 1 && cycles <= MOST_CYCLES))
    throw new Refusal('cycles', `${cycles} cycles`, `enter 1 to ${MOST_CYCLES}`)
  const points = Array.from({ length: cycles }, (_, index) => [
    ...(index > 0 && order === 'up-down' ? rising.slice(1) : rising).map((percent) => ({
      percent,
      direction: 'rising' as const,
      ...(index > 0 && { cycle: index + 1 }),
    })),
    ...falling.map((percent) => ({ percent, direction: 'falling' as const, ...(index > 0 && { cycle: index + 1 }) })),
  ]).flat()
  return points.map((point, position) => ({ ...point, position }))
}
