import { describe, expect, test } from 'vitest'
import { randomStream } from '../../core/statistics/randomStream'
import { type InstrumentModel, perfectInstrument, SIMULATED_KINDS } from './instrumentModel'
import { AT_REST, type InstrumentState, STILL, type Stimulus } from './instrumentState'
import { followWithPlay } from './play'
import { turnScrew } from './screws'
import { simulateCheck } from './simulateCheck'
import { readInstrument } from './simulatedInstrument'

const range = { lrv: 0, urv: 200 }
const plan = {
  percents: [0, 25, 50, 75, 100],
  isUpAndDown: true,
  cycles: 1,
  pumpScatterPercent: 0,
  referenceEndPercent: null,
}
const digital = perfectInstrument('digital', range)
const read = (
  model: InstrumentModel,
  pressure: number,
  more: Partial<Stimulus> = {},
  state: InstrumentState = AT_REST,
) => readInstrument(model, state, { stimulus: { ...STILL, ...more, pressure }, stream: randomStream(1) })

describe('a perfect instrument has no error', () => {
  test.each(SIMULATED_KINDS)('%s, on a rising, a reverse-acting and an elevated range', (kind) => {
    for (const [lrv, urv] of [
      [0, 200],
      [200, 0],
      [-50, 50],
    ] as const)
      for (const reading of simulateCheck(perfectInstrument(kind, { lrv, urv }), plan, 1))
        expect(reading.outputPercent).toBeCloseTo(reading.appliedPercent, 9)
  })
})

describe('each part does what it is named for', () => {
  test('first-order lag: 63.2 % after one time constant (1 − 1/e)', () => {
    const model = { ...digital, digital: digital.digital && { ...digital.digital, dampingSeconds: 2 } }
    const { state } = read(model, 0)
    expect(read(model, 200, { seconds: 2 }, state).reading.outputPercent).toBeCloseTo(63.212, 3)
  })
  test('tilt goes with the sine', () => {
    const model = { ...digital, sensor: { ...digital.sensor, zeroPercentOnItsSide: 2 } }
    expect(read(model, 100, { tiltDegrees: 30 }).reading.outputPercent).toBeCloseTo(51, 9)
  })
  test('temperature and static pressure shift zero', () => {
    const model = {
      ...digital,
      sensor: { ...digital.sensor, zeroPercentPerKelvin: 0.01, zeroPercentPerMPaStatic: 0.05 },
    }
    expect(read(model, 100, { celsius: 40, staticMPa: 4 }).reading.outputPercent).toBeCloseTo(50.4, 9)
  })
  test('friction holds the pointer until it is tapped', () => {
    const gauge = { ...perfectInstrument('dial-gauge', range), sensor: { ...digital.sensor, stickingPercent: 1 } }
    const { state } = read(gauge, 0)
    expect(read(gauge, 100, {}, state).reading.outputPercent).toBeCloseTo(49, 9)
    expect(read(gauge, 100, { isTapped: true }, state).reading.outputPercent).toBeCloseTo(50, 9)
  })
  test('a loop of 1 % is 1 % wide at mid-scale and closed at the ends', () => {
    const model = { ...digital, sensor: { ...digital.sensor, hysteresisPercent: 1 } }
    const at = (target: number, direction: string) =>
      simulateCheck(model, plan, 1).find((r) => r.targetPercent === target && r.direction === direction)
        ?.outputPercent ?? 0
    expect(at(50, 'falling') - at(50, 'rising')).toBeCloseTo(1, 9)
    expect(at(0, 'falling') - at(0, 'rising')).toBeCloseTo(0, 9)
  })
  test('the current saturates at 20.5 mA (NE 43), and stops where the supply ends (Ohm’s law)', () => {
    expect(read(digital, 230).reading.milliamp).toBeCloseTo(20.5, 9)
    const starved = {
      ...digital,
      output: digital.output && { ...digital.output, supplyVolts: 15, minimumVolts: 12, loopOhm: 250 },
    }
    expect(read(starved, 200).reading).toMatchObject({
      milliamp: expect.closeTo(12, 9),
      terminalVolts: expect.closeTo(12, 9),
      aoPercent: 100,
    })
  })
  test('a failure signal stands whatever is applied', () => {
    const failed = { ...digital, output: digital.output && { ...digital.output, failureMilliamp: 3.5 } }
    for (const pressure of [0, 90, 200]) expect(read(failed, pressure).reading.milliamp).toBeCloseTo(3.5, 9)
  })
  test('the display rounds to its step', () => {
    expect(read({ ...digital, displayStep: 0.5 }, 33.3).reading.display).toBeCloseTo(33.5, 9)
  })
  test('a screw loses its backlash at each turn back', () => {
    expect([1, 0.9, 0.7].reduce((follower, leader) => followWithPlay(follower, leader, 0.1), 0)).toBeCloseTo(0.8, 12)
    const pneumatic = perfectInstrument('pneumatic', range)
    const model = {
      ...pneumatic,
      screws: pneumatic.screws && { ...pneumatic.screws, backlashTurns: 0.2, zeroPercentPerTurn: 4 },
    }
    const once = turnScrew(model, AT_REST, { screw: 'zero', turns: 1 })
    const back = turnScrew(model, once, { screw: 'zero', turns: -0.5 })
    expect(read(model, 0, {}, once).reading.outputPercent).toBeCloseTo(3.6, 9) // 0.9 turns of 4 %
    expect(read(model, 0, {}, back).reading.outputPercent).toBeCloseTo(2.4, 9) // 0.3 of the half turn took hold
  })
  test('the span screw moves zero by its interaction', () => {
    const pneumatic = perfectInstrument('pneumatic', range)
    const model = {
      ...pneumatic,
      screws: pneumatic.screws && { ...pneumatic.screws, interaction: 0.5, spanPercentPerTurn: 2 },
    }
    const turned = turnScrew(model, AT_REST, { screw: 'span', turns: 1 })
    expect(read(model, 200, {}, turned).reading.outputPercent).toBeCloseTo(102, 9)
    expect(read(model, 0, {}, turned).reading.outputPercent).toBeCloseTo(1, 9)
  })
})

