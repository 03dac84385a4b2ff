import { describe, expect, test } from 'vitest'
import { plannedRun, servedBy } from '@/plans/plannedRun'
import { CONFIGURATION, PUMP } from '../../../tests/support/benchPlant'
import { subRangeWords } from './subRangeWords'

/** 0 … 100 kPa at 0, 50, 100 %. */
const LOW = { ...PUMP, id: '00000000-0000-4000-8000-0000000000a1', code: 'T-LOW', rangeLow: -10, rangeHigh: 60 }
const HIGH = { ...PUMP, id: '00000000-0000-4000-8000-0000000000a2', code: 'T-HIGH', rangeLow: 40, rangeHigh: 200 }

describe('which reference serves which points', () => {
  test('is said point by point where two cover the range between them', () => {
    const { isComplete, text } = subRangeWords(CONFIGURATION, [LOW, HIGH])
    expect(isComplete).toBe(true)
    expect(text).toMatch(/^T-LOW: 0 %.* · T-HIGH: .*100 %/)
    const served = servedBy([0, 100], CONFIGURATION, [LOW, HIGH])
    expect(served).toEqual([LOW.id, HIGH.id])
  })
  test('says what is not covered, and then there is no plan', () => {
    expect(subRangeWords(CONFIGURATION, [LOW]).isComplete).toBe(false)
    expect(servedBy([0, 100], CONFIGURATION, [LOW])).toBeNull()
  })
})

test('a run can be planned once its references are chosen, and not before', () => {
  const offer = (standard: typeof LOW) => ({ standard, mark: 'inside' as const, ratioText: '', remarks: [] })
  const offers = { inputs: [offer(LOW), offer(HIGH)], outputs: null, isSubRanged: true, suggestedInputIds: [] }
  const choice = {
    configuration: CONFIGURATION,
    offers: offers as unknown as Parameters<typeof plannedRun>[0]['offers'], // only what is asked for
    outputId: null,
    inputUnit: CONFIGURATION.unit,
    rule: 'simple-acceptance' as const,
    at: {
      environment: { ambientCelsius: null, relativeHumidityPercent: null, barometricHPa: null },
      repeatability: undefined,
      siteGravityMPerS2: null,
      day: '2026-11-20',
    },
  }
  expect(plannedRun({ ...choice, inputIds: [] })).toBeNull()
  expect(plannedRun({ ...choice, inputIds: [LOW.id] })).toBeNull() // does not reach the top
  const planned = plannedRun({ ...choice, inputIds: [LOW.id, HIGH.id] })
  expect(planned?.points.at(-1)?.referenceId).toBe(HIGH.id)
  expect(planned?.furtherReferences).toHaveLength(1)
})
