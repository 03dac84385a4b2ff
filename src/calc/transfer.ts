import { z } from 'zod'
import { outputAtPercent, percentOfOutput } from '@/core/signal/signal'
import { shownAtPercent } from '@/core/transfer/displayScale'
import { inputAtPercent, percentOfInput } from '@/core/transfer/linearTransfer'
import { rootsShown } from '@/core/transfer/rootTaken'
import { transferCurve } from '@/core/transfer/transfer'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { worked } from '@/core/workings/workings'
import { RangeInput, SignalChoice, TransferInput } from '../schema/choices'
import { aboveZero, list, number, optionalResult, Quantity, quantity, result, titled, words } from '../schema/field'
import { calculation } from './calculation'
import { scaleOf } from './shared'

const ISO5167 = 'square-root law of differential-pressure flow meters, ISO 5167-1'

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
                    : ISO5167,
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
          source: kind.kind === 'linear' || kind.kind === 'table' ? 'inverse of the transfer' : ISO5167,
        },
      ],
    }
  },
})

export const rootsTaken = calculation({
  name: 'roots-taken',
  group: 'signal',
  title: 'Root taken twice, or not at all',
  summary: 'The flow shown when the square root is taken not at all, once, or twice between pressure and display.',
  input: z.object({
    differentialPressure: number('Differential pressure'),
    span: aboveZero('Span'),
    unit: words('Unit', 20),
    fullFlow: aboveZero('Flow at 100 %'),
    flowUnit: words('Unit of flow', 20),
  }),
  answer: z.object({
    none: result('Not taken'),
    once: result('Taken once (right)'),
    twice: result('Taken twice'),
    twiceTooHigh: optionalResult('Twice shows too much by'),
  }),
  example: { differentialPressure: 0.31, span: 18.5, unit: 'kPa', fullFlow: 42, flowUnit: 'm³/h' },
  work: ({ differentialPressure, span, unit, fullFlow, flowUnit }) => {
    const percent = (differentialPressure / span) * 100
    const { none, once, twice } = rootsShown(percent)
    const flow = (shown: number) => quantity((shown / 100) * fullFlow, flowUnit)
    return {
      none: flow(none),
      once: flow(once),
      twice: flow(twice),
      twiceTooHigh: once === 0 ? null : quantity((twice / once - 1) * 100, '% of the true flow'),
      workings: [
        {
          finds: 'flow with one root',
          formula: 'Q = Q₁₀₀ · √(Δp / span)',
          from: [
            worked('Δp', differentialPressure, unit),
            worked('span', span, unit),
            worked('Q₁₀₀', fullFlow, flowUnit),
          ],
          result: worked('Q', (once / 100) * fullFlow, flowUnit),
          source: ISO5167,
        },
        {
          finds: 'flow with two roots',
          formula: 'Q₂ = Q₁₀₀ · √(Q / Q₁₀₀)',
          from: [worked('Q', (once / 100) * fullFlow, flowUnit), worked('Q₁₀₀', fullFlow, flowUnit)],
          result: worked('Q₂', (twice / 100) * fullFlow, flowUnit),
          source: 'the same law applied to its own result',
        },
      ],
    }
  },
})
