import { describe, expect, test } from 'vitest'
import { randomStream } from '../../core/statistics/randomStream'
import { perfectInstrument } from '../simulate/instrumentModel'
import { actOnRig, type RigAct } from './actOnRig'
import { advanceRig } from './advanceRig'
import { readRig } from './readRig'
import { type Rig, type RigFacts, ROOMS, rigOf } from './rigModel'
import { paAt } from './settled'

const AIR = 100_000
const KELVIN = 293.15
const EXACT = { gain: 1, offset: 0, step: 0 }
const FACTS: RigFacts = {
  piping: { hookUp: 'bench', pressureKind: 'gauge' },
  unit: 'kPa',
  kelvin: KELVIN,
  airPa: AIR,
  processPa: { high: AIR, low: AIR },
  volumesM3: { hose: 4e-5, 'cell-high': 1e-5, 'cell-low': 1e-5, middle: 1e-6 },
  coolingSeconds: 6,
  leaksM3PerS: {},
  pump: { strokeM3: 2e-5, screwM3: 2e-5 },
  slewPaPerS: 2e4,
  overloadPa: 2e6,
  legPa: 0,
  reference: EXACT,
  meter: EXACT,
}
const TRANSMITTER = perfectInstrument('digital', { lrv: 0, urv: 200 })
const bench = (change: Partial<RigFacts> = {}, model = TRANSMITTER) => rigOf({ ...FACTS, ...change }, model)
const did = (rig: Rig, ...acts: readonly RigAct[]) => acts.reduce(actOnRig, rig)
const later = (rig: Rig, seconds: number, seed = 1) => advanceRig(rig, seconds, randomStream(seed))
const connected = (rig: Rig) => did(rig, { act: 'hose', to: 'on' }, { act: 'pump', to: 'at-work' })
const molOf = ({ gases }: Rig) => ROOMS.reduce((sum, room) => sum + gases[room].mol, 0)
const hazards = ({ events }: Rig) => events.flatMap((event) => (event.kind === 'hazard' ? [event.hazard] : []))

describe('what else stands about a rig', () => {
  test('a regulator lets in up to its setting and never out: set lower, the pressure stays', () => {
    const on = did(connected(bench({ bottlePa: 1.2e7 })), { act: 'regulator', to: 150 })
    const up = later(on, 60)
    expect(readRig(up).reference).toBeCloseTo(150, 1)
    const down = later(did(up, { act: 'regulator', to: 50 }), 60)
    expect(readRig(down).reference).toBeCloseTo(150, 1)
    expect(
      readRig(later(did(down, { act: 'regulator', to: null }, { act: 'pump', to: 'vented' }), 60)).reference,
    ).toBeCloseTo(0, 2)
    expect(() => did(bench(), { act: 'regulator', to: 10 })).toThrow('there is no bottle here')
  })
  test('no regulator gives more than its bottle has', () => {
    const rig = later(did(connected(bench({ bottlePa: AIR + 80_000 })), { act: 'regulator', to: 150 }), 60)
    expect(readRig(rig).reference).toBeCloseTo(80, 1)
  })
  test('through slow impulse lines the cell comes to the process by a first-order lag', () => {
    const facts = {
      piping: { hookUp: 'two-valve', pressureKind: 'gauge' },
      processPa: { high: AIR + 100_000, low: AIR },
      lineSeconds: 8,
    } as const
    const shut = did(
      bench(facts),
      { act: 'valve', valve: 'block', to: 'closed' },
      { act: 'valve', valve: 'vent', to: 'open' },
    )
    const empty = did(later(shut, 30), { act: 'valve', valve: 'vent', to: 'closed' })
    const opened = did(empty, { act: 'valve', valve: 'block', to: 'open' })
    for (const seconds of [4, 8, 24])
      expect((paAt(later(opened, seconds), 'cell-high') - AIR) / 100_000).toBeCloseTo(1 - Math.exp(-seconds / 8), 3)
  })
  test('the oil of remote seals presses by its head, and more where it is warmer', () => {
    const seal = { headPa: -6_000, paPerKelvin: 35, atKelvin: KELVIN }
    const piping = { hookUp: 'remote-seal', pressureKind: 'differential' } as const
    const pvAt = (kelvin: number) =>
      readRig(later(bench({ piping, seal, kelvin, processPa: { high: AIR, low: AIR } }), 2)).pv
    expect(pvAt(KELVIN)).toBeCloseTo(-6, 6)
    expect(pvAt(KELVIN + 20)).toBeCloseTo(-5.3, 6)
  })
  test('an empty leg on steam is full again once its pot has had its time; vented it never is', () => {
    const piping = { hookUp: 'wet-leg', pressureKind: 'differential' } as const
    const drum = bench({ piping, legPa: 7_000, potSeconds: 120, processPa: { high: 5e5, low: 5e5 } })
    const lost = did(drum, { act: 'fill', to: 'lost' })
    expect(later(lost, 119).hookUp.isFilled).toBe(false)
    expect(later(lost, 121).hookUp.isFilled).toBe(true)
    const off = did(lost, { act: 'valve', valve: 'low', to: 'closed' })
    expect(later(off, 600).hookUp.isFilled).toBe(false)
    const vented = did(lost, { act: 'valve', valve: 'vent-low', to: 'open' })
    expect(later(vented, 600).hookUp.isFilled).toBe(false)
  })
  test('a panel makes of the current what its own errors make of it', () => {
    const host = { gain: 1.01, offset: 0.5, step: 0 }
    const rig = later(did(connected(bench({ host })), { act: 'source', to: 100 }), 30)
    expect(readRig(rig).host).toBeCloseTo(101.5, 3)
    expect(readRig(bench()).host).toBeNull()
  })
})

