import { describe, expect, test } from 'vitest'
import type { JudgedPoint } from '../../analysis/judgedPoint'
import { CONFORMITY_STATEMENTS, VERDICT_STATEMENTS } from '../../conformity/statementWords'
import { pointVerdict } from '../../error/verdict'
import {
  conditionWords,
  isOnCondition,
  overallStatement,
  RUN_RULE_IDS,
  type RunRule,
  refuseUnmeetableRule,
  underRule,
} from './decisionRule'

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
    expect(
      underRule(point(error), { decisionRule: 'guard-band', largestUncertaintyShare: 1 }, UNCERTAINTY).verdict,
    ).toBe(guarded)
    const four = underRule(point(error), { decisionRule: 'conditional', largestUncertaintyShare: 1 }, UNCERTAINTY)
    expect([four.verdict, four.statement]).toEqual([conditional, statement])
    expect(four.acceptancePercentSpan).toBeCloseTo(0.4, 12)
  })

  test('simple acceptance and shared risk state the uncertainty and leave the verdict alone', () => {
    for (const rule of ['simple-acceptance', 'shared-risk'] as const) {
      const judged = underRule(
        { ...point(0.45), verdict: 'inside-look' },
        { decisionRule: rule, largestUncertaintyShare: 1 },
        UNCERTAINTY,
      )
      expect(judged).toEqual({ ...point(0.45), verdict: 'inside-look', expandedUncertaintyPercentSpan: UNCERTAINTY })
    }
  })

  test('an uncertainty as large as the limit leaves nothing to pass; a larger one nothing to be said, but far outside', () => {
    const states = (u: number) =>
      [0, 0.5, 0.6, 1.2].map((error) => {
        const { statement, verdict } = underRule(
          point(error),
          { decisionRule: 'conditional', largestUncertaintyShare: 1 },
          u,
        )
        return statement ?? verdict
      })
    expect(states(0.5)).toEqual(['conditional pass', 'conditional pass', 'conditional fail', 'fail'])
    expect(states(0.6)).toEqual(['not-stated', 'not-stated', 'not-stated', 'fail'])
    expect(underRule(point(0.01), { decisionRule: 'guard-band', largestUncertaintyShare: 1 }, 0.6).verdict).toBe(
      'not-stated',
    )
    expect(underRule(point(0.01), { decisionRule: 'guard-band', largestUncertaintyShare: 1 }, 0.5).verdict).toBe(
      'not-stated',
    ) // the edge: nothing is left
    expect(underRule(point(0.01), { decisionRule: 'guard-band', largestUncertaintyShare: 1 }, 0.49).verdict).toBe(
      'inside',
    ) // A = 0.01
  })
})

