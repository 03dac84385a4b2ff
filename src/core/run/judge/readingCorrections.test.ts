import { describe, expect, test } from 'vitest'
import { CONFIGURATION, METER, PUMP } from '../../../../tests/support/benchPlant'
import { runState } from '../runState'
import { judgeReading } from './judgeSteps'
import { readingCorrections } from './readingCorrections'
import { refuseBeyondSensor } from './readingNotice'

const point = (indicated: number, correction: number) => ({ indicated, correction, uncertainty: 0.002 })
const pump = {
  ...PUMP,
  calibration: { coverageFactor: 2, isApplied: true, points: [point(0, 0.02), point(100, 0.05)] },
}
const meter = {
  ...METER,
  calibration: { coverageFactor: 2, isApplied: true, points: [point(4, -0.002), point(20, 0.006)] },
}
const worldWith = (references: object) => ({
  configuration: CONFIGURATION,
  inputUnit: 'bar' as const,
  statesUncertainty: true as const,
  decisionRule: 'simple-acceptance' as const,
  points: [{ percent: 0 }, { percent: 50 }, { percent: 100 }],
  inputReference: PUMP,
  outputReference: METER,
  ...references,
})
const reading = { applied: '0.5000', output: '12.001' }

describe('corrections go into the reading, by hand on 0 … 100 kPa and 4–20 mA', () => {
  const world = worldWith({ inputReference: pump, outputReference: meter })
  const judged = judgeReading({ percent: 50, direction: 'rising', reading }, world)
  test('50 kPa shown and 0.035 to add, 12.001 mA shown and 0.002 to add', () => {
    expect(judged.applied).toBeCloseTo(50.035, 9)
    expect(judged.output).toBeCloseTo(12.0030005, 6) // 0.5000625 of the way from −0.002 to 0.006
    // 50.035 kPa ask for 12.0056 mA.
    expect(judged.errorPercentSpan).toBeCloseTo(((12.0030005 - 12.0056) / 16) * 100, 6)
  })
  test('both are told beside what was shown, in the unit that was read', () => {
    const { applied, output } = readingCorrections(reading, judged, world)
    expect(applied?.shown).toBe('0.5000')
    expect(applied?.corrected).toBeCloseTo(0.50035, 9)
    expect(output?.corrected).toBeCloseTo(12.0030005, 6)
  })
  test('as shown where neither is corrected', () => {
    const plain = worldWith({})
    const as = judgeReading({ percent: 50, direction: 'rising', reading }, plain)
    expect(as.applied).toBeCloseTo(50, 12)
    expect(readingCorrections(reading, as, plain)).toEqual({ applied: null, output: null, head: 0 })
  })
})

test('what was shown at the end of a sensor is taken, whatever its correction makes of it', () => {
  const low = { ...pump, calibration: { ...pump.calibration, points: [point(0, -0.02), point(100, 0.05)] } }
  const world = { ...worldWith({ inputReference: low }), configuration: { ...CONFIGURATION, lrl: 0 } }
  expect(() => refuseBeyondSensor(0, world)).not.toThrow()
  expect(() => refuseBeyondSensor(-0.001, world)).toThrow('outside what the sensor can do')
})

test('a reading keeps the correction of the reference it was taken with, whatever was exchanged since', () => {
  const at = (minute: number) => `2026-11-20T09:0${minute}:00.000Z`
  const step = (percent: number, minute: number) => ({
    percent,
    direction: 'rising' as const,
    readings: [{ applied: '0.5000', output: '12.001', takenAt: at(minute) }],
  })
  const world = { ...worldWith({ inputReference: pump }), instrument: { id: '', tag: '' } }
  const run = {
    world,
    exchanges: [{ replaces: pump.id, at: at(5), standard: { ...PUMP, id: 'other' } }],
    rounds: [{ steps: [step(50, 1), step(100, 6)], decision: null }],
  }
  const points = runState(run as Parameters<typeof runState>[0]).rounds[0]?.points // as far as judging reads it
  expect(points?.map(({ applied }) => Number(applied.toFixed(6)))).toEqual([50.035, 50])
})
