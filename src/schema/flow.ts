import { z } from 'zod'
import { ORIFICE_TAPS, type OrificeTaps } from '@/core/flow/orifice'
import { aboveZero, optionalNumber, titled } from './field'

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
