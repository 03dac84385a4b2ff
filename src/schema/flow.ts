import { z } from 'zod'
import { ORIFICE_TAPS, type OrificeFluid, type OrificeTaps } from '@/core/flow/orifice'
import { Refusal } from '@/core/refusal'
import { aboveZero, optionalNumber, titled } from './calc/calculation'

const TAPS = Object.keys(ORIFICE_TAPS) as [OrificeTaps, ...OrificeTaps[]] // keys of a const object

/** A plate in its pipe, as it is typed. */
export const OrificePlate = {
  taps: titled(z.enum(TAPS), 'Tappings'),
  pipe: aboveZero('Pipe, mm', 'inside, at working temperature'),
}

/** The fluid upstream of a plate, as it is typed. */
export const OrificeFluidInput = {
  density: aboveZero('Density upstream, kg/m³'),
  viscosity: aboveZero('Dynamic viscosity, mPa·s'),
  upstream: optionalNumber('Pressure upstream, kPa abs', 'for a gas; empty for a liquid'),
  isentropicExponent: optionalNumber('Isentropic exponent', 'for a gas; empty for a liquid'),
}

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
