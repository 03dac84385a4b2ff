import { describe, expect, test } from 'vitest'
import type { Signal } from '@/core/signal/signal'
import type { Capsule } from '../schema/capsule'
import { Configuration } from '../schema/configuration'
import { FlowSetUp } from '../schema/flowDesk'
import { LoopSetUp } from '../schema/loopCard'
import { bodyIn } from './capsuleBody'
import { flowDesk } from './flowDesk'
import { loopCard } from './loopCard'
import { constructionOf, rangePlan } from './rangePlan'
import { typedEnd, wantedAtOpening, wantedFromFlow, wantedFromPresent, wantedFromVessel } from './wantedRange'

const PRESENT = Configuration.parse({
  description: 'trial',
  area: 'bench',
  kind: 'flow-transmitter',
  pressureKind: 'differential',
  unit: 'kPa',
  lrl: -60,
  url: 60,
  minSpan: 2,
  lrv: 0,
  urv: 30,
  signal: '4-20mA',
  errorLimit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 0.5 }] },
  adjustLimit: null,
  intervalMonths: 12,
  testPoints: [0, 50, 100],
  pointOrder: 'up',
  hookUp: 'three-valve',
  displayScale: { lower: 0, upper: 60, unit: 't/h' },
  body: { family: 'trial', capsule: 'A', maxSpan: null, allowsReverse: true, links: [], link: null },
})
const WIDE: Capsule = {
  id: '5d1f7c02-6a51-4f0e-9a57-0c1d4be0a001',
  code: 'B',
  family: 'trial',
  description: 'wide',
  unit: 'mbar',
  body: { lrl: -2500, url: 2500, minSpan: 50, maxSpan: null, links: [], allowsReverse: true },
  kept: 2,
}
const same = wantedFromPresent(PRESENT)
const plan = (wanted: Partial<typeof same>, capsules: readonly Capsule[] = []) =>
  rangePlan(PRESENT, { ...same, ...wanted }, { capsules })

