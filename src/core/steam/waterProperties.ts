import type { GibbsDerivatives } from './term'

/** Specific gas constant of water, kJ/(kg·K). Source: IAPWS R7-97(2012), Eq. 1. */
export const GAS_CONSTANT_KJ_PER_KG_K = 0.461526

/** What one state of water or steam is like. */
export type WaterProperties = {
  readonly densityKgPerM3: number
  readonly volumeM3PerKg: number
  readonly enthalpyKJPerKg: number
  readonly energyKJPerKg: number
  readonly entropyKJPerKgK: number
  readonly heatCapacityKJPerKgK: number
  readonly soundSpeedMPerS: number
}

type State = { readonly pressureMPa: number; readonly temperatureK: number; readonly pi: number; readonly tau: number }

/**
 * Properties from a dimensionless Gibbs function and its derivatives by π and τ.
 *
 * Source: IAPWS R7-97(2012), Tables 3 and 12; both are the same relations.
 */
export function propertiesOfGibbs(
  { g, gP, gPP, gT, gTT, gPT }: GibbsDerivatives,
  { pressureMPa, temperatureK, pi, tau }: State,
): WaterProperties {
  const rt = GAS_CONSTANT_KJ_PER_KG_K * temperatureK
  const volumeM3PerKg = (pi * gP * rt) / (pressureMPa * 1000)
  const soundSquared = (rt * 1000 * gP ** 2) / ((gP - tau * gPT) ** 2 / (tau ** 2 * gTT) - gPP)
  return {
    densityKgPerM3: 1 / volumeM3PerKg,
    volumeM3PerKg,
    enthalpyKJPerKg: tau * gT * rt,
    energyKJPerKg: (tau * gT - pi * gP) * rt,
    entropyKJPerKgK: (tau * gT - g) * GAS_CONSTANT_KJ_PER_KG_K,
    heatCapacityKJPerKgK: -(tau ** 2) * gTT * GAS_CONSTANT_KJ_PER_KG_K,
    soundSpeedMPerS: Math.sqrt(soundSquared),
  }
}
