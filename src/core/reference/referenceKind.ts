import type { Principle } from '../conformity/principle'

/** What a range of a reference measures or gives. */
export const REFERENCE_QUANTITIES = {
  pressure: 'pressure',
  electrical: 'current or voltage',
  resistance: 'resistance',
  temperature: 'temperature',
} as const
export type ReferenceQuantity = keyof typeof REFERENCE_QUANTITIES
export const REFERENCE_QUANTITY_IDS = Object.keys(REFERENCE_QUANTITIES) as ReferenceQuantity[] // keys of a const object

/**
 * What a reference is. Its principle says how its pressure is read, and `calibratedAs` as what kind of instrument it is
 * judged where it is calibrated here.
 */
export const REFERENCE_KINDS = {
  indicator: { label: 'pressure indicator', principle: 'indicator', calibratedAs: 'digital-gauge' },
  modules: { label: 'indicator with pressure modules', principle: 'indicator', calibratedAs: 'digital-gauge' },
  controller: { label: 'pressure source or controller', principle: 'indicator', calibratedAs: 'digital-gauge' },
  'test-gauge': { label: 'test gauge', principle: 'dial', calibratedAs: 'dial-gauge' },
  manometer: { label: 'liquid-column manometer', principle: 'liquid-column', calibratedAs: 'digital-gauge' },
  'dead-weight': { label: 'dead-weight tester', principle: 'dead-weight', calibratedAs: 'digital-gauge' },
  vacuum: { label: 'vacuum standard', principle: 'indicator', calibratedAs: 'digital-gauge' },
  barometer: { label: 'barometer', principle: 'indicator', calibratedAs: 'digital-gauge' },
  'gauge-glass': { label: 'level gauge glass', principle: 'gauge-glass', calibratedAs: 'digital-gauge' },
  meter: { label: 'electrical meter', principle: 'indicator', calibratedAs: 'digital-gauge' },
  source: { label: 'electrical source', principle: 'indicator', calibratedAs: 'digital-gauge' },
  supply: { label: 'loop supply', principle: 'indicator', calibratedAs: 'digital-gauge' },
  'sense-resistor': { label: 'sense resistor', principle: 'indicator', calibratedAs: 'digital-gauge' },
  thermometer: { label: 'thermometer', principle: 'indicator', calibratedAs: 'digital-gauge' },
} as const satisfies Record<
  string,
  { readonly label: string; readonly principle: Principle; readonly calibratedAs: 'dial-gauge' | 'digital-gauge' }
>
export type ReferenceKind = keyof typeof REFERENCE_KINDS
export const REFERENCE_KIND_IDS = Object.keys(REFERENCE_KINDS) as ReferenceKind[] // keys of a const object

/** What a reference may be filled with or touch. */
export const REFERENCE_MEDIA = {
  'dry-gas': 'dry gas',
  air: 'instrument air',
  water: 'water',
  oil: 'oil',
} as const
export type ReferenceMedium = keyof typeof REFERENCE_MEDIA
export const REFERENCE_MEDIUM_IDS = Object.keys(REFERENCE_MEDIA) as ReferenceMedium[] // keys of a const object

/** Where a reference stands in its life. Only one in use may be chosen. */
export const REFERENCE_STATES = {
  'in-use': 'in use',
  quarantined: 'quarantined',
  laboratory: 'at the laboratory',
  retired: 'retired',
} as const
export type ReferenceState = keyof typeof REFERENCE_STATES
export const REFERENCE_STATE_IDS = Object.keys(REFERENCE_STATES) as ReferenceState[] // keys of a const object

/**
 * What the uncertainty of a range is taken from: its accuracy as declared, or the points of its certificate, with what it
 * shows corrected by them or not.
 */
export const KNOWN_BY = {
  accuracy: 'its accuracy as declared',
  certificate: 'U of its certificate, readings as shown',
  corrected: 'U of its certificate, readings corrected',
} as const
export type KnownBy = keyof typeof KNOWN_BY
export const KNOWN_BY_IDS = Object.keys(KNOWN_BY) as KnownBy[] // keys of a const object

/** Where the drift of a range is taken from. */
export const DRIFT_FROM = {
  declared: 'as declared',
  history: 'its own history of corrections',
} as const
export type DriftFrom = keyof typeof DRIFT_FROM
export const DRIFT_FROM_IDS = Object.keys(DRIFT_FROM) as DriftFrom[] // keys of a const object
