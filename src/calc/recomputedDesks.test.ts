import { describe, expect, test } from 'vitest'
import { reference } from '../../tests/support/reference'
import { calculationNamed } from './registry'
import { runCalculation } from './runCalculation'

/** As in recomputed.test.ts: every example of ranges, vessels, flow and loops a second time, without the core. */
type Quantity = { value: number; unit: string }
type Answer = Record<string, unknown>

function answerOf(name: string, changes: Record<string, unknown> = {}): Answer {
  const calculation = calculationNamed(name)
  if (!calculation) throw new Error(`no calculation ${name}`)
  const outcome = runCalculation(calculation, { ...(calculation.example as object), ...changes }) // our own examples
  if (outcome.kind !== 'answer') throw new Error(`${name}: ${JSON.stringify(outcome.refusals)}`)
  return outcome.answer
}
function refusalOf(name: string, changes: Record<string, unknown>): string {
  const calculation = calculationNamed(name)
  if (!calculation) throw new Error(`no calculation ${name}`)
  const outcome = runCalculation(calculation, { ...(calculation.example as object), ...changes }) // our own examples
  return outcome.kind === 'refused'
    ? outcome.refusals.map((r) => `${r.field}: ${r.reason}; ${r.remedy}`).join(' | ')
    : ''
}
const value = (answer: Answer, key: string) => (answer[key] as Quantity).value // a quantity by its schema
const rows = <T>(answer: Answer, key: string) => answer[key] as T[] // a list by its schema
const G = 9.8107

describe('range', () => {
  test('range-change: 24.7 kPa of span belongs to link C, which stands at B', () => {
    const answer = answerOf('range-change')
    expect(answer).toMatchObject({ verdict: 'Fits after one change', zero: 'elevated' })
    expect(answer.reasons).toEqual(['The span link must go from B to C.'])
    expect(value(answer, 'turndown')).toBeCloseTo(44 / 24.7, 9)
  })
  test('output-table: quarters of −3.2 … 21.5 kPa', () => {
    const found = rows<{ input: Quantity; output: Quantity; shown: Quantity }>(answerOf('output-table'), 'rows')
    expect(found.map(({ input }) => input.value)).toEqual(
      [-3.2, 2.975, 9.15, 15.325, 21.5].map((input) => expect.closeTo(input, 9)),
    )
    expect(found.map(({ shown }) => shown.value)).toEqual([0, 0.6, 1.2, 1.8, 2.4].map((at) => expect.closeTo(at, 9)))
  })
  test('host-scale: by the square-root law, four times the difference is twice the flow; a level goes on in a line', () => {
    expect(value(answerOf('host-scale'), 'upper')).toBeCloseTo(41 * Math.sqrt(24.3 / 17.6), 9)
    expect(value(answerOf('host-scale', { wantedUrv: 4 * 17.6 }), 'upper')).toBeCloseTo(82, 9)
    const level = answerOf('host-scale', { takesRoot: false, wantedLrv: -8.8, wantedUrv: 8.8 })
    expect([value(level, 'lower'), value(level, 'upper')]).toEqual([-20.5, 20.5].map((at) => expect.closeTo(at, 9)))
    expect(refusalOf('host-scale', { wantedLrv: 2 })).toContain('wantedLrv: a flow is zero at the present LRV')
    expect(refusalOf('host-scale', { wantedUrv: -3 })).toContain('wantedUrv: a flow is zero at the present LRV')
  })
  test('reference-reach: 1.2 kPa is missing below', () => {
    const answer = answerOf('reference-reach')
    expect(answer.reaches).toBe(false)
    expect(value(answer, 'missingBelow')).toBeCloseTo(1.2, 9)
    expect(value(answer, 'headroom')).toBeCloseTo(13.5, 9)
  })
})

test('smallest-span: the 60, 200 and 800 bodies at 4 : 1 (common practice, no source), and the example', () => {
  expect(value(answerOf('smallest-span'), 'minSpan')).toBeCloseTo(187 / 8, 12)
  for (const [maxSpan, least] of [
    [60, 15],
    [200, 50],
    [800, 200],
  ])
    expect(value(answerOf('smallest-span', { maxSpan, turndown: 4, unit: 'inH2O@20C' }), 'minSpan')).toBe(least)
  expect(refusalOf('smallest-span', { turndown: 0.5 })).toContain('no turndown')
})

