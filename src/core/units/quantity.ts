import { Refusal } from '../refusal'
import { KELVIN_AT_ZERO_CELSIUS } from './celsius'
import { PRESSURE_UNITS } from './pressureUnit'

/** One unit: `SI = value × factor + offset`. Only temperatures have an offset. */
export type UnitFact = { readonly label: string; readonly factor: number; readonly offset?: number }

const FOOT = 0.3048 // exact since 1959
const INCH = 0.0254 // exact since 1959
const POUND = 0.45359237 // kg, exact since 1959
const US_GALLON = 231 * INCH ** 3 // 231 in³, exact; NIST SP 811 (2008), B.8
const IMPERIAL_GALLON = 4.54609e-3 // m³, exact since 1963; NIST SP 811 (2008), B.8
const SHORT_TON = 2000 * POUND
const MINUTE = 60
const HOUR = 3600
const DAY = 86_400
const BARREL = 42 * US_GALLON // petroleum barrel; NIST SP 811 (2008), B.8

const unit = (label: string, factor: number, offset?: number): UnitFact =>
  offset === undefined ? { label, factor } : { label, factor, offset }

const pressureFacts = Object.fromEntries(
  Object.entries(PRESSURE_UNITS).map(([id, { label, pa }]) => [id, unit(label, pa)]),
)

/**
 * Quantities of the trade with their units, as factors to the coherent SI unit.
 * Factors are built from exact definitions; they are checked against UCUM and GNU units in the tests.
 */
export const QUANTITIES: Record<QuantityId, { readonly label: string; readonly units: Record<string, UnitFact> }> = {
  pressure: { label: 'Pressure', units: pressureFacts },
  length: {
    label: 'Level and length',
    units: {
      m: unit('m', 1),
      cm: unit('cm', 0.01),
      mm: unit('mm', 1e-3),
      ft: unit('ft', FOOT),
      in: unit('in', INCH),
    },
  },
  volumeFlow: {
    label: 'Volume flow',
    units: {
      'm3/s': unit('m³/s', 1),
      'm3/h': unit('m³/h', 1 / HOUR),
      'm3/d': unit('m³/d', 1 / DAY),
      'L/s': unit('L/s', 1e-3),
      'L/min': unit('L/min', 1e-3 / MINUTE),
      'L/h': unit('L/h', 1e-3 / HOUR),
      'ft3/s': unit('ft³/s', FOOT ** 3),
      'ft3/min': unit('ft³/min', FOOT ** 3 / MINUTE),
      'ft3/h': unit('ft³/h', FOOT ** 3 / HOUR),
      'galUS/min': unit('US gal/min', US_GALLON / MINUTE),
      'galUS/h': unit('US gal/h', US_GALLON / HOUR),
      MGDUS: unit('MGD (US)', (1e6 * US_GALLON) / DAY),
      'galUK/min': unit('imp gal/min', IMPERIAL_GALLON / MINUTE),
      'galUK/h': unit('imp gal/h', IMPERIAL_GALLON / HOUR),
      MGDUK: unit('MGD (imp)', (1e6 * IMPERIAL_GALLON) / DAY),
      'bbl/d': unit('bbl/d', BARREL / DAY),
    },
  },
  massFlow: {
    label: 'Mass flow',
    units: {
      'kg/s': unit('kg/s', 1),
      'kg/min': unit('kg/min', 1 / MINUTE),
      'kg/h': unit('kg/h', 1 / HOUR),
      't/h': unit('t/h', 1000 / HOUR),
      'g/s': unit('g/s', 1e-3),
      'lb/s': unit('lb/s', POUND),
      'lb/min': unit('lb/min', POUND / MINUTE),
      'lb/h': unit('lb/h', POUND / HOUR),
      'shortTon/h': unit('short ton/h', SHORT_TON / HOUR),
    },
  },
  temperature: {
    label: 'Temperature',
    units: {
      K: unit('K', 1),
      degC: unit('°C', 1, KELVIN_AT_ZERO_CELSIUS),
      degF: unit('°F', 5 / 9, (459.67 * 5) / 9),
      degR: unit('°R', 5 / 9),
    },
  },
  temperatureDifference: {
    label: 'Temperature difference',
    units: { K: unit('K', 1), degC: unit('°C', 1), degF: unit('°F', 5 / 9), degR: unit('°R', 5 / 9) },
  },
  current: { label: 'Current', units: { A: unit('A', 1), mA: unit('mA', 1e-3), uA: unit('µA', 1e-6) } },
  voltage: { label: 'Voltage', units: { V: unit('V', 1), mV: unit('mV', 1e-3), uV: unit('µV', 1e-6) } },
  resistance: {
    label: 'Resistance',
    units: { ohm: unit('Ω', 1), kohm: unit('kΩ', 1e3), Mohm: unit('MΩ', 1e6), mohm: unit('mΩ', 1e-3) },
  },
  density: {
    label: 'Density',
    units: {
      'kg/m3': unit('kg/m³', 1),
      'g/cm3': unit('g/cm³', 1000),
      'kg/L': unit('kg/L', 1000),
      'lb/ft3': unit('lb/ft³', POUND / FOOT ** 3),
      'lb/galUS': unit('lb/US gal', POUND / US_GALLON),
      'lb/galUK': unit('lb/imp gal', POUND / IMPERIAL_GALLON),
    },
  },
}

/** Ids of the quantities, in the order they are offered. */
export const QUANTITY_IDS = [
  'pressure',
  'length',
  'volumeFlow',
  'massFlow',
  'temperature',
  'temperatureDifference',
  'current',
  'voltage',
  'resistance',
  'density',
] as const
export type QuantityId = (typeof QUANTITY_IDS)[number]

/** Every unit id over all quantities, each once. */
export const ALL_UNIT_IDS: readonly string[] = [
  ...new Set(QUANTITY_IDS.flatMap((quantity) => Object.keys(QUANTITIES[quantity].units))),
]

/**
 * One unit of a quantity.
 *
 * @throws {Refusal} for a unit that does not measure the quantity
 */
export function unitFact(quantity: QuantityId, id: string, field = 'unit'): UnitFact {
  const { label, units } = QUANTITIES[quantity]
  const fact = Object.hasOwn(units, id) ? units[id] : undefined
  if (fact === undefined)
    throw new Refusal(field, `“${id}” is no unit of ${label.toLowerCase()}`, `use ${Object.keys(units).join(', ')}`)
  return fact
}

/**
 * Converts a value between two units of one quantity.
 *
 * @throws {Refusal} for a unit of another quantity, or a temperature below absolute zero
 */
export function convertQuantity(
  value: number,
  quantity: QuantityId,
  { from, to }: { from: string; to: string },
): number {
  const source = unitFact(quantity, from, 'from')
  const target = unitFact(quantity, to, 'to')
  const si = value * source.factor + (source.offset ?? 0)
  // A few parts in 10¹⁶ of slack: −459.67 °F is absolute zero, and binary arithmetic puts it a hair below.
  if (quantity === 'temperature' && si < -1e-9)
    throw new Refusal('value', `${value} ${source.label} lies below absolute zero`, 'check the sign and the unit')
  // The same unit must give the same digits back.
  return from === to ? value : (si - (target.offset ?? 0)) / target.factor
}