describe('noise', () => {
  test('has the size asked for, and the same seed repeats it', () => {
    const noisy = { ...digital, noisePercent: 0.2 }
    const many = { ...plan, percents: [50], isUpAndDown: false, cycles: 4000 }
    const errors = simulateCheck(noisy, many, 5).map(({ outputPercent }) => outputPercent - 50)
    const deviation = Math.sqrt(errors.reduce((sum, e) => sum + e * e, 0) / errors.length)
    expect(deviation).toBeCloseTo(0.2, 2)
    expect(simulateCheck(noisy, plan, 9)).toEqual(simulateCheck(noisy, plan, 9))
  })
})

describe('a heat-loss gauge', () => {
  const gauge = (own: number): InstrumentModel => ({
    ...perfectInstrument('vacuum-gauge', { lrv: 0, urv: 1000 }),
    heatLoss: { assumed: 100, true: own },
  })
  const shownAt = (pressure: number, own = 100) => (read(gauge(own), pressure).reading.outputPercent / 100) * 1000
  test('counts right at every pressure where its transition is what it takes it for', () => {
    for (const pressure of [0.1, 1, 10, 100, 900]) expect(shownAt(pressure) / pressure).toBeCloseTo(1, 9)
  })
  test('far below the transition another one does not show; near it p₁ = x/(1 − x/100) of the loss x = p/(1 + p/90)', () => {
    expect(shownAt(0.01, 90) / 0.01).toBeCloseTo(1, 3)
    // p = 45: the loss is 45/1.5 = 30, and 30/(1 − 0.3) = 42.857.
    expect(shownAt(45, 90)).toBeCloseTo(42.857, 3)
  })
  test('with a transition above what it counts with it stands at its end', () => {
    expect(shownAt(900, 130)).toBe(2000)
  })
})

test('on a burr the span screw catches and turns nothing; past it, it is there at once', () => {
  const model: InstrumentModel = {
    ...perfectInstrument('analogue', range),
    screws: {
      ...{ zeroErrorPercent: 0, fullErrorPercent: 0, zeroPercentPerTurn: 4, spanPercentPerTurn: 4, interaction: 0 },
      ...{ backlashTurns: 0, burr: { atTurns: 0.5, halfTurns: 0.1 } },
    },
  }
  const turned = (state: InstrumentState, turns: number) => turnScrew(model, state, { screw: 'span', turns })
  const steps: InstrumentState[] = []
  for (const turns of [0.3, 0.15, 0.1, 0.1]) steps.push(turned(steps.at(-1) ?? AT_REST, turns))
  // At 0.3, 0.45, 0.55 and 0.65 turns: it is held at 0.4 between 0.4 and 0.6.
  expect(steps.map(({ spanEngaged }) => Number(spanEngaged.toFixed(6)))).toEqual([0.3, 0.4, 0.4, 0.65])
  const back = turned(steps.at(-1) ?? AT_REST, -0.1)
  expect(back.spanEngaged).toBeCloseTo(0.6, 6) // and from the other side at its other edge
})

test('gas that settles is no way down: a pressure that comes back by less than 0.01 % of the span has not turned', () => {
  const model = { ...digital, sensor: { ...digital.sensor, hysteresisPercent: 1 } }
  const up = read(model, 100)
  const rising = read(model, 120, {}, up.state)
  const settled = read(model, 119.99, {}, rising.state) // 0.005 % of 200
  expect(settled.reading.outputPercent).toBeCloseTo(rising.reading.outputPercent, 1)
  // Back by more it has: half a loop to the other side of the line, 1 % of span wide at its middle.
  const turned = read(model, 119.9, {}, settled.state)
  expect(turned.reading.outputPercent - settled.reading.outputPercent).toBeGreaterThan(0.8)
})
