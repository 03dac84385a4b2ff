import { Refusal } from '../refusal'

/** A fluid that stands between the reference and the instrument. */
export type Head = {
  /** Instrument over reference, m; negative where it lies below. */
  readonly instrumentAboveReferenceM: number
  readonly fluidDensityKgPerM3: number
  readonly airDensityKgPerM3: number
  readonly gravityMPerS2: number
}

/**
 * What has to be added to the reference's pressure to have that at the instrument, Pa: −(ρ − ρair)·g·Δh. An instrument
 * that lies higher gets less.
 *
 * Source: hydrostatics; EURAMET cg-17, hydrostatic head correction (from memory).
 *
 * @throws {Refusal} for densities below zero
 */
export function headCorrectionPa(head: Head): number {
  const { instrumentAboveReferenceM, fluidDensityKgPerM3, airDensityKgPerM3, gravityMPerS2 } = head
  if (!(fluidDensityKgPerM3 >= 0))
    throw new Refusal('fluidDensity', `${fluidDensityKgPerM3} kg/m³ is no density`, 'enter 0 or more')
  if (!(airDensityKgPerM3 >= 0 && airDensityKgPerM3 < 2))
    throw new Refusal('airDensity', `${airDensityKgPerM3} kg/m³ is not that of air`, 'enter about 1.2')
  return -(fluidDensityKgPerM3 - airDensityKgPerM3) * gravityMPerS2 * instrumentAboveReferenceM
}
