import { z } from 'zod'
import { NE43_WORDS, ne43State } from '@/core/signal/ne43'
import { outputAtPercent, percentOfOutput } from '@/core/signal/signal'
import { isTwoWireLoop } from '@/core/signal/signalKind'
import { inputAtPercent, percentOfInput } from '@/core/transfer/linearTransfer'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { worked } from '@/core/workings/workings'
import { RangeInput, SignalChoice } from '@/schema/choices'
import { number, quantity, result, titled } from '@/schema/field'
import { calculation } from '../calculation'
import { scaleOf } from '../shared'

export const signalValue = calculation({
  name: 'signal',
  group: 'signal',
  title: 'Signal and value',
  summary: 'From a signal, a percentage or a value of the range to the other two, with the NE 43 state of a current.',
  input: z.object({
    range: RangeInput,
    signal: SignalChoice,
    given: titled(z.enum(['signal', 'percent', 'value']), 'What is given'),
    number: number('Number'),
  }),
  answer: z.object({
    percent: result('Percentage of span'),
    signal: result('Signal'),
    value: result('Value'),
    state: titled(z.string().nullable(), 'State of the current (NE 43)'),
  }),
  example: { range: { lrv: -12, urv: 38, unit: 'kPa' }, signal: '4-20mA', given: 'signal', number: 9.312 },
  work: ({ range, signal, given, number: x }) => {
    const scale = scaleOf(signal, range)
    const percent = given === 'signal' ? percentOfOutput(x, scale) : given === 'percent' ? x : percentOfInput(x, range)
    const output = given === 'signal' ? x : outputAtPercent(percent, scale)
    const value = given === 'value' ? x : inputAtPercent(percent, range)
    const unit = pressureUnitLabel(range.unit)
    return {
      percent: quantity(percent, '%'),
      signal: quantity(output, scale.unit),
      value: quantity(value, unit),
      state: isTwoWireLoop(signal) ? NE43_WORDS[ne43State(output)] : null,
      workings: [
        {
          finds: 'signal from percentage',
          formula: 'S = S₀ + P/100 · (S₁₀₀ − S₀)',
          from: [
            worked('P', percent, '%'),
            worked('S₀', scale.lower, scale.unit),
            worked('S₁₀₀', scale.upper, scale.unit),
          ],
          result: worked('S', output, scale.unit),
          source: 'linear signal, IEC 60381-1, IEC 60381-2, IEC 60382',
        },
        {
          finds: 'value from percentage',
          formula: 'x = LRV + P/100 · (URV − LRV)',
          from: [worked('P', percent, '%'), worked('LRV', range.lrv, unit), worked('URV', range.urv, unit)],
          result: worked('x', value, unit),
          source: 'definition of LRV and URV',
        },
      ],
    }
  },
})
