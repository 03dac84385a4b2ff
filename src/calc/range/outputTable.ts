import { z } from 'zod'
import { outputTable as tableOf } from '@/core/range/outputTable'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { worked } from '@/core/workings/workings'
import { DisplayInput, RangeInput, SignalChoice, TransferInput } from '@/schema/choices'
import { list, number } from '@/schema/field'
import { calculation } from '../calculation'
import { OutputRows, outputRows, scaleOf } from '../shared'

export const outputTable = calculation({
  name: 'output-table',
  group: 'range',
  title: 'Output table of a range',
  summary: 'Input, output and what the host shows, in steps of the input span.',
  input: z.object({
    range: RangeInput,
    signal: SignalChoice,
    transfer: TransferInput,
    display: DisplayInput,
    percents: list(number('Percent'), 'At, % of input span', { most: 60 }),
  }),
  answer: z.object({ rows: OutputRows }),
  example: {
    range: { lrv: -3.2, urv: 21.5, unit: 'kPa' },
    signal: '4-20mA',
    transfer: { kind: 'linear' },
    display: { lower: 0, upper: 2.4, unit: 'm' },
    percents: [0, 25, 50, 75, 100],
  },
  work: ({ range, signal, transfer, display, percents }) => {
    const rows = tableOf({ range, scale: scaleOf(signal, range), transfer, display }, percents)
    const [first] = rows
    const label = pressureUnitLabel(range.unit)
    return {
      rows: outputRows(rows, { range, signal, display }),
      workings: first
        ? [
            {
              finds: 'input of the first row',
              formula: 'x = LRV + P/100 · (URV − LRV)',
              from: [worked('P', first.percent, '%'), worked('LRV', range.lrv, label), worked('URV', range.urv, label)],
              result: worked('x', first.input, label),
              source: 'definition of LRV and URV',
            },
          ]
        : [],
    }
  },
})