describe('a range change worked out', () => {
  test('nothing to do where nothing is wanted', () => {
    expect(plan({})).toMatchObject({ verdict: { kind: 'unchanged' }, steps: [], loopChanges: [], objections: [] })
  })
  test('only the host changes: its scale, the tag, and the people who are told', () => {
    const { verdict, steps, loopChanges } = plan({ displayScale: { lower: 0, upper: 70, unit: 't/h' } })
    expect(verdict.kind).toBe('unchanged')
    expect(loopChanges).toEqual(['Host: scale from 0 … 60 t/h to 0 … 70 t/h'])
    expect(steps.map(({ id }) => id)).toEqual(['loop-1', 'tag', 'tell'])
  })
  test('the root moves to the host: a straight line here, a root there, and half the output shows 70.7 %', () => {
    const { next, table, loopChanges } = plan({ urv: 25, hostRoot: true })
    expect(next).toMatchObject({ hostRoot: true, transfer: { kind: 'linear' }, urv: 25 })
    expect(table.map(({ shown }) => shown)).toEqual(
      [0, 30, 60 * Math.SQRT1_2, 60 * Math.sqrt(0.75), 60].map((v) => expect.closeTo(v, 9)),
    )
    expect(loopChanges.join()).toContain('taken in the host')
  })
  test('a root here and in the host is refused by name', () => {
    const { next, objections } = plan({
      urv: 25,
      hostRoot: true,
      transfer: { kind: 'root-to-zero', cutOffPercent: 10 },
    })
    expect(next).toBeNull()
    expect(objections.join()).toContain('taken twice')
  })
  test('a capsule in another unit: its limits are those of the instrument’s unit afterwards', () => {
    const { verdict, next, steps } = plan({ urv: 180 }, [WIDE])
    expect(verdict).toMatchObject({ kind: 'capsule', place: 'shop', capsule: { code: 'B' } })
    expect(next).toMatchObject({ lrl: -250, url: 250, minSpan: 5, body: { capsule: 'B' } })
    expect(steps.map(({ id }) => id)).toContain('diaphragms')
    expect(bodyIn(WIDE, 'kPa')).toMatchObject({ url: 250 })
  })
  test('a limit in pressure does not move with the span: it is said what it becomes', () => {
    const inPressure = Configuration.parse({
      ...PRESENT,
      errorLimit: { combine: 'sum', terms: [{ kind: 'absolute', value: 0.15, unit: 'kPa' }] },
    })
    const { notes } = rangePlan(inPressure, { ...same, urv: 15 }, { capsules: [] })
    expect(notes.join()).toContain('becomes ±1 % of span; it was ±0.5 %') // 0.15 of 15, and of 30 kPa
    expect(plan({ urv: 15, displayScale: null }).notes).toEqual([])
  })
  test('a host whose scale is left as it is would show otherwise: said, with the scale that goes on showing the same', () => {
    const straight = plan({ urv: 36 })
    expect(straight.carried).toEqual({ lower: 0, upper: 72, unit: 't/h' }) // 2 t/h to a kPa
    expect(straight.notes.join()).toContain('at 36 kPa it would show 60 t/h, and by its present range that is 72 t/h')
    expect(plan({ lrv: -6, urv: 36 }).carried).toEqual({ lower: -12, upper: 72, unit: 't/h' })
    expect(plan({ urv: 36, displayScale: { lower: 0, upper: 70, unit: 't/h' } })).toMatchObject({
      carried: null,
      notes: [],
    })
    // Only LRV moves: it is off at that end, and the other reads as before.
    const lifted = plan({ lrv: 6 })
    expect(lifted.carried).toEqual({ lower: 12, upper: 60, unit: 't/h' })
    expect(lifted.notes.join()).toContain('at 6 kPa it would show 0 t/h, and by its present range that is 12 t/h')
    expect(plan({}).carried).toBeNull()
    const fine = { ...PRESENT, displayScale: { lower: 0, upper: 60.00001, unit: 't/h' } }
    expect(rangePlan(fine, wantedFromPresent(fine), { capsules: [] }).carried).toBeNull() // finer than any host is set
    const present = { ...PRESENT, hostRoot: true as const }
    const rooted = (wanted: Partial<typeof same>) =>
      rangePlan(present, { ...wantedFromPresent(present), ...wanted }, { capsules: [] }).carried
    expect(rooted({ urv: 15 })).toEqual({ lower: 0, upper: 42.426, unit: 't/h' }) // 60 / √2, by the square-root law
    expect(rooted({ urv: 15, hostRoot: false })).toBeNull() // another root, another meaning
    expect(rooted({ lrv: 3 })).toBeNull() // the zero of a flow does not move
    expect(rooted({ urv: 15, source: 'flow' })).toBeNull() // a set-up brings its own
  })
  test('capsules of another family do not count', () => {
    expect(plan({ urv: 180 }, [{ ...WIDE, family: 'other' }]).verdict.kind).toBe('impossible')
  })
  test('a span of zero has no table and no turndown, and says why', () => {
    expect(plan({ lrv: 5, urv: 5 })).toMatchObject({
      table: [],
      turndown: null,
      reasons: [expect.stringContaining('no span')],
    })
  })
})

describe('an end of a range as typed', () => {
  const DIFFERENTIAL = { unit: 'kPa', pressureKind: 'differential' } as const
  test.each([
    ['12,5', 12.5],
    ['-3', -3],
    ['250 mbar', 25],
    ['1e-1', 0.1],
    ['10 inH2O @ 20 °C', (0.254 * 998.2067 * 9.80665) / 1000],
  ])('%s is %d kPa', (text, kPa) => {
    expect(typedEnd(text, DIFFERENTIAL, 'lrv')).toBeCloseTo(kPa, 9)
  })
  test.each(['', 'ten', '5 m3/h', '4 inH2O', '14 psia', '1 bar abs'])('“%s” is refused', (text) => {
    expect(() => typedEnd(text, DIFFERENTIAL, 'lrv')).toThrow()
  })
})

