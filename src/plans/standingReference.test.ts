import { describe, expect, test } from 'vitest'
import { PUMP } from '../../tests/support/benchPlant'
import { judgeReading } from '../core/run/judge/judgeSteps'
import type { WorkingPressureReference } from '../schema/world'
import { standingAt } from './standingReference'

const PLACE = { ambientCelsius: '23.5', relativeHumidityPercent: null, barometricHPa: null }
const reference = (
  principle: WorkingPressureReference['principle'],
  unit: WorkingPressureReference['unit'] = 'kPa',
) => ({
  ...PUMP,
  principle,
  unit,
})

describe('a reference that is read by rule is corrected for gravity, or it counts; never neither', () => {
  test('a column of which nobody noted gravity is weighed by that of the site', () => {
    const { column, byRulePercent } = standingAt(reference('liquid-column', 'mmH2O@20C'), PLACE, 9.8122)
    // 9.8122 / 9.80665, and water of 23.5 °C by Tanaka: 997.421 against 998.207 kg/m³ (from memory).
    expect(column?.factor).toBeCloseTo((9.8122 / 9.80665) * (997.421 / 998.2067), 5)
    expect(column).toMatchObject({ isApplied: true, gravityMPerS2: 9.8122, celsius: 23.5 })
    expect(byRulePercent).toBeUndefined()
  })
  test('where nobody knows it, what gravity may be anywhere counts: 0.27 % (9.780 … 9.832 m/s²)', () => {
    expect(standingAt(reference('liquid-column', 'mmH2O@20C'), PLACE, null)).toMatchObject({ byRulePercent: 0.27 })
    expect(standingAt(reference('dead-weight'), PLACE, null).byRulePercent).toBeCloseTo(0.3, 9)
  })
  test('a tester by what stands on its masses: how far gravity is from the standard counts', () => {
    // 9.8122 / 9.80665 − 1 = 0.0566 %, with 0.02 and 0.03 %.
    expect(standingAt(reference('dead-weight'), PLACE, 9.8122).byRulePercent).toBeCloseTo(0.1066, 3)
  })
  test('an indicator knows its own', () => {
    expect(standingAt(reference('indicator'), PLACE, null)).toEqual(reference('indicator'))
  })
  test('it is a line of the budget, rectangular, of what is shown', () => {
    const world = {
      configuration: {
        ...{ lrv: 0, urv: 100, url: 200, unit: 'kPa' as const, signal: 'display' as const, adjustLimit: null },
        errorLimit: { combine: 'sum' as const, terms: [{ kind: 'percentSpan' as const, value: 1 }] },
      },
      inputUnit: 'kPa' as const,
      statesUncertainty: true as const,
      decisionRule: 'simple-acceptance' as const,
      points: [{ percent: 50 }],
      inputReference: standingAt(reference('dead-weight'), PLACE, null),
      outputReference: null,
    }
    const { budget } = judgeReading(
      { percent: 50, direction: 'rising', reading: { applied: '50.00', output: '50.00' } },
      world,
    )
    const line = budget?.lines.find(({ name }) => name.startsWith('gravity and air'))
    expect(line?.contribution).toBeCloseTo((50 * 0.003) / Math.sqrt(3), 6)
  })
})
