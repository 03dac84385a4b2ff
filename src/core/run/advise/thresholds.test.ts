import { describe, expect, test } from 'vitest'
import { adviseScrews } from '../../adjust/twoScrews'
import { errorShape } from '../../analysis/errorShape'
import type { RoundAnalysis } from '../../analysis/roundAnalysis'
import { SIGNALS } from '../../signal/signal'
import { comparisonUncertainty } from '../judge/comparisonUncertainty'
import { judgeSteps, judgingBasis } from '../judge/judgeSteps'
import { ofCountedRounds } from '../roundRole'
import { runState } from '../runState'
import { adviseRound } from './adviseRound'
import { diagnoseRound } from './diagnoseRound'
import { recommendation } from './recommendation'

/** Adapters and thresholds between the formulas: common practice or our own rules, no source. */

const decided = (decision: 'leave' | 'adjust' | 'repair' | 'repeat' | null) => ({ decision: decision && { decision } })

test('as left is the last round that counts, not the first, and never one that was taken again', () => {
  const rounds = [decided('repeat'), decided('adjust'), decided('adjust'), decided('repeat'), decided('leave')]
  expect(ofCountedRounds(rounds, ['a', 'b', 'c', 'd', 'e'])).toEqual({ asFound: 'b', asLeft: 'e' })
  expect(ofCountedRounds([decided('leave')], ['a'])).toEqual({ asFound: 'a', asLeft: undefined })
})

test('through a root the larger of the way up and the way down counts', () => {
  // At 1 % of pressure (10 % flow) ±0.5 % is +2.25 and −2.93 % of flow: 10·√1.5 − 10 and 10 − 10·√0.5.
  const range = { lrv: 0, urv: 100, unit: 'kPa' } as const
  const budget = comparisonUncertainty(
    { applied: '1.000', output: '5.600' },
    {
      basis: {
        range,
        url: 100,
        scale: SIGNALS['4-20mA'],
        errorLimit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 1 }] },
        adjustLimit: null,
        transfer: { kind: 'root-to-zero', cutOffPercent: 0 },
      },
      inputUnit: 'kPa',
      inputReference: {
        id: 'r',
        code: 'T-1',
        unit: 'kPa',
        rangeLow: 0,
        rangeHigh: 100,
        resolution: 1e-6,
        accuracy: { combine: 'sum', terms: [{ kind: 'absolute', value: 0.5, unit: 'kPa' }] },
      },
      outputReference: null,
      isBelowCutOff: false,
    },
  )
  const accuracy = budget.lines.find(({ name }) => name === 'accuracy of T-1')
  expect(accuracy?.contribution).toBeCloseTo((10 - 10 * Math.sqrt(0.5)) / Math.sqrt(3), 6)
})

describe('advice by the figures alone', () => {
  const analysis = (residualPercentSpan: number): RoundAnalysis => ({
    verdict: 'outside',
    plainVerdict: 'outside',
    nearestLimit: { limitPercentSpan: 0.5 } as RoundAnalysis['nearestLimit'], // only the limit is looked at
    largest: null,
    hysteresisPercentSpan: null,
    line: { atZeroPercentSpan: 1, growthPercentSpan: 0, residualPercentSpan },
    shape: 'bow',
    pointsOutside: 1,
    pointsBeyondAdjustLimit: 0,
  })
  test.each([
    [0.499, 'adjust'],
    [0.5, 'adjust'],
    [0.501, 'repair'],
  ])('what is left beside a straight line, %d of a limit of 0.5: %s', (residual, action) => {
    expect(recommendation(analysis(residual), { diagnosis: null, remedyFacts: { adjustable: 'trims' } }).action).toBe(
      action,
    )
  })
  test('within a guard band it is adjusted; where the rule says nothing it is read again', () => {
    const of = (verdict: RoundAnalysis['verdict']) =>
      recommendation(
        { ...analysis(0), verdict, plainVerdict: 'inside' },
        { diagnosis: null, remedyFacts: { adjustable: 'trims' } },
      ).action
    expect(of('not-accepted')).toBe('adjust')
    expect(of('not-stated')).toBe('repeat')
  })
})

describe('a shape is called hysteresis only where that is more than the bow', () => {
  const line = (residualPercentSpan: number) => ({ atZeroPercentSpan: 0, growthPercentSpan: 0, residualPercentSpan })
  const shape = (hysteresis: number, residual: number) =>
    errorShape({ line: line(residual), hysteresis, largestError: 1, threshold: 0.2 })
  test.each([
    [0.7, 0.499, 'hysteresis'], // half of 0.7 is 0.35, over 0.7 of 0.499
    [0.7, 0.501, 'bow'],
    [0.39, 0.1, 'zero-and-span'], // half of it is below what counts
  ])('up and down %d apart, %d beside the line: %s', (hysteresis, residual, expected) => {
    expect(shape(hysteresis, residual)).toBe(expected)
  })
})

