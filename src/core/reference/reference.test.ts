import { describe, expect, test } from 'vitest'
import { beyondPoints, correctionAt, isNotCovered, uncertaintyAt } from './calibrationPoints'
import { correctedValue } from './correctedValue'
import {
  correctionSteps,
  driftDoubtAt,
  fastestStep,
  ownDrift,
  ownDriftAt,
  yearsWithinAccuracy,
} from './correctionHistory'
import { foundOff } from './foundOff'
import { referenceParts } from './referenceParts'

const POINTS = [
  { indicated: -2, correction: 0.01, uncertainty: 0.004 },
  { indicated: 3, correction: -0.04, uncertainty: 0.006 },
  { indicated: 8, correction: -0.02, uncertainty: 0.012 },
]

describe('between the points of a certificate, by hand on straight lines', () => {
  test.each([
    ['at a point', 3, -0.04, 0.006],
    ['a quarter of the way from 3 to 8', 4.25, -0.035, 0.0075],
    // The steepest slope is 0.05 over 5, and U once more by itself for each 10: 7 · (0.01 + 0.0004), 2 · (0.01 + 0.0012).
    ['7 below the first point', -9, 0.01, 0.0768],
    ['2 above the last point', 10, -0.02, 0.0344],
  ])('%s', (_, indicated, correction, uncertainty) => {
    expect(correctionAt(indicated, POINTS)).toBeCloseTo(correction, 12)
    expect(uncertaintyAt(indicated, POINTS)).toBeCloseTo(uncertainty, 12)
  })
  test('a tenth of its length beyond its ends a certificate no longer covers', () => {
    expect([-3, -2, 9].map((indicated) => isNotCovered(indicated, POINTS))).toEqual([false, false, false])
    expect([-3.01, 9.01].map((indicated) => isNotCovered(indicated, POINTS))).toEqual([true, true])
    expect(beyondPoints(8.5, POINTS)).toBeCloseTo(0.5, 12)
    expect(isNotCovered(3.29, POINTS.slice(1, 2))).toBe(false) // of a single point a tenth of its value
    expect(isNotCovered(3.31, POINTS.slice(1, 2))).toBe(true)
  })
  test('one point holds everywhere', () => {
    expect(correctionAt(7, POINTS.slice(0, 1))).toBe(0.01)
  })
})

describe('what was there where a reference showed a value', () => {
  const calibration = { coverageFactor: 2, points: POINTS, isApplied: true }
  test('shown and its correction, in the unit of the reference', () => {
    expect(correctedValue(3, 'bar', { unit: 'bar', calibration })).toBeCloseTo(2.96, 12)
  })
  test('read in another unit: 300 kPa of a reference in bar are corrected by −0.04 bar, 4 kPa', () => {
    expect(correctedValue(300, 'kPa', { unit: 'bar', calibration })).toBeCloseTo(296, 9)
  })
  test('a liquid column is read on its scale before it is weighed: (3 − 0.04)·0.99, not 3·0.99 − its correction there', () => {
    const column = { factor: 0.99, isApplied: true }
    expect(correctedValue(3, 'bar', { unit: 'bar', calibration, column })).toBeCloseTo(2.9304, 12)
    expect(correctedValue(3, 'bar', { unit: 'bar', calibration, column: { ...column, isApplied: false } })).toBe(2.96)
  })
  test('a meter in mA', () => {
    expect(correctedValue(8, 'mA', { unit: 'mA', calibration })).toBeCloseTo(7.98, 12)
  })
  test('as shown where corrections are not made, where there is no certificate by points, and without a reference', () => {
    expect(correctedValue(3, 'bar', { unit: 'bar', calibration: { ...calibration, isApplied: false } })).toBe(3)
    expect(correctedValue(3, 'bar', { unit: 'bar' })).toBe(3)
    expect(correctedValue(3, 'bar', null)).toBe(3)
  })
})

