import { REGION_3_LOG, REGION_3_TERMS } from './region3Coefficients'
import { CRITICAL_TEMPERATURE_K } from './saturation'
import { sumOfTerms } from './term'
import { GAS_CONSTANT_KJ_PER_KG_K, type WaterProperties } from './waterProperties'

/** Density of water at its critical point, kg/m³. Source: IAPWS R7-97(2012), Eq. 4. */
export const CRITICAL_DENSITY_KG_PER_M3 = 322

/** A state near the critical point: what it is like, and what it does to the pressure. */
export type NearCritical = WaterProperties & {
  readonly pressureMPa: number
  /** Of the pressure by the density at one temperature, MPa per kg/m³. */
  readonly pressurePerDensity: number
}

/**
 * Water and steam near the critical point: region 3 of IAPWS-IF97, from density and temperature.
 *
 * Source: IAPWS R7-97(2012), Eq. 28 and Table 31.
 */
export function nearCritical(densityKgPerM3: number, temperatureK: number): NearCritical {
  const delta = densityKgPerM3 / CRITICAL_DENSITY_KG_PER_M3
  const tau = CRITICAL_TEMPERATURE_K / temperatureK
  const sums = sumOfTerms(REGION_3_TERMS, delta, tau)
  const f = REGION_3_LOG * Math.log(delta) + sums.g
  const byDelta = delta * (REGION_3_LOG / delta + sums.gP)
  const byDelta2 = delta ** 2 * (-REGION_3_LOG / delta ** 2 + sums.gPP)
  const byTau = tau * sums.gT
  const byTau2 = tau ** 2 * sums.gTT
  const mixed = byDelta - delta * tau * sums.gPT
  const stiffness = 2 * byDelta + byDelta2
  const rt = GAS_CONSTANT_KJ_PER_KG_K * temperatureK
  return {
    densityKgPerM3,
    volumeM3PerKg: 1 / densityKgPerM3,
    pressureMPa: (densityKgPerM3 * rt * byDelta) / 1000,
    pressurePerDensity: (rt * stiffness) / 1000,
    enthalpyKJPerKg: rt * (byTau + byDelta),
    energyKJPerKg: rt * byTau,
    entropyKJPerKgK: GAS_CONSTANT_KJ_PER_KG_K * (byTau - f),
    heatCapacityKJPerKgK: GAS_CONSTANT_KJ_PER_KG_K * (-byTau2 + mixed ** 2 / stiffness),
    soundSpeedMPerS: Math.sqrt(rt * 1000 * (stiffness - mixed ** 2 / byTau2)),
  }
}

/** Coefficients and exponents of the densities along the saturation line. Source: IAPWS SR1-86(1992), Eqs. 2 and 3. */
const LIQUID = [
  [1 / 3, 1.99274064],
  [2 / 3, 1.09965342],
  [5 / 3, -0.510839303],
  [16 / 3, -1.75493479],
  [43 / 3, -45.5170352],
  [110 / 3, -6.7469445e5],
] as const
const VAPOUR = [
  [2 / 6, -2.0315024],
  [4 / 6, -2.6830294],
  [8 / 6, -5.38626492],
  [18 / 6, -17.2991605],
  [37 / 6, -44.7586581],
  [71 / 6, -63.9201063],
] as const

const MOST_STEPS = 40
const ENOUGH = 1e-12

/**
 * Boiling water, or the steam over it, near the critical point: the density whose pressure is that of saturation, by
 * Newton's method from the densities of IAPWS SR1-86.
 *
 * @param pressureMPa of saturation at the temperature
 */
export function saturatedNearCritical(
  phase: 'water' | 'steam',
  pressureMPa: number,
  temperatureK: number,
): NearCritical {
  const theta = 1 - temperatureK / CRITICAL_TEMPERATURE_K
  const sum = (terms: readonly (readonly [number, number])[]) =>
    terms.reduce((total, [exponent, coefficient]) => total + coefficient * theta ** exponent, 0)
  let density =
    phase === 'water'
      ? CRITICAL_DENSITY_KG_PER_M3 * (1 + sum(LIQUID))
      : CRITICAL_DENSITY_KG_PER_M3 * Math.exp(sum(VAPOUR))
  for (let step = 0; step < MOST_STEPS; step++) {
    const state = nearCritical(density, temperatureK)
    const change = (state.pressureMPa - pressureMPa) / state.pressurePerDensity
    // Towards the critical point the line of pressures lies flat: no step may leave the phase.
    const most = 0.2 * Math.abs(density - CRITICAL_DENSITY_KG_PER_M3)
    density -= Math.max(-most, Math.min(most, change))
    if (Math.abs(change) < ENOUGH * density) break
  }
  return nearCritical(density, temperatureK)
}
