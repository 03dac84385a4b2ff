import { z } from 'zod'
import type { OrificeResult } from '@/core/flow/orificeFlow'
import { orificeBore, orificeDifference, orificeFlow } from '@/core/flow/orificeFlow'
import { convertPressure, pressureUnitLabel } from '@/core/units/pressureUnit'
import { worked } from '@/core/workings/workings'
import { PressureUnitChoice } from '@/schema/choices'
import { choice, optionalNumber, quantity, result } from '@/schema/field'
import { OrificeFluidInput, OrificePlate } from '@/schema/flow'
import { calculation } from '../calculation'
import { orificeFluid } from '../orificeFluid'

const PLATE = 'ISO 5167-2:2003, 5.3.2'

const orificeAnswer = {
  massFlow: result('Mass flow'),
  volumeFlow: result('Volume flow upstream'),
  dp: result('Differential pressure'),
  bore: result('Bore'),
  beta: result('β'),
  reynolds: result('Reynolds number of the pipe'),
  discharge: result('Discharge coefficient'),
  expansibility: result('Expansibility'),
}

export const orifice = calculation({
  name: 'orifice',
  group: 'flow',
  title: 'Orifice plate',
  summary:
    'Flow, differential pressure or bore of a plate, each from the other two, within the limits of the standard.',
  input: z.object({
    ...OrificePlate,
    ...OrificeFluidInput,
    find: choice('Find', ['flow', 'differential pressure', 'bore']),
    bore: optionalNumber('Bore, mm', 'empty where it is to be found'),
    dp: optionalNumber('Differential pressure', 'empty where it is to be found'),
    unit: PressureUnitChoice,
    massFlow: optionalNumber('Mass flow, kg/h', 'empty where it is to be found'),
  }),
  answer: z.object(orificeAnswer),
  example: {
    taps: 'flange',
    pipe: 81.7,
    density: 1029,
    viscosity: 1.74,
    upstream: null,
    isentropicExponent: null,
    find: 'bore',
    bore: null,
    dp: 19.4,
    unit: 'kPa',
    massFlow: 46_000,
  },
  named: { flow: 'massFlow' },
  work: (input) => {
    const found = solved(input)
    const label = pressureUnitLabel(input.unit)
    return {
      massFlow: quantity(found.massFlowKgPerS * 3600, 'kg/h'),
      volumeFlow: quantity(found.volumeFlowM3PerS * 3600, 'm³/h'),
      dp: quantity(convertPressure(found.dpPa, 'Pa', input.unit), label),
      bore: quantity(found.boreM * 1000, 'mm'),
      beta: quantity(found.beta, ''),
      reynolds: quantity(found.reynolds, ''),
      discharge: quantity(found.discharge, ''),
      expansibility: quantity(found.expansibility, ''),
      workings: [
        {
          finds: 'discharge coefficient',
          formula: 'C by Reader-Harris/Gallagher at β and Re',
          from: [worked('β', found.beta, ''), worked('Re', found.reynolds, '')],
          result: worked('C', found.discharge, ''),
          source: `${PLATE}.1`,
        },
        {
          finds: 'expansibility',
          formula: 'ε = 1 − (0.351 + 0.256 · β⁴ + 0.93 · β⁸) · (1 − (p₂/p₁)^(1/κ)); 1 for a liquid',
          from: [worked('β', found.beta, '')],
          result: worked('ε', found.expansibility, ''),
          source: `${PLATE}.2`,
        },
        {
          finds: 'mass flow',
          formula: 'qm = C / √(1 − β⁴) · ε · π/4 · d² · √(2 · Δp · ρ)',
          from: [
            worked('C', found.discharge, ''),
            worked('ε', found.expansibility, ''),
            worked('d', found.boreM, 'm'),
            worked('Δp', found.dpPa, 'Pa'),
            worked('ρ', input.density, 'kg/m³'),
          ],
          result: worked('qm', found.massFlowKgPerS, 'kg/s'),
          source: 'ISO 5167-2:2003, Eq. 1',
        },
      ],
    }
  },
})

type OrificeInput = {
  readonly taps: 'corner' | 'D-D2' | 'flange'
  readonly pipe: number
  readonly density: number
  readonly viscosity: number
  readonly upstream: number | null
  readonly isentropicExponent: number | null
  readonly find: 'flow' | 'differential pressure' | 'bore'
  readonly bore: number | null
  readonly dp: number | null
  readonly unit: Parameters<typeof convertPressure>[1]
  readonly massFlow: number | null
}

/** An empty figure counts as zero, which the core refuses by the field's name. */
export function solved(input: OrificeInput): OrificeResult {
  const fluid = orificeFluid(input)
  const pipe = { taps: input.taps, pipeM: input.pipe / 1000 }
  const plate = { ...pipe, boreM: (input.bore ?? 0) / 1000 }
  const dpPa = convertPressure(input.dp ?? 0, input.unit, 'Pa')
  const massFlowKgPerS = (input.massFlow ?? 0) / 3600
  switch (input.find) {
    case 'flow':
      return orificeFlow(plate, fluid, dpPa)
    case 'differential pressure':
      return orificeDifference(plate, fluid, massFlowKgPerS)
    case 'bore':
      return orificeBore(pipe, fluid, { massFlowKgPerS, dpPa })
    default:
      return input.find satisfies never
  }
}
