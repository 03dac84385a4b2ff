/**
 * What a pressure is measured against. Gauge, absolute and differential are never mixed: a reference of another kind
 * cannot calibrate an instrument without a stated barometric pressure.
 */
export const PRESSURE_KINDS = {
  gauge: { label: 'gauge', suffix: 'gauge' },
  absolute: { label: 'absolute', suffix: 'abs' },
  differential: { label: 'differential', suffix: 'diff.' },
} as const

export type PressureKind = keyof typeof PRESSURE_KINDS
export const PRESSURE_KIND_IDS = Object.keys(PRESSURE_KINDS) as PressureKind[] // keys of a const object

/**
 * Whether a reference of one kind can produce the pressure another instrument measures, without a barometer.
 * A differential cell with its low side vented measures gauge pressure, and the other way about.
 */
export function pressureKindsMatch(reference: PressureKind, instrument: PressureKind): boolean {
  if (reference === instrument) return true
  return reference !== 'absolute' && instrument !== 'absolute'
}
