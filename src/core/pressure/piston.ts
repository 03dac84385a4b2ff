import { type DeadWeight, deadWeightPressure } from './deadWeight'

/** A piston and where it stands, as a run is begun: everything its pressure follows from but the masses on it. */
export type StandingPiston = Omit<DeadWeight, 'massKg'> & { readonly pistonMassKg: number }

/**
 * Gauge pressure under a piston with masses on it, Pa; see {@link deadWeightPressure}.
 *
 * @param massesKg without the piston itself
 */
export const pressureOfMasses = (massesKg: number, { pistonMassKg, ...balance }: StandingPiston): number =>
  deadWeightPressure({ ...balance, massKg: massesKg + pistonMassKg }).pa

/** The masses to be put on for a gauge pressure, kg, without the piston itself: the other way round; below zero where it is too heavy. */
export function massesOfPressure(pa: number, piston: StandingPiston): number {
  const { areaM2, areaExpansionPerK, celsius, referenceCelsius, distortionPerPa, surfaceTensionNPerM } = piston
  const area = areaM2 * (1 + areaExpansionPerK * (celsius - referenceCelsius)) * (1 + distortionPerPa * pa)
  const force = pa * area - surfaceTensionNPerM * 2 * Math.sqrt(Math.PI * areaM2)
  const perKg = piston.gravityMPerS2 * (1 - piston.airDensityKgPerM3 / piston.massDensityKgPerM3)
  return force / perKg - piston.pistonMassKg
}
