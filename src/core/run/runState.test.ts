import { describe, expect, test } from 'vitest'
import { recommendation } from './advise/recommendation'
import { decimalsShown } from './judge/decimalsShown'
import { type RunBasis, targetInput } from './judge/judgeSteps'
import { readingNotice, refuseBeyondSensor } from './judge/readingNotice'
import { runState } from './runState'

const world: RunBasis & { configuration: { lrl: number; url: number }; points: { percent: number }[] } = {
  points: [0, 25, 50, 75, 100].map((percent) => ({ percent })),
  configuration: {
    lrv: 0,
    urv: 40,
    lrl: -50,
    url: 50,
    unit: 'kPa',
    signal: '4-20mA',
    errorLimit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 0.5 }] },
    adjustLimit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 0.25 }] },
  },
  inputUnit: 'mbar',
}
const step = (percent: number, applied: string, output: string) => ({
  percent,
  direction: 'rising' as const,
  readings: [{ applied, output }],
})

describe('a run read in mbar on a range in kPa', () => {
  test('targets are in the unit that is read', () => {
    expect(targetInput(50, world)).toBeCloseTo(200, 9)
  })
  test('errors are worked out from the converted input: 200 mbar is 20 kPa is 12 mA', () => {
    const { rounds } = runState({ world, rounds: [{ steps: [step(50, '200', '12.04')], decision: null }] })
    expect(rounds[0]?.points[0]).toMatchObject({ verdict: 'inside' })
    expect(rounds[0]?.points[0]?.errorPercentSpan).toBeCloseTo(0.25, 9)
  })
  test('the corrected reading holds, the first one does not count', () => {
    const corrected = {
      ...step(50, '200', '21.00'),
      readings: [
        { applied: '200', output: '21.00' },
        { applied: '200', output: '12.00' },
      ],
    }
    const { rounds } = runState({ world, rounds: [{ steps: [corrected], decision: null }] })
    expect(rounds[0]?.analysis.verdict).toBe('inside')
  })
})

describe('what is refused and what is only remarked on', () => {
  test('an input the sensor cannot take, with its limits in the unit typed', () => {
    expect(() => refuseBeyondSensor(4000, world)).toThrow(
      '4000 mbar is outside what the sensor can do (−500 … 500); check the decimal mark and the unit',
    )
    expect(() => refuseBeyondSensor(500, world)).not.toThrow()
  })
  test('a reading far from its point, and an output far off the scale', () => {
    expect(readingNotice({ percent: 50, direction: 'rising', applied: 100, output: 8 }, world)?.words).toContain(
      'applied is at 25 %, this is the 50 % point',
    )
    expect(readingNotice({ percent: 50, direction: 'rising', applied: 200, output: 120.1 }, world)?.words).toContain(
      'check the decimal mark',
    )
    expect(readingNotice({ percent: 50, direction: 'rising', applied: 203, output: 12.1 }, world)).toBeNull()
    // Past the point in its own direction: an overshoot (common practice, no source); short of it, or going the other way, none.
    const at = (percent: number, direction: 'rising' | 'falling', applied: number) =>
      readingNotice({ percent, direction, applied, output: 12 }, world)?.words
    expect(at(50, 'rising', 208)).toContain('past the point, rising')
    expect(at(50, 'falling', 208)).toBeUndefined()
    expect(at(50, 'falling', 192)).toContain('past the point, falling')
    expect(at(50, 'rising', 192)).toBeUndefined()
  })
})

describe('the advice after as found (common practice, no source)', () => {
  const advised = (errors: readonly number[]) => {
    const steps = errors.map((error, index) =>
      step(index * 25, String(index * 100), String(4 + 0.16 * (index * 25 + error))),
    )
    const judged = runState({ world, rounds: [{ steps, decision: null }] }).rounds[0] ?? never()
    return recommendation(judged.analysis, { diagnosis: null, remedyFacts: { adjustable: 'trims' } }).decision
  }
  const never = (): never => {
    throw new Error('no round')
  }
  test.each([
    ['leave', [0.1, 0.2, 0.2, 0.2, 0.1]],
    ['adjust', [0.3, 0.3, 0.3, 0.3, 0.3]],
    ['adjust', [0.6, 0.8, 1.0, 1.2, 1.4]],
    ['repair', [0, 1.5, 2.5, 1.5, 0]],
  ] as const)('%s', (decision, errors) => {
    expect(advised(errors)).toBe(decision)
  })
})

test('decimals: targets by the reference’s step, computed values one digit more than the readings', () => {
  const shown = decimalsShown({ ...world, inputReference: { id: 'r', resolution: 0.01, unit: 'mbar' } }, [
    '12.04',
    '12.0',
  ])
  expect(shown).toMatchObject({ target: 2, output: 3, computedOutput: 3, percent: 2 })
  expect(
    decimalsShown({ ...world, inputReference: { id: 'r', resolution: 0.0005, unit: 'mbar' } }, ['12.041']).target,
  ).toBe(4)
})

describe('what was left outside is decided on before it is put back', () => {
  const round = (output: string, decision: 'adjust' | 'leave' | 'repair' | null) => ({
    steps: [step(50, '200', output)],
    decision: decision && { decision },
  })
  const stage = (asLeft: ReturnType<typeof round>, change: object = {}) =>
    runState({ world: { ...world, ...change }, rounds: [round('12.2', 'adjust'), asLeft] }).stage
  test.each([
    ['12.04', null, 'sign'],
    ['12.2', null, 'judge'],
    ['12.2', 'leave', 'sign'],
    ['12.2', 'repair', 'sign'],
    ['12.2', 'adjust', 'adjust'],
  ] as const)('as left %s, decided %s: %s', (output, decision, expected) => {
    expect(stage(round(output, decision))).toBe(expected)
  })
  test('an amendment decides nothing anew', () => {
    expect(stage(round('12.2', null), { amends: { sequence: 1 } })).toBe('sign')
  })
})