describe('the parts of a reference’s own uncertainty, by hand', () => {
  const reference = {
    code: 'T-1',
    unit: 'bar',
    rangeLow: 0,
    rangeHigh: 10,
    certificate: 'C-9',
    calibratedOn: '2026-01-01',
    accuracy: { combine: 'sum' as const, terms: [{ kind: 'floor' as const, value: 0.03 }] },
    driftPerYear: { combine: 'sum' as const, terms: [{ kind: 'percentUrl' as const, value: 0.2 }] },
    temperature: {
      perKelvin: { combine: 'sum' as const, terms: [{ kind: 'percentReading' as const, value: 0.1 }] },
      lowCelsius: 18,
      highCelsius: 28,
    },
  }
  const partsAt = (shown: number, change: object = {}, use = {}) =>
    Object.fromEntries(referenceParts({ ...reference, ...change }, 'x', use).map((part) => [part.of, part.at(shown)]))
  const calibration = { coverageFactor: 2, points: POINTS, isApplied: false }
  test('its accuracy while there is nothing else, and no drift before it is used', () => {
    expect(partsAt(5)).toEqual({ calibration: 0.03, drift: 0 })
  })
  test('half a year of 0.2 % of 10 bar, and 3 K above its band', () => {
    const parts = partsAt(5, {}, { day: '2026-07-02', ambientCelsius: 31 })
    expect(parts.drift).toBeCloseTo(0.00997, 4) // 182 of 365.25 days
    expect(parts.temperature).toBeCloseTo(3 * 0.005, 12)
  })
  test('2 K below its band counts as well, and inside it nothing', () => {
    expect(partsAt(5, {}, { ambientCelsius: 16 }).temperature).toBeCloseTo(2 * 0.005, 12)
    expect(partsAt(5, {}, { ambientCelsius: 28 }).temperature).toBeUndefined()
  })
  test('the points of its certificate go before its accuracy; a correction that is not made counts', () => {
    const parts = partsAt(3, { calibration })
    expect(parts.calibration).toBeCloseTo(0.003, 12)
    expect(parts.correction).toBeCloseTo(0.04, 12)
    expect(partsAt(3, { calibration: { ...calibration, isApplied: true } }).correction).toBeUndefined()
  })
})

