import { Refusal } from '../refusal'
import { liquidWater } from '../steam/liquidWater'
import { kelvinOf } from '../units/celsius'
import { STANDARD_ATMOSPHERE_PA } from '../units/pressureUnit'
import { WATER_DENSITY_KG_PER_M3, type WaterReference } from '../units/waterColumnDensity'

const STANDARD_ATMOSPHERE_MPA = STANDARD_ATMOSPHERE_PA / 1e6

/** Density from a relative density and the water it was measured against, kg/m³. */
export function densityFromRelative(relativeDensity: number, water: WaterReference): number {
  if (!(relativeDensity > 0 && relativeDensity < 25))
    throw new Refusal('relativeDensity', `${relativeDensity} is no relative density`, 'enter one above zero')
  return relativeDensity * WATER_DENSITY_KG_PER_M3[water]
}

/**
 * Density at another temperature: ρ(T) = ρ₀ / (1 + β·(T − T₀)), with β the liquid's mean cubic expansion per kelvin.
 *
 * Source: definition of the mean coefficient of cubic expansion.
 *
 * @throws {Refusal} for an expansion that would leave no liquid
 */
export function densityAtTemperature(
  known: { readonly densityKgPerM3: number; readonly celsius: number; readonly expansionPerK: number },
  celsius: number,
): number {
  if (!(known.densityKgPerM3 > 0))
    throw new Refusal('densityKgPerM3', `${known.densityKgPerM3} kg/m³ is no density`, 'enter one above zero')
  const grown = 1 + known.expansionPerK * (celsius - known.celsius)
  if (!(grown > 0.2 && grown < 5))
    throw new Refusal(
      'expansionPerK',
      `${known.expansionPerK} /K over ${celsius - known.celsius} K is no expansion of a liquid`,
      'enter it per kelvin, commonly 0.0002 to 0.002',
    )
  return known.densityKgPerM3 / grown
}

/**
 * Density of liquid water at a temperature, kg/m³, at the pressure given or at least that at which it does not boil.
 *
 * Source: IAPWS R7-97(2012), region 1.
 *
 * @param pressureMPa absolute; the standard atmosphere if left out
 * @throws {Refusal} where water is no liquid
 */
export const waterDensityAt = (celsius: number, pressureMPa = STANDARD_ATMOSPHERE_MPA): number =>
  liquidWater(pressureMPa, kelvinOf(celsius)).densityKgPerM3
