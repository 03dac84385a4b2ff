import { Refusal } from '../refusal'
import { liquidWater, REGION_1_MOST_K } from './liquidWater'
import { saturatedNearCritical } from './nearCritical'
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

/** Highest pressure of boiling water, MPa absolute: short of the critical point, where water and steam are one. */
export const MOST_BOILING_MPA = 22.05

/**
 * Boiling water and its steam at a pressure: regions 4, 1 and 2 of IAPWS-IF97, and region 3 above 623.15 K.
 *
 * @param pressureMPa absolute
 * @throws {Refusal} above 22.05 MPa, or below the triple point
 */
export function boilingWater(pressureMPa: number): BoilingWater {
  if (pressureMPa > MOST_BOILING_MPA)
    throw new Refusal(
      'pressure',
      `${pressureWords(pressureMPa)} lies above ${pressureWords(MOST_BOILING_MPA)}, where water and steam become one`,
      `enter up to ${pressureWords(MOST_BOILING_MPA)}`,
    )
  const temperatureK = saturationTemperatureK(pressureMPa)
  if (temperatureK > REGION_1_MOST_K)
    return {
      temperatureK,
      water: saturatedNearCritical('water', pressureMPa, temperatureK),
      steam: saturatedNearCritical('steam', pressureMPa, temperatureK),
    }
  return {
    temperatureK,
    water: liquidWater(pressureMPa, temperatureK),
    steam: steam(pressureMPa, temperatureK),
  }
}
