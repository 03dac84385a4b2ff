import { describe, expect, test } from 'vitest'
import { randomStream } from '../../core/statistics/randomStream'
import { actOnRig, type RigAct } from '../rig/actOnRig'
import { advanceRig } from '../rig/advanceRig'
import { BENCH_SET_UPS } from '../rig/benchSetUps'
import { readRig } from '../rig/readRig'
import { type Rig, type RigFacts, rigOf } from '../rig/rigModel'
import type { InstrumentModel } from '../simulate/instrumentModel'
import {
  type AutomaticPlan,
  type AutomaticState,
  afterSeen,
  afterSilence,
  automaticStart,
  goneOn,
  type Order,
  paused,
  secondsLeft,
  takeNow,
} from './automaticRun'

const { facts: BENCH, model: TRANSMITTER } = BENCH_SET_UPS.bench
const PLAN: AutomaticPlan = {
  points: [
    ...[0, 25, 50, 75, 100].map((percent) => ({ percent, direction: 'rising' as const })),
    ...[75, 50, 25, 0].map((percent) => ({ percent, direction: 'falling' as const })),
  ],
  range: { lrv: 0, urv: 6 },
  settle: { kind: 'statistical', seconds: 5, tolerance: 0.002 },
  channels: [{ tolerance: 0.0064 }],
  ...{ readings: 5, gapSeconds: 0.5, lead: 0.06, reach: 0.003, past: 0.006 },
  ...{ lowest: -0.2, highest: 7, patienceSeconds: 120, silenceSeconds: 10, stallSeconds: 30, astray: 0.3 },
}
const NOTHING = { mean: Number.NaN, deviation: Number.NaN, count: 0 }
const did = (rig: Rig, ...acts: readonly RigAct[]) => acts.reduce(actOnRig, rig)

/** The machine at the simulated bench: what it orders is done, what the bench then shows it sees. */
class Bench {
  rig: Rig
  state: AutomaticState = automaticStart
  readonly orders: Order[] = []
  readonly applied: number[] = []
  private readonly stream = randomStream(21)

  constructor(
    change: Partial<RigFacts> = {},
    model: InstrumentModel = TRANSMITTER,
    private readonly plan = PLAN,
  ) {
    this.rig = did(rigOf({ ...BENCH, ...change }, model), { act: 'hose', to: 'on' }, { act: 'pump', to: 'at-work' })
  }
  obey(orders: readonly Order[]) {
    for (const order of orders) {
      this.orders.push(order)
      if (order.order === 'set') this.rig = did(this.rig, { act: 'source', to: order.to })
      if (order.order === 'vent') this.rig = did(this.rig, { act: 'source', to: null }, { act: 'pump', to: 'vented' })
    }
  }
  run(seconds: number, until: (state: AutomaticState) => boolean = () => false) {
    for (let at = 0; at < seconds && !until(this.state); at += 0.25) {
      this.rig = advanceRig(this.rig, 0.25, this.stream)
      const { reference, milliamp } = readRig(this.rig)
      this.applied.push(reference)
      const next = afterSeen(
        this.state,
        { seconds: this.rig.seconds, applied: reference, outputs: [milliamp ?? 0] },
        this.plan,
      )
      this.state = next.state
      this.obey(next.orders)
    }
    return this.state
  }
}
const isOver = ({ phase }: AutomaticState) => phase === 'done' || phase === 'stopped'

