import { Refusal } from '../refusal'
import { liquidWater, REGION_1_MOST_K } from './liquidWater'
import { saturationTemperatureK } from './saturation'
import { pressureWords } from './stateWords'
import { steam } from './steam'
import type { WaterProperties } from './waterProperties'

/** Water and steam that stand over each other at one pressure. */
export type BoilingWater = {
  readonly temperatureK: number
  readonly water: WaterProperties
  readonly steam: WaterProperties
}

/** Highest pressure whose boiling water is inside region 1, MPa absolute: saturation at 623.15 K. */
export const MOST_BOILING_MPA = 16.529

/**
 * Boiling water and its steam at a pressure: regions 4, 1 and 2 of IAPWS-IF97.
 *
 * @param pressureMPa absolute
 * @throws {Refusal} above 16.529 MPa, where boiling water belongs to region 3, or below the triple point
 */
export function boilingWater(pressureMPa: number): BoilingWater {
  const temperatureK = saturationTemperatureK(pressureMPa)
  if (temperatureK > REGION_1_MOST_K)
    throw new Refusal(
      'pressure',
      `${pressureWords(pressureMPa)} lies above ${pressureWords(MOST_BOILING_MPA)}, where boiling water leaves region 1`,
      `enter up to ${pressureWords(MOST_BOILING_MPA)}`,
    )
  return {
    temperatureK,
    water: liquidWater(pressureMPa, temperatureK),
    steam: steam(pressureMPa, temperatureK),
  }
}
