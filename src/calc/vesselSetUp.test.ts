import { describe, expect, test } from 'vitest'
import { levelRange } from '@/core/level/levelRange'
import { Vessel } from '../schema/vessel'
import { onVessel, vesselSetUp } from './vesselSetUp'

const FOOT = 0.3048
const POUND_PER_CUBIC_FOOT = 0.45359237 / 0.3048 ** 3

describe('a vessel in units of its own', () => {
  test('every height and density is turned into SI, each under its own name', () => {
    const vessel = Vessel.parse({
      heightUnit: 'ft',
      densityUnit: 'lb/ft3',
      gravity: 9.81,
      vessel: {
        kind: 'remote-seals',
        density: 62,
        lowerTap: 1,
        sensor: -3,
        levelAt0: 2,
        levelAt100: 10,
        upperTap: 12,
        gasDensity: 0.1,
        highFillDensity: 58,
        lowFillDensity: 57,
      },
    })
    expect(vesselSetUp(vessel)).toEqual({
      kind: 'remote-seals',
      gravityMPerS2: 9.81,
      densityKgPerM3: expect.closeTo(62 * POUND_PER_CUBIC_FOOT, 9),
      lowerTapM: expect.closeTo(FOOT, 12),
      sensorM: expect.closeTo(-3 * FOOT, 12),
      levelAt0M: expect.closeTo(2 * FOOT, 12),
      levelAt100M: expect.closeTo(10 * FOOT, 12),
      upperTapM: expect.closeTo(12 * FOOT, 12),
      gasDensityKgPerM3: expect.closeTo(0.1 * POUND_PER_CUBIC_FOOT, 12),
      highFillDensityKgPerM3: expect.closeTo(58 * POUND_PER_CUBIC_FOOT, 9),
      lowFillDensityKgPerM3: expect.closeTo(57 * POUND_PER_CUBIC_FOOT, 9),
    })
  })
  test('the same vessel in metres and in feet has the same range', () => {
    const metric = {
      heightUnit: 'm' as const,
      densityUnit: 'kg/m3' as const,
      gravity: 9.81,
      vessel: {
        kind: 'dry-leg' as const,
        density: 1000,
        lowerTap: 3.048,
        sensor: 0,
        levelAt0: 3.048,
        levelAt100: 6.096,
        upperTap: 9.144,
        gasDensity: 0,
        lineDensity: null,
      },
    }
    const imperial = {
      ...metric,
      heightUnit: 'ft' as const,
      densityUnit: 'g/cm3' as const,
      vessel: { ...metric.vessel, density: 1, lowerTap: 10, levelAt0: 10, levelAt100: 20, upperTap: 30 },
    }
    const [a, b] = [levelRange(vesselSetUp(metric)), levelRange(vesselSetUp(imperial))]
    expect(b.lrvPa).toBeCloseTo(a.lrvPa, 6)
    expect(b.urvPa).toBeCloseTo(a.urvPa, 6)
    expect(a.lrvPa).toBeCloseTo(1000 * 9.81 * 3.048, 6)
  })
  test('what the core refuses is named by the box it was typed in', () => {
    const wrong = {
      heightUnit: 'm' as const,
      densityUnit: 'kg/m3' as const,
      gravity: 9.81,
      vessel: {
        kind: 'open' as const,
        density: 0,
        lowerTap: 0,
        sensor: 0,
        levelAt0: 0,
        levelAt100: 1,
        lineDensity: null,
      },
    }
    expect(() => onVessel(wrong, levelRange)).toThrow(/^vessel\.density: 0 kg\/m³ is no density/)
    const onTheMoon = { ...wrong, gravity: 1.62, vessel: { ...wrong.vessel, density: 900 } }
    expect(() => onVessel(onTheMoon, levelRange)).toThrow(/^gravity: /)
    const heavyLine = { ...wrong, vessel: { ...wrong.vessel, density: 900, lineDensity: -5 } }
    expect(() => onVessel(heavyLine, levelRange)).toThrow(/^vessel\.lineDensity: /)
  })
})
