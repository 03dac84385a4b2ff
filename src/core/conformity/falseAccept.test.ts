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
    // u is 0.1 of the limit or more here, so that U is above a quarter of it.
    expect(largestFalseAccept([point(each)])?.probability).toBeCloseTo(each.outside, 9)
  })
  test('of several points the likeliest to be outside is told', () => {
    const [low, high] = [0.1, 0.45].map((error) => point({ limit: 0.5, standardUncertainty: 0.1, error }))
    expect(largestFalseAccept([low as JudgedPoint, high as JudgedPoint, low as JudgedPoint])?.point).toBe(high)
  })
  test('nothing is said where the limit is at least four times U, its edge included, nor of what was not accepted', () => {
    expect(largestFalseAccept([point({ limit: 0.8, standardUncertainty: 0.1, error: 0.7 })])).toBeNull()
    expect(largestFalseAccept([point({ limit: 0.799, standardUncertainty: 0.1, error: 0.7 })])).not.toBeNull()
    const rejected = { ...point({ limit: 0.5, standardUncertainty: 0.1, error: 0.7 }), verdict: 'outside' as const }
    expect(largestFalseAccept([rejected])).toBeNull()
  })
})
