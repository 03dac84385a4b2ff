import { formatFixed } from '../format/formatNumber'
import { waterDensityAt } from '../level/liquidDensity'
import { Refusal } from '../refusal'
import { boilingWater } from '../steam/boilingWater'
import { liquidWater } from '../steam/liquidWater'
import { celsiusOf, kelvinOf } from '../units/celsius'

/** A boiler drum with a condensate pot on the steam tap, joined to the low side; the water tap goes to the high side. */
export type Drum = {
  /** Distance of the taps, m: the pot's overflow over the lower tap. */
  readonly tapDistanceM: number
  readonly gravityMPerS2: number
}

/** Densities of the three fluids, kg/m³. */
export type DrumDensities = {
  readonly waterKgPerM3: number
  readonly steamKgPerM3: number
  readonly legKgPerM3: number
}

/** How the drum stands: its pressure and how warm the reference leg is. */
export type DrumState = { readonly pressureMPa: number; readonly legCelsius: number }

/**
 * Densities in a drum at pressure: water and steam at saturation, the leg at its own temperature and the drum's pressure.
 *
 * Source: IAPWS R7-97(2012), regions 4, 1 and 2.
 *
 * @throws {Refusal} where water does not boil, or for a leg that is hotter than the drum
 */
export function hotDensities({ pressureMPa, legCelsius }: DrumState): DrumDensities {
  const { water, steam, temperatureK } = boilingWater(pressureMPa)
  if (kelvinOf(legCelsius) > temperatureK)
    throw new Refusal(
      'legCelsius',
      `${legCelsius} °C is hotter than the drum itself (${formatFixed(celsiusOf(temperatureK), 1)} °C at this pressure)`,
      'enter the temperature of the reference leg, which has lost heat',
    )
  return {
    waterKgPerM3: water.densityKgPerM3,
    steamKgPerM3: steam.densityKgPerM3,
    legKgPerM3: liquidWater(pressureMPa, kelvinOf(legCelsius)).densityKgPerM3,
  }
}

/** Densities of a cold drum: all water at the temperature of the place, and air instead of steam, which counts nothing. */
export function coldDensities(ambientCelsius: number): DrumDensities {
  const water = waterDensityAt(ambientCelsius)
  return { waterKgPerM3: water, steamKgPerM3: 0, legKgPerM3: water }
}

/**
 * High side less low side of a drum level instrument, Pa: ρw·g·h + ρs·g·(H − h) − ρleg·g·H. Negative, and largest in
 * magnitude at h = 0.
 *
 * Source: hydrostatics.
 *
 * @param levelM over the lower tap
 * @throws {Refusal} for taps that are crossed
 */
export function drumPressurePa(drum: Drum, density: DrumDensities, levelM: number): number {
  const { tapDistanceM, gravityMPerS2 } = drum
  if (!(tapDistanceM > 0))
    throw new Refusal(
      'tapDistanceM',
      `${tapDistanceM} m: the steam tap must lie above the water tap`,
      'enter how far the upper tap lies above the lower one',
    )
  return (
    gravityMPerS2 *
    (density.waterKgPerM3 * levelM + density.steamKgPerM3 * (tapDistanceM - levelM) - density.legKgPerM3 * tapDistanceM)
  )
}

/** The range of a drum level, Pa: 0 % at the lower tap, 100 % at the upper one. */
export const drumRange = (drum: Drum, density: DrumDensities): { lrvPa: number; urvPa: number } => ({
  lrvPa: drumPressurePa(drum, density, 0),
  urvPa: drumPressurePa(drum, density, drum.tapDistanceM),
})

/**
 * What a transmitter with the range of one state shows in another, % of tap distance, at a true level. Cold-calibrated
 * and at operating pressure it departs, differently at every level.
 *
 * @param calibrated densities the range was made for
 * @param present densities now
 */
export function drumShownPercent(
  drum: Drum,
  { calibrated, present }: { readonly calibrated: DrumDensities; readonly present: DrumDensities },
  truePercent: number,
): number {
  const { lrvPa, urvPa } = drumRange(drum, calibrated)
  const pressure = drumPressurePa(drum, present, (truePercent / 100) * drum.tapDistanceM)
  return ((pressure - lrvPa) / (urvPa - lrvPa)) * 100
}
