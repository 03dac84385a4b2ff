import { Refusal } from '../refusal'
import type { Direction } from './judgedPoint'

/** One reading of a set of cycles. Percentages of input and of output span; `targetPercent` groups what belongs together. */
export type CycleReading = {
  readonly cycle: number
  readonly direction: Direction
  readonly targetPercent: number
  readonly appliedPercent: number
  readonly outputPercent: number
}

/** The readings of one test point brought together. Errors in % of span, output − ideal. */
export type CurvePoint = {
  readonly inputPercent: number
  /** Mean output: the mean input applied plus the mean error, so that uneven pumping does not show as a bow. */
  readonly outputPercent: number
  readonly meanErrorPercentSpan: number
  /** Null without readings in that direction. */
  readonly risingErrorPercentSpan: number | null
  readonly fallingErrorPercentSpan: number | null
}

/**
 * The mean curve of a set of cycles: at each test point the mean of the rising and the falling mean.
 * Source: IEC 61298-2, 4.1 (averaging of up and down readings; from memory).
 *
 * @returns points by rising input
 * @throws {Refusal} without readings
 */
export function meanCurve(readings: readonly CycleReading[]): CurvePoint[] {
  if (readings.length === 0) throw new Refusal('readings', 'none given', 'enter at least one reading')
  const byTarget = new Map<number, { rising: number[]; falling: number[]; applied: number[] }>()
  for (const { targetPercent, direction, appliedPercent, outputPercent } of readings) {
    const group = byTarget.get(targetPercent) ?? { rising: [], falling: [], applied: [] }
    group.applied.push(appliedPercent)
    group[direction].push(outputPercent - appliedPercent)
    byTarget.set(targetPercent, group)
  }
  return [...byTarget.values()].map(curvePoint).toSorted((a, b) => a.inputPercent - b.inputPercent)
}

function curvePoint({
  rising,
  falling,
  applied,
}: {
  rising: number[]
  falling: number[]
  applied: number[]
}): CurvePoint {
  // Applied, not nominal: a perfect line pumped 2 % off its points is still a line.
  const inputPercent = meanOrNull(applied) ?? 0
  const up = meanOrNull(rising)
  const down = meanOrNull(falling)
  const both = [up, down].filter((value) => value !== null)
  const meanError = both.reduce((sum, value) => sum + value, 0) / both.length
  return {
    inputPercent,
    outputPercent: inputPercent + meanError,
    meanErrorPercentSpan: meanError,
    risingErrorPercentSpan: up,
    fallingErrorPercentSpan: down,
  }
}

const meanOrNull = (values: readonly number[]) =>
  values.length === 0 ? null : values.reduce((sum, value) => sum + value, 0) / values.length
