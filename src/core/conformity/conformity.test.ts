import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { reference, relativeDifference } from '../../../tests/support/reference'
import { conformityStatement, type StatementKind } from './conformityStatement'
import { acceptanceLimit, GUARD_BAND_IDS } from './guardBand'
import { globalRisk, priorFromHistory, specificRisk } from './risk'
import { testUncertaintyRatio } from './uncertaintyRatio'

describe('guard bands', () => {
  const at = (expandedUncertainty: number) => ({ limit: 1, expandedUncertainty })
  test('w = U and √(TL² − U²), by hand: ILAC-G8:09/2019', () => {
    expect(acceptanceLimit('expanded-uncertainty', at(0.25))).toBe(0.75)
    expect(acceptanceLimit('root-difference', at(0.6))).toBeCloseTo(0.8, 12)
    expect(acceptanceLimit('none', at(0.9))).toBe(1)
  })
  test('ratio-based, Z540.3 handbook (formula from memory): at 4:1 the multiplier is 0.053', () => {
    // 0.38·ln 4 − 0.54 = −0.013208; e^−0.013208 = 0.986879; 1.04 − 0.986879 = 0.053121, by hand
    expect(acceptanceLimit('tur-based', at(0.25))).toBeCloseTo(1 - 0.25 * 0.053121, 5)
    expect(acceptanceLimit('tur-based', at(0.1))).toBe(1)
  })
  test.each([1.5, 2, 3, 4])(
    'ratio-based at %d:1 holds the false-accept risk at 2 % for any history (the method’s purpose)',
    (ratio) => {
      const expandedUncertainty = 1 / ratio
      const acceptance = acceptanceLimit('tur-based', { limit: 1, expandedUncertainty })
      for (const s0 of [0.3, 0.4, 0.5, 0.6, 0.8, 1, 1.5]) {
        const { falseAccept } = globalRisk({
          prior: { mean: 0, standardDeviation: s0 },
          limit: 1,
          acceptanceLimit: acceptance,
          standardUncertainty: expandedUncertainty / 2,
        })
        expect(falseAccept).toBeLessThan(0.0205) // the published fit is good to a few hundredths of a per cent
      }
    },
  )
  test('an uncertainty as large as the limit leaves nothing to accept', () => {
    expect(() => acceptanceLimit('expanded-uncertainty', at(1))).toThrow('leaves no error that could be accepted')
    expect(() => acceptanceLimit('root-difference', at(1))).toThrow('leaves no error')
    for (const band of GUARD_BAND_IDS) expect(() => acceptanceLimit(band, at(1.001))).toThrow('larger than the limit')
    expect(acceptanceLimit('none', at(1))).toBe(1)
  })
  test('never beyond the error limit, and narrower with more uncertainty', () => {
    fc.assert(
      fc.property(fc.constantFrom(...GUARD_BAND_IDS), fc.double({ min: 0.01, max: 0.6, noNaN: true }), (band, u) => {
        expect(acceptanceLimit(band, at(u))).toBeLessThanOrEqual(1)
        expect(acceptanceLimit(band, at(u * 1.2))).toBeLessThanOrEqual(acceptanceLimit(band, at(u)) + 1e-12)
      }),
      { seed: 7 },
    )
  })
})

describe('statements of ILAC-G8:09/2019 (clauses and figures from memory), limit 1, U 0.25, w = U', () => {
  const bounds = { limit: 1, expandedUncertainty: 0.25 }
  test.each<[StatementKind, number, string]>([
    ['two-way', 0.75, 'pass'],
    ['two-way', -0.76, 'fail'],
    ['three-way', 0.75, 'pass'],
    ['three-way', 0.9, 'undecided'],
    ['three-way', -1.2, 'undecided'],
    ['three-way', 1.26, 'fail'],
    ['four-way', 0.7, 'pass'],
    ['four-way', 0.9, 'conditional pass'],
    ['four-way', -1.1, 'conditional fail'],
    ['four-way', 1.3, 'fail'],
  ])('%s: an error of %d is a %s', (statement, error, words) => {
    expect(conformityStatement(error, { guardBand: 'expanded-uncertainty', statement }, bounds)).toBe(words)
  })
})

type RiskCase = {
  mean: number
  priorDeviation: number
  standardUncertainty: number
  limit: number
  acceptanceLimit: number
  falseAccept: number
  falseReject: number
  inTolerance: number
  specific: number
}
const risks = reference<RiskCase>('risk')
describe(`risks beside ${risks.source}; definitions JCGM 106:2012, 9.5`, () => {
  test.each(risks.cases)('prior $mean ± $priorDeviation, u $standardUncertainty, limit $limit', (riskCase) => {
    const { mean, priorDeviation, standardUncertainty, limit, acceptanceLimit } = riskCase
    const risk = globalRisk({
      prior: { mean, standardDeviation: priorDeviation },
      limit,
      acceptanceLimit,
      standardUncertainty,
    })
    expect(Math.abs(risk.falseAccept - riskCase.falseAccept)).toBeLessThan(1e-10)
    expect(Math.abs(risk.falseReject - riskCase.falseReject)).toBeLessThan(1e-9)
    expect(risk.inTolerance).toBeCloseTo(riskCase.inTolerance, 12)
    expect(
      relativeDifference(specificRisk(acceptanceLimit, limit, standardUncertainty), riskCase.specific),
    ).toBeLessThan(1e-9)
  })
  test('an error on the limit is as likely outside as inside', () => {
    expect(specificRisk(1, 1, 0.01)).toBeCloseTo(0.5, 12)
  })
})

describe('ratio and prior', () => {
  test('a limit of 0.5 with U of 0.125 is 4:1 (ANSI/NCSL Z540.3)', () => {
    expect(testUncertaintyRatio(0.5, 0.125)).toBe(4)
    expect(() => testUncertaintyRatio(0.5, 0)).toThrow('is not above zero')
  })
  test('scatter of history less that of the measurement, by hand', () => {
    const prior = priorFromHistory([-2, -1, 0, 1, 2], 1.5)
    expect(prior.mean).toBe(0)
    expect(prior.standardDeviation).toBeCloseTo(Math.sqrt(2.5 - 2.25), 12)
    expect(() => priorFromHistory([1, 2, 3, 4], 0.1)).toThrow('has 4 errors')
    expect(() => priorFromHistory([1, 1.1, 1, 1.1, 1], 0.5)).toThrow('not larger than that of the measurement')
  })
})
