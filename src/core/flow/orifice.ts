/** Where the pressure is tapped. */
export const ORIFICE_TAPS = {
  corner: 'corner tappings',
  'D-D2': 'D and D/2 tappings',
  flange: 'flange tappings',
} as const
export type OrificeTaps = keyof typeof ORIFICE_TAPS

/** A plate in a pipe, at working temperature. */
export type Orifice = { readonly taps: OrificeTaps; readonly pipeM: number; readonly boreM: number }

/** What flows, upstream of the plate. */
export type OrificeFluid = {
  readonly densityKgPerM3: number
  readonly viscosityPaS: number
  /** Null for a liquid, which does not expand. */
  readonly gas: { readonly upstreamPa: number; readonly isentropicExponent: number } | null
}

/** Diameter ratio β. */
export const diameterRatio = ({ boreM, pipeM }: Orifice): number => boreM / pipeM

/** Reynolds number of the pipe: 4·qm / (π·µ·D). Source: ISO 5167-1. */
export const pipeReynolds = (massFlowKgPerS: number, pipeM: number, viscosityPaS: number): number =>
  (4 * massFlowKgPerS) / (Math.PI * viscosityPaS * pipeM)
