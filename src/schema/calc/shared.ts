import { z } from 'zod'
import type { OutputRow } from '@/core/range/outputTable'
import { outputScale, SIGNAL_IDS, type Signal } from '@/core/signal/signal'
import { PRESSURE_UNIT_IDS, type PressureUnit, pressureUnitLabel } from '@/core/units/pressureUnit'
import { list, number, Quantity, quantity, titled, words, zeroOrMore } from './calculation'

export const PressureUnitChoice = titled(z.enum(PRESSURE_UNIT_IDS), 'Unit')

/** A calibrated range. URV may lie below LRV (reverse-acting). */
export const RangeInput = titled(
  z.object({ lrv: number('LRV'), urv: number('URV'), unit: PressureUnitChoice }).refine(({ lrv, urv }) => lrv !== urv, {
    path: ['urv'],
    error: 'equals LRV, so the span is zero: enter another value',
  }),
  'Range',
)

export const SignalChoice = titled(z.enum(SIGNAL_IDS as unknown as readonly [Signal, ...Signal[]]), 'Output signal') // never empty

/** A transfer from % of input span to % of output span. */
export const TransferInput = titled(
  z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('linear') }),
    z.object({ kind: z.literal('root-to-zero'), cutOffPercent: zeroOrMore('Cut-off, % of flow') }),
    z.object({ kind: z.literal('root-with-line'), cutOffPercent: zeroOrMore('Straight up to, % of flow') }),
    z.object({
      kind: z.literal('table'),
      points: list(z.object({ input: number('Input %'), output: number('Output %') }), 'Table', { least: 2, most: 60 }),
      between: titled(z.enum(['smooth', 'straight']), 'Between its points').default('smooth'),
    }),
  ]),
  'Transfer',
)

export const DirectionChoice = titled(z.enum(['rising', 'falling']), 'Direction')

/** The output scale of a signal, or of the range where it is read on a display. */
export const scaleOf = (signal: Signal, range: { lrv: number; urv: number; unit: PressureUnit }) =>
  outputScale(signal, { lrv: range.lrv, urv: range.urv, unitLabel: pressureUnitLabel(range.unit) })

/** What a display or host shows at 0 % and at 100 %. */
export const DisplayInput = titled(
  z.object({ lower: number('Shown at 0 %'), upper: number('Shown at 100 %'), unit: words('Unit', 20) }),
  'Host shows',
)

/** An output table as an answer carries it. */
export const OutputRows = titled(
  z.array(
    z.object({
      percent: titled(Quantity, 'Of span'),
      input: titled(Quantity, 'Input'),
      output: titled(Quantity, 'Output'),
      shown: titled(Quantity, 'Host shows'),
    }),
  ),
  'Output table',
)

type Scales = {
  readonly range: { readonly lrv: number; readonly urv: number; readonly unit: PressureUnit }
  readonly signal: Signal
  readonly display: { readonly unit: string }
}

/** The rows of an output table with their units. */
export const outputRows = (rows: readonly OutputRow[], { range, signal, display }: Scales) =>
  rows.map(({ percent, input, output, shown }) => ({
    percent: quantity(percent, '%'),
    input: quantity(input, pressureUnitLabel(range.unit)),
    output: quantity(output, scaleOf(signal, range).unit),
    shown: quantity(shown, display.unit),
  }))