describe('level', () => {
  test('level-from-pressure: p = ρ·g·(h − 0.05)', () => {
    const level = 13_400 / (1341 * G) + 0.05
    expect(value(answerOf('level-from-pressure'), 'level')).toBeCloseTo(level, 9)
    expect(value(answerOf('level-from-pressure'), 'percent')).toBeCloseTo(((level - 0.11) / 1.64) * 100, 9)
  })
  test('level-from-pressure: a level the range was not made for is said to be one', () => {
    // 0.11 … 1.75 m of ρ = 1341 above a sensor at 0.05 m, in kPa.
    const pressureAt = (level: number) => (1341 * G * (level - 0.05)) / 1000
    const notice = (level: number) => answerOf('level-from-pressure', { pressure: pressureAt(level) }).notice
    expect([notice(0.11), notice(1.75)]).toEqual([null, null])
    expect(notice(1.751)).toMatch(/^above the measured span/)
    expect(notice(0.109)).toMatch(/^below the measured span/)
  })
  test('level-range: column by column', () => {
    const answer = answerOf('level-range')
    const leg = 942 * G * (5.9 + 0.4)
    expect(value(answer, 'lrv')).toBeCloseTo((1028 * G * (0.35 + 0.4) - leg) / 1000, 9)
    expect(value(answer, 'urv')).toBeCloseTo((1028 * G * (5.6 + 0.4) - leg) / 1000, 9)
    expect(answer.zero).toBe('elevated')
  })
  test.each([
    { says: 'sensor at the bottom', tap: 0, relative: 1, urv: 20 },
    { says: 'sensor 1 ft up', tap: 1, relative: 1, urv: 19 },
    { says: 'relative density 0.9', tap: 0, relative: 0.9, urv: 18 },
    { says: 'both', tap: 1, relative: 0.9, urv: 17.1 },
  ])('the 20 ft tank, $says: 0 … $urv ftH2O, shown as $tap … 20 ft (common practice, no source)', (given) => {
    const { tap, relative, urv } = given
    const answer = answerOf('level-range', {
      heightUnit: 'ft',
      gravity: 9.80665,
      densityUnit: 'kg/m3',
      vessel: {
        kind: 'open',
        density: 999.972 * relative,
        lowerTap: tap,
        sensor: tap,
        levelAt0: tap,
        levelAt100: 20,
        lineDensity: null,
      },
      unit: 'ftH2O@4C',
      display: { lower: tap, upper: 20, unit: 'ft' },
    })
    expect(value(answer, 'lrv')).toBeCloseTo(0, 9)
    expect(value(answer, 'urv')).toBeCloseTo(urv, 9)
    const shown = rows<{ shown: Quantity }>(answer, 'rows').map((row) => row.shown.value)
    expect([shown[0], shown.at(-1)]).toEqual([tap, 20])
  })
  test('liquid-density', () => {
    expect(value(answerOf('liquid-density'), 'wanted')).toBeCloseTo((1.0315 * 998.2067) / (1 + 0.00038 * -14), 9)
  })
})

describe('drum, water and steam', () => {
  /** Densities of Python iapws at the examples' states: 27.388 bar absolute; made by `npm run reference`. */
  const { cases, source } = reference<Record<string, number>>('calcExamples')
  const [at] = cases
  const density = (name: string) => at?.[name] ?? Number.NaN

  test(`drum-level from densities of ${source}`, () => {
    const answer = answerOf('drum-level')
    const [cold, leg] = [density('cold'), density('leg')]
    expect(value(answer, 'coldLrv')).toBeCloseTo((-cold * G * 0.58) / 1000, 6)
    expect(value(answer, 'coldUrv')).toBeCloseTo(0, 12)
    expect(value(answer, 'hotLrv')).toBeCloseTo(((density('steam') - leg) * G * 0.58) / 1000, 6)
    expect(value(answer, 'hotUrv')).toBeCloseTo(((density('water') - leg) * G * 0.58) / 1000, 6)
    const levels = rows<{ trueLevel: Quantity; coldShows: Quantity }>(answer, 'levels')
    for (const { trueLevel, coldShows } of levels) {
      const h = trueLevel.value / 100
      const dp = density('water') * h + density('steam') * (1 - h) - leg
      expect(coldShows.value).toBeCloseTo(100 + (100 * dp) / cold, 6)
    }
  })
  test(`gauge-glass and water-and-steam from ${source}`, () => {
    const [glass, water, steam] = [density('glass'), density('water'), density('steam')]
    expect(value(answerOf('gauge-glass'), 'trueLevel')).toBeCloseTo((47 * (glass - steam)) / (water - steam), 6)
    expect(value(answerOf('gauge-glass'), 'atHalf')).toBeCloseTo((50 * (water - steam)) / (glass - steam), 6)
    const [liquid, vapour] = rows<{ density: Quantity }>(answerOf('water-and-steam'), 'properties')
    expect(liquid?.density.value).toBeCloseTo(density('boilingWater'), 6)
    expect(vapour?.density.value).toBeCloseTo(density('boilingSteam'), 8)
  })
  test('water-density: two formulas of different origin agree to a part in 10⁵', () => {
    const answer = answerOf('water-density')
    expect(value(answer, 'density') / value(answer, 'beside')).toBeCloseTo(1, 5)
  })
})

