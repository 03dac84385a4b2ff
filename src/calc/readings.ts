import { z } from 'zod'
import type { Signal } from '@/core/signal/signal'
import { percentOfOutput } from '@/core/signal/signal'
import { percentOfInput } from '@/core/transfer/linearTransfer'
import type { PressureUnit } from '@/core/units/pressureUnit'
import { DirectionChoice } from '../schema/choices'
import { list, number, titled } from '../schema/field'
import { scaleOf } from './shared'

/** Readings of a set of cycles as they are written down: applied in the unit of the range, output in that of the signal. */
export const CycleReadings = list(
  z.object({
    cycle: titled(z.int().gte(1).lte(50), 'Cycle'),
    target: number('Point, %'),
    direction: DirectionChoice,
    applied: number('Applied'),
    output: number('Output'),
  }),
  'Readings',
  { most: 400 },
)

type Basis = { readonly range: { lrv: number; urv: number; unit: PressureUnit }; readonly signal: Signal }

/** The same readings in % of input and output span, as the core takes them. */
export function inPercent(readings: z.infer<typeof CycleReadings>, { range, signal }: Basis) {
  const scale = scaleOf(signal, range)
  return readings.map(({ cycle, target, direction, applied, output }) => ({
    cycle,
    direction,
    targetPercent: target,
    appliedPercent: percentOfInput(applied, range),
    outputPercent: percentOfOutput(output, scale),
  }))
}

const UP_AND_DOWN: readonly [number, 'rising' | 'falling'][] = [
  [0, 'rising'],
  [25, 'rising'],
  [50, 'rising'],
  [75, 'rising'],
  [100, 'rising'],
  [75, 'falling'],
  [50, 'falling'],
  [25, 'falling'],
  [0, 'falling'],
]

/** An example of a run up and down, one cycle for each list of applied inputs and outputs. */
export const exampleReadings = (...cycles: readonly (readonly (readonly [applied: number, output: number])[])[]) =>
  cycles.flatMap((cycle, index) =>
    cycle.map(([applied, output], place) => {
      const [target, direction] = UP_AND_DOWN[place] ?? [0, 'rising' as const]
      return { cycle: index + 1, target, direction, applied, output }
    }),
  )
