import { Refusal } from '../refusal'
import type { WantedRange } from './sensorBody'

/** Whether a reference reaches a range. All in one unit. */
export type ReferenceReach = {
  readonly reaches: boolean
  /** What is missing below and above; zero where it reaches. */
  readonly missingBelow: number
  readonly missingAbove: number
  /** How far one may overshoot before the reference is over its range. */
  readonly headroom: number
}

/**
 * Whether a reference reaches both ends of a range, and how much is left for an overshoot.
 *
 * @throws {Refusal} for a reference whose range is turned round
 */
export function referenceReach({ lrv, urv }: WantedRange, reference: { low: number; high: number }): ReferenceReach {
  if (!(reference.low < reference.high))
    throw new Refusal('reference', `${reference.low} … ${reference.high} is no range`, 'enter the lower end first')
  const missingBelow = Math.max(0, reference.low - Math.min(lrv, urv))
  const missingAbove = Math.max(0, Math.max(lrv, urv) - reference.high)
  return {
    reaches: missingBelow === 0 && missingAbove === 0,
    missingBelow,
    missingAbove,
    headroom: Math.max(0, reference.high - Math.max(lrv, urv)),
  }
}