describe('a run that takes its own readings, at the simulated bench', () => {
  test('up and down: every point once in its order, within its reach, by the mean of five', () => {
    const { taken, phase } = new Bench().run(2000, isOver)
    expect(phase).toBe('done')
    expect(taken.map(({ percent, direction }) => [percent, direction])).toEqual(
      PLAN.points.map(({ percent, direction }) => [percent, direction]),
    )
    for (const {
      percent,
      applied,
      outputs: [output = NOTHING],
      timesPast,
    } of taken) {
      expect(Math.abs(applied.mean - percent * 0.06)).toBeLessThan(0.004)
      expect(applied.count).toBe(5)
      // An instrument without a fault: what it gives is what was applied, but for its noise.
      expect(Math.abs(output.mean - (4 + (applied.mean / 6) * 16))).toBeLessThan(0.002)
      expect(output.deviation).toBeGreaterThan(0)
      expect(timesPast).toBe(0)
    }
  })
  test('on the way up it never goes down to a point, and on the way down never up: no overshoot', () => {
    const bench = new Bench()
    bench.run(2000, ({ taken }) => taken.length === 5)
    const top = bench.applied.length
    for (let index = 1; index < top; index++)
      expect(bench.applied[index] ?? 0).toBeGreaterThan((bench.applied[index - 1] ?? 0) - 0.004)
    bench.run(2000, isOver)
    for (let index = top + 1; index < bench.applied.length; index++)
      expect(bench.applied[index] ?? 0).toBeLessThan((bench.applied[index - 1] ?? 0) + 0.004)
  })
  test('an error of the instrument is found to its size', () => {
    const off = { ...TRANSMITTER, sensor: { ...TRANSMITTER.sensor, offset: 0.03 } }
    const { taken } = new Bench({}, off).run(2000, isOver)
    for (const {
      applied,
      outputs: [output = NOTHING],
    } of taken)
      expect(((output.mean - 4) / 16) * 100 - (applied.mean / 6) * 100).toBeCloseTo(0.5, 1)
  })
  test('an output that lags behind a steady pressure is waited for: damping of 12 s that nobody registered', () => {
    const { digital } = TRANSMITTER
    if (!digital) throw new Error('no digital transmitter')
    const { taken, phase } = new Bench({}, { ...TRANSMITTER, digital: { ...digital, dampingSeconds: 12 } }).run(
      3000,
      isOver,
    )
    expect(phase).toBe('done')
    // What is left of a lag that is no longer told from noise: a thousandth of the span.
    for (const {
      applied,
      outputs: [output = NOTHING],
    } of taken)
      expect(Math.abs(output.mean - (4 + (applied.mean / 6) * 16))).toBeLessThan(0.016)
  })
  test('what is left is told by what the points so far took', () => {
    const bench = new Bench()
    bench.run(2000, ({ taken }) => taken.length === 5)
    const left = secondsLeft(bench.state, PLAN) ?? 0
    const then = bench.rig.seconds
    bench.run(2000, isOver)
    expect((bench.rig.seconds - then) / left).toBeGreaterThan(0.6)
    expect((bench.rig.seconds - then) / left).toBeLessThan(1.5)
    expect(secondsLeft(automaticStart, PLAN)).toBeNull()
  })
})

