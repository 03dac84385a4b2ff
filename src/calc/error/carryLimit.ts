import { z } from 'zod'
import { carryToInput, carryToOutput } from '@/core/error/carriedLimit'
import { transferCurve } from '@/core/transfer/transfer'
import { worked } from '@/core/workings/workings'
import { TransferInput } from '@/schema/choices'
import { aboveZero, list, number, Quantity, quantity, titled } from '@/schema/field'
import { calculation } from '../calculation'

export const carryLimit = calculation({
  name: 'carry-limit',
  group: 'error',
  title: 'Carry a limit through the transfer',
  summary: 'What a fixed limit in pressure comes to in flow, point by point, and back. Near zero flow it explodes.',
  input: z.object({
    transfer: TransferInput,
    limitPercent: aboveZero('Limit, ± % of span'),
    side: titled(z.enum(['input', 'output']), 'The limit stands on the side of the'),
    inputsPercent: list(number('Input, % of span'), 'Inputs, % of span', { most: 60 }),
  }),
  answer: z.object({
    points: titled(
      z.array(
        z.object({
          input: titled(Quantity, 'Input'),
          output: titled(Quantity, 'Output'),
          slope: titled(z.number().nullable(), 'Slope'),
          bySlope: titled(Quantity.nullable(), 'Limit by the slope, ±'),
          upwards: titled(Quantity.nullable(), 'Really, upwards'),
          downwards: titled(Quantity.nullable(), 'Really, downwards'),
          carriedBack: titled(Quantity.nullable(), 'Output limit as input, ±'),
        }),
      ),
      'Points',
    ),
  }),
  example: {
    transfer: { kind: 'root-to-zero', cutOffPercent: 0 },
    limitPercent: 0.3,
    side: 'input',
    inputsPercent: [0, 0.25, 1, 4, 16, 36, 64, 100],
  },
  named: { cutOffPercent: 'transfer.cutOffPercent' },
  work: ({ transfer, limitPercent, side, inputsPercent }) => {
    const curve = transferCurve(transfer)
    const points = inputsPercent.map((inputPercent) => {
      const back = carryToInput(inputPercent, limitPercent, curve)
      // An output limit has no input limit where the curve stands upright or lies flat: nothing to carry on with.
      const inputLimit = side === 'input' ? limitPercent : back
      const carried = inputLimit ? carryToOutput(inputPercent, inputLimit, curve) : null
      const percent = (value: number | null | undefined) =>
        value === null || value === undefined ? null : quantity(value, '%')
      return {
        input: quantity(inputPercent, '%'),
        output: quantity(curve.forward(inputPercent), '%'),
        slope: carried?.slope ?? null,
        bySlope: percent(carried?.bySlope),
        upwards: percent(carried?.upwards),
        downwards: percent(carried?.downwards),
        carriedBack: percent(back),
      }
    })
    const shown = points.find(({ bySlope }) => bySlope !== null)
    return {
      points,
      workings:
        shown?.bySlope && shown.slope !== null
          ? [
              {
                finds: `limit on the output at ${shown.input.value} % input`,
                formula:
                  transfer.kind === 'linear' || transfer.kind === 'table'
                    ? 'l_out = |slope| · l_in'
                    : 'l_out = |slope| · l_in, slope = 5 / √x above the cut-off',
                from: [
                  worked('slope', shown.slope, '% per %'),
                  worked('l_in', shown.bySlope.value / (Math.abs(shown.slope) || 1), '% of input span'),
                ],
                result: worked('l_out', shown.bySlope.value, '% of output span'),
                source: 'law of propagation, first order; JCGM 100:2008, 5.1.2',
              },
            ]
          : [],
    }
  },
})
