import { expect, test } from 'vitest'
import { onVessel } from '@/calc/vesselSetUp'
import { levelRange } from '@/core/level/levelRange'
import type { LevelInput } from '../schema/vessel'
import { vesselNotes } from './vesselNotes'

/** Invented tanks. */
const TANK: LevelInput = {
  heightUnit: 'm',
  densityUnit: 'kg/m3',
  gravity: 9.81,
  vessel: {
    kind: 'open',
    density: 870,
    lowerTap: 0,
    sensor: 0,
    levelAt0: 0,
    levelAt100: 6.4,
    lineDensity: null,
    tankTop: 7,
  },
  unit: 'kPa',
  signal: '4-20mA',
  display: { lower: 0, upper: 6.4, unit: 'm' },
}
const notes = (vessel: object, display: object = {}) =>
  vesselNotes({
    ...TANK,
    vessel: { ...TANK.vessel, ...vessel } as LevelInput['vessel'],
    display: { ...TANK.display, ...display },
  })

test('a plain tank needs no word', () => {
  expect(notes({})).toEqual([])
})
test('the instrument above the full level', () => {
  expect(notes({ sensor: 7.2 })[0]).toContain('stands above the full level of 6.4 m')
  expect(notes({ sensor: 6.3 })).toEqual([])
})
test('a level over the rim, and one below the datum', () => {
  expect(notes({ levelAt100: 7.1 }, { upper: 7.1 })[0]).toContain('above the rim of the tank at 7 m')
  expect(notes({ levelAt0: -0.2, lowerTap: -0.3 }, { lower: -0.2 })[0]).toContain('below the datum')
})
test('a host unlike the level; counted from 0 %, or in %, it is like it', () => {
  expect(notes({}, { upper: 20 })[0]).toContain('0 … 20 m for a level of 0 … 6.4 m')
  expect(notes({ levelAt0: 1, sensor: 0 }, { lower: 0, upper: 5.4 })).toEqual([])
  expect(notes({}, { upper: 100, unit: '%' })).toEqual([])
})

test('0.87 is no density in kg/m³; as a relative density it is 869.98 kg/m³', () => {
  expect(() => onVessel({ ...TANK, vessel: { ...TANK.vessel, density: 0.87 } }, levelRange)).toThrow('relative density')
  // Water at 4 °C: 999.975 kg/m³ (Tanaka 2001). 6.4 m of it: ρ·g·h by hand.
  const relative = onVessel({ ...TANK, densityUnit: 'relative', vessel: { ...TANK.vessel, density: 0.87 } }, levelRange)
  expect(relative.urvPa).toBeCloseTo(0.87 * 999.975 * 9.81 * 6.4, 1)
})
