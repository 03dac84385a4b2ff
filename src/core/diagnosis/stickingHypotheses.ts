import { formatFixed } from '../format/formatNumber'
import { type DiagnosisData, type Hypothesis, isReadBothWays, parameter, signed } from './hypothesis'
import { at, FAULT_SIZES, ofSize } from './lineErrors'

/** What follows the pressure late, catches at one place, or stops following on the way. */
export function stickingHypotheses(data: DiagnosisData): Hypothesis[] {
  return [...readTooEarly(data), ...catches(data), ...stoppedFollowing(data)]
}

/**
 * Read before it had settled: short of each point by a share of the step to it, which is late on both ways and, unlike
 * friction, nothing at a point that was stood on for a while.
 */
function readTooEarly(data: DiagnosisData): Hypothesis[] {
  const { readings } = data
  const steps = readings.map(({ appliedPercent, isWaitedFor }, index) => {
    const before = readings[index - 1]?.appliedPercent
    return before === undefined || isWaitedFor ? 0 : appliedPercent - before
  })
  const longest = Math.max(...steps.map(Math.abs))
  if (longest === 0) return []
  return FAULT_SIZES.map(
    ({ limits, weight }): Hypothesis => ({
      cause: 'read-too-early',
      // How far it stays behind after the longest step: late, never ahead.
      parameters: [{ ...ofSize(limits, data), low: 0 }],
      weight,
      // A reading still to be taken is waited for.
      sensor: (x, p, { index }) => x - (at(p, 0) * (steps[index] ?? 0)) / longest,
      says: (p) =>
        `stays ${formatFixed(at(p, 0), 2)} % of span behind after a step of ${formatFixed(longest, 0)} %, on both ways`,
    }),
  )
}

/** A pointer or a movement that catches at one place: short of it from below, beyond it from above. */
function catches(data: DiagnosisData): Hypothesis[] {
  const { readings, context } = data
  if (context.isCurrentLoop || !isReadBothWays(readings)) return []
  const places = [...new Set(readings.map(({ targetPercent }) => targetPercent))]
  return places.flatMap((place) =>
    FAULT_SIZES.map(
      ({ limits, weight }): Hypothesis => ({
        cause: 'catches-at-a-place',
        parameters: [ofSize(limits, data), ofSize(limits, data)],
        weight: weight / places.length,
        sensor: (x, p, { reading }) =>
          reading.targetPercent === place ? x + at(p, reading.direction === 'rising' ? 0 : 1) : x,
        says: (p) =>
          `right everywhere but at ${formatFixed(place, 0)} %: ${signed(at(p, 0))} % of span rising, ${signed(at(p, 1))} % falling`,
      }),
    ),
  )
}

/** So many readings that stand still while the pressure moves are no chance. */
const FEWEST_STANDING = 3
/** Readings that agree within so many standard deviations stand still. */
const STANDS_WITHIN = 4
/** So near to where the signal stops, % of output span, it is stopped. */
const STOP_WITHIN = 0.5

/** It followed, and from one reading on stands still, whatever is applied. */
function stoppedFollowing({ readings, context, stops }: DiagnosisData): Hypothesis[] {
  const values = readings.map(({ pvPercent, outputPercent }) => outputPercent ?? pvPercent)
  return readings.flatMap((_, from): Hypothesis[] => {
    const standing = values.slice(from).filter((value) => value !== null)
    const [lowest, highest] = [Math.min(...standing), Math.max(...standing)]
    const isStill = standing.length >= FEWEST_STANDING && highest - lowest <= STANDS_WITHIN * context.noisePercent
    const applied = readings.slice(from).map(({ appliedPercent }) => appliedPercent)
    const isMoved = Math.max(...applied) - Math.min(...applied) > context.limitPercent
    // At its own stop a signal stands still for other reasons, which have causes of their own.
    const isAtStop = lowest <= stops.low + STOP_WITHIN || highest >= stops.high - STOP_WITHIN
    if (from === 0 || !isStill || !isMoved || isAtStop) return []
    return [
      {
        cause: 'stopped-following',
        parameters: [{ ...parameter(50, 40, -20, 120), otherStarts: [lowest] }],
        weight: 1,
        sensor: (x, p, { index }) => (index >= from ? at(p, 0) : x),
        says: (p) =>
          `follows the pressure up to reading ${from}, then stands at ${formatFixed(at(p, 0), 1)} % of span whatever is applied`,
      },
    ]
  })
}
