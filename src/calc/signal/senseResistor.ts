import { z } from 'zod'
import { senseResistorScale } from '@/core/signal/senseResistor'
import { SIGNALS, type TransmittedSignal } from '@/core/signal/signal'
import { worked } from '@/core/workings/workings'
import { aboveZero, number, quantity, result, titled } from '@/schema/field'
import { calculation } from '../calculation'

const TRANSMITTED = Object.keys(SIGNALS) as [TransmittedSignal, ...TransmittedSignal[]] // keys of a const object

export const senseResistor = calculation({
  name: 'sense-resistor',
  group: 'signal',
  title: 'Volts across a sense resistor',
  summary: 'What a loop current gives across a resistor, and the voltage scale of the whole signal.',
  input: z.object({
    signal: titled(z.enum(TRANSMITTED), 'Signal'),
    resistor: aboveZero('Resistor, Ω'),
    current: number('Current, mA'),
  }),
  answer: z.object({ volts: result('Across the resistor'), lower: result('At 0 %'), upper: result('At 100 %') }),
  example: { signal: '4-20mA', resistor: 120.4, current: 11.62 },
  work: ({ signal, resistor, current }) => {
    const scale = senseResistorScale(signal, resistor)
    const volts = (current / 1000) * resistor
    return {
      volts: quantity(volts, 'V'),
      lower: quantity(scale.lower, 'V'),
      upper: quantity(scale.upper, 'V'),
      workings: [
        {
          finds: 'voltage',
          formula: 'V = I / 1000 · R',
          from: [worked('I', current, 'mA'), worked('R', resistor, 'Ω')],
          result: worked('V', volts, 'V'),
          source: 'Ohm’s law',
        },
      ],
    }
  },
})
