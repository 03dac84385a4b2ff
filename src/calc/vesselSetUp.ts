import { waterDensityAt } from '@/core/level/liquidDensity'
import type { VesselSetUp } from '@/core/level/vesselSetUp'
import { Refusal } from '@/core/refusal'
import { convertQuantity } from '@/core/units/quantity'
import type { Vessel } from '../schema/vessel'

/** The same as the core takes it, in SI. */
export function vesselSetUp({ heightUnit, densityUnit, gravity, vessel }: Vessel): VesselSetUp {
  const si = Object.entries(vessel)
    .filter(([field]) => field !== 'tankTop')
    .map(([field, value]): [string, unknown] => {
      const isDensity = /density$/i.test(field)
      const name = isDensity ? `${field}KgPerM3` : `${field}M`
      if (field === 'kind') return [field, value]
      if (typeof value !== 'number') return [name, value]
      return [
        name,
        isDensity ? densityOf(value, densityUnit) : convertQuantity(value, 'length', { from: heightUnit, to: 'm' }),
      ]
    })
  // Every field of the shape has its namesake in the set-up, with the unit at its end.
  return { ...(Object.fromEntries(si) as unknown as VesselSetUp), gravityMPerS2: gravity }
}

/** A relative density is to water at 4 °C, which is as dense as water gets (Tanaka 2001). */
const densityOf = (value: number, unit: Vessel['densityUnit']): number =>
  unit === 'relative' ? value * waterDensityAt(4) : convertQuantity(value, 'density', { from: unit, to: 'kg/m3' })

/** Runs the core on a vessel; what it refuses is named by the field that was typed. */
export function onVessel<T>(vessel: Vessel, work: (setUp: VesselSetUp) => T): T {
  try {
    return work(vesselSetUp(vessel))
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    const field = error.field === 'gravityMPerS2' ? 'gravity' : `vessel.${error.field.replace(/(KgPerM3|M)$/, '')}`
    throw new Refusal(field, error.reason, error.remedy)
  }
}
