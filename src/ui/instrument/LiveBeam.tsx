import { z } from 'zod'
import { type PressureUnit, pressureUnitLabel } from '@/core/units/pressureUnit'
import { DecimalNumber } from '@/schema/decimal'
import { RangeBeam } from '../../kit/pictures/RangeBeam'
import type { InstrumentValues } from './formValues'

/** The figures a beam is drawn from. */
const BeamFigures = z
  .object({ lrl: DecimalNumber, url: DecimalNumber, minSpan: DecimalNumber, lrv: DecimalNumber, urv: DecimalNumber })
  .refine(({ lrl, url, minSpan, lrv, urv }) => lrl < url && minSpan > 0 && lrv !== urv)
  .refine(({ lrl, url, lrv, urv }) => Math.min(lrv, urv) >= lrl && Math.max(lrv, urv) <= url)

/** The beam of what is typed so far, as soon as it makes sense. */
export function LiveBeam({ configuration }: Pick<InstrumentValues, 'configuration'>) {
  const figures = BeamFigures.safeParse(configuration)
  if (!figures.success)
    return <p className="soft small">The range beam appears here once limits and range fit together.</p>
  // Only units of ours are offered.
  const unitLabel = pressureUnitLabel(configuration.unit as PressureUnit)
  return <RangeBeam data={{ ...figures.data, unitLabel }} detail="full" />
}
