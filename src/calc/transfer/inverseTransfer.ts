import { z } from 'zod'
import { percentOfOutput } from '@/core/signal/signal'
import { inputAtPercent } from '@/core/transfer/linearTransfer'
import { transferCurve } from '@/core/transfer/transfer'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { worked } from '@/core/workings/workings'
import { RangeInput, SignalChoice, TransferInput } from '@/schema/choices'
import { number, quantity, result } from '@/schema/field'
import { calculation } from '../calculation'
import { scaleOf } from '../shared'
import { ROOT_LAW } from '../sources'

export const inverseTransfer = calculation({
  name: 'inverse-transfer',
  group: 'signal',
  title: 'Input that gives an output',
  summary: 'The input an ideal instrument needs for an output, through any transfer.',
  input: z.object({
    range: RangeInput,
    signal: SignalChoice,
    transfer: TransferInput,
    output: number('Output, in the unit of the signal'),
  }),
  answer: z.object({ input: result('Input'), inputPercent: result('Input'), outputPercent: result('Output') }),
  example: {
    range: { lrv: 0, urv: 24, unit: 'kPa' },
    signal: '4-20mA',
    transfer: { kind: 'root-to-zero', cutOffPercent: 8 },
    output: 13.7,
  },
  named: { cutOffPercent: 'transfer.cutOffPercent' },
  work: ({ range, signal, transfer: kind, output }) => {
    const scale = scaleOf(signal, range)
    const outputPercent = percentOfOutput(output, scale)
    const inputPercent = transferCurve(kind).inverse(outputPercent)
    const input = inputAtPercent(inputPercent, range)
    return {
      input: quantity(input, pressureUnitLabel(range.unit)),
      inputPercent: quantity(inputPercent, '% of input span'),
      outputPercent: quantity(outputPercent, '% of output span'),
      workings: [
        {
          finds: 'input percentage',
          formula:
            kind.kind === 'linear'
              ? 'x = y'
              : kind.kind === 'table'
                ? 'x with f(x) = y'
                : 'x = (y / 10)² above the cut-off',
          from: [worked('y', outputPercent, '% of output span')],
          result: worked('x', inputPercent, '% of input span'),
          source: kind.kind === 'linear' || kind.kind === 'table' ? 'inverse of the transfer' : ROOT_LAW,
        },
      ],
    }
  },
})
