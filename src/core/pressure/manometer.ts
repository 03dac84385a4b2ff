import { Refusal } from '../refusal'

/** A liquid column as it is read, with everything that corrects it. */
export type Manometer = {
  /** Length read along the tube, m, at the bottom of a wetting meniscus or the top of mercury’s. */
  readonly readM: number
  /** 90 for an upright tube. */
  readonly inclinationDegrees: number
  /** Area of the tube over that of the well; null for a U-tube of which both limbs are read, or a scale that allows for it. */
  readonly tubeOverWellArea: number | null
  /** Density of the liquid at its temperature, and of the fluid over it, kg/m³. */
  readonly liquidDensityKgPerM3: number
  readonly overDensityKgPerM3: number
  readonly gravityMPerS2: number
  /** Linear expansion of the scale, 1/K, from the temperature it is right at. */
  readonly scaleExpansionPerK: number
  readonly scaleKelvinAboveReference: number
  /** What capillarity adds to the height read, m: above zero for water, below for mercury. */
  readonly capillaryRiseM: number
}

/**
 * Pressure difference of a liquid manometer: p = (ρ − ρover)·g·h, with
 * h = (read·(1 + α·Δt) − rise)·(sin θ + a/A).
 *
 * Source: hydrostatics; conservation of the liquid’s volume for the well.
 *
 * @throws {Refusal} for a tube that lies flat or a liquid lighter than what stands over it
 */
export function manometerPressurePa(column: Manometer): number {
  const { liquidDensityKgPerM3, overDensityKgPerM3, inclinationDegrees, tubeOverWellArea } = column
  if (!(inclinationDegrees > 0 && inclinationDegrees <= 90))
    throw new Refusal('inclination', `${inclinationDegrees}°`, 'enter above 0 and up to 90 degrees')
  if (!(liquidDensityKgPerM3 > overDensityKgPerM3 && overDensityKgPerM3 >= 0))
    throw new Refusal(
      'liquidDensity',
      `${liquidDensityKgPerM3} kg/m³ is lighter than what stands over it`,
      'check both',
    )
  if (tubeOverWellArea !== null && !(tubeOverWellArea >= 0 && tubeOverWellArea < 1))
    throw new Refusal('tubeOverWellArea', `${tubeOverWellArea}`, 'enter the tube’s area over the well’s, below 1')
  const length = column.readM * (1 + column.scaleExpansionPerK * column.scaleKelvinAboveReference)
  const upright = Math.sin((inclinationDegrees * Math.PI) / 180) + (tubeOverWellArea ?? 0)
  return (liquidDensityKgPerM3 - overDensityKgPerM3) * column.gravityMPerS2 * (length - column.capillaryRiseM) * upright
}

/**
 * Capillary rise of a liquid in a clean round tube, m: 4·γ·cos φ / (ρ·g·d); negative where it does not wet the glass.
 *
 * Source: Jurin’s law; good for tubes of a few millimetres.
 *
 * @throws {Refusal} for a tube without a bore or a liquid without density
 */
export function capillaryRiseM(tube: {
  readonly surfaceTensionNPerM: number
  readonly contactDegrees: number
  readonly boreM: number
  readonly liquidDensityKgPerM3: number
  readonly gravityMPerS2: number
}): number {
  if (!(tube.boreM > 0)) throw new Refusal('bore', `${tube.boreM} m`, 'enter the bore of the tube, above zero')
  if (!(tube.liquidDensityKgPerM3 > 0))
    throw new Refusal('liquidDensity', `${tube.liquidDensityKgPerM3} kg/m³`, 'enter one above zero')
  return (
    (4 * tube.surfaceTensionNPerM * Math.cos((tube.contactDegrees * Math.PI) / 180)) /
    (tube.liquidDensityKgPerM3 * tube.gravityMPerS2 * tube.boreM)
  )
}
