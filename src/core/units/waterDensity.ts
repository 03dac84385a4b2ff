import { Refusal } from '../refusal'

/** Coefficients of the CIPM formula for air-free water. Source: M. Tanaka et al., Metrologia 38 (2001) 301 (from memory). */
const A1 = -3.983035
const A2 = 301.797
const A3 = 522528.9
const A4 = 69.34881
const A5 = 999.97495

/**
 * Density of air-free water at 101.325 kPa, kg/m³, from 0 °C to 40 °C.
 * ρ = a₅·(1 − (t + a₁)²·(t + a₂) / (a₃·(t + a₄))).
 *
 * Source: M. Tanaka et al., Metrologia 38 (2001) 301, the formula recommended by the CIPM (from memory).
 *
 * @throws {Refusal} outside 0 °C to 40 °C, where the formula does not hold
 */
export function waterDensityKgPerM3(celsius: number): number {
  if (!(celsius >= 0 && celsius <= 40))
    throw new Refusal('celsius', `${celsius} °C lies outside 0 °C to 40 °C`, 'enter a temperature between the two')
  return A5 * (1 - ((celsius + A1) ** 2 * (celsius + A2)) / (A3 * (celsius + A4)))
}