describe('flow', () => {
  test('flow-by-difference: squares of the flow; 10 % of flow is 1 % of difference', () => {
    const points = rows<{ flow: Quantity; dp: Quantity; high: Quantity }>(answerOf('flow-by-difference'), 'points')
    for (const { flow, dp, high } of points) {
      const share = (flow.value / 46) ** 2
      expect(dp.value).toBeCloseTo(19.4 * share, 9)
      expect(high.value).toBeCloseTo((Math.sqrt((share + 0.0015) / share) - 1) * 100, 9)
    }
  })
  test('flow-zero-shift, and the trade’s own 0.07 of 172.75 inH2O: 2 % (common practice, no source)', () => {
    expect(value(answerOf('flow-zero-shift'), 'shown')).toBeCloseTo(46 * Math.sqrt(0.011 / 19.4), 9)
    const known = answerOf('flow-zero-shift', { shift: 0.07, span: 172.75, unit: 'inH2O@20C' })
    expect(value(known, 'percent')).toBeCloseTo(2, 1)
  })
  test('flow-cut-off', () => {
    const honest = 100 * Math.sqrt(0.0015 / (2 * 0.04))
    expect(value(answerOf('flow-cut-off'), 'honestFrom')).toBeCloseTo(honest, 9)
    expect(value(answerOf('flow-cut-off'), 'advised')).toBe(Math.ceil(honest))
  })
  test('orifice: the bore found lets the flow through, by the standard’s equation', () => {
    const answer = answerOf('orifice')
    const [c, beta, d] = [value(answer, 'discharge'), value(answer, 'beta'), value(answer, 'bore') / 1000]
    const flow = (c / Math.sqrt(1 - beta ** 4)) * (Math.PI / 4) * d ** 2 * Math.sqrt(2 * 19_400 * 1029)
    expect(flow * 3600).toBeCloseTo(46_000, 4)
    expect(beta).toBeCloseTo(d / 0.0817, 12)
  })
  test('density-compensation', () => {
    const density = 5.72 * (1010 / 1080) * ((190 + 273.15) / (186 + 273.15)) * (0.94 / 0.943)
    expect(value(answerOf('density-compensation'), 'factor')).toBeCloseTo(Math.sqrt(density / 5.72), 9)
  })
})

describe('pressure corrections', () => {
  test('head-correction', () => {
    expect(value(answerOf('head-correction'), 'correction')).toBeCloseTo((-(871 - 1.18) * G * 0.83) / 1000, 9)
  })
  test('local-gravity: the series form of 1980 agrees to 1e-6 m/s² (from memory)', () => {
    const s = Math.sin((54.3 * Math.PI) / 180) ** 2
    const s2 = Math.sin((2 * 54.3 * Math.PI) / 180) ** 2
    const series = 9.780327 * (1 + 0.0053024 * s - 0.0000058 * s2) - 3.086e-6 * 118
    expect(value(answerOf('local-gravity'), 'gravity')).toBeCloseTo(series, 5)
  })
  test('dead-weight: the answer put into its own equation', () => {
    const pa = value(answerOf('dead-weight'), 'pressure') * 1e5
    const area = 0.4038e-4 * (1 + 16.6e-6 * 3.4) * (1 + 3.2e-12 * pa)
    const force = 6.2831 * (1 - 1.18 / 7920) * G + 0.0305 * 2 * Math.sqrt(Math.PI * 0.4038e-4)
    expect(pa * area).toBeCloseTo(force, 6)
  })
  test('manometer', () => {
    const length = 0.4126 * (1 + 11.5e-6 * 2.5) - 0.0021
    expect(value(answerOf('manometer'), 'pressure')).toBeCloseTo((997.9 - 1.18) * G * length * 1.0042, 6)
  })
})

test('capillary-rise: Jurin’s law', () => {
  expect(value(answerOf('capillary-rise'), 'rise')).toBeCloseTo((4 * 0.0719 * 1000) / (997.4 * G * 0.0052), 9)
})

