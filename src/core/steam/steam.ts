import { Refusal } from '../refusal'
import { KELVIN_AT_ZERO_CELSIUS } from '../units/celsius'
import { REGION_2_IDEAL_TERMS, REGION_2_RESIDUAL_TERMS } from './region2Coefficients'
import { saturationPressureMPa } from './saturation'
import { pressureWords, temperatureWords } from './stateWords'
import { sumOfTerms } from './term'
import { propertiesOfGibbs, type WaterProperties } from './waterProperties'

/** Rounding of a saturation pressure that was itself computed; ours. */
const AT_SATURATION = 1 + 1e-9

/**
 * Steam: region 2 of IAPWS-IF97, 273.15 K to 1073.15 K, up to the saturation pressure, the boundary to region 3, or
 * 100 MPa.
 *
 * Source: IAPWS R7-97(2012), Eqs. 15 to 17.
 *
 * @throws {Refusal} outside region 2
 */
export function steam(pressureMPa: number, temperatureK: number): WaterProperties {
  if (!(temperatureK >= KELVIN_AT_ZERO_CELSIUS && temperatureK <= 1073.15))
    throw new Refusal(
      'temperature',
      `${temperatureWords(temperatureK)} lies outside steam of region 2`,
      'enter 0 °C to 800 °C',
    )
  const most = mostPressureMPa(temperatureK)
  if (!(pressureMPa > 0 && pressureMPa <= most * AT_SATURATION))
    throw new Refusal(
      'pressure',
      `at ${temperatureWords(temperatureK)} steam of region 2 ends at ${pressureWords(most)}; ${pressureWords(pressureMPa)} was given`,
      'enter a lower pressure (above zero) or a higher temperature',
    )
  const tau = 540 / temperatureK
  const ideal = sumOfTerms(REGION_2_IDEAL_TERMS, 1, tau)
  const residual = sumOfTerms(REGION_2_RESIDUAL_TERMS, pressureMPa, tau - 0.5)
  // π is the pressure in MPa; the ideal part is ln π + γ⁰(τ).
  const sums = {
    g: Math.log(pressureMPa) + ideal.g + residual.g,
    gP: 1 / pressureMPa + residual.gP,
    gPP: -1 / pressureMPa ** 2 + residual.gPP,
    gT: ideal.gT + residual.gT,
    gTT: ideal.gTT + residual.gTT,
    gPT: residual.gPT,
  }
  return propertiesOfGibbs(sums, { pressureMPa, temperatureK, pi: pressureMPa, tau })
}

/** Where region 2 ends, MPa. */
function mostPressureMPa(temperatureK: number): number {
  if (temperatureK <= 623.15) return saturationPressureMPa(temperatureK)
  return temperatureK <= 863.15 ? boundaryToRegion3MPa(temperatureK) : 100
}

/** Boundary between regions 2 and 3. Source: IAPWS R7-97(2012), Eq. 5 and Table 1; 623.15 K gives 16.5291643 MPa. */
export const boundaryToRegion3MPa = (temperatureK: number): number =>
  348.05185628969 - 1.1671859879975 * temperatureK + 0.0010192970039326 * temperatureK ** 2
