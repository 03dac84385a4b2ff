import { coldDensities, drumPressurePa } from './drumLevel'

/** A cold drum whose gauge glass is its reference. Metres, °C. */
export type ColdDrum = {
  readonly tapDistanceM: number
  readonly gravityMPerS2: number
  readonly ambientCelsius: number
  /** The bottom of the glass over the lower tap, and its visible height. */
  readonly glassBottomM: number
  readonly glassHeightM: number
}

/** The level over the lower tap that a level in the glass stands for, m. Cold, glass and drum hold the same water. */
export const levelOfGlass = (glassPercent: number, { glassBottomM, glassHeightM }: ColdDrum): number =>
  glassBottomM + (glassPercent / 100) * glassHeightM

/**
 * High side less low side for a level in the glass of a cold drum, Pa: all water at the temperature of the place, air
 * above it. Source: hydrostatics; density by Tanaka 2001.
 */
export const glassDifferencePa = (glassPercent: number, drum: ColdDrum): number =>
  drumPressurePa(drum, coldDensities(drum.ambientCelsius), levelOfGlass(glassPercent, drum))

/** The level in the glass, % of it, that a difference of pressure stands for: the other way round. */
export function glassOfDifference(differencePa: number, drum: ColdDrum): number {
  const [empty, full] = [glassDifferencePa(0, drum), glassDifferencePa(100, drum)]
  return ((differencePa - empty) / (full - empty)) * 100
}
