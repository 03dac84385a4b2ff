import { formatFixed } from '../format/formatNumber'
import { type Channel, channelsRead, type DiagnosisData, type Hypothesis, signed } from './hypothesis'
import { ofSize } from './lineErrors'

/** How far the pump may have stopped from the point while the reference no longer showed it, % of span. */
const PUMP_SCATTER = 1

/** The reference or the reader, not the instrument: over range, or one value mistyped, alone or beside a line that is off. */
export function readingHypotheses(data: DiagnosisData): Hypothesis[] {
  return [...overRange(data), ...mistyped(data), ...crosswise(data)]
}

/** The reference stands still at its end while the targets go on: there the targets are the better guess. */
function overRange({ readings }: DiagnosisData): Hypothesis[] {
  const end = Math.max(...readings.map(({ appliedPercent }) => appliedPercent))
  const isBeyond = ({ targetPercent, appliedPercent }: DiagnosisData['readings'][number]) =>
    targetPercent > end + 3 * PUMP_SCATTER && appliedPercent > end - PUMP_SCATTER
  if (!readings.some(isBeyond)) return []
  return [
    {
      cause: 'reference-over-range',
      parameters: [],
      weight: 1,
      sensor: (x, _, { reading }) => (isBeyond(reading) ? reading.targetPercent : x),
      extraNoise: (reading) => (isBeyond(reading) ? PUMP_SCATTER : 0),
      says: () => `the reference stays at ${formatFixed(end, 1)} % of span while the targets, and the output, go on`,
    },
  ]
}

/** Any reading may be the slip, on any of its channels; all are tried where they are few, else those that stand out most. */
const DOUBTED = 12
/** Half of the slips are small: a misreading, a last digit. The other half may be anything. Ours, no source. */
const NEAR_SLIP_LIMITS = 10

function mistyped(data: DiagnosisData): Hypothesis[] {
  const { readings, curve, context } = data
  const departures = readings.flatMap((reading, index) => {
    const { appliedPercent, pvPercent, aoPercent, outputPercent } = reading
    const ao = curve.forward(pvPercent ?? appliedPercent)
    const size: [Channel, number | null][] = [
      ['pv', pvPercent === null ? null : pvPercent - appliedPercent],
      ['ao', aoPercent === null ? null : aoPercent - ao],
      ['output', outputPercent === null ? null : outputPercent - (aoPercent ?? ao)],
    ]
    return size.flatMap(([channel, value]) => (value === null ? [] : [{ index, channel, size: value, reading }]))
  })
  const middle = departures.map(({ size }) => size).toSorted((a, b) => a - b)[Math.floor(departures.length / 2)] ?? 0
  const zero = context.zeroPressurePercent
  return departures
    .toSorted((a, b) => Math.abs(b.size - middle) - Math.abs(a.size - middle))
    .slice(0, DOUBTED)
    .flatMap(({ index, channel, size, reading }): Hypothesis[] => {
      const which = `${CHANNEL_WORDS[channel]} at ${reading.targetPercent} % ${reading.direction} (reading ${index + 1})`
      const anywhere = { index, channel, widthPercent: 100 }
      const near = { index, channel, widthPercent: 2 * NEAR_SLIP_LIMITS * context.limitPercent }
      const isNear = Math.abs(size - middle) < NEAR_SLIP_LIMITS * context.limitPercent
      const weight = 1 / (2 * departures.length)
      const leavesOut = isNear ? near : anywhere
      return [
        ...[anywhere, ...(isNear ? [near] : [])].map(
          (doubted): Hypothesis => ({
            cause: 'mistyped-reading',
            parameters: [],
            weight,
            leavesOut: doubted,
            says: () => `all readings fit but one: ${which}`,
          }),
        ),
        {
          cause: 'line-and-slip',
          shape: 'zero-and-span',
          parameters: [ofSize(3.5, data), ofSize(3.5, data)],
          weight,
          leavesOut,
          sensor: (x, [offset = 0, gain = 0]) => x + offset + (gain * (x - zero)) / 100,
          says: ([offset = 0, gain = 0]) =>
            `zero ${signed(offset)} % of span, span ${signed(gain)} %, and one reading apart: ${which}`,
        },
      ]
    })
}

/** So near to each other's values, in error limits, two readings may stand in each other's place. */
const CROSSED_WITHIN = 8

/** Two readings that stand each in the other's place, alone or beside a line that is off. */
function crosswise(data: DiagnosisData): Hypothesis[] {
  const { readings, context, curve } = data
  const read = channelsRead(readings)
  const pairs = (['output', 'pv'] as const)
    .filter((channel) => read[channel])
    .flatMap((channel) => {
      const nears = (a: number, b: number) => {
        const [shown, expected] = [readings[a], readings[b]]
        const value = channel === 'pv' ? shown?.pvPercent : shown?.outputPercent
        if (value === null || value === undefined || !expected) return false
        const wanted = channel === 'pv' ? expected.appliedPercent : curve.forward(expected.appliedPercent)
        return Math.abs(value - wanted) < CROSSED_WITHIN * context.limitPercent
      }
      const areApart = (a: number, b: number) =>
        Math.abs((readings[a]?.appliedPercent ?? 0) - (readings[b]?.appliedPercent ?? 0)) >
        CROSSED_WITHIN * context.limitPercent
      // Neighbours: what was read one after the other is written down in the wrong order.
      return readings.flatMap((_, second) => {
        const first = second - 1
        const isCrossed = first >= 0 && areApart(first, second) && nears(first, second) && nears(second, first)
        return isCrossed ? [{ between: [first, second] as const, channel }] : []
      })
    })
  const zero = context.zeroPressurePercent
  return pairs.flatMap((crosses): Hypothesis[] => {
    const which = crosses.between
      .map((place) => `${readings[place]?.targetPercent} % ${readings[place]?.direction}`)
      .join(' and ')
    const shared = { cause: 'read-crosswise', crosses, weight: 0.5 / pairs.length } as const
    return [
      {
        ...{ ...shared, parameters: [] },
        says: () => `all readings fit where ${CHANNEL_WORDS[crosses.channel]} at ${which} change places`,
      },
      {
        ...{ ...shared, parameters: [ofSize(3.5, data), ofSize(3.5, data)] },
        sensor: (x, [offset = 0, gain = 0]) => x + offset + (gain * (x - zero)) / 100,
        says: ([offset = 0, gain = 0]) =>
          `${CHANNEL_WORDS[crosses.channel]} at ${which} change places; then zero ${signed(offset)} % of span, span ${signed(gain)} %`,
      },
    ]
  })
}

const CHANNEL_WORDS: Record<Channel, string> = { pv: 'PV (or the input applied)', ao: 'AO', output: 'the output' }
