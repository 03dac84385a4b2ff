import type { Cause } from './causeTable'
import {
  channelsRead,
  type DiagnosisData,
  type Hypothesis,
  type LineShape,
  type Parameter,
  type Parameters,
  parameter,
  showsOutputStage,
  signed,
} from './hypothesis'

/** A straight-line error: which of offset and gain are free, and what they do to a value. */
type Line = {
  readonly shape: LineShape
  readonly count: 1 | 2
  /** How often it is just this of the three. Ours, no source. */
  readonly weight: number
  readonly apply: (value: number, p: Parameters, from: number) => number
  readonly says: (p: Parameters, from: number) => string
}

const at = (p: Parameters, index: number) => p[index] ?? 0
const LINES: readonly Line[] = [
  {
    shape: 'zero',
    count: 1,
    weight: 0.5,
    apply: (x, p, k) => x + at(p, k),
    says: (p, k) => `zero ${signed(at(p, k))} % of span`,
  },
  {
    shape: 'span',
    count: 1,
    weight: 0.25,
    apply: (x, p, k) => x * (1 + at(p, k) / 100),
    says: (p, k) => `span ${signed(at(p, k))} %`,
  },
  {
    shape: 'zero-and-span',
    count: 2,
    weight: 0.25,
    apply: (x, p, k) => x * (1 + at(p, k + 1) / 100) + at(p, k),
    says: (p, k) => `zero ${signed(at(p, k))} % of span, span ${signed(at(p, k + 1))} %`,
  },
]

/**
 * How large a fault of zero, span, bow or friction is, in error limits: most are of a few limits, some far larger. The
 * two together are the prior; ours, no source.
 */
export const FAULT_SIZES = [
  { limits: 3.5, weight: 0.75 },
  { limits: 14, weight: 0.25 },
] as const
/** Beyond a fifth of the span it is no longer a matter of drift: other causes are. Common practice, no source. */
const MOST_DRIFT = 20

export const ofSize = (limits: number, { context }: DiagnosisData): Parameter =>
  parameter(0, limits * context.limitPercent, -MOST_DRIFT, MOST_DRIFT)

const SINGLE: Record<LineShape, Cause> = {
  zero: 'zero-shift',
  span: 'span-error',
  'zero-and-span': 'zero-and-span',
}

/** A sensor's gain works from zero pressure, or from LRV where it is trimmed or screwed there. */
const about = (line: Line, pivot: number) => (x: number, p: Parameters, from: number) =>
  line.apply(x - pivot, p, from) + pivot

/** Every size and pivot a straight line can have on the side of the sensor. */
function linesOfSensor(data: DiagnosisData) {
  const zero = data.context.zeroPressurePercent
  return LINES.flatMap((line) => {
    const pivots = zero !== 0 && line.shape === 'span' ? [zero, 0] : [zero]
    return pivots.flatMap((pivot) =>
      FAULT_SIZES.map(({ limits, weight }) => ({
        ...line,
        weight: (line.weight * weight) / pivots.length,
        shareOfShape: weight / pivots.length,
        parameters: Array.from({ length: line.count }, () => ofSize(limits, data)),
        sensor: about(line, pivot),
      })),
    )
  })
}

/** Straight-line errors of the sensor, or of the whole instrument where the readings show no stages. */
export function sensorHypotheses(data: DiagnosisData): Hypothesis[] {
  const { pv } = channelsRead(data.readings)
  const showsStages = pv && showsOutputStage(data.readings)
  return linesOfSensor(data).map(
    ({ shape, weight, shareOfShape, parameters, sensor, says }): Hypothesis => ({
      cause: showsStages ? 'sensor-stage' : SINGLE[shape],
      shape,
      line: { at: 0, stage: 'sensor' },
      parameters,
      weight: showsStages ? weight : shareOfShape,
      sensor: (x, p) => sensor(x, p, 0),
      says: (p) => (pv ? `PV: ${says(p, 0)}` : says(p, 0)),
    }),
  )
}

/** Straight-line errors of the output stage, where the readings show one. */
export function outputHypotheses(data: DiagnosisData): Hypothesis[] {
  if (!showsOutputStage(data.readings)) return []
  return LINES.flatMap((line) =>
    FAULT_SIZES.map(
      ({ limits, weight }): Hypothesis => ({
        cause: 'output-stage',
        shape: line.shape,
        line: { at: 0, stage: 'output' },
        parameters: Array.from({ length: line.count }, () => ofSize(limits, data)),
        weight: line.weight * weight,
        drive: (ao, p) => line.apply(ao, p, 0),
        says: (p) => `output: ${line.says(p, 0)}`,
      }),
    ),
  )
}

/** Both stages at once: zero and span of each, of which either may be small. */
export function bothStages(data: DiagnosisData): Hypothesis[] {
  if (!showsOutputStage(data.readings) || !channelsRead(data.readings).pv) return []
  const zero = data.context.zeroPressurePercent
  const line = LINES[2]
  if (!line) return []
  return FAULT_SIZES.map(
    ({ limits, weight }): Hypothesis => ({
      cause: 'both-stages',
      shape: 'zero-and-span',
      parameters: Array.from({ length: 4 }, () => ofSize(limits, data)),
      weight,
      sensor: (x, p) => line.apply(x - zero, p, 0) + zero,
      drive: (ao, p) => line.apply(ao, p, 2),
      says: (p) => `PV: ${line.says(p, 0)}; output: ${line.says(p, 2)}`,
    }),
  )
}

