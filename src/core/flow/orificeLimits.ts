import { exceeds } from '../error/verdict'
import { formatFixed } from '../format/formatNumber'
import { Refusal } from '../refusal'
import { diameterRatio, type Orifice, type OrificeFluid, pipeReynolds } from './orifice'

const SOURCE = 'ISO 5167-2, 5.3.1'
const mm = (metres: number) => `${Number((metres * 1000).toPrecision(5))} mm`

/**
 * Refuses a plate that the standard's equations do not hold for. Source: ISO 5167-2:2003, 5.3.1 (from memory).
 *
 * @throws {Refusal} naming the limit
 */
export function refusePlateOutsideStandard(orifice: Orifice): void {
  const { pipeM, boreM } = orifice
  if (!(pipeM >= 0.05 && pipeM <= 1))
    throw new Refusal('pipe', `D = ${mm(pipeM)} lies outside ${SOURCE}`, 'the pipe must be 50 mm to 1 000 mm wide')
  if (!(boreM > 0)) throw new Refusal('bore', `d = ${mm(boreM)} is no bore`, 'enter one above zero')
  const beta = diameterRatio(orifice)
  // 20 / 200 mm is β = 0.1, and a hair below it in binary.
  if (exceeds(0.1, beta) || exceeds(beta, 0.75))
    throw new Refusal(
      'bore',
      `β = ${formatFixed(beta, 3)} lies outside ${SOURCE}`,
      'the bore must be 0.10 to 0.75 of the pipe',
    )
  if (boreM < 0.0125)
    throw new Refusal('bore', `d = ${mm(boreM)} lies outside ${SOURCE}`, 'the bore must be 12.5 mm or more')
}

/** The lowest Reynolds number the equations hold for. Source: ISO 5167-2:2003, 5.3.1 (from memory). */
export function leastReynolds(orifice: Orifice): number {
  const beta = diameterRatio(orifice)
  if (orifice.taps === 'flange') return Math.max(5000, 170 * beta ** 2 * orifice.pipeM * 1000)
  return beta <= 0.56 ? 5000 : 16_000 * beta ** 2
}

/**
 * Refuses a flow that the standard's equations do not hold for.
 *
 * @throws {Refusal} naming the limit
 */
export function refuseFlowOutsideStandard(orifice: Orifice, fluid: OrificeFluid, massFlowKgPerS: number): void {
  const reynolds = pipeReynolds(massFlowKgPerS, orifice.pipeM, fluid.viscosityPaS)
  const least = leastReynolds(orifice)
  if (reynolds < least)
    throw new Refusal(
      'flow',
      `the Reynolds number of the pipe, ${formatFixed(reynolds, 0)}, lies outside ${SOURCE}`,
      `it must be ${formatFixed(least, 0)} or more: a larger flow or a smaller pipe`,
    )
}

/**
 * Refuses a fluid that cannot be, or a gas that expands more than the standard's equation holds for.
 *
 * @throws {Refusal} naming the limit
 */
export function refuseFluidOutsideStandard(fluid: OrificeFluid, dpPa: number): void {
  if (!(fluid.densityKgPerM3 > 0)) throw new Refusal('density', 'is not above zero', 'enter one above zero')
  if (!(fluid.viscosityPaS > 0)) throw new Refusal('viscosity', 'is not above zero', 'enter one above zero')
  if (!(dpPa > 0)) throw new Refusal('dp', 'is not above zero', 'enter one above zero')
  if (!fluid.gas) return
  const { upstreamPa, isentropicExponent } = fluid.gas
  if (!(isentropicExponent > 1))
    throw new Refusal('isentropicExponent', `κ = ${isentropicExponent}`, 'enter one above 1, about 1.3 to 1.4')
  const ratio = (upstreamPa - dpPa) / upstreamPa
  if (!(ratio >= 0.75))
    throw new Refusal(
      'dp',
      `p₂/p₁ = ${formatFixed(ratio, 3)} lies outside ISO 5167-2, 5.3.2.2`,
      'it must be 0.75 or more: a smaller differential pressure or more pressure upstream',
    )
}
