import { STANDARD_GRAVITY } from '../../units/pressureUnit'

/** What fills the line between reference and instrument. */
export const LINE_FILLS = {
  gas: 'air or nitrogen',
  water: 'water',
  oil: 'hydraulic oil',
} as const
export type LineFill = keyof typeof LINE_FILLS

/** Reference above (+) or below (−) the instrument, and what fills the line. */
export type LineHead = { readonly heightMillimetre: number; readonly fill: LineFill }

/** Water at 20 °C: Tanaka et al., Metrologia 38 (2001) 301. Hydraulic oil: common practice, no source. kg/m³. */
const LIQUID_DENSITY_KG_PER_M3 = { water: 998.2, oil: 870 } as const

/** Specific gas constant of dry air, J/(kg·K), from R = 8.314462618 and 28.9647 g/mol (from memory). At 20 °C. */
const AIR_GAS_CONSTANT = 287.05
const AIR_TEMPERATURE_K = 293.15

/**
 * How far the pressure at the instrument may be from that at the reference for the height between them, Pa: ρ·g·h. A gas
 * is as dense as its pressure makes it. The head is not corrected here; it counts as a half-width.
 *
 * Source: hydrostatics; EURAMET cg-17 asks for it (from memory).
 *
 * @param absolutePa pressure in the line
 */
export function headHalfWidthPa({ heightMillimetre, fill }: LineHead, absolutePa: number): number {
  const density =
    fill === 'gas' ? Math.max(0, absolutePa) / (AIR_GAS_CONSTANT * AIR_TEMPERATURE_K) : LIQUID_DENSITY_KG_PER_M3[fill]
  return density * STANDARD_GRAVITY * (Math.abs(heightMillimetre) / 1000)
}