const hump = (x: number) => Math.max(0, (4 * x * (100 - x)) / 1e4)
const wave = (x: number) => (x < 0 || x > 100 ? 0 : (10.392 * x * (100 - x) * (50 - x)) / 5e5) // 1 at its crests

/** Bowed: a parabola, lopsided or not, an S, each alone or on a sloping line, as is left when both ends were set right. */
export function bowHypotheses(data: DiagnosisData): Hypothesis[] {
  const bow = (
    says: string,
    { count, weight }: { count: number; weight: number },
    sensor: (x: number, p: Parameters) => number,
  ): Hypothesis[] =>
    FAULT_SIZES.map((size) => ({
      cause: 'non-linearity',
      parameters: Array.from({ length: count }, () => ofSize(size.limits, data)),
      weight: weight * size.weight,
      sensor,
      says: (p) => `${says} of ${signed(at(p, 0))} % of span`,
    }))
  return [
    ...bow('a bow', { count: 2, weight: 0.4 }, (x, p) => x + at(p, 0) * hump(x) + 0.3 * at(p, 1) * wave(x)),
    ...bow('an S', { count: 1, weight: 0.15 }, (x, p) => x + at(p, 0) * wave(x)),
    ...bow(
      'a bow, with the span off,',
      { count: 2, weight: 0.2 },
      (x, p) => x + at(p, 0) * hump(x) + (at(p, 1) * x) / 100,
    ),
    ...bow(
      'a bow, with zero and span off,',
      { count: 3, weight: 0.25 },
      (x, p) => x + at(p, 0) * hump(x) + at(p, 1) + (at(p, 2) * x) / 100,
    ),
  ]
}

/** Shapes of the way up and the way down: a loop that closes at the ends, lopsided or not, or a constant lag. */
const LOOPS: readonly {
  readonly says: string
  readonly weight: number
  readonly size: (x: number, index: number) => number
}[] = [
  { says: 'closing at both ends', weight: 0.4, size: (x) => hump(x) },
  { says: 'closing at both ends, wider below', weight: 0.1, size: (x) => hump(x) * (1 + (50 - x) / 125) },
  { says: 'closing at both ends, wider above', weight: 0.1, size: (x) => hump(x) * (1 + (x - 50) / 125) },
  { says: 'the same at every point', weight: 0.2, size: () => 1 },
  { says: 'the same at every point but the first', weight: 0.2, size: (_, index) => (index === 0 ? 0 : 1) },
]

/** Up differs from down, alone or on a straight line that is off too; one direction cannot tell. */
export function hysteresisHypotheses(data: DiagnosisData): Hypothesis[] {
  if (new Set(data.readings.map(({ direction }) => direction)).size < 2) return []
  const lagged = (x: number, width: number, { size }: (typeof LOOPS)[number], place: Taken) =>
    x + ((place.reading.direction === 'rising' ? -1 : 1) * width * size(x, place.index)) / 2
  return LOOPS.flatMap((loop) =>
    FAULT_SIZES.flatMap(({ limits, weight }): Hypothesis[] => [
      {
        cause: 'hysteresis',
        parameters: [ofSize(1.5 * limits, data)],
        weight: loop.weight * weight,
        sensor: (x, p, place) => lagged(x, at(p, 0), loop, place),
        says: (p) => `up and down ${Math.abs(at(p, 0)).toFixed(2)} % of span apart, ${loop.says}`,
      },
      {
        cause: 'line-and-hysteresis',
        shape: 'zero-and-span',
        line: { at: 1, stage: 'sensor' },
        parameters: [ofSize(1.5 * limits, data), ofSize(limits, data), ofSize(limits, data)],
        weight: loop.weight * weight,
        sensor: (x, p, place) => lagged(x, at(p, 0), loop, place) + at(p, 1) + (at(p, 2) * x) / 100,
        says: (p) =>
          `zero ${signed(at(p, 1))} % of span, span ${signed(at(p, 2))} %, up and down ${Math.abs(at(p, 0)).toFixed(2)} % apart`,
      },
    ]),
  )
}
type Taken = { readonly reading: { readonly direction: 'rising' | 'falling' }; readonly index: number }

/** Zero that moves while the points are taken: with the time where it is known, else from reading to reading. */
export function driftHypotheses(data: DiagnosisData): Hypothesis[] {
  const { readings } = data
  const last = readings.at(-1)?.minutes ?? 0
  const progress = (index: number, minutes: number | undefined) =>
    last > 0 && minutes !== undefined ? minutes / last : index / Math.max(1, readings.length - 1)
  return FAULT_SIZES.map(
    ({ limits, weight }): Hypothesis => ({
      cause: 'zero-drift',
      parameters: [ofSize(limits, data), ofSize(limits, data)],
      weight,
      sensor: (x, p, { reading, index }) => x + at(p, 1) + at(p, 0) * progress(index, reading.minutes),
      says: (p) => `zero moved by ${signed(at(p, 0))} % of span from the first reading to the last`,
    }),
  )
}
