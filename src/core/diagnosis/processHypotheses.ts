import { formatFixed } from '../format/formatNumber'
import { milliampOfPercent, percentOfMilliamp } from '../signal/currentLoop'
import { FAILURE_PERCENT, NE43 } from '../signal/ne43'
import { channelsRead, type DiagnosisData, type Hypothesis, parameter, signed } from './hypothesis'

const AIR_SHARE = 0.03

/** Valves, lines, legs, the sensor's own stop: what stands between the pressure and the signal. */
export function processHypotheses({ readings, context }: DiagnosisData): Hypothesis[] {
  const zero = context.zeroPressurePercent
  const first = readings[0]
  const held = first?.pvPercent ?? first?.outputPercent ?? 0
  const leg = context.wetLegPercent
  const hypotheses: Hypothesis[] = [
    {
      cause: 'equalised-or-leaking',
      // A leak passes any share of the pressure.
      parameters: [{ ...parameter(0.5, 0.35, 0, 1), otherStarts: [0.02, 0.1, 0.25, 0.7, 0.9] }],
      weight: 0.6,
      sensor: (x, [share = 0]) => zero + share * (x - zero),
      says: ([share = 0]) => `only ${formatFixed(share * 100, 0)} % of the pressure reaches the sensor`,
    },
    {
      cause: 'equalised-or-leaking',
      parameters: [],
      weight: 0.4,
      sensor: () => zero,
      says: () => 'no pressure reaches the sensor: it stays where zero pressure is',
    },
    {
      cause: 'plugged-line',
      parameters: [{ ...parameter(50, 40, -20, 120), otherStarts: [held] }],
      weight: 1,
      sensor: (_, [at = 0]) => at,
      says: ([at = 0]) => `the sensor stays at ${formatFixed(at, 1)} % of span whatever is applied`,
    },
    {
      cause: 'sensor-stops',
      parameters: [
        {
          ...parameter(70, 25, 5, 110),
          otherStarts: stopsOf(readings.map((each) => each.pvPercent ?? each.outputPercent)),
        },
      ],
      weight: 1,
      sensor: (x, [stop = 0]) => Math.min(stop, x),
      says: ([stop = 0]) => `the sensor goes no higher than ${formatFixed(stop, 1)} % of span`,
    },
  ]
  const air = context.airPercent
  if (air !== undefined)
    for (const sign of [-1, 1])
      hypotheses.push({
        cause: 'gauge-for-absolute',
        // Weather and height above the sea: 3 % either way at one place. Ours, no source.
        parameters: [parameter(sign * air, Math.abs(air) * AIR_SHARE)],
        weight: 0.5,
        sensor: (x, [by = 0]) => x + by,
        says: ([by = 0]) => `shifted by ${signed(by, 1)} % of span, about the pressure of the air`,
      })
  if (leg !== null)
    hypotheses.push({
      cause: 'wet-leg-lost',
      parameters: [],
      weight: 1,
      sensor: (x) => x + leg,
      says: () => `shifted by ${signed(leg)} % of span, the head of the wet leg`,
    })
  return hypotheses
}

const stopsOf = (values: readonly (number | null)[]): number[] => {
  const known = values.filter((value) => value !== null)
  return known.length === 0 ? [] : [Math.max(...known), Math.max(...known) - 0.5]
}

/** Failure signals from 0 to 3.6 mA and from 21 to 24 mA, % of span, with room for the noise of reading them. */
/** A transmitter in two wires draws some current even where it signals a failure; less is an open loop. Common practice, no source. */
const LEAST_DRAWN_MA = 3
const FAILED_LOW = [percentOfMilliamp(LEAST_DRAWN_MA), FAILURE_PERCENT.low + 0.5] as const
const FAILED_HIGH = [FAILURE_PERCENT.high - 0.25, 125] as const

/** Volts across a 250 Ω sense resistor, taken for milliamperes: 1.000 for 4.000. Ohm's law. */
const OHMS_OF_SLIP = 250

