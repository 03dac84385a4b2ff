import type { Cause } from './cause'
import { channelsRead, type DiagnosisData, type Hypothesis, type Parameters, parameter, signed } from './hypothesis'

/** A straight-line error: which of offset and gain are free, and what they do to a value. */
type Line = {
  readonly shape: 'zero' | 'span' | 'zero-and-span'
  readonly count: 1 | 2
  readonly apply: (value: number, p: Parameters, from: number) => number
  readonly says: (p: Parameters, from: number) => string
}

const at = (p: Parameters, index: number) => p[index] ?? 0
const LINES: readonly Line[] = [
  { shape: 'zero', count: 1, apply: (x, p, k) => x + at(p, k), says: (p, k) => `zero ${signed(at(p, k))} % of span` },
  {
    shape: 'span',
    count: 1,
    apply: (x, p, k) => x * (1 + at(p, k) / 100),
    says: (p, k) => `span ${signed(at(p, k))} %`,
  },
  {
    shape: 'zero-and-span',
    count: 2,
    apply: (x, p, k) => x * (1 + at(p, k + 1) / 100) + at(p, k),
    says: (p, k) => `zero ${signed(at(p, k))} % of span, span ${signed(at(p, k + 1))} %`,
  },
]

/** Beyond a fifth of the span it is no longer a matter of drift: other causes are. Common practice, no source. */
const MOST_DRIFT = 20
const driftParameters = (count: number) => Array.from({ length: count }, () => parameter(0, -MOST_DRIFT, MOST_DRIFT))
const SINGLE: Record<Line['shape'], Cause> = {
  zero: 'zero-shift',
  span: 'span-error',
  'zero-and-span': 'zero-and-span',
}

/** A sensor's gain works from zero pressure, not from LRV. */
const aboutZeroPressure = (line: Line, zero: number) => (x: number, p: Parameters) => line.apply(x - zero, p, 0) + zero

/** Straight-line errors of the sensor, or of the whole instrument where the readings show no stages. */
export function sensorHypotheses({ readings, context }: DiagnosisData): Hypothesis[] {
  const { pv } = channelsRead(readings)
  const zero = context.zeroPressurePercent
  const showsStages = pv && showsOutputStage(readings)
  const sensor = LINES.map(
    (line): Hypothesis => ({
      cause: showsStages ? 'sensor-stage' : SINGLE[line.shape],
      parameters: driftParameters(line.count),
      choicePenalty: 0,
      sensor: aboutZeroPressure(line, zero),
      says: (p) => (pv ? `PV: ${line.says(p, 0)}` : line.says(p, 0)),
    }),
  )
  // The span screw of an instrument with an elevated zero works from LRV, a sensor's gain from zero pressure.
  const fromLrv = LINES.filter(({ shape }) => zero !== 0 && shape === 'span' && !pv).map(
    (line): Hypothesis => ({
      cause: 'span-error',
      parameters: driftParameters(1),
      choicePenalty: 0,
      sensor: (x, p) => line.apply(x, p, 0),
      says: (p) => line.says(p, 0),
    }),
  )
  return [...sensor, ...fromLrv]
}

/** Straight-line errors of the output stage, where the readings show one. */
export function outputHypotheses({ readings }: DiagnosisData): Hypothesis[] {
  if (!showsOutputStage(readings)) return []
  return LINES.map(
    (line): Hypothesis => ({
      cause: 'output-stage',
      parameters: driftParameters(line.count),
      choicePenalty: 0,
      drive: (ao, p) => line.apply(ao, p, 0),
      says: (p) => `output: ${line.says(p, 0)}`,
    }),
  )
}

function showsOutputStage(readings: DiagnosisData['readings']): boolean {
  const read = channelsRead(readings)
  return read.output && (read.pv || read.ao)
}

/**
 * Both stages at once. With PV read, each stage is fitted to readings of its own, so the best line of the sensor and the
 * best line of the output are also the best pair.
 */
export function bothStages(sensor: Hypothesis, output: Hypothesis): Hypothesis {
  const first = sensor.parameters.length
  return {
    cause: 'both-stages',
    parameters: [...sensor.parameters, ...output.parameters],
    choicePenalty: Math.max(sensor.choicePenalty, output.choicePenalty),
    ...(sensor.sensor && { sensor: sensor.sensor }),
    drive: (ao, p) => output.drive?.(ao, p.slice(first)) ?? ao,
    says: (p) => `${sensor.says(p)}; ${output.says(p.slice(first))}`,
  }
}

const hump = (x: number) => Math.max(0, (4 * x * (100 - x)) / 1e4)
const wave = (x: number) => (x < 0 || x > 100 ? 0 : (10.392 * x * (100 - x) * (50 - x)) / 5e5) // 1 at its crests

/** Bowed: a parabola, an S, or a parabola on a sloping line, as is left when both ends were set to read right. */
export function bowHypotheses(): Hypothesis[] {
  const bow = (says: string, count: number, sensor: (x: number, p: Parameters) => number): Hypothesis => ({
    cause: 'non-linearity',
    parameters: Array.from({ length: count }, () => parameter(0, -MOST_DRIFT, MOST_DRIFT)),
    choicePenalty: 0,
    sensor,
    says: (p) => `${says} of ${signed(at(p, 0))} % of span`,
  })
  return [
    bow('a bow', 1, (x, p) => x + at(p, 0) * hump(x)),
    bow('an S', 1, (x, p) => x + at(p, 0) * wave(x)),
    bow('a bow, with the span off,', 2, (x, p) => x + at(p, 0) * hump(x) + (at(p, 1) * x) / 100),
    bow('a bow, with zero and span off,', 3, (x, p) => x + at(p, 0) * hump(x) + at(p, 1) + (at(p, 2) * x) / 100),
  ]
}

/** Up differs from down: a loop that closes at the ends, or a constant lag that a pointer drags along. */
export function hysteresisHypotheses({ readings }: DiagnosisData): Hypothesis[] {
  const isBothWays = new Set(readings.map(({ direction }) => direction)).size === 2
  if (!isBothWays) return [] // one direction cannot tell
  const lag = (shape: string, size: (x: number, index: number) => number): Hypothesis => ({
    cause: 'hysteresis',
    parameters: [parameter(0.1, -MOST_DRIFT, MOST_DRIFT)],
    choicePenalty: 0,
    sensor: (x, p, { reading, index }) =>
      x + ((reading.direction === 'rising' ? -1 : 1) * at(p, 0) * size(x, index)) / 2,
    says: (p) => `up and down ${Math.abs(at(p, 0)).toFixed(2)} % of span apart, ${shape}`,
  })
  return [
    lag('closing at both ends', (x) => hump(x)),
    lag('the same at every point', () => 1),
    lag('the same at every point but the first', (_, index) => (index === 0 ? 0 : 1)),
  ]
}
