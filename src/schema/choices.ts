import { z } from 'zod'
import { SIGNAL_IDS, type Signal } from '@/core/signal/signal'
import { PRESSURE_UNIT_IDS } from '@/core/units/pressureUnit'
import { unknownUnit } from './errorLimit'
import { list, number, titled, words, zeroOrMore } from './field'

export const PressureUnitChoice = titled(z.enum(PRESSURE_UNIT_IDS, { error: unknownUnit }), 'Unit')

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

/** What a display or host shows at 0 % and at 100 %. */
export const DisplayInput = titled(
  z.object({ lower: number('Shown at 0 %'), upper: number('Shown at 100 %'), unit: words('Unit', 20) }),
  'Host shows',
)
