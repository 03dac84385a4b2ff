import { z } from 'zod'
import { restatePressure } from '@/core/units/gaugeAbsolute'
import { PRESSURE_KIND_IDS, PRESSURE_KINDS } from '@/core/units/pressureKind'
import { convertPressure, pressureUnitLabel } from '@/core/units/pressureUnit'
import { worked } from '@/core/workings/workings'
import { PressureUnitChoice } from '@/schema/choices'
import { aboveZero, number, quantity, result, titled } from '@/schema/field'
import { calculation } from '../calculation'

const BAROMETRIC = 'Barometric pressure'

export const restate = calculation({
  name: 'restate-pressure',
  group: 'units',
  title: 'Gauge and absolute pressure',
  summary: 'The same pressure against another zero, with the barometric pressure stated.',
  input: z.object({
    value: number('Pressure'),
    unit: PressureUnitChoice,
    kind: titled(z.enum(PRESSURE_KIND_IDS as ['gauge', 'absolute', 'differential']), 'It is'), // all three keys
    toUnit: titled(PressureUnitChoice, 'Wanted in'),
    toKind: titled(z.enum(PRESSURE_KIND_IDS as ['gauge', 'absolute', 'differential']), 'Wanted as'), // all three keys
    barometer: titled(z.object({ value: aboveZero('Reading'), unit: PressureUnitChoice }).nullable(), BAROMETRIC),
  }),
  answer: z.object({ restated: result('Restated') }),
  example: {
    value: 82.4,
    unit: 'kPa',
    kind: 'gauge',
    toUnit: 'bar',
    toKind: 'absolute',
    barometer: { value: 987.3, unit: 'hPa' },
  },
  work: ({ value, unit, kind, toUnit, toKind, barometer }) => {
    const restated = restatePressure({ value, unit, kind }, { unit: toUnit, kind: toKind }, barometer ?? undefined)
    const label = `${pressureUnitLabel(toUnit)} ${PRESSURE_KINDS[toKind].suffix}`
    const air = barometer && convertPressure(barometer.value, barometer.unit, toUnit)
    const formula = kind === toKind ? 'p₂ = p₁' : toKind === 'absolute' ? 'p₂ = p₁ + p_b' : 'p₂ = p₁ − p_b'
    return {
      restated: quantity(restated, label),
      workings: [
        {
          finds: `${PRESSURE_KINDS[toKind].label} pressure`,
          formula,
          from: [
            worked('p₁', convertPressure(value, unit, toUnit), pressureUnitLabel(toUnit)),
            ...(air === null || kind === toKind ? [] : [worked('p_b', air, `${pressureUnitLabel(toUnit)} abs`)]),
          ],
          result: worked('p₂', restated, label),
          source: 'definition: absolute = gauge + barometric',
        },
      ],
    }
  },
})
