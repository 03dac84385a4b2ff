import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { convertPressure, STANDARD_GRAVITY } from '../units/pressureUnit'
import { waterDensityKgPerM3 } from '../units/waterDensity'
import { levelColumns } from './levelColumns'
import { levelAtPressureM, levelRange } from './levelRange'
import { densityAtTemperature, densityFromRelative, waterDensityAt } from './liquidDensity'
import type { VesselSetUp } from './vesselSetUp'

const FOOT = 0.3048
const base = { gravityMPerS2: STANDARD_GRAVITY, lineDensityKgPerM3: null }

describe('a 20 ft tank, open: common practice, no source', () => {
  const inFtH2O = (pa: number) => convertPressure(pa, 'Pa', 'ftH2O@4C')
  test.each([
    { says: 'water, sensor at the bottom', sensorFt: 0, relative: 1, lrv: 0, urv: 20 },
    { says: 'sensor 1 ft up, shown as 1 … 20 ft', sensorFt: 1, relative: 1, lrv: 0, urv: 19 },
    { says: 'relative density 0.9', sensorFt: 0, relative: 0.9, lrv: 0, urv: 18 },
    { says: 'both', sensorFt: 1, relative: 0.9, lrv: 0, urv: 17.1 },
  ])('$says: $lrv … $urv ftH2O', ({ sensorFt, relative, lrv, urv }) => {
    const range = levelRange({
      ...base,
      kind: 'open',
      densityKgPerM3: densityFromRelative(relative, '4 °C'),
      lowerTapM: sensorFt * FOOT,
      sensorM: sensorFt * FOOT,
      levelAt0M: sensorFt * FOOT,
      levelAt100M: 20 * FOOT,
    })
    expect(inFtH2O(range.lrvPa)).toBeCloseTo(lrv, 9)
    expect(inFtH2O(range.urvPa)).toBeCloseTo(urv, 9)
  })
})

describe('arrangements, worked by hand from p = ρ·g·h', () => {
  const gravityMPerS2 = 9.81
  const closed = { gravityMPerS2, densityKgPerM3: 900, lowerTapM: 0.5, upperTapM: 4.5, levelAt0M: 1, levelAt100M: 4 }
  test('an elevated tank keeps the head of its standpipe at 0 %', () => {
    const range = levelRange({
      ...base,
      gravityMPerS2,
      kind: 'standpipe',
      densityKgPerM3: 1000,
      lowerTapM: 28,
      sensorM: 0,
      levelAt0M: 28,
      levelAt100M: 56,
    })
    expect(range.lrvPa).toBeCloseTo(28 * 9810, 6)
    expect(range.urvPa).toBeCloseTo(2 * range.lrvPa, 6) // as 40 … 80 psi, common practice
  })
  test('a dry leg without gas is as an open tank; with gas of 10 kg/m³ the gas column of the level is missing', () => {
    const dry = { ...closed, kind: 'dry-leg', sensorM: 0.5, lineDensityKgPerM3: null } as const
    const light = levelRange({ ...dry, gasDensityKgPerM3: 0 })
    expect(light.lrvPa).toBeCloseTo(900 * 9.81 * 0.5, 6)
    const heavy = levelRange({ ...dry, gasDensityKgPerM3: 10 })
    expect(heavy.urvPa).toBeCloseTo((900 - 10) * 9.81 * 3.5, 6)
  })
  test('a filled leg: (ρ·h − ρleg·(Hu − hs)), below zero at 0 %', () => {
    const range = levelRange({
      ...closed,
      kind: 'wet-leg',
      sensorM: -0.2,
      gasDensityKgPerM3: 0,
      lineDensityKgPerM3: null,
      legDensityKgPerM3: 950,
    })
    expect(range.lrvPa).toBeCloseTo(9.81 * (900 * (1 + 0.2) - 950 * (4.5 + 0.2)), 6)
    expect(range.urvPa).toBeCloseTo(9.81 * (900 * (4 + 0.2) - 950 * (4.5 + 0.2)), 6)
  })
  test('remote seals of one fill: the height of the instrument does not matter', () => {
    const seals = (sensorM: number) =>
      levelRange({
        ...closed,
        kind: 'remote-seals',
        sensorM,
        gasDensityKgPerM3: 0,
        highFillDensityKgPerM3: 935,
        lowFillDensityKgPerM3: 935,
      })
    expect(seals(0).lrvPa).toBeCloseTo(seals(-3).lrvPa, 6)
    expect(seals(0).lrvPa).toBeCloseTo(9.81 * (900 * 0.5 - 935 * 4), 6)
  })
  test('an interface: span is (ρ₁ − ρ₂)·g·(travel)', () => {
    const { lrvPa, urvPa } = levelRange({
      ...closed,
      kind: 'interface',
      sensorM: 0,
      lineDensityKgPerM3: null,
      densityKgPerM3: 1020,
      lightDensityKgPerM3: 870,
      legDensityKgPerM3: 1020,
    })
    expect(urvPa - lrvPa).toBeCloseTo(150 * 9.81 * 3, 6)
  })
  test('a bubbler reads the depth of its tube, less the gas that hangs in it', () => {
    const range = levelRange({
      gravityMPerS2,
      kind: 'bubbler',
      densityKgPerM3: 1100,
      purgeDensityKgPerM3: 1.5,
      lowerTapM: 0.1,
      sensorM: 5.1,
      levelAt0M: 0.1,
      levelAt100M: 3.1,
    })
    expect(range.lrvPa).toBeCloseTo(-1.5 * 9.81 * 5, 9)
    expect(range.urvPa).toBeCloseTo(1100 * 9.81 * 3 - 1.5 * 9.81 * 5, 6)
  })
})

