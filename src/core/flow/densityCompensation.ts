import { Refusal } from '../refusal'

/** How a flow is counted. */
export type FlowBasis = 'mass' | 'volume'

/**
 * The factor by which a flow worked out for a design density has to be multiplied at the density that flows:
 * √(ρ/ρ₀) for mass, √(ρ₀/ρ) for volume at flowing conditions.
 *
 * Source: square-root law of differential-pressure flow meters, ISO 5167-1.
 *
 * @throws {Refusal} for a density that is not above zero
 */
export function densityFactor(design: number, flowing: number, basis: FlowBasis): number {
  for (const [field, density] of [
    ['designDensity', design],
    ['flowingDensity', flowing],
  ] as const)
    if (!(density > 0)) throw new Refusal(field, `${density} kg/m³ is no density`, 'enter one above zero')
  return basis === 'mass' ? Math.sqrt(flowing / design) : Math.sqrt(design / flowing)
}

/** A gas at one state. */
export type GasState = {
  readonly pressurePa: number
  readonly temperatureK: number
  readonly compressibility: number
}

/**
 * Density of a gas at another state: ρ = ρ₀·(p/p₀)·(T₀/T)·(Z₀/Z).
 *
 * Source: equation of state of a real gas, p = Z·ρ·R·T.
 *
 * @throws {Refusal} for a pressure, temperature or compressibility that is not above zero
 */
export function gasDensityAt(designDensity: number, design: GasState, flowing: GasState): number {
  for (const [when, state] of [
    ['design', design],
    ['flowing', flowing],
  ] as const)
    for (const [field, value] of Object.entries(state))
      if (!(value > 0)) throw new Refusal(`${when}.${field}`, `${value} is not above zero`, 'enter it absolute')
  return (
    designDensity *
    (flowing.pressurePa / design.pressurePa) *
    (design.temperatureK / flowing.temperatureK) *
    (design.compressibility / flowing.compressibility)
  )
}
