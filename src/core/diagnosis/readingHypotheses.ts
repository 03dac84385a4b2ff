import type { Channel, DiagnosisData, Hypothesis } from './hypothesis'

/** How far the pump may have stopped from the point while the reference no longer showed it, % of span. */
const PUMP_SCATTER = 1

/** The reference or the reader, not the instrument: over range, or one value mistyped. */
export function readingHypotheses(data: DiagnosisData): Hypothesis[] {
  return [...overRange(data), ...mistyped(data)]
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
      choicePenalty: 0,
      sensor: (x, _, { reading }) => (isBeyond(reading) ? reading.targetPercent : x),
      extraNoise: (reading) => (isBeyond(reading) ? PUMP_SCATTER : 0),
      says: () => `the reference stays at ${end.toFixed(1)} % of span while the targets, and the output, go on`,
    },
  ]
}

/** At most this many readings are tried as the one mistyped: those that stand out most. */
const DOUBTED = 3

function mistyped({ readings, curve }: DiagnosisData): Hypothesis[] {
  if (readings.length < 4) return [] // too few others to convict one
  const departures = readings.flatMap((reading, index) => {
    const { appliedPercent, pvPercent, aoPercent, outputPercent } = reading
    const ao = curve.forward(pvPercent ?? appliedPercent)
    const size: [Channel, number | null][] = [
      ['pv', pvPercent === null ? null : pvPercent - appliedPercent],
      ['ao', aoPercent === null ? null : aoPercent - ao],
      ['output', outputPercent === null ? null : outputPercent - (aoPercent ?? ao)],
    ]
    return size.flatMap(([channel, value]) =>
      value === null ? [] : [{ index, channel, size: Math.abs(value), reading }],
    )
  })
  return departures
    .toSorted((a, b) => b.size - a.size)
    .slice(0, DOUBTED)
    .map(({ index, channel, reading }) => ({
      cause: 'mistyped-reading' as const,
      parameters: [],
      choicePenalty: 2 * Math.log(departures.length),
      leavesOut: { index, channel },
      says: () =>
        `all readings fit but one: ${CHANNEL_WORDS[channel]} at ${reading.targetPercent} % ${reading.direction} (reading ${index + 1})`,
    }))
}

const CHANNEL_WORDS: Record<Channel, string> = { pv: 'PV (or the input applied)', ao: 'AO', output: 'the output' }
