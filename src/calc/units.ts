import { z } from 'zod'
import { toResolution } from '@/core/format/resolution'
import { restatePressure } from '@/core/units/gaugeAbsolute'
import { PRESSURE_KIND_IDS, PRESSURE_KINDS } from '@/core/units/pressureKind'
import { convertPressure, pressureUnitLabel } from '@/core/units/pressureUnit'
import { ALL_UNIT_IDS, convertQuantity, QUANTITIES, QUANTITY_IDS, unitFact } from '@/core/units/quantity'
import { typedQuantity } from '@/core/units/typedQuantity'
import { WATER_DENSITY_KG_PER_M3, type WaterReference } from '@/core/units/waterColumnDensity'
import { worked } from '@/core/workings/workings'
import { PressureUnitChoice } from '../schema/choices'
import { aboveZero, number, quantity, result, titled, words } from '../schema/field'
import { calculation } from './calculation'

const UnitChoice = z.enum(ALL_UNIT_IDS as [string, ...string[]]) // never empty
const QuantityChoice = titled(z.enum(QUANTITY_IDS), 'Quantity')
const WATERS = Object.keys(WATER_DENSITY_KG_PER_M3) as [WaterReference, ...WaterReference[]] // keys of a const object
const BAROMETRIC = 'Barometric pressure'

export const convert = calculation({
  name: 'convert',
  group: 'units',
  title: 'Convert a unit',
  summary: 'A value of one quantity in another unit. Water columns name the temperature of their water.',
  input: z.object({
    quantity: QuantityChoice,
    value: number('Value'),
    from: titled(UnitChoice, 'From'),
    to: titled(UnitChoice, 'To'),
  }),
  answer: z.object({ converted: result('Converted') }),
  example: { quantity: 'pressure', value: 43.5, from: 'inH2O@20C', to: 'kPa' },
  work: ({ quantity: kind, value, from, to }) => {
    const converted = convertQuantity(value, kind, { from, to })
    const [source, target] = [unitFact(kind, from), unitFact(kind, to)]
    const isShifted = source.offset !== undefined || target.offset !== undefined
    return {
      converted: quantity(converted, target.label),
      workings: [
        {
          finds: `${QUANTITIES[kind].label} in ${target.label}`,
          formula: isShifted ? 'y = (x · a + a₀ − b₀) / b' : 'y = x · a / b',
          from: [
            worked('x', value, source.label),
            worked('a', source.factor, `SI per ${source.label}`),
            worked('b', target.factor, `SI per ${target.label}`),
            ...(isShifted ? [worked('a₀', source.offset ?? 0, 'K'), worked('b₀', target.offset ?? 0, 'K')] : []),
          ],
          result: worked('y', converted, target.label),
          source: 'definitions of the units; NIST SP 811 (2008), appendix B.8',
        },
      ],
    }
  },
})

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

export const readTyped = calculation({
  name: 'read-typed',
  group: 'units',
  title: 'Read what was typed',
  summary: 'A value with its unit as people write it: decimal comma, fractions, powers of ten, gauge and absolute.',
  input: z.object({
    text: titled(z.string().min(1, 'is empty: type a number with its unit').max(80), 'Text'),
    waterReference: titled(z.enum(WATERS).nullable(), 'Water the instrument counts in'),
  }),
  answer: z.object({
    understood: result('Understood as'),
    quantity: titled(z.string(), 'Quantity'),
    kind: titled(z.enum(['gauge', 'absolute', 'differential']).nullable(), 'Measured against'),
  }),
  example: { text: '7 1/4 inH2O', waterReference: '60 °F' },
  work: ({ text, waterReference }) => {
    const { value, unit, quantity: kind, kind: against } = typedQuantity(text, waterReference ? { waterReference } : {})
    return {
      understood: quantity(value, unitFact(kind, unit).label),
      quantity: QUANTITIES[kind].label,
      kind: against,
      workings: [],
    }
  },
})

export const showAtResolution = calculation({
  name: 'show-at-resolution',
  group: 'units',
  title: 'Show at a resolution',
  summary: 'A value as an instrument with a given step shows it.',
  input: z.object({ value: number('Value'), step: aboveZero('Step of the display'), unit: words('Unit', 20) }),
  answer: z.object({ shown: result('Shown'), text: titled(z.string(), 'As text') }),
  example: { value: 18.3472, step: 0.05, unit: 'kPa' },
  work: ({ value, step, unit }) => {
    const shown = toResolution(value, step)
    return {
      shown: quantity(shown.value, unit),
      text: `${shown.text} ${unit}`,
      workings: [
        {
          finds: 'nearest step',
          formula: 'y = step · round(x / step)',
          from: [worked('x', value, unit), worked('step', step, unit)],
          result: worked('y', shown.value, unit),
          source: 'definition; halves away from zero',
        },
      ],
    }
  },
})