describe('what it stops for', () => {
  test('a pressure beyond what may be applied: vented at once', () => {
    const bench = new Bench({}, TRANSMITTER, { ...PLAN, highest: 4 })
    expect(bench.run(2000, isOver)).toMatchObject({ phase: 'stopped', stop: 'over-range' })
    expect(bench.orders.at(-1)).toEqual({ order: 'vent' })
    bench.run(20)
    expect(Math.abs(readRig(bench.rig).reference)).toBeLessThan(0.01)
  })
  test('a source that cannot hold what it reached: held, and a person looks for the leak', () => {
    const bench = new Bench({}, TRANSMITTER, { ...PLAN, settle: { kind: 'time', seconds: 60 } })
    bench.run(2000, ({ phase, index }) => phase === 'settling' && index === 2)
    bench.rig = {
      ...did(bench.rig, { act: 'source', to: null }),
      facts: { ...bench.rig.facts, leaksM3PerS: { hose: 5e-7 } },
    }
    expect(bench.run(200, isOver)).toMatchObject({ phase: 'stopped', stop: 'leak' })
    expect(bench.orders.at(-1)).toEqual({ order: 'hold' })
  })
  test('a point that does not settle', () => {
    const never = { kind: 'statistical', seconds: 5, tolerance: 1e-9 } as const
    const bench = new Bench({}, TRANSMITTER, { ...PLAN, settle: never, patienceSeconds: 30 })
    // The reference at this bench shows steps; a creeping one is laid over it.
    bench.run(100, ({ phase }) => phase === 'settling')
    let { state } = bench
    for (let at = 0; at < 60 && !isOver(state); at += 0.5)
      state = afterSeen(
        state,
        { seconds: bench.rig.seconds + at, applied: 0.00002 * at, outputs: [4] },
        { ...PLAN, settle: never, patienceSeconds: 30 },
      ).state
    expect(state.stop).toBe('unsettled')
  })
  test('devices that say nothing any more: held; and not a moment before its time', () => {
    const bench = new Bench()
    bench.run(30)
    const at = bench.state.lastSeen ?? 0
    expect(afterSilence(bench.state, at + 10, PLAN).state.phase).not.toBe('stopped')
    expect(afterSilence(bench.state, at + 10.1, PLAN)).toMatchObject({
      state: { stop: 'silent' },
      orders: [{ order: 'hold' }],
    })
  })
  test('a point gone past is come to again from its side; every time, it stops', () => {
    let state = new Bench().run(2000, ({ phase, index }) => phase === 'creeping' && index === 2)
    let seconds = state.lastSeen ?? 0
    const see = (applied: number) => {
      seconds += 1
      const next = afterSeen(state, { seconds, applied, outputs: [12] }, PLAN)
      state = next.state
      return next.orders
    }
    expect(see(3.02)).toEqual([{ order: 'set', to: 2.94 }])
    expect(state).toMatchObject({ phase: 'going', timesPast: 1 })
    for (let turn = 0; turn < 3; turn++) {
      see(2.94)
      see(3.02)
    }
    expect(state).toMatchObject({ phase: 'stopped', stop: 'gone-past' })
  })
})

describe('by hand at any point', () => {
  test('paused it holds and takes nothing; gone on with, the point is come to and settles anew', () => {
    const bench = new Bench()
    bench.run(2000, ({ phase, index }) => phase === 'settling' && index === 1)
    const still = paused(bench.state)
    expect(still.orders).toEqual([{ order: 'hold' }])
    bench.state = still.state
    bench.run(60)
    expect(bench.state.taken).toHaveLength(1)
    const on = goneOn(bench.state, PLAN)
    bench.state = on.state
    bench.obey(on.orders)
    expect(bench.run(2000, isOver)).toMatchObject({ phase: 'done' })
    expect(bench.state.taken).toHaveLength(9)
  })
  test('taken now, before it has settled, is taken as it stands', () => {
    const bench = new Bench({}, TRANSMITTER, { ...PLAN, settle: { kind: 'time', seconds: 1000 } })
    bench.run(200, ({ phase }) => phase === 'settling')
    bench.state = takeNow(bench.state)
    const began = bench.rig.seconds
    bench.run(10, ({ taken }) => taken.length === 1)
    // Five readings, half a second apart.
    expect(bench.rig.seconds - began).toBeGreaterThanOrEqual(2)
    expect(bench.rig.seconds - began).toBeLessThan(3)
    expect(bench.state.taken).toHaveLength(1)
    expect(bench.state.taken[0]?.heldSeconds).toBeLessThan(10)
    expect(bench.state.taken[0]?.settledBy).toBe('person')
    // The word of a person is for one point: the next is settled by its rule again.
    const byRule = new Bench({}, TRANSMITTER, { ...PLAN, settle: { kind: 'time', seconds: 3 } })
    byRule.run(200, ({ phase }) => phase === 'settling')
    byRule.state = takeNow(byRule.state)
    byRule.run(200, ({ taken }) => taken.length === 2)
    expect(byRule.state.taken.map(({ settledBy }) => settledBy)).toEqual(['person', 'time'])
  })
})