describe('nothing is inside where U is larger than the limit, whichever rule (JCGM 106:2012, 8.3.3, from memory)', () => {
  test.each(RUN_RULE_IDS)('%s', (decisionRule) => {
    const verdict = (error: number, u: number) =>
      underRule(
        { ...point(error), verdict: error > 0.5 ? 'outside' : 'inside' },
        { decisionRule, largestUncertaintyShare: 1 },
        u,
      ).verdict
    for (const error of [0, 0.2, 0.49, 0.51]) expect(verdict(error, 12)).toBe('not-stated')
    expect(verdict(0, 0.501)).toBe('not-stated')
    expect(verdict(13, 12)).toBe('outside')
  })
  test('a run begun before rules asked for it is judged as it was sealed', () => {
    const near = { ...point(0.1), verdict: 'inside' as const }
    const old = (decisionRule: RunRule) => underRule(near, { decisionRule }, 12).verdict
    expect(old('simple-acceptance')).toBe('inside')
    expect(old('conditional')).toBe('inside-look')
    expect([old('shared-risk'), old('guard-band')]).toEqual(['not-stated', 'not-stated'])
    expect(underRule({ ...point(13), verdict: 'outside' }, { decisionRule: 'guard-band' }, 12).verdict).toBe(
      'not-stated',
    )
    expect(conditionWords({ decisionRule: 'simple-acceptance' })).toBeNull()
  })
  test('simple acceptance asks for the share that the site has said, the edge included', () => {
    const site = { decisionRule: 'simple-acceptance', largestUncertaintyShare: 1 / 4 } as const
    const near = { ...point(0.1), verdict: 'inside' as const }
    expect(underRule(near, site, 0.125).verdict).toBe('inside')
    expect(underRule(near, site, 0.1251).verdict).toBe('not-stated')
    expect(underRule(near, { ...site, largestUncertaintyShare: 1 }, 0.5).verdict).toBe('inside')
    expect(conditionWords(site)).toContain('at most 25 %')
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
    const judged = underRule(
      { ...point(error), verdict: plain },
      { decisionRule: rule, largestUncertaintyShare: 1 },
      UNCERTAINTY,
    )
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
    expect(underRule(point(0.1), { decisionRule: 'shared-risk', largestUncertaintyShare: 1 }, 0.125).verdict).toBe(
      'inside',
    )
    expect(underRule(point(0.1), { decisionRule: 'shared-risk', largestUncertaintyShare: 1 }, 0.1251).verdict).toBe(
      'not-stated',
    )
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

test('accepted with a condition, or not at all and yet not outside: somebody says what follows', () => {
  const at = (verdict: JudgedPoint['verdict'], statement?: JudgedPoint['statement']) => ({
    verdict,
    ...(statement && { statement }),
  })
  expect(isOnCondition([at('inside'), at('not-accepted')])).toBe(true)
  expect(isOnCondition([at('inside-look', 'conditional pass'), at('inside', 'pass')])).toBe(true)
  expect(isOnCondition([at('inside', 'pass'), at('inside-look', 'pass')])).toBe(false)
  expect(isOnCondition([at('not-accepted'), at('outside')])).toBe(false)
})

describe('a rule that the references cannot meet is refused, with what to do', () => {
  const tightest = (ratio: number) => ({ limit: 0.1 * ratio, expandedUncertainty: 0.1, point: '25 %' })
  test.each([
    ['shared-risk', 3.9, /3\.9 times the uncertainty at 25 %, and sharing the risk asks for 4/],
    ['guard-band', 1, /nothing could be accepted/],
    ['conditional', 0.99, /0\.99 times the uncertainty at 25 %: so large an uncertainty lets nothing/],
    ['simple-acceptance', 0.5, /0\.5 times the uncertainty at 25 %: so large an uncertainty lets nothing/],
  ] as const)('%s at a ratio of %d', (rule, ratio, words) => {
    expect(() => refuseUnmeetableRule(rule, tightest(ratio))).toThrow(words)
  })
  test.each([
    ['shared-risk', 4],
    ['guard-band', 1.1],
    ['conditional', 1],
    ['simple-acceptance', 1],
  ] as const)('%s at a ratio of %d is taken', (rule, ratio) => {
    expect(() => refuseUnmeetableRule(rule, tightest(ratio))).not.toThrow()
  })
})

describe('a limit of +0.5 −0.2 with U', () => {
  const lopsided = (error: number) => ({
    ...point(error, null),
    limitPercentSpan: error < 0 ? 0.2 : 0.5,
    limitSidesPercentSpan: { above: 0.5, below: 0.2 },
    verdict: pointVerdict({ error, limit: error < 0 ? 0.2 : 0.5, adjustLimit: null }),
  })
  const says = (error: number, u: number) =>
    underRule(lopsided(error), { decisionRule: 'guard-band', largestUncertaintyShare: 1 }, u)
  test('a guard band is drawn in from each side: accepted from −0.1 to +0.4', () => {
    expect([-0.11, -0.1, 0.4, 0.41].map((error) => says(error, 0.1).verdict)).toEqual([
      'not-accepted',
      'inside',
      'inside',
      'not-accepted',
    ])
  })
  test('a U larger than the smaller side says nothing, on whichever side the error is; far outside is said', () => {
    expect(says(0.1, 0.21).verdict).toBe('not-stated')
    expect(says(-0.1, 0.21).verdict).toBe('not-stated')
    expect(says(-0.42, 0.21).verdict).toBe('outside')
    expect(says(0.72, 0.21).verdict).toBe('outside')
  })
})
