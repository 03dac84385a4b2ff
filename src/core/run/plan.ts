import type { Direction } from '../analysis/judgedPoint'
import { Refusal } from '../refusal'

/** In which directions the points are taken. Practitioners disagree; all of these are in use. */
export const POINT_ORDERS = { 'up-down': 'up and back down', up: 'up only' } as const
export type PointOrder = keyof typeof POINT_ORDERS

/** One point to be taken, in order. `percent` of input span. */
export type PlannedPoint = { readonly position: number; readonly percent: number; readonly direction: Direction }

/**
 * The points of a round in the order they are taken. Up and down shares the topmost point: 0, 25, 50, 75, 100 become
 * nine readings.
 *
 * @throws {Refusal} without at least two different points
 */
export function plannedPoints(percents: readonly number[], order: PointOrder): PlannedPoint[] {
  const rising = [...new Set(percents)].toSorted((a, b) => a - b)
  if (rising.length < 2)
    throw new Refusal('testPoints', `${rising.length} given`, 'enter at least two different points')
  const falling = order === 'up-down' ? rising.slice(0, -1).toReversed() : []
  return [
    ...rising.map((percent) => ({ percent, direction: 'rising' as const })),
    ...falling.map((percent) => ({ percent, direction: 'falling' as const })),
  ].map((point, position) => ({ ...point, position }))
}
