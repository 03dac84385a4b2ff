import { z } from 'zod'
import { PressureUnitChoice } from './choices'
import { aboveZero, choice, number, titled, words, zeroOrMore } from './field'
import { OrificeFluidInput, OrificePlate } from './flow'

const PlateFlowUnit = titled(z.enum(['kg/h', 't/h', 'kg/s', 'lb/h']), 'Mass flow in')

/** A flow meter by differential pressure, from a pair that belongs together or from its plate. */
export const FlowMeter = titled(
  z.discriminatedUnion('kind', [
    z.object({
      kind: z.literal('given pair'),
      dp: aboveZero('Differential pressure'),
      flow: aboveZero('at a flow of'),
      flowUnit: words('Unit of flow', 20),
    }),
    z.object({
      kind: z.literal('orifice plate'),
      ...OrificePlate,
      bore: aboveZero('Bore, mm'),
      ...OrificeFluidInput,
      flowUnit: PlateFlowUnit,
    }),
  ]),
  'Meter',
)

/** What the flow desk is set up with. */
export const FlowSetUp = z.object({
  meter: FlowMeter,
  unit: PressureUnitChoice,
  fullFlow: aboveZero('Flow at 100 %', 'what the full output is to mean'),
  root: choice('Root is taken in the', ['transmitter', 'host']),
  panelMeter: choice('Panel meter', ['none', 'straight line', 'takes a root']),
  cutOffPercent: zeroOrMore('Low-flow cut-off, % of flow'),
  belowCutOff: choice('Below it', ['drop to zero', 'straight line']),
  dpErrorPercent: aboveZero('Error of differential pressure, ± % of span'),
  allowedPercentOfFlow: aboveZero('Allowed, ± % of the flow itself'),
  zeroShift: number('Zero shift to look at'),
})
export type FlowSetUp = z.infer<typeof FlowSetUp>