describe('how a reference moved between certificates, by hand', () => {
  const at = (indicated: number, correction: number, uncertainty = 0.003) => ({ indicated, correction, uncertainty })
  const first = { calibratedOn: '2023-03-01', coverageFactor: 2, points: [at(0, 0), at(10, 0.02)] }
  const second = { calibratedOn: '2025-03-01', coverageFactor: 2, points: [at(0, 0.001), at(10, 0.05, 0.004)] }
  const adjusted = {
    calibratedOn: '2026-03-01',
    coverageFactor: 2,
    found: [at(5, 0.01), at(10, 0.09)],
    points: [at(0, 0), at(10, 0)],
  }
  test('as found less as given back, per year, with both uncertainties in quadrature', () => {
    const steps = correctionSteps([second, first, adjusted])
    expect(steps.map(({ from, indicated }) => [from, indicated])).toEqual([
      ['2023-03-01', 0],
      ['2023-03-01', 10],
      ['2025-03-01', 5],
      ['2025-03-01', 10],
    ])
    expect(steps[1]?.perYear).toBeCloseTo(0.015, 4) // 0.03 in 2.0014 years
    expect(steps[1]?.uncertainty).toBeCloseTo(0.005, 12)
    // Halfway between 0.001 and 0.05 it was given back with 0.0255.
    expect(steps[2]?.moved).toBeCloseTo(0.01 - 0.0255, 12)
    expect(fastestStep(steps)).toMatchObject({ to: '2026-03-01', indicated: 10 })
  })
  test('one calibration says nothing, nor do two of one day', () => {
    expect(correctionSteps([first])).toEqual([])
    expect(correctionSteps([first, { ...first }])).toEqual([])
    expect(fastestStep([])).toBeNull()
  })
  test('its own drift is the fastest it ever moved at each point of the newest, either way', () => {
    const drift = ownDrift([second, first, adjusted])
    expect(drift).toMatchObject({ from: '2023-03-01', to: '2026-03-01' })
    // At 0 only the first step has a point; the second is held from 5: −0.0155. At 10: 0.015 and 0.04 a year.
    expect(drift?.points.map(({ perYear }) => Number(perYear.toFixed(4)))).toEqual([0.0155, 0.04])
    expect(drift && ownDriftAt(5, drift)).toBeCloseTo((0.0155 + 0.04) / 2, 3)
    expect(ownDrift([first])).toBeNull()
  })
  test('two certificates that agree do not say that it does not move', () => {
    const of = (calibratedOn: string) => ({
      calibratedOn,
      coverageFactor: 2,
      points: [{ indicated: 0, correction: 0.01, uncertainty: 0.02 }],
    })
    const drift = ownDrift([of('2024-03-01'), of('2026-03-01')])
    if (!drift) throw new Error('two certificates tell a drift')
    expect(ownDriftAt(0, drift)).toBe(0)
    // √3 · √(0.01² + 0.01²) over two years.
    expect(driftDoubtAt(0, drift)).toBeCloseTo((Math.sqrt(3) * Math.hypot(0.01, 0.01)) / 1.9986, 5)
    // The best known step counts, and with the speed in quadrature.
    const faster = ownDrift([of('2024-03-01'), of('2025-03-01'), { ...of('2026-03-01'), points: [at(0, 0.03)] }])
    expect(faster && driftDoubtAt(0, faster)).toBeGreaterThan(faster ? ownDriftAt(0, faster) : 0)
  })
  test('it stays within 0.08 for as long as the tightest point lasts', () => {
    const accuracyAt = () => 0.08
    const drift = {
      from: '',
      to: '',
      points: [
        { indicated: 0, perYear: 0.001 },
        { indicated: 10, perYear: 0.02 },
      ],
    }
    // At 10: 0.08 − 0.004 = 0.076 are left, 0.026 where the correction of 0.05 is not made. At 0 it lasts 77 years.
    expect(yearsWithinAccuracy(second, drift, { accuracyAt, isCorrected: true })).toBeCloseTo(3.8, 9)
    expect(yearsWithinAccuracy(second, drift, { accuracyAt, isCorrected: false })).toBeCloseTo(1.3, 9)
    expect(yearsWithinAccuracy(second, drift, { accuracyAt: () => 0.04, isCorrected: false })).toBe(0)
    const still = { ...drift, points: drift.points.map((point) => ({ ...point, perYear: 0 })) }
    expect(yearsWithinAccuracy(second, still, { accuracyAt, isCorrected: true })).toBeNull()
  })
  test('in use its own drift goes before the declared one', () => {
    const [, part] = referenceParts(
      {
        ...{ unit: 'bar', rangeLow: 0, rangeHigh: 10, calibratedOn: '2026-03-01' },
        accuracy: { combine: 'sum', terms: [{ kind: 'floor', value: 1 }] },
        driftPerYear: { combine: 'sum', terms: [{ kind: 'floor', value: 9 }] },
        ownDrift: { from: '2023-03-01', to: '2026-03-01', points: [{ indicated: 0, perYear: 0.2 }] },
      },
      'x',
      { day: '2026-08-30' },
    )
    expect(part?.at(4)).toBeCloseTo(0.1, 3) // 182 of 365.25 days
  })
})

describe('how far off it was found, against its accuracy', () => {
  const at = (indicated: number, correction: number) => ({ indicated, correction, uncertainty: 0.001 })
  const accuracyAt = (indicated: number) => 0.01 + indicated / 1000
  test('the worst share counts, not the largest figure', () => {
    // At 0 0.012 of 0.010, at 100 0.1 of 0.11.
    expect(foundOff([at(0, 0.012), at(100, -0.1)], accuracyAt)).toMatchObject({
      ...{ indicated: 0, error: -0.012, accuracy: 0.01, isOutside: true },
    })
    expect(foundOff([at(100, -0.1)], accuracyAt)).toMatchObject({ error: 0.1, isOutside: false })
  })
  test('right on its accuracy is within it; without points nothing is said', () => {
    expect(foundOff([at(0, 0.01)], accuracyAt)?.isOutside).toBe(false)
    expect(foundOff([], accuracyAt)).toBeNull()
  })
})
