import { describe, expect, test } from 'vitest'
import { largestFalseAccept } from '../conformity/falseAccept'
import { specificRisk } from '../conformity/risk'
import type { ErrorLimit } from '../error/errorLimit'
import { outputScale } from '../signal/signal'
import type { Transfer } from '../transfer/transfer'
import type { ReadingBudget } from '../uncertainty/contribution'
import { type JudgingBasis, judgePoint, limitOfError, smallerLimit } from './judgedPoint'
import { shareOfLimit } from './shareOfLimit'

const ofSpan = (value: number): ErrorLimit => ({ combine: 'larger', terms: [{ kind: 'percentSpan', value }] })
const range = { lrv: 0, urv: 50, unit: 'kPa' as const }
/** +0.4 % of span, −0.2 %; adjusted from +0.3 % and −0.1 %. */
const basis: JudgingBasis = {
  ...{ range, url: 250 },
  scale: outputScale('4-20mA', { ...range, unitLabel: 'kPa' }),
  errorLimit: { ...ofSpan(0.4), below: ofSpan(0.2) },
  adjustLimit: { ...ofSpan(0.3), below: ofSpan(0.1) },
}
/** A reading at half the range that is off by so many % of span. */
const off = (error: number, of: JudgingBasis = basis) =>
  judgePoint({ targetPercent: 50, direction: 'rising', applied: 25, output: 12 + 0.16 * error }, of)

describe('an error is held against the limit of its own sign', () => {
  test.each([
    [0.4, 'inside-look', 0.4],
    [0.41, 'outside', 0.4],
    [0.29, 'inside', 0.4],
    [-0.2, 'inside-look', 0.2],
    [-0.21, 'outside', 0.2],
    [-0.3, 'outside', 0.2],
    [-0.09, 'inside', 0.2],
  ])('%d %% of +0.4 −0.2 is %s', (error, verdict, limit) => {
    const point = off(error)
    expect(point.verdict).toBe(verdict)
    expect(point.limitPercentSpan).toBeCloseTo(limit, 12)
    expect(shareOfLimit(point)).toBeCloseTo(Math.abs(error) / limit, 9)
  })
  test('no error has the smaller side, and so has what asks for one figure', () => {
    expect(off(0).limitPercentSpan).toBeCloseTo(0.2, 12)
    expect(smallerLimit(off(0.3))).toBeCloseTo(0.2, 12)
    expect(limitOfError(-0.1, off(0.3))).toBeCloseTo(0.2, 12)
    expect(limitOfError(0.1, off(-0.3))).toBeCloseTo(0.4, 12)
  })
  test('both sides stand with the point, and nothing where they are alike', () => {
    const { limitSidesPercentSpan: sides } = off(0.1)
    expect(sides?.above).toBeCloseTo(0.4, 12)
    expect(sides?.below).toBeCloseTo(0.2, 12)
    expect(off(0.1, { ...basis, errorLimit: ofSpan(0.4), adjustLimit: null })).not.toHaveProperty(
      'limitSidesPercentSpan',
    )
  })
  test('through a root each side is carried by itself: at a quarter of the pressure the slope is 1', () => {
    const root: Transfer = { kind: 'root-to-zero', cutOffPercent: 0 }
    const at = (error: number) =>
      judgePoint(
        { targetPercent: 25, direction: 'rising', applied: 12.5, output: 12 + 0.16 * error },
        { ...basis, transfer: root },
      )
    expect(at(0.38).verdict).toBe('inside-look')
    expect(at(-0.25).verdict).toBe('outside')
    expect(at(-0.25).atSensor?.limitPercentSpan).toBeCloseTo(0.2, 12)
  })
})

describe('risk with two sides, against the table of the normal distribution', () => {
  test('one standard uncertainty under the upper, two over the lower: 0.15866 + 0.02275', () => {
    expect(specificRisk(0.2, { above: 0.3, below: 0 + 1e-12 }, 0.1)).toBeCloseTo(0.15866 + 0.02275, 4)
  })
  test('an accepted error far from its own side is risky where the other side is near', () => {
    const known = (standard: number): ReadingBudget => ({
      ...{ lines: [], effectiveDegrees: null, coverageFactor: 2 },
      combinedStandardUncertainty: standard,
      expandedUncertainty: 2 * standard,
    })
    const risk = (standard: number) =>
      largestFalseAccept([{ ...off(0.01), expandedUncertaintyPercentSpan: 2 * standard, budget: known(standard) }])
    // To −0.2 it is 0.21: Φ(−2.625) = 0.0043, and Φ(−1.75) = 0.0401; to +0.4 at most Φ(−3.25) = 0.0006.
    expect(risk(0.08)).toBeNull()
    expect(risk(0.12)?.probability).toBeCloseTo(0.0401 + 0.0006, 3)
  })
})
