import { z } from 'zod'
import type { OutputRow } from '@/core/range/outputTable'
import { outputScale, type Signal } from '@/core/signal/signal'
import { type PressureUnit, pressureUnitLabel } from '@/core/units/pressureUnit'
import { Quantity, quantity, titled } from '../schema/field'

/** The output scale of a signal, or of the range where it is read on a display. */
export const scaleOf = (signal: Signal, range: { lrv: number; urv: number; unit: PressureUnit }) =>
  outputScale(signal, { lrv: range.lrv, urv: range.urv, unitLabel: pressureUnitLabel(range.unit) })

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
