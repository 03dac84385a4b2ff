import { describe, expect, test } from 'vitest'
import { reference } from '../../../tests/support/reference'
import type { JudgedPoint } from '../analysis/judgedPoint'
import { largestFalseAccept } from './falseAccept'

type Case = { limit: number; standardUncertainty: number; error: number; outside: number }
const { source, cases } = reference<Case>('statementRisk')

const point = ({ limit, standardUncertainty, error }: Omit<Case, 'outside'>): JudgedPoint =>
  ({
    errorPercentSpan: error,
    limitPercentSpan: limit,
    verdict: 'inside',
    expandedUncertaintyPercentSpan: 2 * standardUncertainty,
    budget: { combinedStandardUncertainty: standardUncertainty },
  }) as JudgedPoint // only what the risk rests on

describe(`the risk of an accepted point: JCGM 106:2012, 7.3, against ${source}`, () => {
  test.each(cases)('limit $limit, u $standardUncertainty, error $error', (each) => {
    const found = largestFalseAccept([point(each)])
    // Told from 2.5 % on: a guard band of U leaves no more (ILAC-G8:09/2019, table 1, from memory).
    if (each.outside > 0.025) expect(found?.probability).toBeCloseTo(each.outside, 9)
    else expect(found).toBeNull()
  })
  test('of several points the likeliest to be outside is told', () => {
    const [low, high] = [0.1, 0.45].map((error) => point({ limit: 0.5, standardUncertainty: 0.1, error }))
    expect(largestFalseAccept([low as JudgedPoint, high as JudgedPoint, low as JudgedPoint])?.point).toBe(high)
  })
  test('it goes by the risk, not by how large U is: 0.2875 of 0.3 with U = 0.049 is 30 %', () => {
    const near = point({ limit: 0.3, standardUncertainty: 0.0245, error: 0.2875 })
    expect(largestFalseAccept([near])?.probability).toBeCloseTo(0.305, 3) // 1 − Φ(0.5102)
    // ±3 u: 0.27 %, though U is two thirds of the limit.
    expect(largestFalseAccept([point({ limit: 0.3, standardUncertainty: 0.1, error: 0 })])).toBeNull()
    expect(largestFalseAccept([point({ limit: 0.3, standardUncertainty: 0.05, error: 0 })])).toBeNull()
  })
  test('nothing is said of what was not accepted', () => {
    const rejected = { ...point({ limit: 0.5, standardUncertainty: 0.1, error: 0.7 }), verdict: 'outside' as const }
    expect(largestFalseAccept([rejected])).toBeNull()
    // Beside a point that is outside, what another may be is no risk of an acceptance.
    const risky = point({ limit: 0.5, standardUncertainty: 0.1, error: 0.49 })
    expect(largestFalseAccept([risky])).not.toBeNull()
    expect(largestFalseAccept([risky, rejected])).toBeNull()
  })
})
