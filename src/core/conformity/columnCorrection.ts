import { STANDARD_GRAVITY } from '../units/pressureUnit'
import { WATER_DENSITY_KG_PER_M3, type WaterReference } from '../units/waterColumnDensity'
import { waterDensityKgPerM3 } from '../units/waterDensity'

/** What a reading of a water column is to be multiplied by, and what is then still to be looked at. */
export type ColumnCorrection = { readonly factor: number; readonly celsius: number; readonly scaleFor: WaterReference }

/**
 * The correction of a water column for the temperature of its water: its scale is made for one density, and the water has
 * that of its own temperature. p = h·ρ(t)·g, so the reading is multiplied by ρ(t)/ρ(scale). Gravity is another matter.
 *
 * @param unit the unit of the scale, such as `mmH2O@20C`
 * @returns null for a scale that is none of water, or a temperature outside 0 °C to 40 °C
 */
export function columnCorrection(unit: string, celsius: number): ColumnCorrection | null {
  const named = /H2O@(.+)$/.exec(unit)?.[1]
  const scaleFor = SCALES.find((each) => each.replace(/[ °]/g, '') === named)
  if (scaleFor === undefined || !(celsius >= 0 && celsius <= 40)) return null
  return { factor: waterDensityKgPerM3(celsius) / WATER_DENSITY_KG_PER_M3[scaleFor], celsius, scaleFor }
}

const SCALES = Object.keys(WATER_DENSITY_KG_PER_M3) as WaterReference[] // keys of a const object

/**
 * What a column is multiplied by for its water and for gravity; its temperature null where it is not known or says nothing
 * of its liquid. Source: hydrostatics, p = ρ·g·h.
 */
export function columnFactor(unit: string, gravityMPerS2: number, celsius: number | null) {
  const liquid = celsius === null ? null : columnCorrection(unit, celsius)
  return { factor: (gravityMPerS2 / STANDARD_GRAVITY) * (liquid?.factor ?? 1), celsius: liquid?.celsius ?? null }
}