describe('what a round is diagnosed as', () => {
  const world = (change: object) => ({
    configuration: {
      kind: 'pressure-transmitter',
      lrv: 0,
      urv: 100,
      url: 200,
      unit: 'kPa' as const,
      signal: '4-20mA' as const,
      errorLimit: { combine: 'sum' as const, terms: [{ kind: 'percentSpan' as const, value: 0.3 }] },
      adjustLimit: null,
      ...change,
    },
    inputUnit: 'kPa' as const,
  })
  const round = (output: (percent: number) => number, of: ReturnType<typeof world>) =>
    judgeSteps(
      [0, 25, 50, 75, 100].map((percent) => ({
        percent,
        direction: 'rising' as const,
        reading: { applied: percent.toFixed(2), output: output(percent).toFixed(4) },
      })),
      of,
    )
  test('only a 4–20 mA loop of a digital instrument has failure signals and a supply that may be too low', () => {
    const stuck = (of: ReturnType<typeof world>, milliamp: number) =>
      diagnoseRound(
        round(() => milliamp, of),
        judgingBasis(of),
        of,
      )?.ranked.map(({ cause }) => cause)
    expect(stuck(world({}), 3.5)?.[0]).toBe('failure-signal')
    const screwed = world({ kind: 'pneumatic-transmitter' })
    expect(stuck(screwed, 3.5)).not.toContain('failure-signal')
    const display = world({ signal: 'display' })
    const gauge = diagnoseRound(
      round((percent) => Math.min(60, percent), display),
      judgingBasis(display),
      display,
    )
    expect(gauge?.ranked.map(({ cause }) => cause)).not.toContain('supply-too-low')
  })
  test('over decades errors are compared in limits: span 15 % high is one, and with a wild reading beside it nothing known', () => {
    const decades = {
      ...world({
        signal: 'display',
        lrv: 0.001,
        urv: 1000,
        url: 1000,
        errorLimit: { combine: 'sum', terms: [{ kind: 'percentReading', value: 10 }] },
      }),
      points: [],
    }
    // A line in % of span would leave more beside it at the top than the tiny limits below.
    const advised = (wild: number) => {
      const steps = [0.01, 1, 100].map((kPa) => ({
        percent: ((kPa - 0.001) / 999.999) * 100,
        direction: 'rising' as const,
        readings: [
          { applied: String(kPa), output: String(Number((kPa * 1.15 + (kPa === 1 ? wild : 0)).toPrecision(6))) },
        ],
      }))
      const [judged] = runState({ world: decades, rounds: [{ steps, decision: null }] }).rounds
      if (!judged) throw new Error('no round')
      return adviseRound(judged, decades)
    }
    expect(advised(0)).toMatchObject({ advice: { action: 'adjust' }, diagnosis: { group: ['span-error'] } })
    expect(advised(40)).toMatchObject({ advice: { action: 'repeat' }, diagnosis: { answer: 'unexplained' } })
  })
})

describe('two screws are done only with room for the scatter', () => {
  const work = (zeroReadNow: number, fullReadNow: number, noise: number) =>
    adviseScrews({
      zeroError: zeroReadNow,
      fullError: fullReadNow,
      moves: [],
      zeroReadNow,
      fullReadNow,
      limit: 0.5,
      noise,
    })
  test.each([
    [0.39, 0, true],
    [0.41, 0, false],
    [0, 0.39, true],
    [0, -0.41, false],
  ])('ends at %d and %d of a limit of 0.5, scatter 0.05: %s', (zero, full, isDone) => {
    expect(work(zero, full, 0.05).isDone).toBe(isDone)
  })
  test('an end that was carried along by the other screw is not taken for set', () => {
    const moves = [{ screw: 'span' as const, errorBefore: 3, errorAfter: 0, turns: null }]
    const carried = {
      zeroError: -0.9,
      fullError: 3,
      moves,
      zeroReadNow: null,
      fullReadNow: null,
      limit: 1,
      noise: 0.02,
    }
    expect(adviseScrews(carried).isDone).toBe(false)
    expect(adviseScrews({ ...carried, zeroReadNow: 0 }).isDone).toBe(true)
  })
  test('screws that act as one are said to', () => {
    const moves = [
      { screw: 'span' as const, errorBefore: 4, errorAfter: 0, turns: null },
      { screw: 'zero' as const, errorBefore: -5, errorAfter: 0, turns: null },
      { screw: 'span' as const, errorBefore: 5, errorAfter: 0, turns: null },
    ]
    const { notices } = adviseScrews({
      zeroError: -1,
      fullError: 4,
      moves,
      zeroReadNow: -5,
      fullReadNow: 0,
      limit: 0.5,
      noise: 0.02,
    })
    expect(notices.map(({ kind }) => kind)).toContain('act as one')
  })
})