test('level and pressure are each other’s inverse, whatever the arrangement stands on', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 600, max: 1800, noNaN: true }),
      fc.double({ min: -8, max: 6, noNaN: true }),
      fc.double({ min: 0.01, max: 0.99, noNaN: true }),
      (densityKgPerM3, sensorM, fraction) => {
        const vessel: VesselSetUp = {
          ...base,
          kind: 'wet-leg',
          densityKgPerM3,
          sensorM,
          lowerTapM: 0.3,
          upperTapM: 6,
          levelAt0M: 0.4,
          levelAt100M: 5.5,
          gasDensityKgPerM3: 3,
          legDensityKgPerM3: 1000,
        }
        const { lrvPa, urvPa } = levelRange(vessel)
        const level = levelAtPressureM(vessel, lrvPa + fraction * (urvPa - lrvPa))
        expect(level).toBeCloseTo(0.4 + fraction * 5.1, 9)
      },
    ),
    { seed: 20261125 },
  )
})

describe('densities', () => {
  test.each([4, 15, 25, 39])('water at %i °C: IF97 and Tanaka agree to 1e-5, two independent formulas', (celsius) => {
    expect(Math.abs(waterDensityAt(celsius) / waterDensityKgPerM3(celsius) - 1)).toBeLessThan(1e-5)
  })
  test('expansion from its definition: 1 % more volume, 1/1.01 of the density', () => {
    expect(densityAtTemperature({ densityKgPerM3: 1010, celsius: 20, expansionPerK: 0.001 }, 30)).toBeCloseTo(1000, 9)
  })
})

describe('refused in words', () => {
  const good: VesselSetUp = {
    ...base,
    kind: 'wet-leg',
    densityKgPerM3: 900,
    lowerTapM: 0.5,
    upperTapM: 4,
    sensorM: 0,
    levelAt0M: 1,
    levelAt100M: 3,
    gasDensityKgPerM3: 1,
    legDensityKgPerM3: 950,
  }
  test.each<[string, Partial<VesselSetUp>, string]>([
    ['density of zero', { densityKgPerM3: 0 }, '0 kg/m³ is no density'],
    ['taps crossed', { upperTapM: 0.2 } as Partial<VesselSetUp>, 'the taps are crossed'],
    ['0 % below the tap', { levelAt0M: 0.1 }, 'below the lower tap'],
    ['100 % above the upper tap', { levelAt100M: 4.2 }, 'above the upper tap'],
    ['no span', { levelAt100M: 1 }, 'no span'],
    ['a leg of nothing', { legDensityKgPerM3: 0 } as Partial<VesselSetUp>, 'no density'],
    ['gas heavier than the liquid', { gasDensityKgPerM3: 950 } as Partial<VesselSetUp>, 'no density of the gas'],
    ['gravity of the moon', { gravityMPerS2: 1.62 }, 'no gravity on earth'],
    ['no number', { densityKgPerM3: Number.NaN }, 'no density'],
  ])('%s', (_, wrong, says) => {
    expect(() => levelColumns({ ...good, ...wrong } as VesselSetUp, 2)).toThrow(says) // a part of the same arrangement
  })
})