/** The current stops: saturated, failed, starved of voltage; or the meter does not read a current at all. */
export function signalHypotheses(data: DiagnosisData): Hypothesis[] {
  const { readings, context, curve } = data
  const outputs = readings.flatMap(({ outputPercent, aoPercent }) => outputPercent ?? aoPercent ?? [])
  if (outputs.length === 0) return []
  const [lowest, highest] = [Math.min(...outputs), Math.max(...outputs)]
  const read = channelsRead(readings)
  const upper = { ...parameter(70, 25, 2, 115), otherStarts: [highest] }
  const lower = { ...parameter(10, 20, -20, 60), otherStarts: [lowest] }
  const saturation: Hypothesis[] = [
    {
      cause: 'saturation',
      parameters: [upper],
      weight: 0.7,
      volts: 'enough',
      transmit: (pv, [stop = 0]) => Math.min(stop, curve.forward(pv)),
      says: ([stop = 0]) => `goes no higher than ${formatFixed(stop, 1)} % of output`,
    },
    {
      cause: 'saturation',
      parameters: [lower],
      weight: 0.3,
      transmit: (pv, [stop = 0]) => Math.max(stop, curve.forward(pv)),
      says: ([stop = 0]) => `goes no lower than ${formatFixed(stop, 1)} % of output`,
    },
  ]
  const dead = read.output ? deadHypotheses(data, outputs) : []
  if (!context.isCurrentLoop || !read.output) return [...saturation, ...dead]
  const isFailure =
    highest <= percentOfMilliamp(NE43.failureLow) + 0.5 || lowest >= percentOfMilliamp(NE43.failureHigh) - 0.5
  const [low, high] = lowest > 50 ? FAILED_HIGH : FAILED_LOW
  const failure: Hypothesis[] =
    context.hasFailureLevels && isFailure
      ? [
          {
            cause: 'failure-signal',
            parameters: [{ ...parameter((low + high) / 2, 6, low, high), otherStarts: [(lowest + highest) / 2] }],
            weight: 1,
            drive: (_, [at = 0]) => at,
            says: ([at = 0]) =>
              `the current stands at ${formatFixed(milliampOfPercent(at), 2)} mA, a failure signal of NE 43`,
          },
        ]
      : []
  return [
    ...saturation,
    ...dead,
    ...failure,
    {
      cause: 'supply-too-low',
      parameters: [upper],
      weight: 1,
      volts: 'at the minimum',
      drive: (ao, [stop = 0]) => Math.min(stop, ao),
      says: ([stop = 0]) => `the loop carries no more than ${formatFixed(milliampOfPercent(stop), 2)} mA`,
    },
    {
      cause: 'meter-on-amperes',
      parameters: [],
      weight: 1,
      drive: (ao) => percentOfMilliamp(milliampOfPercent(ao) / 1000),
      says: () => 'every reading is a thousandth of the current: amperes taken for milliamperes',
    },
    {
      cause: 'meter-on-volts',
      parameters: [],
      weight: 1,
      drive: (ao) => percentOfMilliamp((milliampOfPercent(ao) * OHMS_OF_SLIP) / 1000),
      says: () => 'every reading is that of the volts across 250 Ω, taken for milliamperes',
    },
  ]
}

/** Outputs farther apart than this many standard deviations are no standing signal. Ours, no source. */
const STANDING = 8

/**
 * Signals that say nothing of the pressure: nothing drives the output at all, or it is held where it stands. Either shows
 * as one and the same output at every point.
 */
function deadHypotheses({ context }: DiagnosisData, outputs: readonly number[]): Hypothesis[] {
  const [lowest, highest] = [Math.min(...outputs), Math.max(...outputs)]
  const { deadPercent, isCurrentLoop, noisePercent } = context
  if (highest - lowest > STANDING * noisePercent) return []
  // Where nothing comes out nothing is held.
  const stands = { ...parameter(50, 60, -20, 140), otherStarts: [(lowest + highest) / 2] }
  const at = (percent: number) =>
    isCurrentLoop ? `${formatFixed(milliampOfPercent(percent), 2)} mA` : `${formatFixed(percent, 1)} % of output`
  const held = (weight: number, stage: Pick<Hypothesis, 'transmit' | 'drive'>): Hypothesis => ({
    cause: 'output-held',
    parameters: [stands],
    weight,
    ...stage,
    says: ([percent = 0]) => `the output stands at ${at(percent)} whatever is applied`,
  })
  return [
    // What is told of the output by the device itself stands with it, or goes on.
    held(0.7, { transmit: (_, [percent = 0]) => percent }),
    held(0.3, { drive: (_, [percent = 0]) => percent }),
    ...(deadPercent === null || deadPercent === undefined
      ? []
      : [
          {
            cause: 'no-signal' as const,
            parameters: [],
            weight: 1,
            drive: () => deadPercent,
            says: () => 'nothing at all comes out, at any pressure',
          },
        ]),
  ]
}

/** A terminal voltage this close to the minimum is at the minimum. Ours, no source. */
const AT_MINIMUM_VOLTS = 0.5
/** How sure a voltage that was read decides between the two: such a reading seldom lies. Ours, no source. */
const VOLTS_ODDS = 2 * Math.log(50)

/** What volts that were read cost a hypothesis that predicts others, as −2·ln of a likelihood. */
export function voltsPenalty({ volts }: Hypothesis, { readings, context }: DiagnosisData): number {
  const minimum = context.minimumTerminalVolts
  if (volts === undefined || minimum === null) return 0
  const outputs = readings.flatMap(({ outputPercent }) => outputPercent ?? [])
  const highest = Math.max(...outputs)
  const seen = readings
    .filter(({ outputPercent }) => outputPercent !== null && outputPercent > highest - 5 * context.noisePercent)
    .flatMap(({ terminalVolts }) => terminalVolts ?? [])
  if (seen.length === 0) return 0
  const isAtMinimum = Math.min(...seen) <= minimum + AT_MINIMUM_VOLTS
  return isAtMinimum === (volts === 'at the minimum') ? 0 : VOLTS_ODDS
}
