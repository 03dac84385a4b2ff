import { describe, expect, test } from 'vitest'
import type { JudgedPoint } from '../../analysis/judgedPoint'
import { CONFORMITY_STATEMENTS, VERDICT_STATEMENTS } from '../../conformity/statementWords'
import { pointVerdict } from '../../error/verdict'
import { overallStatement, RUN_RULE_IDS, type RunRule, refuseUnmeetableRule, underRule } from './decisionRule'

const point = (errorPercentSpan: number, adjustLimitPercentSpan: number | null = 0.25): JudgedPoint => ({
  targetPercent: 50,
  direction: 'rising',
  applied: 5,
  output: 12,
  appliedPercent: 50,
  idealOutput: 12,
  errorOutput: 0.16 * errorPercentSpan,
  errorPercentSpan,
  errorInput: errorPercentSpan / 10,
  limitPercentSpan: 0.5,
  adjustLimitPercentSpan,
  verdict: 'inside',
})
const UNCERTAINTY = 0.1

/** Limit 0.5, U 0.1: acceptance 0.4, rejection 0.6. Source: ILAC-G8:09/2019, 4.2 (from memory). */
describe('verdict and statement near the limit', () => {
  test.each([
    // error, guard-band verdict, conditional verdict, conditional statement
    [0.2, 'inside', 'inside', 'pass'],
    [0.3, 'inside-look', 'inside-look', 'pass'],
    [-0.4, 'inside-look', 'inside-look', 'pass'],
    [0.4 + 1e-12, 'inside-look', 'inside-look', 'pass'],
    [0.41, 'not-accepted', 'inside-look', 'conditional pass'],
    [-0.5, 'not-accepted', 'inside-look', 'conditional pass'],
    [0.51, 'outside', 'outside', 'conditional fail'],
    [-0.6, 'outside', 'outside', 'conditional fail'],
    [0.61, 'outside', 'outside', 'fail'],
  ] as const)('error %d %%', (error, guarded, conditional, statement) => {
    expect(underRule(point(error), 'guard-band', UNCERTAINTY).verdict).toBe(guarded)
    const four = underRule(point(error), 'conditional', UNCERTAINTY)
    expect([four.verdict, four.statement]).toEqual([conditional, statement])
    expect(four.acceptancePercentSpan).toBeCloseTo(0.4, 12)
  })

  test('simple acceptance and shared risk state the uncertainty and leave the verdict alone', () => {
    for (const rule of ['simple-acceptance', 'shared-risk'] as const) {
      const judged = underRule({ ...point(0.45), verdict: 'inside-look' }, rule, UNCERTAINTY)
      expect(judged).toEqual({ ...point(0.45), verdict: 'inside-look', expandedUncertaintyPercentSpan: UNCERTAINTY })
    }
  })

  test('an uncertainty as large as the limit leaves nothing to pass, and is no fault', () => {
    const states = [0, 0.5, 0.6, 1.2].map((error) => underRule(point(error), 'conditional', 0.6).statement)
    expect(states).toEqual(['conditional pass', 'conditional pass', 'conditional fail', 'fail'])
    expect(underRule(point(0.01), 'guard-band', 0.6).verdict).toBe('not-stated')
    expect(underRule(point(0.01), 'guard-band', 0.5).verdict).toBe('not-stated') // the edge: nothing is left
    expect(underRule(point(0.01), 'guard-band', 0.49).verdict).toBe('inside') // A = 0.01
  })
})

/** What the rule must say just under, at and just over every edge: limit 0.5, U 0.1. ILAC-G8:09/2019, 4.2 (from memory). */
describe('every rule at every edge', () => {
  const edges = { adjust: 0.25, acceptance: 0.4, limit: 0.5, rejection: 0.6 }
  const expected: Record<RunRule, Record<keyof typeof edges, readonly [at: string, over: string]>> = {
    'simple-acceptance': {
      adjust: ['inside', 'inside-look'],
      acceptance: ['inside-look', 'inside-look'],
      limit: ['inside-look', 'outside'],
      rejection: ['outside', 'outside'],
    },
    'shared-risk': {
      adjust: ['inside', 'inside-look'],
      acceptance: ['inside-look', 'inside-look'],
      limit: ['inside-look', 'outside'],
      rejection: ['outside', 'outside'],
    },
    'guard-band': {
      adjust: ['inside', 'inside-look'],
      acceptance: ['inside-look', 'not-accepted'],
      limit: ['not-accepted', 'outside'],
      rejection: ['outside', 'outside'],
    },
    conditional: {
      adjust: ['pass', 'pass'],
      acceptance: ['pass', 'conditional pass'],
      limit: ['conditional pass', 'conditional fail'],
      rejection: ['conditional fail', 'fail'],
    },
  }
  const of = (rule: RunRule, error: number) => {
    const plain = pointVerdict({ error, limit: 0.5, adjustLimit: 0.25 })
    const judged = underRule({ ...point(error), verdict: plain }, rule, UNCERTAINTY)
    return judged.statement ?? judged.verdict
  }
  test.each(RUN_RULE_IDS)('%s', (rule) => {
    for (const [edge, [at, over]] of Object.entries(expected[rule])) {
      const value = edges[edge as keyof typeof edges] // keys of the object above
      expect(of(rule, value), `${edge}, at it`).toBe(at)
      expect(of(rule, -value), `${edge}, at it, below`).toBe(at)
      expect(of(rule, value * (1 - 1e-6)), `${edge}, just under`).toBe(at)
      expect(of(rule, value * (1 + 1e-6)), `${edge}, just over`).toBe(over)
    }
  })
  test('sharing the risk needs a limit of four times U, the edge included, with the U that came out', () => {
    expect(underRule(point(0.1), 'shared-risk', 0.125).verdict).toBe('inside')
    expect(underRule(point(0.1), 'shared-risk', 0.1251).verdict).toBe('not-stated')
  })
  test('every verdict and statement has words of its own, and only “outside” says outside without a condition', () => {
    const words = [...Object.values(VERDICT_STATEMENTS), ...Object.values(CONFORMITY_STATEMENTS)]
    expect(new Set(words).size).toBe(words.length)
    expect(VERDICT_STATEMENTS['not-accepted']).not.toMatch(/outside/i)
  })
})

test('the worst statement of several points is that of the round', () => {
  expect(overallStatement([])).toBeNull()
  expect(overallStatement([{}])).toBeNull()
  expect(
    overallStatement([{ statement: 'pass' }, { statement: 'conditional fail' }, { statement: 'conditional pass' }]),
  ).toBe('conditional fail')
})

describe('a rule that the references cannot meet is refused, with what to do', () => {
  const tightest = (ratio: number) => ({ limit: 0.1 * ratio, expandedUncertainty: 0.1, point: '25 %' })
  test.each([
    ['shared-risk', 3.9, /3\.9 times the uncertainty at 25 %, and sharing the risk asks for 4/],
    ['guard-band', 1, /nothing could be accepted/],
  ] as const)('%s at a ratio of %d', (rule, ratio, words) => {
    expect(() => refuseUnmeetableRule(rule, tightest(ratio))).toThrow(words)
  })
  test.each([
    ['shared-risk', 4],
    ['guard-band', 1.1],
    ['conditional', 0.5],
    ['simple-acceptance', 0.5],
  ] as const)('%s at a ratio of %d is taken', (rule, ratio) => {
    expect(() => refuseUnmeetableRule(rule, tightest(ratio))).not.toThrow()
  })
})
