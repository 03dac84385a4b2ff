import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { reference } from '../../../tests/support/reference'
import { analyseCycles } from './cycleAnalysis'
import { hysteresisPercentSpan } from './hysteresis'
import { independentLinearity, terminalBasedLinearity, zeroBasedLinearity } from './linearity'
import type { CurvePoint, CycleReading } from './meanCurve'

const curvePoint = (inputPercent: number, outputPercent: number): CurvePoint => ({
  inputPercent,
  outputPercent,
  meanErrorPercentSpan: outputPercent - inputPercent,
  risingErrorPercentSpan: outputPercent - inputPercent,
  fallingErrorPercentSpan: null,
})

type LineCase = { input: number[]; output: number[]; independent: number; zeroBased: number }
const linear = reference<LineCase>('linearity')
describe(`smallest largest departure beside ${linear.source}`, () => {
  test.each(linear.cases.map((lineCase, index) => ({ ...lineCase, index })))(
    'case $index',
    ({ input, output, independent, zeroBased }) => {
      const curve = input.map((x, i) => curvePoint(x, output[i] ?? Number.NaN))
      expect(independentLinearity(curve).departurePercentSpan).toBeCloseTo(independent, 9)
      expect(zeroBasedLinearity(curve).departurePercentSpan).toBeCloseTo(zeroBased, 9)
    },
  )
})

describe('linearity of a bow of 1 % at mid-scale, worked by hand (definitions ISA-51.1, from memory)', () => {
  const curve = [0, 50, 100].map((x) => curvePoint(x, x + (x === 50 ? 1 : 0)))
  test('terminal-based 1, independent half of it, zero-based a third', () => {
    expect(terminalBasedLinearity(curve).departurePercentSpan).toBeCloseTo(1, 12)
    expect(independentLinearity(curve).departurePercentSpan).toBeCloseTo(0.5, 12)
    // Line of slope m from zero: 51 − 50m = 100m − 100, so m = 151/150 and both depart by 2/3.
    expect(zeroBasedLinearity(curve)).toMatchObject({ slope: 151 / 150 })
    expect(zeroBasedLinearity(curve).departurePercentSpan).toBeCloseTo(2 / 3, 12)
  })
})

const percents = [0, 25, 50, 75, 100]
const cycles = (
  output: (x: number, direction: 'rising' | 'falling', cycle: number) => number,
  count = 3,
): CycleReading[] =>
  Array.from({ length: count }, (_, cycle) => [
    ...percents.map((x) => ({
      cycle,
      direction: 'rising' as const,
      targetPercent: x,
      appliedPercent: x,
      outputPercent: output(x, 'rising', cycle),
    })),
    ...percents.toReversed().map((x) => ({
      cycle,
      direction: 'falling' as const,
      targetPercent: x,
      appliedPercent: x,
      outputPercent: output(x, 'falling', cycle),
    })),
  ]).flat()

describe('figures of three cycles with known faults', () => {
  test('zero 0.2, span 0.5: and nothing else', () => {
    const analysis = analyseCycles(cycles((x) => x * 1.005 + 0.2))
    expect(analysis.zeroErrorPercentSpan).toBeCloseTo(0.2, 12)
    expect(analysis.spanErrorPercentSpan).toBeCloseTo(0.5, 12)
    expect(analysis.hysteresisPercentSpan).toBeCloseTo(0, 12)
    expect(analysis.linearity?.independent.departurePercentSpan).toBeCloseTo(0, 12)
    expect(analysis.largestError).toMatchObject({ reading: { targetPercent: 100 } })
  })
  test('hysteresis 0.4 at mid-scale', () => {
    const loop = (x: number) => (x === 50 ? 0.2 : 0)
    expect(
      analyseCycles(cycles((x, d) => x + (d === 'rising' ? -loop(x) : loop(x)))).hysteresisPercentSpan,
    ).toBeCloseTo(0.4, 12)
  })
  test('one cycle has the hysteresis that the run screen shows', () => {
    const readings = cycles((x, d) => x + (d === 'rising' ? 0.1 : 0.002 * x), 1)
    const judged = readings.map(({ targetPercent, direction, appliedPercent, outputPercent }) => ({
      targetPercent,
      direction,
      errorPercentSpan: outputPercent - appliedPercent,
    }))
    expect(analyseCycles(readings).hysteresisPercentSpan).toBeCloseTo(hysteresisPercentSpan(judged) ?? Number.NaN, 12)
  })
  test('repeatability: spread 0.2 over cycles of −0.1, 0, +0.1; deviation 0.1', () => {
    const { repeatability } = analyseCycles(cycles((x, _, cycle) => x + (cycle - 1) * 0.1))
    expect(repeatability?.spreadPercentSpan).toBeCloseTo(0.2, 12)
    expect(repeatability?.standardDeviationPercentSpan).toBeCloseTo(0.1, 12) // √((0.01 + 0 + 0.01) / 2)
    expect(repeatability?.degreesOfFreedom).toBe(20) // ten points and directions, three readings each
  })
  test('what the readings cannot tell is null', () => {
    const one = { cycle: 0, direction: 'rising' as const, targetPercent: 50, appliedPercent: 50.1, outputPercent: 50.3 }
    const analysis = analyseCycles([one])
    expect(analysis).toMatchObject({ hysteresisPercentSpan: null, linearity: null, repeatability: null })
    expect(analysis.largestError.errorPercentSpan).toBeCloseTo(0.2, 12)
    expect(() => analyseCycles([])).toThrow('none given')
  })
})

describe('laws', () => {
  const errors = fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 5, maxLength: 5 })
  test('terminal-based is never below zero-based, zero-based never below independent', () => {
    fc.assert(
      fc.property(errors, (list) => {
        const curve = percents.map((x, i) => curvePoint(x, x + (list[i] ?? 0)))
        const [terminal, zero, independent] = [terminalBasedLinearity, zeroBasedLinearity, independentLinearity].map(
          (linearity) => linearity(curve).departurePercentSpan,
        )
        expect(zero).toBeLessThanOrEqual((terminal ?? 0) + 1e-9)
        expect(independent).toBeLessThanOrEqual((zero ?? 0) + 1e-9)
      }),
      { seed: 5 },
    )
  })
  test('an output turned upside down has the same linearity and hysteresis', () => {
    fc.assert(
      fc.property(errors, (list) => {
        const up = analyseCycles(cycles((x) => x + (list[x / 25] ?? 0), 1))
        const down = analyseCycles(cycles((x) => x - (list[x / 25] ?? 0), 1))
        expect(down.linearity?.independent.departurePercentSpan).toBeCloseTo(
          up.linearity?.independent.departurePercentSpan ?? 9,
          9,
        )
        expect(down.spanErrorPercentSpan).toBeCloseTo(-up.spanErrorPercentSpan, 9)
      }),
      { seed: 6 },
    )
  })
})
