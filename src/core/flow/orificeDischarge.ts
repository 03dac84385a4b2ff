import { diameterRatio, type Orifice } from './orifice'

/**
 * Discharge coefficient of an orifice plate: the Reader-Harris/Gallagher equation.
 *
 * Source: ISO 5167-2:2003, 5.3.2.1 (from memory; checked beside another implementation in the test).
 *
 * @param reynolds of the pipe
 */
export function dischargeCoefficient(orifice: Orifice, reynolds: number): number {
  const beta = diameterRatio(orifice)
  const { upstream, downstream } = tapDistances(orifice)
  const reynoldsPart = (1e6 / reynolds) ** 0.3
  const a = ((19_000 * beta) / reynolds) ** 0.8
  const m2 = (2 * downstream) / (1 - beta)
  const contraction = 0.5961 + 0.0261 * beta ** 2 - 0.216 * beta ** 8 + 0.000521 * ((1e6 * beta) / reynolds) ** 0.7
  const throat = (0.0188 + 0.0063 * a) * beta ** 3.5 * reynoldsPart
  const upstreamTap =
    (0.043 + 0.08 * Math.exp(-10 * upstream) - 0.123 * Math.exp(-7 * upstream)) *
    (1 - 0.11 * a) *
    (beta ** 4 / (1 - beta ** 4))
  const downstreamTap = -0.031 * (m2 - 0.8 * m2 ** 1.1) * beta ** 1.3
  return contraction + throat + upstreamTap + downstreamTap + smallPipe(orifice, beta)
}

/** Distances of the tappings from the plate, in pipe diameters: L₁ and L′₂. */
function tapDistances({ taps, pipeM }: Orifice): { upstream: number; downstream: number } {
  if (taps === 'corner') return { upstream: 0, downstream: 0 }
  if (taps === 'D-D2') return { upstream: 1, downstream: 0.47 }
  const inDiameters = 0.0254 / pipeM // an inch from the plate's faces
  return { upstream: inDiameters, downstream: inDiameters }
}

/** A further term for pipes under 71.12 mm. */
const smallPipe = ({ pipeM }: Orifice, beta: number) =>
  pipeM < 0.07112 ? 0.011 * (0.75 - beta) * (2.8 - pipeM / 0.0254) : 0

/**
 * Expansibility factor of a gas at an orifice plate: 1 − (0.351 + 0.256·β⁴ + 0.93·β⁸)·(1 − (p₂/p₁)^(1/κ)).
 *
 * Source: ISO 5167-2:2003, 5.3.2.2 (from memory; checked as above).
 */
export function expansibility(
  beta: number,
  {
    upstreamPa,
    downstreamPa,
    isentropicExponent,
  }: Record<'upstreamPa' | 'downstreamPa' | 'isentropicExponent', number>,
): number {
  const ratio = (downstreamPa / upstreamPa) ** (1 / isentropicExponent)
  return 1 - (0.351 + 0.256 * beta ** 4 + 0.93 * beta ** 8) * (1 - ratio)
}
