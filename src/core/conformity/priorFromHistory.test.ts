import { describe, expect, test } from 'vitest'
import { coverageFactorT } from '../statistics/studentT'
import { priorFromHistory } from './priorFromHistory'

describe('what the next as-found error will be, from those before', () => {
  test('by hand: four of −1, 0, 0, 1 tenth: s² = 2/3, next 2/3·(5/4), three degrees times three', () => {
    const prior = priorFromHistory([-0.1, 0, 0, 0.1])
    expect(prior?.mean).toBeCloseTo(0, 12)
    expect(prior?.standardDeviation).toBeCloseTo(0.1 * Math.sqrt((2 / 3) * 1.25 * 3), 12)
  })
  test('a shift shifts the mean and nothing else; a sign is kept', () => {
    const prior = priorFromHistory([-0.6, -0.5, -0.5, -0.4])
    expect(prior?.mean).toBeCloseTo(-0.5, 12)
    expect(prior?.standardDeviation).toBeCloseTo(priorFromHistory([-0.1, 0, 0, 0.1])?.standardDeviation ?? 0, 12)
  })
  test('never narrower than the t-distribution says of one standard deviation (68.27 %, ν = 9: factor 1.0585)', () => {
    const shares = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10].map((value) => value / 20)
    const s = Math.sqrt(shares.reduce((sum, share) => sum + (share - 0.275) ** 2, 0) / 9)
    const byT = coverageFactorT(0.6827, 9) * s * Math.sqrt(1.1)
    const found = priorFromHistory(shares)?.standardDeviation ?? 0
    expect(found).toBeGreaterThan(byT)
    expect(found / byT).toBeLessThan(1.1)
  })
  test.each([[[]], [[0.1, 0.2, 0.3]], [[0.2, 0.2, 0.2, 0.2]]])('%j says nothing of the next', (shares) => {
    expect(priorFromHistory(shares)).toBeNull()
  })
})
