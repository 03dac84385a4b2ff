import { PRESSURE_UNITS, pressureUnitOf } from './pressureUnit'

/** What a unit measures, and how much of its base unit it is: pascal, ampere, volt, ohm, degree Celsius. */
type Size = { readonly of: 'pressure' | 'current' | 'voltage' | 'resistance' | 'temperature'; readonly base: number }

const PREFIXES: Record<string, number> = {
  giga: 1e9,
  mega: 1e6,
  kilo: 1e3,
  hecto: 1e2,
  deci: 1e-1,
  centi: 1e-2,
  milli: 1e-3,
  micro: 1e-6,
  nano: 1e-9,
}
const BASES: Record<string, Size> = {
  pascal: { of: 'pressure', base: 1 },
  bar: { of: 'pressure', base: 1e5 },
  mmhg: { of: 'pressure', base: PRESSURE_UNITS.mmHg.pa },
  ampere: { of: 'current', base: 1 },
  volt: { of: 'voltage', base: 1 },
  ohm: { of: 'resistance', base: 1 },
  degreecelsius: { of: 'temperature', base: 1 },
}

/**
 * A unit as digital certificates write it: `\kilo\pascal`. Metrological data in D-SI, PTB 2022 (from memory): a backslash
 * before each prefix and unit, English names.
 *
 * @returns null for a unit of another kind, or one that is not written so
 */
function sizeOfDsi(text: string): Size | null {
  const parts = text.trim().toLowerCase().split('\\').filter(Boolean)
  const [first = '', second] = parts
  const base = BASES[second ?? first]
  if (!base || parts.length > 2) return null
  if (second === undefined) return base
  const prefix = PREFIXES[first]
  return prefix === undefined ? null : { ...base, base: base.base * prefix }
}

const OTHERS: Record<string, Size> = {
  mA: { of: 'current', base: 1e-3 },
  A: { of: 'current', base: 1 },
  V: { of: 'voltage', base: 1 },
  mV: { of: 'voltage', base: 1e-3 },
  Ω: { of: 'resistance', base: 1 },
  '°C': { of: 'temperature', base: 1 },
}

/** The size of a unit of a reference. */
function sizeOfOwn(unit: string): Size | null {
  const pressure = pressureUnitOf(unit)
  return pressure ? { of: 'pressure', base: PRESSURE_UNITS[pressure].pa } : (OTHERS[unit] ?? null)
}

/** How many of a unit of ours one of a D-SI unit is; null where they do not measure the same. */
export function dsiFactor(dsi: string, own: string): number | null {
  const [from, to] = [sizeOfDsi(dsi), sizeOfOwn(own)]
  return from && to && from.of === to.of ? from.base / to.base : null
}

const WRITTEN: Record<string, string> = {
  Pa: '\\pascal',
  hPa: '\\hecto\\pascal',
  kPa: '\\kilo\\pascal',
  MPa: '\\mega\\pascal',
  mbar: '\\milli\\bar',
  bar: '\\bar',
  mA: '\\milli\\ampere',
  A: '\\ampere',
  V: '\\volt',
  mV: '\\milli\\volt',
  Ω: '\\ohm',
  '°C': '\\degreecelsius',
}

/** A unit of ours as D-SI writes it; those it does not know, such as a water column, as pascal. */
export const dsiUnitOf = (unit: string): string => WRITTEN[unit] ?? (pressureUnitOf(unit) ? '\\pascal' : '\\one')
