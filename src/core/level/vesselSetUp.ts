import { Refusal } from '../refusal'

/** How a head-type level instrument sits at its vessel. */
export const VESSEL_ARRANGEMENTS = {
  open: 'open tank',
  standpipe: 'elevated tank over a standpipe',
  bubbler: 'bubbler tube',
  'dry-leg': 'closed tank, dry leg',
  'wet-leg': 'closed tank, filled leg',
  'remote-seals': 'closed tank, remote seals',
  interface: 'interface of two liquids',
} as const

type Everywhere = {
  readonly gravityMPerS2: number
  /** Density of the liquid; of an interface, of the heavier one. */
  readonly densityKgPerM3: number
  /** Heights over one datum, commonly the vessel's bottom. The lower tap of a bubbler is the end of its tube. */
  readonly lowerTapM: number
  readonly sensorM: number
  readonly levelAt0M: number
  readonly levelAt100M: number
}
/** What fills the line from the lower tap to the high side; null where it is the vessel's own liquid. */
type HighLine = { readonly lineDensityKgPerM3: number | null }
type Closed = { readonly upperTapM: number; readonly gasDensityKgPerM3: number }

/** A level set-up: everything its range follows from. Metres, kg/m³, m/s². */
export type VesselSetUp =
  | (Everywhere & HighLine & { readonly kind: 'open' | 'standpipe' })
  | (Everywhere & { readonly kind: 'bubbler'; readonly purgeDensityKgPerM3: number })
  | (Everywhere & HighLine & Closed & { readonly kind: 'dry-leg' })
  | (Everywhere & HighLine & Closed & { readonly kind: 'wet-leg'; readonly legDensityKgPerM3: number })
  | (Everywhere &
      Closed & {
        readonly kind: 'remote-seals'
        readonly highFillDensityKgPerM3: number
        readonly lowFillDensityKgPerM3: number
      })
  | (Everywhere &
      HighLine & {
        readonly kind: 'interface'
        readonly upperTapM: number
        readonly lightDensityKgPerM3: number
        readonly legDensityKgPerM3: number
      })

/**
 * Refuses a vessel that cannot be, or whose level cannot be seen between its taps.
 *
 * @throws {Refusal} naming the field
 */
export function refuseImpossibleVessel(vessel: VesselSetUp): void {
  refuseFluids(vessel)
  if (!(vessel.gravityMPerS2 > 9 && vessel.gravityMPerS2 < 10))
    throw new Refusal('gravityMPerS2', `${vessel.gravityMPerS2} m/s² is no gravity on earth`, 'enter about 9.8')
  if (vessel.levelAt0M === vessel.levelAt100M)
    throw new Refusal(
      'levelAt100M',
      `equals the level at 0 % (${vessel.levelAt0M} m), so there is no span`,
      'enter two levels',
    )
  const lowest = Math.min(vessel.levelAt0M, vessel.levelAt100M)
  if (lowest < vessel.lowerTapM)
    throw new Refusal(
      'levelAt0M',
      `${lowest} m lies below the ${vessel.kind === 'bubbler' ? 'end of the tube' : 'lower tap'} (${vessel.lowerTapM} m), where no level is seen`,
      'raise the level of 0 %, or lower the tap',
    )
  if ('upperTapM' in vessel) refuseUpperTap(vessel)
}

function refuseUpperTap(vessel: VesselSetUp & { readonly upperTapM: number }): void {
  if (!(vessel.upperTapM > vessel.lowerTapM))
    throw new Refusal(
      'upperTapM',
      `the taps are crossed: the upper one at ${vessel.upperTapM} m does not lie above the lower one at ${vessel.lowerTapM} m`,
      'exchange the two heights',
    )
  const highest = Math.max(vessel.levelAt0M, vessel.levelAt100M)
  if (highest > vessel.upperTapM)
    throw new Refusal(
      'levelAt100M',
      `${highest} m lies above the upper tap (${vessel.upperTapM} m), where no level is seen`,
      'lower the level of 100 %, or raise the tap',
    )
}

const LIQUIDS = [
  'densityKgPerM3',
  'lineDensityKgPerM3',
  'legDensityKgPerM3',
  'highFillDensityKgPerM3',
  'lowFillDensityKgPerM3',
  'lightDensityKgPerM3',
] as const
const GASES = ['gasDensityKgPerM3', 'purgeDensityKgPerM3'] as const

function refuseFluids(vessel: VesselSetUp): void {
  const given = new Map<string, unknown>(Object.entries(vessel))
  for (const field of LIQUIDS) {
    const density = given.get(field)
    if (typeof density === 'number') refuseDensity(field, density)
  }
  for (const field of GASES) {
    const density = given.get(field)
    if (typeof density === 'number') refuseGas(field, density, vessel.densityKgPerM3)
  }
  if (vessel.kind === 'interface' && vessel.lightDensityKgPerM3 >= vessel.densityKgPerM3)
    throw new Refusal(
      'lightDensityKgPerM3',
      `the upper liquid (${vessel.lightDensityKgPerM3} kg/m³) is not lighter than the lower one (${vessel.densityKgPerM3} kg/m³), so no interface stands`,
      'exchange the two densities',
    )
}

/** The lightest liquids that are stored, liquefied hydrogen, weigh more; a relative density typed for kg/m³ less. */
const LIGHTEST_LIQUID = 50

function refuseDensity(field: string, density: number): void {
  if (density > 0 && density < LIGHTEST_LIQUID)
    throw new Refusal(
      field,
      `${Number(density.toPrecision(6))} kg/m³ is no density of a liquid: is it a relative density?`,
      'choose relative densities, or enter kg/m³',
    )
  if (!(density > 0 && density < 25_000))
    throw new Refusal(field, `${density} kg/m³ is no density of a liquid`, 'enter one above zero, in kg/m³')
}

function refuseGas(field: string, gas: number, liquid: number): void {
  if (!(gas >= 0 && gas < liquid))
    throw new Refusal(
      field,
      `${gas} kg/m³ is no density of the gas over a liquid of ${liquid} kg/m³`,
      'enter 0 or more, below that of the liquid',
    )
}
