import { describe, expect, test } from 'vitest'
import { benchWorld } from '../../../../tests/support/benchPlant'
import { assumptionsOf } from './assumptions'
import { coarseReadings } from './coarseReading'
import { judgeSteps, scatterOfRound } from './judgeSteps'
import { pooledRepeatability } from './pooledRepeatability'
import { largestUpDown } from './roundScatter'

/** 0 … 100 kPa on 4–20 mA, ±0.5 %. */
const world = {
  ...benchWorld('X-1'),
  statesUncertainty: true as const,
  points: [0, 50, 100].map((percent, position) => ({ percent, position, direction: 'rising' as const })),
}
const step = (percent: number, direction: 'rising' | 'falling', error: number) => ({
  percent,
  direction,
  reading: { applied: percent.toFixed(2), output: (4 + 0.16 * (percent + error)).toFixed(5) },
})
const judged = (steps: Parameters<typeof judgeSteps>[0]) => judgeSteps(steps, world)

describe('what an instrument does between readings: EURAMET cg-17 (from memory)', () => {
  const round = [
    step(0, 'rising', 0.05),
    step(50, 'rising', 0.1),
    step(100, 'rising', 0.2),
    step(50, 'falling', 0.4),
    step(0, 'falling', 0.15),
  ]
  test('hysteresis at each point but the lowest, where it is the return to zero', () => {
    const scatter = scatterOfRound(judged(round), world)
    expect([...scatter.upDown.keys()]).toEqual([50])
    expect(scatter.upDown.get(50)).toBeCloseTo(0.3, 9)
    expect(largestUpDown(scatter)).toBeCloseTo(0.3, 9)
    expect(scatter.returnToZero?.difference).toBeCloseTo(0.1, 9)
  })
  test('a point read from one side only takes the largest hysteresis of the round, half of it as a half-width', () => {
    const line = (percent: number, name: string) =>
      judged(round)
        .find(({ targetPercent, direction }) => targetPercent === percent && direction === 'rising')
        ?.budget?.lines.find((each) => each.name === name)?.contribution
    expect(line(50, 'hysteresis')).toBeCloseTo(0.15 / Math.sqrt(3), 9)
    expect(line(100, 'hysteresis')).toBeCloseTo(0.15 / Math.sqrt(3), 9)
    expect(line(0, 'hysteresis')).toBeUndefined()
    expect(line(0, 'return to zero')).toBeCloseTo(0.05 / Math.sqrt(3), 9)
  })
  test('three cycles scattering by ±0.25 %: s of a single reading with its degrees of freedom, and k from t', () => {
    // One point, three times: s = 0.25, ν = 2, and t at 95.45 % for 2 degrees is 4.527 (JCGM 100, table G.2: 4.53).
    const cycles = [-0.25, 0, 0.25].map((error) => step(50, 'rising', error))
    const [point] = judged([step(0, 'rising', 0), ...cycles]).slice(1)
    const line = point?.budget?.lines.find(({ name }) => name === 'repeatability of the instrument')
    expect(line).toMatchObject({ degrees: 2, distribution: 'normal' })
    expect(line?.contribution).toBeCloseTo(0.25, 9)
    expect(point?.budget?.coverageFactor).toBeCloseTo(4.53, 2)
    expect(point?.expandedUncertaintyPercentSpan).toBeGreaterThan(1)
  })
  test('a single point read up only says nothing of hysteresis, and it is said', () => {
    const words = assumptionsOf({ ...world, inputReference: { code: 'T-P' } }, scatterOfRound([], world)).join('; ')
    for (const part of ['drift of T-P', 'temperature effect', 'level', 'repeatability', 'hysteresis', 'return to zero'])
      expect(words).toContain(part)
  })
  test('what nobody declared is held by an accuracy, and left out where a certificate’s U stands in its place', () => {
    const words = (reference: object) =>
      assumptionsOf(
        { ...world, inputReference: { code: 'T-P', ...reference }, outputReference: null },
        scatterOfRound([], world),
      )
    expect(words({})).toContain(
      'drift of T-P since calibration: not declared, taken to be held within the accuracy until due',
    )
    const certified = words({ certified: { coverageFactor: 2 } })
    expect(certified).toContain(
      'drift of T-P since calibration: not declared, and no part of the U of its certificate; left out',
    )
    expect(certified.join()).not.toContain('within the accuracy')
    // Its certificates have told how it drifts: then nothing of the drift is assumed.
    expect(words({ calibration: {}, ownDrift: {} }).join()).not.toContain('drift of T-P')
  })
})

test('pooled repeatability: variances weighted by their degrees of freedom (JCGM 100:2008, H.3.6)', () => {
  const round = (sequence: number, errors: number[]) => ({
    sequence,
    points: errors.map((errorPercentSpan) => ({ targetPercent: 50, direction: 'rising' as const, errorPercentSpan })),
  })
  // s² = 0.02 with 1, s² = 0.04 with 2: pooled (0.02 + 0.08) / 3.
  const pooled = pooledRepeatability([round(4, [0, 0.2]), round(9, [-0.2, 0, 0.2]), round(11, [0.3])])
  expect(pooled?.standardDeviation).toBeCloseTo(Math.sqrt(0.1 / 3), 9)
  expect(pooled).toMatchObject({ degrees: 3, source: 'cycles of records 4, 9, pooled' })
  expect(pooledRepeatability([round(1, [0.3])])).toBeNull()
})

describe('digits that were left out are asked about', () => {
  const asked = (applied: string, output: string) =>
    coarseReadings({ percent: 0 }, { applied, output }, world).map(({ field, padded }) => [field, padded])
  test.each([
    ['0', '4.003', [['applied', '0.00']]],
    ['0.00', '4', [['output', '4.000']]],
    [
      '0.0',
      '4.0',
      [
        ['applied', '0.00'],
        ['output', '4.000'],
      ],
    ],
    ['0.00', '4.003', []],
    ['0.000', '4.0031', []],
  ])('%s and %s', (applied, output, expected) => {
    expect(asked(applied, output)).toEqual(expected)
  })
  test('taken as they are, they count as what they are', () => {
    const [coarse] = judged([{ percent: 0, direction: 'rising', reading: { applied: '0', output: '4.000' } }])
    expect(coarse?.expandedUncertaintyPercentSpan).toBeGreaterThan(0.5) // half a kPa of 100, rectangular, k = 2
  })
})
