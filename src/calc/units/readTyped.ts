import { z } from 'zod'
import { QUANTITIES, unitFact } from '@/core/units/quantity'
import { typedQuantity } from '@/core/units/typedQuantity'
import { WATER_DENSITY_KG_PER_M3, type WaterReference } from '@/core/units/waterColumnDensity'
import { quantity, result, titled } from '@/schema/field'
import { calculation } from '../calculation'

const WATERS = Object.keys(WATER_DENSITY_KG_PER_M3) as [WaterReference, ...WaterReference[]] // keys of a const object

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