describe('loop and interval', () => {
  test('loop-supply: Ohm’s law by hand', () => {
    const answer = answerOf('loop-supply')
    const wire = ((2 * 340) / (58 * 0.75)) * (1 + 0.00393 * 8)
    expect(value(answer, 'wire')).toBeCloseTo(wire, 9)
    const [full, alarm] = rows<{ terminals: Quantity }>(answer, 'currents')
    expect(full?.terminals.value).toBeCloseTo(23.6 - 0.02 * (wire + 372), 9)
    expect(alarm?.terminals.value).toBeCloseTo(23.6 - 0.0225 * (wire + 372), 9)
  })
  test('loop-error and trim-schools', () => {
    const answer = answerOf('loop-error')
    expect(value(answer, 'sum')).toBeCloseTo(-0.14, 12)
    expect(value(answer, 'rootSumSquare')).toBeCloseTo(Math.hypot(0.12, 0.31, 0.05), 12)
    expect(answer.outside).toEqual(['isolator'])
    const [, trimmed] = rows<{ transmitter: Quantity }>(answerOf('trim-schools'), 'schools')
    expect(trimmed?.transmitter.value).toBeCloseTo(0.08 - 0.94, 12)
  })
  test('sense resistors: 4, 25 and 250 Ω give 16–80 mV, 100–500 mV, 1–5 V (common practice, no source)', () => {
    for (const [resistor, lower, upper] of [
      [4, 0.016, 0.08],
      [25, 0.1, 0.5],
      [250, 1, 5],
    ] as const) {
      const answer = answerOf('sense-resistor', { resistor })
      expect([value(answer, 'lower'), value(answer, 'upper')]).toEqual([
        expect.closeTo(lower, 12),
        expect.closeTo(upper, 12),
      ])
    }
  })
  test('intervals', () => {
    expect(value(answerOf('interval-staircase'), 'next')).toBeCloseTo(9 * 1.3, 9)
    expect(value(answerOf('interval-reliability'), 'interval')).toBeCloseTo((12 * Math.log(0.9)) / Math.log(5 / 6), 6)
    const points = [
      [0, 0.03],
      [0.98, 0.11],
      [2.05, 0.14],
      [3.01, 0.22],
    ] as const
    const meanT = points.reduce((s, [t]) => s + t, 0) / 4
    const meanE = points.reduce((s, [, e]) => s + e, 0) / 4
    const rate =
      points.reduce((s, [t, e]) => s + (t - meanT) * (e - meanE), 0) /
      points.reduce((s, [t]) => s + (t - meanT) ** 2, 0)
    expect(value(answerOf('interval-drift'), 'rate')).toBeCloseTo(rate, 12)
    expect(value(answerOf('interval-drift'), 'crosses')).toBeCloseTo(meanT + (0.45 - meanE) / rate, 6)
    // When due: the line, its band with t(0.975; 2) = 4.3027 of the table, and P(t) = ½ + t / (2·√(2 + t²)) for 2 degrees.
    const line = (t: number) => meanE + rate * (t - meanT)
    const spread = points.reduce((sum, [t]) => sum + (t - meanT) ** 2, 0)
    const s = Math.sqrt(points.reduce((sum, [t, e]) => sum + (e - line(t)) ** 2, 0) / 2)
    const ofNew = s * Math.sqrt(1 + 1 / 4 + (4.05 - meanT) ** 2 / spread)
    const below = (t: number) => 0.5 + t / (2 * Math.sqrt(2 + t * t))
    expect(value(answerOf('interval-drift'), 'atDue')).toBeCloseTo(line(4.05), 12)
    expect(value(answerOf('interval-drift'), 'bandAtDue')).toBeCloseTo(4.3027 * ofNew, 4)
    const inside = below((0.45 - line(4.05)) / ofNew) - below((-0.45 - line(4.05)) / ofNew)
    expect(value(answerOf('interval-drift'), 'insideAtDue')).toBeCloseTo(100 * inside, 9)
  })
})

describe('refused in words, by the field that was typed', () => {
  const vessel = {
    kind: 'wet-leg',
    density: 1028,
    lowerTap: 0.35,
    sensor: -0.4,
    levelAt0: 0.35,
    levelAt100: 5.6,
    upperTap: 5.9,
    gasDensity: 0,
    lineDensity: null,
    legDensity: 942,
  }
  test.each([
    ['density of zero', 'level-range', { vessel: { ...vessel, density: 0 } }, 'vessel.density: 0 kg/m³ is no density'],
    ['taps crossed', 'level-range', { vessel: { ...vessel, upperTap: 0.1 } }, 'vessel.upperTap: the taps are crossed'],
    ['β of 0.9', 'orifice', { find: 'flow', bore: 73.53 }, 'bore: β = 0.900 lies outside ISO 5167-2'],
    ['half a gas', 'orifice', { upstream: 500 }, 'isentropicExponent: a gas needs both'],
    ['an empty bore', 'orifice', { find: 'flow', bore: null }, 'd = 0 mm is no bore'],
    ['a drum of 22.5 MPa', 'drum-level', { pressure: 225 }, '220.5 bar'],
    ['a loop without items', 'loop-error', { items: [] }, 'needs at least 1'],
  ])('%s', (_, name, changes, says) => {
    expect(refusalOf(name, changes)).toContain(says)
  })
  test('a negative span on a body that cannot: the verdict says so', () => {
    expect(answerOf('range-change', { wantedLrv: 21.5, wantedUrv: -3.2, stock: [] }).reasons).toEqual([
      'URV lies below LRV, and this body cannot act in reverse',
    ])
  })
})