describe('a round gone on with in its midst', () => {
  test('a falling point is come to from above though it begins at nothing; a rising one from below', () => {
    for (const direction of ['falling', 'rising'] as const) {
      const bench = new Bench({}, TRANSMITTER, { ...PLAN, points: [{ percent: 50, direction }] })
      const { phase } = bench.run(2000, isOver)
      expect(phase).toBe('done')
      const farthest = Math.max(...bench.applied)
      // Its lead is 0.06 bar: past the point only where it has to be come to from above.
      if (direction === 'falling') expect(farthest).toBeCloseTo(3.06, 2)
      else expect(farthest).toBeLessThan(3.003)
    }
  })
})

describe('patience on the way to a point', () => {
  const seen = (seconds: number, applied: number) => ({ seconds, applied, outputs: [4] })
  /** On its way to 1.5 bar, one second after the other. */
  const onItsWay = (pressures: readonly number[]) => {
    let state = { ...automaticStart, index: 0 }
    let stop: { at: number; orders: readonly Order[] } | null = null
    for (const [second, applied] of pressures.entries()) {
      const next = afterSeen(state, seen(second, applied), PLAN)
      state = next.state
      if (next.state.phase === 'stopped') stop ??= { at: second, orders: next.orders }
    }
    return { state, stop }
  }
  test('a source that does not move is told after half a minute, and held', () => {
    const stuck = onItsWay(Array.from({ length: 40 }, () => 2))
    expect(stuck.stop).toEqual({ at: 31, orders: [{ order: 'hold' }] })
    expect(stuck.state.stop).toBe('no-progress')
  })
  test('one that comes nearer, however slowly, is waited for', () => {
    const slow = onItsWay(Array.from({ length: 300 }, (_, second) => 2 - second * 0.0002))
    expect(slow.stop).toBeNull()
  })
  test('one that goes away from its point by a twentieth of the span is vented at once', () => {
    const astray = onItsWay([2, 2.1, 2.2, 2.3, 2.31])
    expect(astray.stop).toEqual({ at: 4, orders: [{ order: 'vent' }] })
    expect(astray.state.stop).toBe('wrong-way')
  })
  test('pressure that leaves a point while it is read is no reading: a leak', () => {
    const taking = { ...automaticStart, index: 0, phase: 'taking' as const, reached: 0 }
    expect(afterSeen(taking, seen(10, 0.0151), PLAN).state.stop).toBe('leak')
    expect(afterSeen(taking, seen(10, 0.0149), PLAN).state.stop).toBeNull()
  })
})

describe('over decades what is fine goes by the point', () => {
  const decades: AutomaticPlan = {
    ...PLAN,
    range: { lrv: 0, urv: 6 },
    points: [0.1, 1, 10, 100].map((percent) => ({ percent, direction: 'rising' as const })),
    ...{ isOfReading: true, readings: 3, settle: { kind: 'window', seconds: 4, tolerance: 0.06 } },
    ...{ lead: 0.3, reach: 0.06, past: 0.12 },
  }
  test('each is taken within a hundredth of itself', () => {
    const { taken } = new Bench({ reference: { gain: 1, offset: 0, step: 0.00001 } }, TRANSMITTER, decades).run(
      4000,
      isOver,
    )
    expect(taken.map(({ percent }) => percent)).toEqual([0.1, 1, 10, 100])
    for (const { percent, applied } of taken)
      expect(Math.abs(applied.mean / ((percent / 100) * 6) - 1), `${percent} %`).toBeLessThan(0.011)
  })
  test('by the span the lowest would be taken anywhere near it', () => {
    const bench = new Bench({}, TRANSMITTER, { ...decades, isOfReading: false })
    const { taken } = bench.run(4000, isOver)
    expect(Math.abs((taken[0]?.applied.mean ?? 0) / 0.006 - 1)).toBeGreaterThan(0.011)
  })
})