describe('from vessel and flow', () => {
  const vessel = {
    kind: 'level' as const,
    input: {
      heightUnit: 'ft' as const,
      densityUnit: 'kg/m3' as const,
      gravity: 9.80665,
      vessel: {
        kind: 'open' as const,
        density: 999.972,
        lowerTap: 1,
        sensor: 1,
        levelAt0: 1,
        levelAt100: 20,
        lineDensity: null,
      },
      unit: 'ftH2O@4C' as const,
      signal: '4-20mA' as const,
      display: { lower: 1, upper: 20, unit: 'ft' },
    },
  }
  test('19 ftH2O (4 °C) in kPa, rounded as a range is set (common practice, no source)', () => {
    const wanted = wantedFromVessel(vessel, PRESENT)
    expect(wanted).toMatchObject({ lrv: 0, source: 'vessel', displayScale: { lower: 1, upper: 20, unit: 'ft' } })
    expect(wanted.urv).toBeCloseTo((19 * 0.3048 * 999.972 * 9.80665) / 1000, 3)
  })
  const flow = FlowSetUp.parse({
    meter: { kind: 'given pair', dp: 16, flow: 40, flowUnit: 't/h' },
    unit: 'kPa',
    fullFlow: 50,
    root: 'transmitter',
    panelMeter: 'takes a root',
    cutOffPercent: 10,
    belowCutOff: 'straight line',
    dpErrorPercent: 0.1,
    allowedPercentOfFlow: 5,
    zeroShift: 0.04,
  })
  test('25 kPa at 50 t/h from 16 at 40 (square-root law); the panel meter takes the root once too often', () => {
    const answer = flowDesk(flow)
    expect(answer.dpFull).toBeCloseTo(25, 12)
    expect(answer.zeroShiftPercent).toBeCloseTo(4, 9) // √(0.04/25) = 4 %
    expect(answer.isRootTakenOnce).toBe(false)
    expect(answer.atQuarter).toMatchObject({ rootsInHost: 1, rootsInPanel: 2 })
    expect(wantedFromFlow(flow, PRESENT)).toMatchObject({
      urv: 25,
      transfer: { kind: 'root-with-line', cutOffPercent: 10 },
      hostRoot: false,
    })
  })
  test('an absolute instrument is no level or flow instrument: the desk opens with the range it has, and says so', () => {
    const absolute = Configuration.parse({ ...PRESENT, pressureKind: 'absolute' })
    const saved = {
      range: null,
      vessel: { desk: 'vessel' as const, setUp: vessel, savedAt: '', savedBy: '' },
      flow: null,
      loop: null,
      'set-up': null,
    }
    expect(wantedAtOpening(absolute, saved, 'vessel')).toMatchObject({
      wanted: { lrv: 0, urv: 30 },
      notice: expect.stringContaining('absolute'),
    })
    expect(wantedAtOpening(PRESENT, saved, 'vessel')).toMatchObject({ wanted: { source: 'vessel' }, notice: null })
  })
  test('a plate beyond the standard is refused by name', () => {
    const plate = {
      kind: 'orifice plate' as const,
      taps: 'corner' as const,
      pipe: 100,
      bore: 90,
      density: 998,
      viscosity: 1,
      upstream: null,
      isentropicExponent: null,
      flowUnit: 't/h' as const,
    }
    expect(() => flowDesk({ ...flow, meter: plate })).toThrow('β = 0.900 lies outside ISO 5167-2')
  })
})

describe('a flow set-up', () => {
  const base = {
    meter: {
      kind: 'orifice plate' as const,
      taps: 'flange' as const,
      pipe: 80,
      bore: 45,
      density: 5.2,
      viscosity: 0.018,
      upstream: 900,
      isentropicExponent: 1.32,
      flowUnit: 'kg/h' as const,
    },
    unit: 'kPa' as const,
    fullFlow: 2400,
    root: 'transmitter' as const,
    panelMeter: 'none' as const,
    cutOffPercent: 12,
    belowCutOff: 'drop to zero' as const,
    dpErrorPercent: 0.2,
    allowedPercentOfFlow: 4,
    zeroShift: -0.05,
  }
  test('a gas through a plate: the URV drives the full flow, by the standard’s equation', () => {
    const { dpFull, points, workings } = flowDesk(FlowSetUp.parse(base))
    const epsilon = workings.flatMap(({ from }) => from).find(({ symbol }) => symbol === 'ε')?.value ?? 0
    const c = workings.find(({ result }) => result.symbol === 'C')?.result.value ?? 0
    const beta = 45 / 80
    const flow =
      (c / Math.sqrt(1 - beta ** 4)) * epsilon * (Math.PI / 4) * 0.045 ** 2 * Math.sqrt(2 * dpFull * 1000 * 5.2)
    expect(flow * 3600).toBeCloseTo(2400, 4)
    expect(epsilon).toBeLessThan(1)
    expect(points.at(-1)).toMatchObject({ flowPercent: 100, output: expect.closeTo(20, 9) })
    // Below the cut-off of 12 % the output drops to 4 mA; from there it follows the root: 20 % of flow is 7.2 mA.
    expect(points.find(({ flowPercent }) => flowPercent === 10)?.output).toBe(4)
    expect(points.find(({ flowPercent }) => flowPercent === 20)?.output).toBeCloseTo(7.2, 9)
  })
  test('outputs are those of the instrument: with the root in the host, half the flow is a quarter of its own span', () => {
    const halfFlow = (signal: Signal) => {
      const { points, output } = flowDesk(FlowSetUp.parse({ ...base, root: 'host' }), signal)
      return [points.find(({ flowPercent }) => flowPercent === 50)?.output, output.unit]
    }
    expect(halfFlow('20-100kPa')).toEqual([expect.closeTo(40, 9), 'kPa'])
    expect(halfFlow('3-15psi')).toEqual([expect.closeTo(6, 9), 'psi'])
    expect(halfFlow('1-5V')).toEqual([expect.closeTo(2, 9), 'V'])
  })
  test('a zero that sinks shows nothing; an error that leaves nothing to read is said instead of a cut-off', () => {
    expect(flowDesk(FlowSetUp.parse(base)).zeroShiftPercent).toBe(0)
    const coarse = flowDesk(FlowSetUp.parse({ ...base, dpErrorPercent: 8, allowedPercentOfFlow: 1 }))
    expect(coarse.cutOff).toMatchObject({ refused: expect.stringContaining('hardly anything') })
  })
  test('half a gas is refused by its box', () => {
    const half = { ...base, meter: { ...base.meter, isentropicExponent: null } }
    expect(() => flowDesk(FlowSetUp.parse(half))).toThrow(/^isentropicExponent: a gas needs both/)
  })
})

