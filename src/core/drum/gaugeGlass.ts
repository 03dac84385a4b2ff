import { Refusal } from '../refusal'

/** Densities on both sides of a gauge glass, kg/m³. */
export type GlassDensities = {
  readonly drumWaterKgPerM3: number
  readonly steamKgPerM3: number
  /** Water in the glass, which is colder than the drum and therefore denser. */
  readonly glassWaterKgPerM3: number
}

/**
 * The true level of a drum from what its gauge glass shows. Both columns press on the same lower tap:
 * ρglass·hg + ρs·(H − hg) = ρw·h + ρs·(H − h), so h = hg·(ρglass − ρs) / (ρw − ρs). A cold glass shows too little.
 *
 * Source: hydrostatics.
 *
 * @param shown level in the glass over the lower tap, any unit; the answer has the same
 * @throws {Refusal} where water is no denser than steam
 */
export function trueLevelOfGlass(shown: number, density: GlassDensities): number {
  const { drumWaterKgPerM3, steamKgPerM3, glassWaterKgPerM3 } = density
  if (!(drumWaterKgPerM3 > steamKgPerM3 && steamKgPerM3 >= 0))
    throw new Refusal('steamKgPerM3', 'steam is no lighter than water', 'check the pressure')
  return (shown * (glassWaterKgPerM3 - steamKgPerM3)) / (drumWaterKgPerM3 - steamKgPerM3)
}

/** What the glass shows at a true level: {@link trueLevelOfGlass} turned round. */
export const glassShows = (trueLevel: number, density: GlassDensities): number =>
  trueLevel / trueLevelOfGlass(1, density)