describe('on the bench', () => {
  test('a source sets its pressure, reference, instrument and meter say the same', () => {
    const rig = later(did(connected(bench()), { act: 'source', to: 50 }), 30)
    const reading = readRig(rig)
    expect(reading.reference).toBeCloseTo(50, 6)
    expect(reading.pv).toBeCloseTo(50, 6)
    expect(reading.milliamp).toBeCloseTo(8, 6)
  })
  test('it moves no faster than it may', () => {
    const rig = later(did(connected(bench()), { act: 'source', to: 100 }), 2)
    // Its gas cools meanwhile: so it is a little slower than it may be.
    expect(readRig(rig).reference).toBeLessThan(40)
    expect(readRig(rig).reference).toBeGreaterThan(36)
  })
  test('pressed in quickly the pressure is too high and sinks while the gas cools, to p·V/V (Boyle)', () => {
    const before = connected(bench())
    const volume = (rig: Rig) => rig.gases.hose.volumeM3 + rig.gases['cell-high'].volumeM3
    const pressed = did(before, { act: 'press', to: 1 })
    const boyle = (AIR * volume(before)) / volume(pressed)
    expect(paAt(pressed, 'hose')).toBeGreaterThan(boyle * 1.03)
    const cold = later(pressed, 120)
    expect(paAt(cold, 'hose') / boyle).toBeCloseTo(1, 6)
    expect(paAt(cold, 'cell-high')).toBeCloseTo(paAt(cold, 'hose'), 6)
  })
  test('whatever is pressed and waited, a tight rig keeps its gas', () => {
    const stream = randomStream(3)
    let rig = did(connected(bench()), { act: 'stroke' }, { act: 'stroke' })
    const mol = molOf(rig)
    for (let turn = 0; turn < 200; turn++)
      rig = advanceRig(did(rig, { act: 'press', to: stream.uniform() }), stream.uniform() * 3, stream)
    expect(molOf(rig) / mol).toBeCloseTo(1, 9)
  })
  test('strokes add what they take from the air, and vented nothing', () => {
    const rig = connected(bench())
    const perStroke = (AIR * 2e-5) / (8.314462618 * KELVIN)
    expect(molOf(did(rig, { act: 'stroke' })) - molOf(rig)).toBeCloseTo(perStroke, 12)
    const vented = did(rig, { act: 'pump', to: 'vented' })
    expect(molOf(did(vented, { act: 'stroke' }))).toBe(molOf(vented))
  })
  test('a leak lets the pressure decay evenly: e-fold after V over the conductance', () => {
    const conductance = 1e-7
    const rig = later(did(connected(bench({ leaksM3PerS: { hose: conductance } })), { act: 'source', to: 100 }), 60)
    // The gas that made up for the leak is warm still: it cools first.
    const free = later(did(rig, { act: 'source', to: null }), 60)
    const volume = free.gases.hose.volumeM3 + free.gases['cell-high'].volumeM3
    const start = paAt(free, 'hose') - AIR
    const end = paAt(later(free, 300), 'hose') - AIR
    expect(end / start).toBeCloseTo(Math.exp((-conductance * 300) / volume), 3)
  })
  test('vented it is at the air within seconds, and the source cannot hold it', () => {
    const rig = later(did(connected(bench()), { act: 'source', to: 100 }), 30)
    const vented = later(did(rig, { act: 'pump', to: 'vented' }), 5)
    expect(Math.abs(paAt(vented, 'cell-high') - AIR)).toBeLessThan(50)
  })
  test('the screw goes no further than its end, and that is told', () => {
    const rig = did(connected(bench()), { act: 'press', to: 1.3 })
    expect(rig.screw).toBe(1)
    expect(rig.events.at(-1)).toMatchObject({ kind: 'travel-ends', end: 'in' })
  })
  test('damping lags: after one time constant 63 % of the step are there', () => {
    const { digital } = TRANSMITTER
    if (!digital) throw new Error('it is digital')
    const damped = { ...TRANSMITTER, digital: { ...digital, dampingSeconds: 8 } }
    const held = later(did(connected(bench({ slewPaPerS: 1e9 }, damped)), { act: 'source', to: 0 }), 20)
    const step = later(did(held, { act: 'source', to: 100 }), 8)
    expect((readRig(step).pv ?? 0) / 100).toBeCloseTo(1 - 1 / Math.E, 2)
  })
  test('without its supply it says nothing', () => {
    const rig = later(did(connected(bench()), { act: 'supply', to: 'off' }), 1)
    expect(readRig(rig)).toMatchObject({ milliamp: 0, pv: null, display: null })
  })
  test('the same seed gives the same, another one another', () => {
    const noisy = { ...TRANSMITTER, noisePercent: 0.05 }
    const run = (seed: number) =>
      readRig(later(did(connected(bench({}, noisy)), { act: 'source', to: 50 }), 30, seed)).pv
    expect(run(5)).toBe(run(5))
    expect(run(5)).not.toBe(run(6))
  })
  test('a reference and a meter show their own errors and steps', () => {
    const off = bench({
      reference: { gain: 1.001, offset: 0.02, step: 0.01 },
      meter: { gain: 1, offset: 0.004, step: 0.001 },
    })
    const reading = readRig(later(did(connected(off), { act: 'source', to: 100 }), 30))
    expect(reading.reference).toBeCloseTo(100.12, 9)
    expect(reading.milliamp).toBeCloseTo(12.004, 9)
  })
})

