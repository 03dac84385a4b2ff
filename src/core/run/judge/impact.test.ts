import { describe, expect, test } from 'vitest'
import { benchWorld, METER, PUMP } from '../../../../tests/support/benchPlant'
import { plannedUncertainty, tightestUncertainty } from '../plan/plannedUncertainty'
import { impactOf, impactWords } from './impact'
import { judgeReading } from './judgeSteps'

/** 0 … 100 kPa on 4–20 mA, ±0.5 %: a hundredth of the reading in kPa is one in % of span. */
const world = benchWorld('X-1')
const at = (percent: number, errorPercent: number) =>
  judgeReading(
    {
      percent,
      direction: 'rising',
      reading: { applied: percent.toFixed(2), output: (4 + 0.16 * (percent + errorPercent)).toFixed(4) },
    },
    world,
  )

const SERVICE = { lastGood: { sequence: 87, sealedAt: '2026-03-03T10:00:00.000Z' } }

describe('the impact of a bad as-found', () => {
  test('is the largest error that was outside, either way', () => {
    const impact = impactOf([at(0, 0.6), at(50, -1.25), at(100, 0.4)], SERVICE)
    expect(impact?.errorPercentSpan).toBeCloseTo(-1.25, 9)
    expect(impact?.errorInput).toBeCloseTo(-1.25, 9) // kPa
  })
  test('is none where everything was inside', () => {
    expect(impactOf([at(0, 0.5), at(100, -0.5)], SERVICE)).toBeNull()
    expect(impactOf([], SERVICE)).toBeNull()
  })
  test('is none for a body or range that had not measured the process yet, nor for readings to be taken again', () => {
    const outside = [at(50, -1.25)]
    expect(impactOf(outside, {})).toBeNull()
    expect(impactOf(outside, SERVICE, { isToBeRepeated: true })).toBeNull()
    expect(impactOf(outside, { measuresSince: SERVICE.lastGood })).not.toBeNull()
  })
  test('is none within a guard band: not accepted is not wrong', () => {
    const guarded = [{ ...at(50, 0.47), verdict: 'not-accepted' as const }]
    expect(impactOf(guarded, SERVICE)).toBeNull()
  })
  test('is told in the unit of the process, with the day it was last known good', () => {
    const impact = impactOf([at(50, -1.27)], SERVICE)
    if (!impact) throw new Error('none')
    const context = { unitLabel: 'kPa', dayOf: () => '3 Mar 2026' }
    expect(impactWords(impact, { ...context, service: SERVICE })).toContain(
      'up to −1.3 kPa wrong since it was last left inside (record 87, 3 Mar 2026)',
    )
    const neverGood = { measuresSince: SERVICE.lastGood }
    expect(impactWords(impact, { ...context, service: neverGood })).toContain(
      'since record 87 (3 Mar 2026), which did not leave it inside its limit',
    )
    expect(impactWords({ ...impact, errorInput: null }, { ...context, service: SERVICE })).toContain(
      '−1.27 % of span wrong',
    )
  })
})

describe('the uncertainty to be expected', () => {
  const planned = plannedUncertainty({ ...world, statesUncertainty: true, decisionRule: 'guard-band' })
  test('is worked out by hand from both references: JCGM 100:2008, 4.3.7', () => {
    // ±0.02 % of 300 kPa and half of 0.01 kPa; ±0.02 % of 30 mA and half of 0.001 mA, all of 100 kPa and 16 mA.
    const halfWidths = [
      0.0002 * (PUMP.rangeHigh - PUMP.rangeLow),
      0.005,
      ((0.0002 * (METER.rangeHigh - METER.rangeLow)) / 16) * 100,
      (0.0005 / 16) * 100,
    ]
    const byHand = (2 * Math.hypot(...halfWidths)) / Math.sqrt(3)
    for (const { expandedUncertainty, limit, guardBand } of planned) {
      expect(expandedUncertainty).toBeCloseTo(byHand, 4) // k = 2.000 to its fourth digit
      expect(limit).toBeGreaterThan(expandedUncertainty)
      expect(guardBand).toBeCloseTo(expandedUncertainty, 12)
    }
    expect(planned.map(({ point }) => point)).toEqual(['0 %', '50 %', '100 %'])
  })
  test('is tightest where the limit is smallest against it', () => {
    const [first] = planned
    if (!first) throw new Error('none')
    expect(tightestUncertainty([first, { ...first, point: 'here', limit: first.limit / 2 }])?.point).toBe('here')
    expect(tightestUncertainty([])).toBeUndefined()
  })
})
