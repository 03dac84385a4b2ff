import type { OrificeFluid } from '@/core/flow/orifice'
import { Refusal } from '@/core/refusal'

type FluidInput = {
  readonly density: number
  readonly viscosity: number
  readonly upstream: number | null
  readonly isentropicExponent: number | null
}

/**
 * The fluid as the core takes it.
 *
 * @throws {Refusal} for half a gas: it needs its pressure and its isentropic exponent, a liquid neither
 */
export function orificeFluid({ density, viscosity, upstream, isentropicExponent }: FluidInput): OrificeFluid {
  if ((upstream === null) !== (isentropicExponent === null))
    throw new Refusal(
      upstream === null ? 'upstream' : 'isentropicExponent',
      'a gas needs both its pressure upstream and its isentropic exponent, and one is missing',
      'enter both for a gas, neither for a liquid',
    )
  return {
    densityKgPerM3: density,
    viscosityPaS: viscosity / 1000,
    gas: upstream === null || isentropicExponent === null ? null : { upstreamPa: upstream * 1000, isentropicExponent },
  }
}
