import { z } from 'zod'
import { outputAtPercent } from '@/core/signal/signal'
import { shownAtPercent } from '@/core/transfer/displayScale'
import { percentOfInput } from '@/core/transfer/linearTransfer'
import { transferCurve } from '@/core/transfer/transfer'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { worked } from '@/core/workings/workings'
import { RangeInput, SignalChoice, TransferInput } from '@/schema/choices'
import { list, number, Quantity, quantity, titled, words } from '@/schema/field'
import { calculation } from '../calculation'
import { scaleOf } from '../shared'
import { ROOT_LAW } from '../sources'

export const transfer = calculation({
  name: 'transfer',
  group: 'signal',
  title: 'Transfer table',
  summary: 'Output, slope and display value over the input, for a linear, square-root or tabulated transfer.',
  input: z.object({
    range: RangeInput,
    signal: SignalChoice,
    transfer: TransferInput,
    display: titled(
      z.object({ lower: number('Shown at 0 %'), upper: number('Shown at 100 %'), unit: words('Unit', 20) }),
      'Display scale',
    ),
    inputs: list(number('Input'), 'Inputs, in the unit of the range', { most: 60 }),
  }),
  answer: z.object({
    points: titled(
      z.array(
        z.object({
          input: titled(Quantity, 'Input'),
          inputPercent: titled(Quantity, 'Input'),
          outputPercent: titled(Quantity, 'Output'),
          output: titled(Quantity, 'Signal'),
          shown: titled(Quantity, 'Display'),
          slope: titled(z.number(), 'Slope'),
        }),
      ),
      'Points',
    ),
  }),
  example: {
    range: { lrv: 0, urv: 24, unit: 'kPa' },
    signal: '4-20mA',
    transfer: { kind: 'root-with-line', cutOffPercent: 8 },
    display: { lower: 0, upper: 65, unit: 'm³/h' },
    inputs: [0, 0.1, 1.5, 6, 13.5, 24],
  },
  named: { cutOffPercent: 'transfer.cutOffPercent' },
  work: ({ range, signal, transfer: kind, display, inputs }) => {
    const curve = transferCurve(kind)
    const scale = scaleOf(signal, range)
    const unit = pressureUnitLabel(range.unit)
    const points = inputs.map((input) => {
      const inputPercent = percentOfInput(input, range)
      const outputPercent = curve.forward(inputPercent)
      return {
        input: quantity(input, unit),
        inputPercent: quantity(inputPercent, '%'),
        outputPercent: quantity(outputPercent, '%'),
        output: quantity(outputAtPercent(outputPercent, scale), scale.unit),
        shown: quantity(shownAtPercent(outputPercent, display), display.unit),
        slope: curve.slope(inputPercent),
      }
    })
    const last = points.at(-1)
    return {
      points,
      workings: last
        ? [
            {
              finds: 'output of the last point',
              formula: TRANSFER_FORMULA[kind.kind],
              from: [
                worked('x', last.inputPercent.value, '% of input span'),
                ...('cutOffPercent' in kind ? [worked('c', kind.cutOffPercent, '% of flow')] : []),
              ],
              result: worked('y', last.outputPercent.value, '% of output span'),
              source:
                kind.kind === 'table'
                  ? 'Fritsch and Carlson, SIAM J. Numer. Anal. 17 (1980) 238'
                  : kind.kind === 'linear'
                    ? 'definition'
                    : ROOT_LAW,
            },
            {
              finds: 'display of the last point',
              formula: 'D = D₀ + y/100 · (D₁₀₀ − D₀)',
              from: [
                worked('y', last.outputPercent.value, '%'),
                worked('D₀', display.lower, display.unit),
                worked('D₁₀₀', display.upper, display.unit),
              ],
              result: worked('D', last.shown.value, display.unit),
              source: 'definition',
            },
          ]
        : [],
    }
  },
})

const TRANSFER_FORMULA = {
  linear: 'y = x',
  'root-to-zero': 'y = 10 · √x where 10 · √x ≥ c, else 0',
  'root-with-line': 'y = 10 · √x where 10 · √x ≥ c, else x · 100 / c',
  table: 'y = monotone cubic through the table at x',
} as const
