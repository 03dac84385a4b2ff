import { describe, expect, test } from 'vitest'
import { randomStream } from '../../core/statistics/randomStream'
import { type InstrumentModel, perfectInstrument } from '../simulate/instrumentModel'
import { actOnRig, type RigAct } from './actOnRig'
import { advanceRig } from './advanceRig'
import type { Written } from './communicator'
import { readRig } from './readRig'
import { type Rig, type RigFacts, rigOf } from './rigModel'

const EXACT = { gain: 1, offset: 0, step: 0 }
const FACTS: RigFacts = {
  piping: { hookUp: 'bench', pressureKind: 'gauge' },
  ...{ unit: 'kPa', kelvin: 293.15, airPa: 100_000, processPa: { high: 100_000, low: 100_000 } },
  volumesM3: { hose: 4e-5, 'cell-high': 1e-5, 'cell-low': 1e-5, middle: 1e-6 },
  ...{ coolingSeconds: 6, leaksM3PerS: {}, pump: { strokeM3: 2e-5, screwM3: 2e-5 }, slewPaPerS: 1e6 },
  ...{ overloadPa: 2e6, legPa: 0, reference: EXACT, meter: EXACT },
}
const GOOD = perfectInstrument('digital', { lrv: 0, urv: 200 })
const withParts = (sensor: object, output: object = {}): InstrumentModel => ({
  ...GOOD,
  sensor: { ...GOOD.sensor, ...sensor },
  output: GOOD.output && { ...GOOD.output, ...output },
})
const did = (rig: Rig, ...acts: readonly RigAct[]) => acts.reduce(actOnRig, rig)
const at = (rig: Rig, kPa: number) => advanceRig(did(rig, { act: 'source', to: kPa }), 40, randomStream(1))
const write = (rig: Rig, written: Written) => advanceRig(did(rig, { act: 'write', written }), 1, randomStream(2))
const connected = (model: InstrumentModel) =>
  at(did(rigOf(FACTS, model), { act: 'hose', to: 'on' }, { act: 'pump', to: 'at-work' }), 0)

describe('what a communicator writes', () => {
  test('a zero trim takes a shift away at every point', () => {
    const rig = write(connected(withParts({ offset: 1.2 })), { what: 'zero-trim' })
    expect(readRig(rig).pv).toBeCloseTo(0, 6)
    expect(readRig(at(rig, 200)).pv).toBeCloseTo(200, 4)
  })
  test('lower and upper sensor trim, in that order, take shift and gain away; the lower end stays', () => {
    let rig = at(connected(withParts({ offset: 1.2, gain: 1.01 })), 20)
    rig = write(rig, { what: 'sensor-trim', end: 'lower', truth: 20 })
    rig = write(at(rig, 200), { what: 'sensor-trim', end: 'upper', truth: 200 })
    for (const kPa of [20, 110, 200]) expect(readRig(at(rig, kPa)).pv).toBeCloseTo(kPa, 4)
  })
  test('output trims by the meter take an output stage’s errors away and leave PV alone', () => {
    let rig = connected(withParts({}, { gain: 1.004, offsetMilliamp: 0.03 }))
    const measured = () => readRig(rig).milliamp ?? 0
    rig = write(rig, { what: 'fixed-current', milliamp: 4 })
    expect(measured()).toBeCloseTo(4 * 1.004 + 0.03, 6)
    rig = write(rig, { what: 'output-trim', end: 'lower', measured: measured() })
    rig = write(rig, { what: 'fixed-current', milliamp: 20 })
    rig = write(rig, { what: 'output-trim', end: 'upper', measured: measured() })
    expect(measured()).toBeCloseTo(20, 6)
    rig = write(rig, { what: 'fixed-current', milliamp: 4 })
    expect(measured()).toBeCloseTo(4, 6)
    rig = at(write(rig, { what: 'fixed-current', milliamp: null }), 100)
    expect(readRig(rig).milliamp).toBeCloseTo(12, 5)
    expect(readRig(rig).pv).toBeCloseTo(100, 5)
  })
  test('another range is another current for the same pressure', () => {
    const rig = write(at(connected(GOOD), 100), { what: 'range', lrv: 50, urv: 250 })
    expect(readRig(rig).milliamp).toBeCloseTo(8, 5)
    expect(readRig(rig).pv).toBeCloseTo(100, 5)
  })
  test.each<[string, Written, string]>([
    ['a zero trim under pressure', { what: 'zero-trim' }, 'too far from zero'],
    ['a span of nothing', { what: 'range', lrv: 10, urv: 10 }, 'leaves no span'],
    ['a range beyond the sensor', { what: 'range', lrv: 0, urv: 9000 }, 'beyond the sensor'],
    [
      'a trim with the figure of another unit',
      { what: 'sensor-trim', end: 'upper', truth: 14.5 },
      'more than a trim can do',
    ],
    ['a current nobody can hold', { what: 'fixed-current', milliamp: 40 }, 'it holds'],
    ['a damping of an hour', { what: 'damping', seconds: 3600 }, 'it takes 0 to 60 s'],
  ])('%s is refused and changes nothing', (_, written, words) => {
    const rig = at(connected(GOOD), 100)
    expect(() => write(rig, written)).toThrow(words)
  })
  test('protected it takes nothing until the protection is off', () => {
    const rig = write(connected(GOOD), { what: 'protection', isOn: true })
    expect(() => write(rig, { what: 'damping', seconds: 2 })).toThrow('write-protected')
    const free = write(rig, { what: 'protection', isOn: false })
    expect(write(free, { what: 'damping', seconds: 2 }).model.digital?.dampingSeconds).toBe(2)
  })
  test('without supply it does not answer, and with screws it takes no communicator', () => {
    expect(() => write(did(connected(GOOD), { act: 'supply', to: 'off' }), { what: 'zero-trim' })).toThrow(
      'does not answer',
    )
    const screws = connected(perfectInstrument('analogue', { lrv: 0, urv: 200 }))
    expect(() => write(screws, { what: 'zero-trim' })).toThrow('takes no communicator')
  })
})