describe('a differential transmitter on its manifold, 10 bar of process', () => {
  const dp = (change: Partial<RigFacts> = {}) =>
    later(
      rigOf(
        {
          ...FACTS,
          piping: { hookUp: 'three-valve', pressureKind: 'differential' },
          processPa: { high: 1_120_000, low: 1_100_000 },
          ...change,
        },
        perfectInstrument('digital', { lrv: 0, urv: 40 }),
      ),
      1,
    )
  const valve = (name: 'high' | 'low' | 'equalise' | 'vent-high' | 'vent-low', to: 'open' | 'closed'): RigAct => ({
    ...{ act: 'valve', valve: name, to },
  })
  const out = [
    valve('high', 'closed'),
    valve('equalise', 'open'),
    valve('low', 'closed'),
    valve('vent-high', 'open'),
  ] as const
  test('in service it reads the difference; taken out in the right order nothing is amiss, and it reads zero', () => {
    expect(readRig(dp()).pv).toBeCloseTo(20, 6)
    const rig = later(did(dp(), ...out), 10)
    expect(hazards(rig)).toEqual([])
    expect(readRig(rig).pv).toBeCloseTo(0, 2)
    expect(paAt(rig, 'cell-low')).toBeCloseTo(AIR, -1)
  })
  test('shut in, the process stays trapped in the cell until it is vented', () => {
    const rig = later(did(dp(), valve('high', 'closed'), valve('equalise', 'open'), valve('low', 'closed')), 60)
    expect(paAt(rig, 'cell-high')).toBeGreaterThan(1e6)
  })
  test('one side vented while the other stands at the process is an overload, and leaves its mark', () => {
    const rig = later(did(dp({ overloadPa: 5e5 }), valve('low', 'closed'), valve('vent-low', 'open')), 10)
    expect(rig.events).toContainEqual(expect.objectContaining({ kind: 'overload' }))
    expect(hazards(rig)).toContain('one-side')
    const undone = later(did(rig, valve('high', 'closed'), valve('equalise', 'open'), valve('vent-high', 'open')), 20)
    expect(readRig(undone).pv).toBeCloseTo(0.008 * 40, 1)
  })
  test('with the equaliser open both sides get the pressure, and the output stays at nothing', () => {
    const ready = did(later(did(dp(), ...out), 10), valve('vent-high', 'closed'))
    const rig = later(did(connected(ready), { act: 'source', to: 30 }), 60)
    expect(readRig(rig).reference).toBeCloseTo(30, 3)
    expect(readRig(rig).pv).toBeCloseTo(0, 3)
  })
  test('a lost leg shifts the zero by its head', () => {
    const wet = dp({ piping: { hookUp: 'wet-leg', pressureKind: 'differential' }, legPa: 20_000 })
    expect(readRig(wet).pv).toBeCloseTo(0, 6)
    expect(readRig(later(did(wet, { act: 'fill', to: 'lost' }), 1)).pv).toBeCloseTo(20, 6)
  })
  test('opened to the other side the leg runs out by itself; filled again it reads as before', () => {
    const wet = dp({ piping: { hookUp: 'wet-leg', pressureKind: 'differential' }, legPa: 20_000 })
    const lost = later(did(wet, valve('equalise', 'open')), 1)
    expect(lost.hookUp.isFilled).toBe(false)
    expect(hazards(lost)).toContain('leg-lost')
    const filled = later(did(lost, valve('equalise', 'closed'), { act: 'fill', to: 'refilled' }), 1)
    expect(readRig(filled).pv).toBeCloseTo(readRig(wet).pv ?? Number.NaN, 3)
  })
  test('a valve that is not there, or screws, are refused in words', () => {
    expect(() => did(bench(), valve('high', 'closed'))).toThrow('no such valve')
    expect(() => did(bench(), { act: 'screw', screw: 'zero', turns: 1 })).toThrow('has no screws')
  })
})
