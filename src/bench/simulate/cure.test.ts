import { describe, expect, test } from 'vitest'
import { twoPointTrim } from '../../core/adjust/twoPointTrim'
import { zeroTrimShift } from '../../core/adjust/zeroTrim'
import { diagnose } from '../../core/diagnosis/diagnose'
import type { DiagnosisContext } from '../../core/diagnosis/diagnosisReading'
import { type InstrumentModel, perfectInstrument } from './instrumentModel'
import { type CheckReading, simulateCheck } from './simulateCheck'

/** The whole way in the core: as found, diagnosis, the adjustment it points to, as left. 0.25 % limit, a tenth as noise. */
const LIMIT = 0.25
const NOISE = 0.025
const plan = {
  percents: [0, 25, 50, 75, 100],
  isUpAndDown: true,
  cycles: 1,
  pumpScatterPercent: 0.2,
  referenceEndPercent: null,
}
const context: DiagnosisContext = {
  transfer: { kind: 'linear' },
  unit: 'kPa',
  zeroPressurePercent: 0,
  noisePercent: NOISE,
  limitPercent: LIMIT,
  hasFailureLevels: true,
  isCurrentLoop: true,
  wetLegPercent: null,
  minimumTerminalVolts: 12,
}
const transmitter: InstrumentModel = { ...perfectInstrument('digital', { lrv: 0, urv: 160 }), noisePercent: NOISE }
const causeOf = (model: InstrumentModel, seed: number) =>
  diagnose(simulateCheck(model, plan, seed), context).ranked[0]?.cause
const worst = (readings: readonly CheckReading[]) =>
  Math.max(...readings.map(({ outputPercent, appliedPercent }) => Math.abs(outputPercent - appliedPercent)))
const readAt = (model: InstrumentModel, percent: number, seed: number) =>
  simulateCheck(
    model,
    { ...plan, percents: [percent, percent + 1e-9], isUpAndDown: false, pumpScatterPercent: 0 },
    seed,
  )[0]
const kPa = (percent: number) => 1.6 * percent
const milliamp = (percent: number) => 4 + 0.16 * percent

/** Output trim of the model: what a trim at 4 and 20 mA against the meter stores. */
function outputTrimmed(model: InstrumentModel, seed: number): InstrumentModel {
  const [low, high] = [readAt(model, 0, seed), readAt(model, 100, seed + 1)]
  if (!low || !high || !model.output) throw new Error('no output to trim')
  const { gain, offset } = twoPointTrim({
    lower: { reference: milliamp(low.aoPercent ?? 0), reading: milliamp(low.outputPercent) },
    upper: { reference: milliamp(high.aoPercent ?? 0), reading: milliamp(high.outputPercent) },
    minimumSpan: 8,
    makerGainLimitPercent: 5,
  })
  const { output } = model
  return {
    ...model,
    output: { ...output, gain: output.gain * gain, offsetMilliamp: output.offsetMilliamp * gain + offset },
  }
}

/** Lower and upper sensor trim of the model, against the reference. */
function sensorTrimmed(model: InstrumentModel, seed: number): InstrumentModel {
  const [low, high] = [readAt(model, 0, seed), readAt(model, 100, seed + 1)]
  if (!low || !high || !model.digital) throw new Error('no sensor to trim')
  const { gain, offset } = twoPointTrim({
    lower: { reference: kPa(low.appliedPercent), reading: kPa(low.pvPercent ?? 0) },
    upper: { reference: kPa(high.appliedPercent), reading: kPa(high.pvPercent ?? 0) },
    minimumSpan: 40,
    makerGainLimitPercent: 5,
  })
  const { digital } = model
  return {
    ...model,
    digital: { ...digital, trimGain: digital.trimGain * gain, trimOffset: digital.trimOffset * gain + offset },
  }
}

describe.each([11, 12, 13, 14])('seed %d', (seed) => {
  const badOutput: InstrumentModel = {
    ...transmitter,
    output: transmitter.output && { ...transmitter.output, gain: 1.006, offsetMilliamp: 0.11 },
  }
  const badSensor: InstrumentModel = { ...transmitter, sensor: { ...transmitter.sensor, gain: 0.991, offset: 1.3 } }

  test('an output-stage fault is found, and cured by an output trim', () => {
    expect(worst(simulateCheck(badOutput, plan, seed))).toBeGreaterThan(LIMIT)
    expect(causeOf(badOutput, seed)).toBe('output-stage')
    const left = outputTrimmed(badOutput, seed)
    expect(worst(simulateCheck(left, plan, seed + 2))).toBeLessThan(LIMIT)
    expect(causeOf(left, seed + 2)).toBe('none')
  })
  test('a sensor trim on top of a bad output hides nothing: PV is then wrong, and both stages are named', () => {
    const wrongly: InstrumentModel = {
      ...badOutput,
      digital: badOutput.digital && { ...badOutput.digital, trimGain: 0.994, trimOffset: -1.05 },
    }
    expect(worst(simulateCheck(wrongly, plan, seed))).toBeLessThan(LIMIT) // the meter reads right by chance of two wrongs
    expect(causeOf(wrongly, seed)).toBe('both-stages')
  })
  test('a sensor-stage fault is found, and cured by lower and upper trim', () => {
    expect(causeOf(badSensor, seed)).toBe('sensor-stage')
    const left = sensorTrimmed(badSensor, seed)
    expect(worst(simulateCheck(left, plan, seed + 2))).toBeLessThan(LIMIT)
  })
  test('both stages: sensor first, then output', () => {
    const bad: InstrumentModel = { ...badSensor, output: badOutput.output }
    expect(causeOf(bad, seed)).toBe('both-stages')
    const left = outputTrimmed(sensorTrimmed(bad, seed), seed + 5)
    expect(worst(simulateCheck(left, plan, seed + 9))).toBeLessThan(LIMIT)
  })
  test('a zero trim at true zero takes a zero shift away, and nothing of a span error', () => {
    const shifted: InstrumentModel = { ...transmitter, sensor: { ...transmitter.sensor, offset: 2 } }
    const vented = readAt(shifted, 0, seed)
    const shift = zeroTrimShift({
      pv: kPa(vented?.pvPercent ?? 0),
      applied: 0,
      zeroTolerance: 0.05,
      makerLimit: 8,
      lrv: 0,
    })
    const trimmed = (model: InstrumentModel): InstrumentModel => ({
      ...model,
      digital: model.digital && { ...model.digital, trimOffset: shift },
    })
    expect(worst(simulateCheck(trimmed(shifted), plan, seed))).toBeLessThan(LIMIT)
    const steep: InstrumentModel = { ...shifted, sensor: { ...shifted.sensor, gain: 1.01 } }
    expect(causeOf(trimmed(steep), seed)).toBe('sensor-stage')
  })
  test('tilted by 20°, the body shifts zero; levelled again, it is gone: what tells tilt from drift', () => {
    const tilting: InstrumentModel = { ...transmitter, sensor: { ...transmitter.sensor, zeroPercentOnItsSide: 2.5 } }
    const tilted = simulateCheck(tilting, { ...plan, surroundings: { tiltDegrees: 20 } }, seed)
    const { ranked } = diagnose(tilted, context)
    expect(ranked[0]?.cause).toBe('sensor-stage')
    expect(ranked[0]?.lookalikes.map(({ name }) => name)).toContain('mounting tilt')
    expect(causeOf(tilting, seed)).toBe('none')
  })
})
