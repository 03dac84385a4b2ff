import { kelvinOf } from '../units/celsius'
import { STANDARD_ATMOSPHERE_PA } from '../units/pressureUnit'

/** Where nobody read them: the standard atmosphere, and air that is neither dry nor damp. */
const STANDARD_HPA = STANDARD_ATMOSPHERE_PA / 100
const USUAL_HUMIDITY_PERCENT = 50

/**
 * Density of the air, kg/m³. Source: OIML R 111-1:2004, E.3 (approximation of the CIPM equation, good to 2·10⁻⁴ from 900 to
 * 1100 hPa, 10 to 30 °C and under 80 %; from memory).
 *
 * @param pressureHPa and humidityPercent null where nobody read them
 */
export function airDensityKgPerM3(
  celsius: number,
  pressureHPa: number | null = null,
  humidityPercent: number | null = null,
): number {
  const [p, h] = [pressureHPa ?? STANDARD_HPA, humidityPercent ?? USUAL_HUMIDITY_PERCENT]
  return (0.34848 * p - 0.009 * h * Math.exp(0.061 * celsius)) / kelvinOf(celsius)
}
