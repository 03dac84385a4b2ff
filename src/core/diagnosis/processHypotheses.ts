import { NE43 } from '../signal/ne43'
import { channelsRead, type DiagnosisData, type Hypothesis, parameter, signed } from './hypothesis'

/** Valves, lines, legs: what stands between the pressure and the sensor. */
export function processHypotheses({ readings, context }: DiagnosisData): Hypothesis[] {
  const zero = context.zeroPressurePercent
  const first = readings[0]
  const held = first?.pvPercent ?? first?.outputPercent ?? 0
  const leg = context.wetLegPercent
  const hypotheses: Hypothesis[] = [
    {
      cause: 'equalised-or-leaking',
      parameters: [{ ...parameter(0.1, 0, 0.6), otherStarts: [0.02, 0.05, 0.2, 0.3, 0.4, 0.5] }],
      choicePenalty: 0,
      sensor: (x, [share = 0]) => zero + share * (x - zero),
      says: ([share = 0]) => `only ${(share * 100).toFixed(0)} % of the pressure reaches the sensor`,
    },
    {
      cause: 'equalised-or-leaking',
      parameters: [],
      choicePenalty: 0,
      sensor: () => zero,
      says: () => 'no pressure reaches the sensor: it stays where zero pressure is',
    },
    {
      cause: 'plugged-line',
      parameters: [parameter(held, -5, 105)],
      choicePenalty: 0,
      sensor: (_, [at = 0]) => at,
      says: ([at = 0]) => `the sensor stays at ${at.toFixed(1)} % of span whatever is applied`,
    },
  ]
  if (leg !== null)
    hypotheses.push({
      cause: 'wet-leg-lost',
      parameters: [],
      choicePenalty: 0,
      sensor: (x) => x + leg,
      says: () => `shifted by ${signed(leg)} % of span, the head of the wet leg`,
    })
  return hypotheses
}

/** Failure signals from 0 to 3.6 mA and from 21 to 24 mA, % of span, with room for the noise of reading them. */
const FAILED_LOW = [-25, -2] as const
const FAILED_HIGH = [106, 125] as const

const percentOf = (milliamp: number) => (milliamp - 4) / 0.16
/** A terminal voltage this close to the minimum is at the minimum. */
const AT_MINIMUM_VOLTS = 0.5

/** The current stops: saturated, failed, or starved of voltage. */
export function signalHypotheses(data: DiagnosisData): Hypothesis[] {
  const { readings, context, curve } = data
  const outputs = readings.flatMap(({ outputPercent, aoPercent }) => outputPercent ?? aoPercent ?? [])
  if (outputs.length === 0) return []
  const [lowest, highest] = [Math.min(...outputs), Math.max(...outputs)]
  const upper = parameter(highest, 2, 115)
  const lower = parameter(lowest, -20, 60)
  const read = channelsRead(readings)
  const volts = voltageSays(data, highest)
  const saturation: Hypothesis[] = [
    {
      cause: 'saturation',
      parameters: [upper],
      choicePenalty: volts === 'starved' ? 50 : 0,
      transmit: (pv, [stop = 0]) => Math.min(stop, curve.forward(pv)),
      says: ([stop = 0]) => `goes no higher than ${stop.toFixed(1)} % of output`,
    },
    {
      cause: 'saturation',
      parameters: [lower],
      choicePenalty: 0,
      transmit: (pv, [stop = 0]) => Math.max(stop, curve.forward(pv)),
      says: ([stop = 0]) => `goes no lower than ${stop.toFixed(1)} % of output`,
    },
  ]
  if (!context.isCurrentLoop || !read.output) return saturation
  const isFailure = highest <= percentOf(NE43.failureLow) + 0.5 || lowest >= percentOf(NE43.failureHigh) - 0.5
  const failure: Hypothesis[] = isFailure
    ? [
        {
          cause: 'failure-signal',
          parameters: [parameter((lowest + highest) / 2, ...(lowest > 50 ? FAILED_HIGH : FAILED_LOW))],
          choicePenalty: 0,
          drive: (_, [at = 0]) => at,
          says: ([at = 0]) => `the current stands at ${(4 + 0.16 * at).toFixed(2)} mA, a failure signal of NE 43`,
        },
      ]
    : []
  return [
    ...saturation,
    ...failure,
    {
      cause: 'supply-too-low',
      parameters: [upper],
      // Volts that were read, and are well above the minimum, speak against it.
      choicePenalty: volts === 'enough' ? 50 : 0,
      drive: (ao, [stop = 0]) => Math.min(stop, ao),
      says: ([stop = 0]) =>
        `the loop carries no more than ${(4 + 0.16 * stop).toFixed(2)} mA${volts === 'starved' ? ', and the terminal voltage is at the minimum there' : ''}`,
    },
  ]
}

/** What the terminal voltage says where the current is highest. */
function voltageSays({ readings, context }: DiagnosisData, highest: number): 'enough' | 'starved' | 'unknown' {
  const minimum = context.minimumTerminalVolts
  const volts = readings
    .filter(({ outputPercent }) => outputPercent !== null && outputPercent > highest - 5 * context.noisePercent)
    .flatMap(({ terminalVolts }) => terminalVolts ?? [])
  if (minimum === null || volts.length === 0) return 'unknown'
  return Math.min(...volts) <= minimum + AT_MINIMUM_VOLTS ? 'starved' : 'enough'
}
