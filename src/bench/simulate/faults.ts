import type { Cause } from '../../core/diagnosis/cause'
import { CURRENT_SPAN_MA, milliampOfPercent } from '../../core/signal/currentLoop'
import type { RandomStream } from '../../core/statistics/randomStream'
import type { InstrumentModel } from './instrumentModel'
import type { CheckReading, SimulatedPlan } from './simulateCheck'

/** A check with a fault laid over it. `tamper` changes readings after they were taken: a slip of whoever writes them. */
export type FaultedCheck = {
  readonly model: InstrumentModel
  readonly plan: SimulatedPlan
  readonly tamper?: (readings: readonly CheckReading[]) => CheckReading[]
}

/** Lays one fault over a check; `size` is in % of span, and the stream chooses sign and place. */
type Fault = (check: FaultedCheck, size: number, stream: RandomStream) => FaultedCheck

const sign = ({ uniform }: RandomStream) => (uniform() < 0.5 ? -1 : 1)
const between = ({ uniform }: RandomStream, low: number, high: number) => low + (high - low) * uniform()
const pick = <T>({ uniform }: RandomStream, list: readonly T[]): T => list[Math.floor(uniform() * list.length)] as T // never empty

const withModel = (check: FaultedCheck, change: Partial<InstrumentModel>): FaultedCheck => ({
  ...check,
  model: { ...check.model, ...change },
})
const withSensor = (check: FaultedCheck, change: Partial<InstrumentModel['sensor']>): FaultedCheck =>
  withModel(check, { sensor: { ...check.model.sensor, ...change } })
const withDigital = (check: FaultedCheck, change: Partial<NonNullable<InstrumentModel['digital']>>): FaultedCheck =>
  withModel(check, { digital: check.model.digital && { ...check.model.digital, ...change } })
const withOutput = (check: FaultedCheck, change: Partial<NonNullable<InstrumentModel['output']>>): FaultedCheck =>
  withModel(check, { output: check.model.output && { ...check.model.output, ...change } })
const spanOf = ({ model }: FaultedCheck) => model.range.urv - model.range.lrv

const sensorZero: Fault = (check, size, stream) =>
  withSensor(check, { offset: (sign(stream) * size * spanOf(check)) / 100 })
const sensorSpan: Fault = (check, size, stream) => withSensor(check, { gain: 1 + (sign(stream) * size) / 100 })
const sensorBoth: Fault = (check, size, stream) => sensorSpan(sensorZero(check, size, stream), size, stream)
const sensorAny: Fault = (check, size, stream) =>
  pick(stream, [sensorZero, sensorSpan, sensorBoth])(check, size, stream)

const outputAny: Fault = (check, size, stream) => {
  const offsetMilliamp = sign(stream) * (size / 100) * CURRENT_SPAN_MA
  // The stage's gain works on the whole current: 4 mA and 20 mA move, and its error at 0 % is put back by the offset.
  const gain = 1 + (sign(stream) * size) / 100
  return pick(stream, [
    () => withOutput(check, { offsetMilliamp }),
    () => withOutput(check, { gain, offsetMilliamp: -4 * (gain - 1) }),
    () => withOutput(check, { gain, offsetMilliamp }),
  ])()
}

/** A pressure shut in, clear of zero pressure: shut in at zero it would look like an open equalising valve. */
const trappedPressure = (check: FaultedCheck, stream: RandomStream): number => {
  const { lrv, urv } = check.model.range
  const pressure = lrv + (between(stream, 15, 95) / 100) * (urv - lrv)
  return Math.abs(pressure) < 0.05 * Math.abs(urv - lrv) ? pressure + 0.1 * (urv - lrv) : pressure
}

/** Units mixed up with kPa, as ratios of the reading: psi, inches of water, millibar. */
export const UNIT_RATIOS = [6.894757, 1 / 6.894757, 4.021843, 1 / 4.021843, 10, 0.1]
const WATER_RATIO = 998.2067 / 999.972 // 20 °C water in an instrument that counts in 4 °C water

