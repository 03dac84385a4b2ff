import { Refusal } from '../refusal'
import { KELVIN_AT_ZERO_CELSIUS } from '../units/celsius'
import { REGION_1_TERMS } from './region1Coefficients'
import { saturationPressureMPa } from './saturation'
import { pressureWords, temperatureWords } from './stateWords'
import { sumOfTerms } from './term'
import { propertiesOfGibbs, type WaterProperties } from './waterProperties'

/** Upper end of region 1, K; above it liquid near saturation belongs to region 3. Source: IAPWS R7-97(2012), 3. */
export const REGION_1_MOST_K = 623.15
const MOST_MPA = 100
/** Rounding of a saturation pressure that was itself computed; ours. */
const AT_SATURATION = 1 - 1e-9

/**
 * Liquid water: region 1 of IAPWS-IF97, 273.15 K to 623.15 K, from the saturation pressure to 100 MPa.
 *
 * Source: IAPWS R7-97(2012), Eq. 7.
 *
 * @throws {Refusal} outside region 1
 */
export function liquidWater(pressureMPa: number, temperatureK: number): WaterProperties {
  if (!(temperatureK >= KELVIN_AT_ZERO_CELSIUS && temperatureK <= REGION_1_MOST_K))
    throw new Refusal(
      'temperature',
      `${temperatureWords(temperatureK)} lies outside liquid water of region 1`,
      'enter 0 °C to 350 °C',
    )
  if (!(pressureMPa <= MOST_MPA && pressureMPa > 0))
    throw new Refusal(
      'pressure',
      `${pressureWords(pressureMPa)} lies outside region 1`,
      `enter up to ${pressureWords(MOST_MPA)}`,
    )
  const boils = saturationPressureMPa(temperatureK)
  if (pressureMPa < boils * AT_SATURATION)
    throw new Refusal(
      'pressure',
      `at ${temperatureWords(temperatureK)} water boils below ${pressureWords(boils)}, so it is steam at ${pressureWords(pressureMPa)}`,
      'enter a higher pressure or a lower temperature',
    )
  const pi = pressureMPa / 16.53
  const tau = 1386 / temperatureK
  const sums = sumOfTerms(REGION_1_TERMS, 7.1 - pi, tau - 1.222)
  // The terms are written in 7.1 − π: each derivative by π turns its sign.
  const byPi = { ...sums, gP: -sums.gP, gPT: -sums.gPT }
  return propertiesOfGibbs(byPi, { pressureMPa, temperatureK, pi, tau })
}
