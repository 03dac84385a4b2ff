import { Refusal } from '../refusal'
import { KELVIN_AT_ZERO_CELSIUS } from '../units/celsius'
import { pressureWords, temperatureWords } from './stateWords'

/** Coefficients n₁ … n₁₀. Source: IAPWS R7-97(2012), Table 34. */
const N = [
  1167.0521452767, -724213.16703206, -17.073846940092, 12020.82470247, -3232555.0322333, 14.91510861353,
  -4823.2657361591, 405113.40542057, -0.23855557567849, 650.17534844798,
] as const

/** Critical temperature of water, K, and pressure, MPa. Source: IAPWS R7-97(2012), Eqs. 2 and 3. */
export const CRITICAL_TEMPERATURE_K = 647.096
export const CRITICAL_PRESSURE_MPA = 22.064
/** Lower end of the equation, MPa: the saturation pressure at 273.15 K. */
const LEAST_PRESSURE_MPA = 0.000611212677

/**
 * Saturation pressure of water, MPa absolute: region 4 of IAPWS-IF97.
 *
 * Source: IAPWS R7-97(2012), Eq. 30.
 *
 * @throws {Refusal} outside 273.15 K to 647.096 K
 */
export function saturationPressureMPa(temperatureK: number): number {
  if (!(temperatureK >= KELVIN_AT_ZERO_CELSIUS && temperatureK <= CRITICAL_TEMPERATURE_K))
    throw new Refusal(
      'temperature',
      `${temperatureWords(temperatureK)} has no saturation pressure`,
      'enter a temperature from 0 °C to 373.946 °C',
    )
  const theta = temperatureK + N[8] / (temperatureK - N[9])
  const a = theta ** 2 + N[0] * theta + N[1]
  const b = N[2] * theta ** 2 + N[3] * theta + N[4]
  const c = N[5] * theta ** 2 + N[6] * theta + N[7]
  return ((2 * c) / (-b + Math.sqrt(b ** 2 - 4 * a * c))) ** 4
}

/**
 * Saturation temperature of water, K: the backward equation of region 4.
 *
 * Source: IAPWS R7-97(2012), Eq. 31.
 *
 * @param pressureMPa absolute
 * @throws {Refusal} outside 0.000611 MPa to 22.064 MPa
 */
export function saturationTemperatureK(pressureMPa: number): number {
  if (!(pressureMPa >= LEAST_PRESSURE_MPA && pressureMPa <= CRITICAL_PRESSURE_MPA))
    throw new Refusal(
      'pressure',
      `${pressureWords(pressureMPa)} has no saturation temperature`,
      `enter from ${pressureWords(LEAST_PRESSURE_MPA)} to ${pressureWords(CRITICAL_PRESSURE_MPA)}`,
    )
  const beta = pressureMPa ** 0.25
  const e = beta ** 2 + N[2] * beta + N[5]
  const f = N[0] * beta ** 2 + N[3] * beta + N[6]
  const g = N[1] * beta ** 2 + N[4] * beta + N[7]
  const d = (2 * g) / (-f - Math.sqrt(f ** 2 - 4 * e * g))
  return (N[9] + d - Math.sqrt((N[9] + d) ** 2 - 4 * (N[8] + N[9] * d))) / 2
}