test('a loop: volts by Ohm’s law, errors added with sign, the host against what it should show', () => {
  const setUp = LoopSetUp.parse({
    supply: { supplyVolts: 24, wireLength: 0, wireArea: 1, wireCelsius: 20, burdenOhms: 250, leastTerminalVolts: 12 },
    items: [
      {
        name: 'isolator',
        kind: 'isolator',
        calibratedOn: '',
        limitPercent: 0.2,
        error0: 0.1,
        error50: -0.3,
        error100: 0,
        onChange: '',
      },
    ],
    host: { name: 'host', senseOhms: 250, allowancePercent: 2, shows0: null, shows50: 31.2, shows100: null },
  })
  const answer = loopCard(setUp, {
    tag: 'FT',
    calibratedOn: null,
    limitPercent: 0.5,
    errors: { 0: 0.2, 50: 0.1, 100: null },
    scale: { lower: 0, upper: 60, unit: 't/h' },
  })
  expect(answer.currents.map(({ terminalVolts }) => terminalVolts)).toEqual(
    // 24 V, 250 Ω of others and 250 Ω at the input: 24 − 0.020·500 and 24 − 0.0225·500.
    [14, 12.75].map((v) => expect.closeTo(v, 12)),
  )
  expect(answer.totalOhms).toBeCloseTo(500, 12)
  const [low, middle, high] = answer.points
  expect(low?.inputVolts).toBeCloseTo(1, 12) // 250 Ω: 1 … 5 V, common practice, no source
  expect(low?.budget.sumPercent).toBeCloseTo(0.3, 12)
  expect(middle?.budget.sumPercent).toBeCloseTo(-0.2, 12)
  expect(middle?.budget.outside).toEqual(['isolator'])
  expect(high?.budget.sumPercent).toBeNull()
  expect(middle?.hostErrorPercent).toBeCloseTo(2, 9)
  expect(answer.schools?.trimToHost.transmitterErrorPercent).toBeCloseTo(-1.9, 9)
  // Nobody knows the transmitter, or the host takes a root: then no school can say what it would do.
  const scale = { lower: 0, upper: 60, unit: 't/h' }
  const unknown = { tag: 'FT', calibratedOn: null, limitPercent: 0.5, errors: { 0: null, 50: null, 100: null }, scale }
  expect(loopCard(setUp, unknown).schools).toBeNull()
  const rooted = { ...unknown, errors: { 0: 0, 50: 0, 100: 0 }, scale: { ...scale, takesRoot: true as const } }
  expect(loopCard(setUp, rooted).schools).toBeNull()
  expect(loopCard(setUp, rooted).points[1]?.shouldShow).toBeCloseTo(60 * Math.SQRT1_2, 9)
})

test('a body is built as the register says, else as is usual for how it is adjusted: common practice, no source', () => {
  const body = { family: 'trial', capsule: null, maxSpan: null, allowsReverse: false, links: [], link: null }
  expect(constructionOf({ ...PRESENT, adjustedBy: 'trims', body })).toBe('strain-gauge')
  expect(constructionOf({ ...PRESENT, adjustedBy: 'screws', body })).toBe('force-balance')
  expect(constructionOf({ ...PRESENT, adjustedBy: 'trims', body: { ...body, construction: 'motion-balance' } })).toBe(
    'motion-balance',
  )
})
