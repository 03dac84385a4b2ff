import { convertPressure, pressureUnitLabel } from '@/core/units/pressureUnit'
import type { BeamData } from '@/schema/beam'
import type { Configuration } from '@/schema/configuration'
import type { WorkingReference } from '@/schema/world'

/** The range beam of a configuration, with a reference's reach beneath it. */
export function beamOf(configuration: Configuration, reference?: WorkingReference): BeamData {
  const { lrl, url, minSpan, lrv, urv, unit } = configuration
  const beam = { lrl, url, minSpan, lrv, urv, unitLabel: pressureUnitLabel(unit) }
  if (reference?.quantity !== 'pressure') return beam
  const inRange = (value: number) => convertPressure(value, reference.unit, unit)
  return {
    ...beam,
    reference: {
      label: `${reference.code} reaches`,
      low: inRange(reference.rangeLow),
      high: inRange(reference.rangeHigh),
    },
  }
}
