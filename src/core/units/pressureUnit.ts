import { WATER_DENSITY_KG_PER_M3, type WaterReference } from './waterColumnDensity'

/** Standard acceleration of free fall, m/s², exact. Source: 3rd CGPM (1901); NIST SP 811 (2008), B.8. */
export const STANDARD_GRAVITY = 9.80665
/** Standard atmosphere, Pa; exact. Source: NIST SP 811 (2008), B.8 (from memory). */
export const STANDARD_ATMOSPHERE_PA = 101_325

const PA_PER_PSI = (0.45359237 * STANDARD_GRAVITY) / 0.0254 ** 2 // pound and inch are exact since 1959
const MERCURY_KG_PER_M3 = 13595.1 // conventional mercury; ISO 80000-4 mmHg, NIST SP 811 B.8 (from memory)
const INCH = 0.0254
const FOOT = 0.3048

type PressureUnitFact = {
  /** As shown beside a number. Water columns carry their reference temperature. */
  readonly label: string
  /** Pascals in one of this unit. */
  readonly pa: number
  readonly group: 'SI' | 'metric' | 'US' | 'water column' | 'mercury column' | 'vacuum'
}

const waterColumn = (name: string, metres: number, at: WaterReference): PressureUnitFact => ({
  label: `${name} (${at})`,
  pa: WATER_DENSITY_KG_PER_M3[at] * STANDARD_GRAVITY * metres,
  group: 'water column',
})
const si = (label: string, pa: number): PressureUnitFact => ({ label, pa, group: 'SI' })
const mercury = (label: string, metres: number): PressureUnitFact => ({
  label,
  pa: MERCURY_KG_PER_M3 * STANDARD_GRAVITY * metres,
  group: 'mercury column',
})

/**
 * Every pressure unit Barys knows, in pascals. Definitions are exact except for the densities of water and mercury,
 * which are conventions; sources: NIST SP 811 (2008) B.8 and the SI brochure, checked in the test.
 */
export const PRESSURE_UNITS = {
  Pa: si('Pa', 1),
  hPa: si('hPa', 100),
  kPa: si('kPa', 1e3),
  MPa: si('MPa', 1e6),
  mbar: { label: 'mbar', pa: 100, group: 'metric' },
  bar: { label: 'bar', pa: 1e5, group: 'metric' },
  'kgf/cm2': { label: 'kgf/cm²', pa: STANDARD_GRAVITY / 1e-4, group: 'metric' },
  atm: { label: 'atm', pa: STANDARD_ATMOSPHERE_PA, group: 'metric' },
  psi: { label: 'psi', pa: PA_PER_PSI, group: 'US' },
  'inH2O@4C': waterColumn('inH2O', INCH, '4 °C'),
  'inH2O@60F': waterColumn('inH2O', INCH, '60 °F'),
  'inH2O@20C': waterColumn('inH2O', INCH, '20 °C'),
  'ftH2O@4C': waterColumn('ftH2O', FOOT, '4 °C'),
  'ftH2O@60F': waterColumn('ftH2O', FOOT, '60 °F'),
  'ftH2O@20C': waterColumn('ftH2O', FOOT, '20 °C'),
  'mmH2O@4C': waterColumn('mmH2O', 1e-3, '4 °C'),
  'mmH2O@60F': waterColumn('mmH2O', 1e-3, '60 °F'),
  'mmH2O@20C': waterColumn('mmH2O', 1e-3, '20 °C'),
  'cmH2O@4C': waterColumn('cmH2O', 1e-2, '4 °C'),
  'cmH2O@60F': waterColumn('cmH2O', 1e-2, '60 °F'),
  'cmH2O@20C': waterColumn('cmH2O', 1e-2, '20 °C'),
  'mH2O@4C': waterColumn('mH2O', 1, '4 °C'),
  'mH2O@60F': waterColumn('mH2O', 1, '60 °F'),
  'mH2O@20C': waterColumn('mH2O', 1, '20 °C'),
  mmHg: mercury('mmHg (0 °C)', 1e-3),
  inHg: mercury('inHg (0 °C)', INCH),
  torr: { label: 'torr', pa: STANDARD_ATMOSPHERE_PA / 760, group: 'vacuum' },
  mtorr: { label: 'mtorr', pa: STANDARD_ATMOSPHERE_PA / 760e3, group: 'vacuum' },
} as const satisfies Record<string, PressureUnitFact>

export type PressureUnit = keyof typeof PRESSURE_UNITS

/** Unit ids in the order they are offered. */
export const PRESSURE_UNIT_IDS = Object.keys(PRESSURE_UNITS) as PressureUnit[] // keys of a const object

/** The unit as shown beside a number, e.g. `inH2O (20 °C)`. */
export const pressureUnitLabel = (unit: PressureUnit): string => PRESSURE_UNITS[unit].label

/**
 * Converts a pressure between units. Says nothing about gauge, absolute or differential: both sides are of one kind.
 *
 * @param value pressure in `from`
 * @returns the same pressure in `to`
 */
export function convertPressure(value: number, from: PressureUnit, to: PressureUnit): number {
  // The same unit must give the same digits back: a factor of 1 that was divided and multiplied may not.
  return from === to ? value : (value * PRESSURE_UNITS[from].pa) / PRESSURE_UNITS[to].pa
}

/** A unit as a pressure; undefined where it is none. */
export const pressureUnitOf = (unit: string): PressureUnit | undefined => BY_ID.get(unit)
const BY_ID: ReadonlyMap<string, PressureUnit> = new Map(PRESSURE_UNIT_IDS.map((id) => [id, id]))

/** The label of a unit that may be of pressure or of anything else a reference measures. */
export function unitLabel(unit: string): string {
  const pressure = pressureUnitOf(unit)
  return pressure ? pressureUnitLabel(pressure) : unit
}
