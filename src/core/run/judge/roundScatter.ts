import type { JudgedPoint } from '../../analysis/judgedPoint'
import { repeatability } from '../../analysis/repeatability'

/** A standard deviation of single readings, and how well it is known. */
export type KnownScatter = {
  readonly standardDeviation: number
  /** Null where it was declared rather than worked out. */
  readonly degrees: number | null
  readonly source: string
}

/**
 * What an instrument did between the readings of a round, as far as they show it. In % of input span, or in % of reading
 * over several decades.
 */
export type RoundScatter = {
  readonly unit: '% of span' | '% of reading'
  /** Null where no point was read twice from one side and nothing is known from before. */
  readonly repeatability: KnownScatter | null
  /** Falling less rising at each point read both ways, by target; the lowest point is no part of it. */
  readonly upDown: ReadonlyMap<number, number>
  /** Last less first reading of the lowest point; null before it was read again. */
  readonly returnToZero: { readonly targetPercent: number; readonly difference: number } | null
}

/**
 * The scatter of a round. Hysteresis and the return to zero are told apart by where they show: at the lowest point the
 * difference between the first reading and the last is the return to zero, at every other point it is hysteresis. Mean
 * over the cycles on each side. Source: EURAMET cg-17 (4.1), zero deviation and hysteresis (from memory).
 *
 * @param points of one round, judged
 * @param known from earlier work or declared, used where the round itself has one cycle only
 */
export function roundScatter(
  points: readonly JudgedPoint[],
  { isOfReading, known }: { readonly isOfReading: boolean; readonly known: KnownScatter | null },
): RoundScatter {
  const readings = points.flatMap((point) => scatterOf(point, isOfReading))
  const targets = [...new Set(readings.map(({ targetPercent }) => targetPercent))]
  const lowest = Math.min(...targets)
  const differences = targets.flatMap((target): [number, number][] => {
    const mean = (direction: 'rising' | 'falling') =>
      meanOf(readings.filter((each) => each.targetPercent === target && each.direction === direction))
    const [up, down] = [mean('rising'), mean('falling')]
    return up === null || down === null ? [] : [[target, down - up]]
  })
  const atLowest = readings.filter(({ targetPercent }) => targetPercent === lowest)
  const [first, last] = [atLowest[0], atLowest.at(-1)]
  const measured = repeatability(
    readings.map(({ targetPercent, direction, value }) => ({
      cycle: 1,
      targetPercent,
      direction,
      appliedPercent: 0,
      outputPercent: value,
    })),
  )
  return {
    unit: isOfReading ? '% of reading' : '% of span',
    repeatability: measured
      ? {
          standardDeviation: measured.standardDeviationPercentSpan,
          degrees: measured.degreesOfFreedom,
          source: 'cycles of this round, Type A',
        }
      : known,
    upDown: new Map(differences.filter(([target]) => target !== lowest)),
    returnToZero:
      first && last && first !== last && last.direction === 'falling'
        ? { targetPercent: lowest, difference: last.value - first.value }
        : null,
  }
}

type Scattered = { readonly targetPercent: number; readonly direction: 'rising' | 'falling'; readonly value: number }

/** The error on the side of the sensor, where a transfer does not stretch it; nothing of what a cut-off hides. */
function scatterOf(point: JudgedPoint, isOfReading: boolean): Scattered[] {
  const { targetPercent, direction, atSensor, cutOff, errorPercentSpan, errorInput, applied } = point
  if (cutOff) return []
  if (!isOfReading) return [{ targetPercent, direction, value: atSensor?.errorPercentSpan ?? errorPercentSpan }]
  return errorInput === null || applied === 0
    ? []
    : [{ targetPercent, direction, value: (100 * errorInput) / Math.abs(applied) }]
}

const meanOf = (readings: readonly Scattered[]): number | null =>
  readings.length === 0 ? null : readings.reduce((sum, { value }) => sum + value, 0) / readings.length

/** The largest difference between falling and rising of a round; null before a point was read both ways. */
export function largestUpDown({ upDown }: Pick<RoundScatter, 'upDown'>): number | null {
  return upDown.size === 0 ? null : Math.max(...[...upDown.values()].map(Math.abs))
}
