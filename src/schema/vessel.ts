import { z } from 'zod'
import { DisplayInput, PressureUnitChoice, SignalChoice } from './choices'
import { number, optionalNumber, titled } from './field'

export const HEIGHT_UNITS = ['m', 'cm', 'mm', 'ft', 'in'] as const
/** `relative`: to water at 4 °C. */
export const DENSITY_UNITS = ['kg/m3', 'relative', 'g/cm3', 'kg/L', 'lb/ft3', 'lb/galUS'] as const

const everywhere = {
  density: number('Density of the liquid'),
  lowerTap: number('Lower tap at'),
  sensor: number('Instrument at', 'heights are over one datum, commonly the bottom'),
  levelAt0: number('Level at 0 %'),
  levelAt100: number('Level at 100 %'),
}
const line = {
  lineDensity: optionalNumber('Density in the line to the high side', 'empty: the liquid of the vessel'),
}
/** Left out: nobody has said where the tank ends. */
const rim = { tankTop: optionalNumber('Rim of the tank at').optional() }
const upperTap = { upperTap: number('Upper tap at') }
const closed = { ...upperTap, gasDensity: number('Density of the gas over it') }

/** A vessel as it is typed: heights and densities in units of their own. */
export const VesselShape = titled(
  z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('open'), ...everywhere, ...line, ...rim }),
    z.object({ kind: z.literal('standpipe'), ...everywhere, lowerTap: number('Outlet of the tank at'), ...line }),
    z.object({
      kind: z.literal('bubbler'),
      ...everywhere,
      lowerTap: number('End of the tube at'),
      purgeDensity: number('Density of the purge gas'),
    }),
    z.object({ kind: z.literal('dry-leg'), ...everywhere, ...closed, ...line }),
    z.object({
      kind: z.literal('wet-leg'),
      ...everywhere,
      ...closed,
      ...line,
      legDensity: number('Density in the leg'),
    }),
    z.object({
      kind: z.literal('remote-seals'),
      ...everywhere,
      ...closed,
      lowerTap: number('Lower seal at'),
      upperTap: number('Upper seal at'),
      highFillDensity: number('Density of the fill, high side'),
      lowFillDensity: number('Density of the fill, low side'),
    }),
    z.object({
      kind: z.literal('interface'),
      ...everywhere,
      density: number('Density of the lower liquid'),
      ...upperTap,
      ...line,
      lightDensity: number('Density of the upper liquid'),
      legDensity: number('Density in the leg'),
    }),
  ]),
  'Vessel',
)
export type VesselShape = z.infer<typeof VesselShape>

/** The vessel with the units it is typed in and the gravity of the place. */
export const Vessel = z.object({
  heightUnit: titled(z.enum(HEIGHT_UNITS), 'Heights in'),
  densityUnit: titled(z.enum(DENSITY_UNITS), 'Densities in'),
  gravity: number('Gravity, m/s²'),
  vessel: VesselShape,
})
export type Vessel = z.infer<typeof Vessel>

/** What the range of a level instrument follows from. */
export const LevelInput = Vessel.extend({
  unit: titled(PressureUnitChoice, 'Range in'),
  signal: SignalChoice,
  display: DisplayInput,
})
export type LevelInput = z.infer<typeof LevelInput>
