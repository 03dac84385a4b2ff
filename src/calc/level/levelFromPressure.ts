import { z } from 'zod'
import { levelAtPressureM, levelRange as rangeOfVessel } from '@/core/level/levelRange'
import { convertPressure, pressureUnitLabel } from '@/core/units/pressureUnit'
import { convertQuantity } from '@/core/units/quantity'
import { worked } from '@/core/workings/workings'
import { PressureUnitChoice } from '@/schema/choices'
import { number, quantity, result, titled } from '@/schema/field'
import { Vessel } from '@/schema/vessel'
import { calculation } from '../calculation'
import { onVessel } from '../vesselSetUp'
import { HYDROSTATICS } from './levelTerms'

export const levelFromPressure = calculation({
  name: 'level-from-pressure',
  group: 'level',
  title: 'Level from a pressure',
  summary: 'The level that makes a pressure at the instrument, for any arrangement: to check a reading against a dip.',
  input: Vessel.extend({ pressure: number('Pressure at the instrument'), unit: PressureUnitChoice }),
  answer: z.object({
    level: result('Level, over the datum'),
    percent: result('Of the measured span'),
    notice: titled(z.string().nullable(), 'Note'),
  }),
  example: {
    heightUnit: 'm',
    densityUnit: 'kg/m3',
    gravity: 9.8107,
    vessel: {
      kind: 'open',
      density: 1341,
      lowerTap: 0.11,
      sensor: 0.05,
      levelAt0: 0.11,
      levelAt100: 1.75,
      lineDensity: null,
      tankTop: null,
    },
    pressure: 13.4,
    unit: 'kPa',
  },
  work: ({ pressure, unit, ...vessel }) =>
    onVessel(vessel, (setUp) => {
      const { lrvPa, urvPa } = rangeOfVessel(setUp)
      const pressurePa = convertPressure(pressure, unit, 'Pa')
      const levelM = levelAtPressureM(setUp, pressurePa)
      const level = convertQuantity(levelM, 'length', { from: 'm', to: vessel.heightUnit })
      const percent = ((pressurePa - lrvPa) / (urvPa - lrvPa)) * 100
      return {
        level: quantity(level, vessel.heightUnit),
        percent: quantity(percent, '%'),
        notice: beyondSpan(percent),
        workings: [
          {
            finds: 'level',
            formula: 'h = h₀ + (p − LRV) / (URV − LRV) · (h₁₀₀ − h₀)',
            from: [
              worked('p', pressure, pressureUnitLabel(unit)),
              worked('LRV', convertPressure(lrvPa, 'Pa', unit), pressureUnitLabel(unit)),
              worked('URV', convertPressure(urvPa, 'Pa', unit), pressureUnitLabel(unit)),
            ],
            result: worked('h', level, vessel.heightUnit),
            source: HYDROSTATICS,
          },
        ],
      }
    }),
})

/** A level that the range was not made for; up to a millionth of the span is rounding. */
function beyondSpan(percent: number): string | null {
  if (percent > 100 + 1e-6)
    return 'above the measured span: the signal stops near its upper end, so that the instrument cannot tell how far; check pressure and arrangement, or by dip'
  if (percent < -1e-6)
    return 'below the measured span: the instrument cannot tell how far; check pressure and arrangement, or by dip'
  return null
}