/** Every fault that the simulator can lay over a check, by the cause a diagnosis should name. */
export const FAULTS: Partial<Record<Cause, Fault>> = {
  none: (check) => check,
  'zero-shift': sensorZero,
  'span-error': sensorSpan,
  'zero-and-span': sensorBoth,
  'non-linearity': (check, size, stream) =>
    withSensor(check, { bowPercent: sign(stream) * size, skew: between(stream, -0.4, 0.4) }),
  hysteresis: (check, size, stream) =>
    stream.uniform() < 0.5
      ? withSensor(check, { hysteresisPercent: 2 * size, skew: between(stream, -0.4, 0.4) })
      : withSensor(check, { stickingPercent: size }),
  'sensor-stage': sensorAny,
  'output-stage': outputAny,
  'both-stages': (check, size, stream) => outputAny(sensorAny(check, size, stream), size, stream),
  'root-twice': (check) => withDigital(check, { secondTransfer: check.model.digital?.transfer ?? null }),
  'root-missing': (check) => withDigital(check, { transfer: { kind: 'linear' } }),
  'water-reference': (check) => withSensor(check, { gain: WATER_RATIO }),
  'wrong-unit': (check, _, stream) => {
    const gain = pick(stream, UNIT_RATIOS)
    return withSensor(check, {
      gain,
      limitHigh: check.model.sensor.limitHigh * 10,
      limitLow: check.model.sensor.limitLow * 10,
    })
  },
  'range-differs': (check, _, stream) => {
    const { lrv, urv } = check.model.range
    const factor = pick(stream, [between(stream, 0.5, 0.8), between(stream, 1.3, 1.6)])
    const otherUrv = lrv + (urv - lrv) * factor
    if (check.model.digital) return withDigital(check, { urv: otherUrv })
    return withSensor(check, { gain: 1 / factor, offset: lrv * (1 - 1 / factor) })
  },
  'reverse-action': (check) => {
    const { lrv, urv } = check.model.range
    if (check.model.digital) return withDigital(check, { lrv: urv, urv: lrv })
    return withSensor(check, { gain: -1, offset: urv + lrv })
  },
  'equalised-or-leaking': (check, _, stream) =>
    withSensor(check, { gain: pick(stream, [0, between(stream, 0.02, 0.5)]) }),
  'plugged-line': (check, _, stream) => withSensor(check, { gain: 0, offset: trappedPressure(check, stream) }),
  saturation: (check, _, stream) => {
    const milliamp = milliampOfPercent(between(stream, 35, 70))
    return withOutput(check, { saturationHighMilliamp: milliamp })
  },
  'failure-signal': (check, _, stream) => withOutput(check, { failureMilliamp: pick(stream, [3.5, 21.5]) }),
  'supply-too-low': (check, _, stream) => {
    const milliamp = milliampOfPercent(between(stream, 35, 70))
    const output = check.model.output
    return withOutput(check, { supplyVolts: output ? output.minimumVolts + (milliamp / 1000) * output.loopOhm : 0 })
  },
  'reference-over-range': (check, _, stream) => ({
    ...check,
    plan: { ...check.plan, referenceEndPercent: between(stream, 40, 90) },
  }),
  'mistyped-reading': (check, size, stream) => ({ ...check, tamper: (readings) => mistypeOne(readings, size, stream) }),
}

/** One output written down wrongly: too large or too small by `size`, or by a slip of a digit, whichever is larger. */
function mistypeOne(readings: readonly CheckReading[], size: number, stream: RandomStream): CheckReading[] {
  const index = Math.floor(stream.uniform() * readings.length)
  const slip = sign(stream) * Math.max(size, pick(stream, [size, 0.9, 9]))
  return readings.map((reading, place) =>
    place === index ? { ...reading, outputPercent: reading.outputPercent + slip } : reading,
  )
}
