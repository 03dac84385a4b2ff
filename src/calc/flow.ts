import { z } from 'zod'
import { cutOffAdvice } from '@/core/flow/cutOffAdvice'
import { densityFactor, gasDensityAt } from '@/core/flow/densityCompensation'
import type { OrificeResult } from '@/core/flow/orificeFlow'
import { orificeBore, orificeDifference, orificeFlow } from '@/core/flow/orificeFlow'
import {
  differenceAtFlow,
  errorAmplification,
  flowAtDifference,
  flowErrorAt,
  flowOfZeroShiftPercent,
} from '@/core/flow/rootOfDifference'
import { convertPressure, pressureUnitLabel } from '@/core/units/pressureUnit'
import { worked } from '@/core/workings/workings'
import { PressureUnitChoice } from '../schema/choices'
import {
  aboveZero,
  celsius,
  choice,
  list,
  number,
  optionalNumber,
  Quantity,
  quantity,
  result,
  titled,
  words,
  zeroOrMore,
} from '../schema/field'
import { OrificeFluidInput, OrificePlate } from '../schema/flow'
import { calculation } from './calculation'
import { orificeFluid } from './orificeFluid'

const ROOT = 'square-root law of differential-pressure flow meters, ISO 5167-1'
const PLATE = 'ISO 5167-2:2003, 5.3.2'

export const flowByDifference = calculation({
  name: 'flow-by-difference',
  group: 'flow',
  title: 'Flow from differential pressure',
  summary: 'Flow, and what an error of differential pressure becomes in it, from one pair that belongs together.',
  input: z.object({
    dpAtFull: aboveZero('Differential pressure at full flow'),
    unit: PressureUnitChoice,
    fullFlow: aboveZero('Full flow'),
    flowUnit: words('Unit of flow', 20),
    dpErrorPercent: zeroOrMore('Error of differential pressure, ± % of span'),
    flowsPercent: list(aboveZero('Flow'), 'At flows, %', { most: 60 }),
  }),
  answer: z.object({
    points: titled(
      z.array(
        z.object({
          flow: titled(Quantity, 'Flow'),
          dp: titled(Quantity, 'Differential pressure'),
          amplification: titled(z.number(), 'Error × '),
          high: titled(Quantity, 'Reads high by'),
          low: titled(Quantity, 'Reads low by'),
        }),
      ),
      'Points',
    ),
  }),
  example: {
    dpAtFull: 19.4,
    unit: 'kPa',
    fullFlow: 46,
    flowUnit: 't/h',
    dpErrorPercent: 0.15,
    flowsPercent: [5, 10, 25, 50, 75, 100],
  },
  work: ({ dpAtFull, unit, fullFlow, flowUnit, dpErrorPercent, flowsPercent }) => {
    const pair = { dp: dpAtFull, flow: fullFlow }
    const label = pressureUnitLabel(unit)
    const points = flowsPercent.map((percent) => {
      const flow = (percent / 100) * fullFlow
      const error = flowErrorAt(percent, dpErrorPercent)
      return {
        flow: quantity(flow, flowUnit),
        dp: quantity(differenceAtFlow(flow, pair), label),
        amplification: errorAmplification(percent),
        high: quantity(error.highPercentOfFlow, '% of flow'),
        low: quantity(error.lowPercentOfFlow, '% of flow'),
      }
    })
    const [first] = points
    return {
      points,
      workings: first
        ? [
            {
              finds: 'differential pressure of the first point',
              formula: 'Δp = Δp₁₀₀ · (q / q₁₀₀)²',
              from: [
                worked('Δp₁₀₀', dpAtFull, label),
                worked('q', first.flow.value, flowUnit),
                worked('q₁₀₀', fullFlow, flowUnit),
              ],
              result: worked('Δp', first.dp.value, label),
              source: ROOT,
            },
            {
              finds: 'amplification of the first point',
              formula: 'dq/dΔp = 50 / (q in %)',
              from: [worked('q', flowsPercent[0] ?? 0, '%')],
              result: worked('dq/dΔp', first.amplification, ''),
              source: `derivative of the ${ROOT}`,
            },
          ]
        : [],
    }
  },
})

export const flowZeroShift = calculation({
  name: 'flow-zero-shift',
  group: 'flow',
  title: 'Zero shift shown as flow',
  summary: 'The flow shown where nothing flows, from a shift of the zero of the differential pressure.',
  input: z.object({
    shift: number('Zero shift'),
    span: aboveZero('Span'),
    unit: PressureUnitChoice,
    fullFlow: aboveZero('Full flow'),
    flowUnit: words('Unit of flow', 20),
  }),
  answer: z.object({ shown: result('Shown at no flow'), percent: result('In % of full flow') }),
  example: { shift: 0.011, span: 19.4, unit: 'kPa', fullFlow: 46, flowUnit: 't/h' },
  work: ({ shift, span, unit, fullFlow, flowUnit }) => {
    const percent = flowOfZeroShiftPercent((shift / span) * 100)
    const shown = flowAtDifference(shift, { dp: span, flow: fullFlow })
    return {
      shown: quantity(shown, flowUnit),
      percent: quantity(percent, '%'),
      workings: [
        {
          finds: 'flow shown',
          formula: 'q = q₁₀₀ · √(shift / span), none below zero',
          from: [
            worked('shift', shift, pressureUnitLabel(unit)),
            worked('span', span, pressureUnitLabel(unit)),
            worked('q₁₀₀', fullFlow, flowUnit),
          ],
          result: worked('q', shown, flowUnit),
          source: ROOT,
        },
      ],
    }
  },
})

export const flowCutOff = calculation({
  name: 'flow-cut-off',
  group: 'flow',
  title: 'Where to cut off low flow',
  summary: 'The flow below which the error of reading passes what is allowed, and the rangeability that leaves.',
  input: z.object({
    dpErrorPercent: aboveZero('Error of differential pressure, ± % of span'),
    allowedPercentOfFlow: aboveZero('Allowed, ± % of the flow itself'),
  }),
  answer: z.object({
    honestFrom: result('Honest from'),
    advised: result('Cut off at'),
    rangeability: result('Rangeability'),
  }),
  example: { dpErrorPercent: 0.15, allowedPercentOfFlow: 4 },
  work: ({ dpErrorPercent, allowedPercentOfFlow }) => {
    const advice = cutOffAdvice(dpErrorPercent, allowedPercentOfFlow)
    return {
      honestFrom: quantity(advice.honestFromPercent, '% of full flow'),
      advised: quantity(advice.adviseCutOffPercent, '% of full flow'),
      rangeability: quantity(advice.rangeability, ': 1'),
      workings: [
        {
          finds: 'honest from',
          formula: 'q = 100 · √(e / (2 · a))',
          from: [worked('e', dpErrorPercent, '% of span'), worked('a', allowedPercentOfFlow, '% of flow')],
          result: worked('q', advice.honestFromPercent, '%'),
          source: `derivative of the ${ROOT}`,
        },
      ],
    }
  },
})

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

const GAS_STATE = { pressure: aboveZero('Pressure, kPa abs'), celsius: celsius('Temperature, °C'), z: aboveZero('Z') }

export const densityCompensation = calculation({
  name: 'density-compensation',
  group: 'flow',
  title: 'Flow at another density',
  summary: 'What a flow worked out for one pressure and temperature of a gas has to be multiplied by at another.',
  input: z.object({
    basis: choice('Flow is counted as', ['mass', 'volume']),
    designDensity: aboveZero('Density it was designed for, kg/m³'),
    design: titled(z.object(GAS_STATE), 'Designed for'),
    flowing: titled(z.object(GAS_STATE), 'Flowing now'),
  }),
  answer: z.object({ density: result('Density now'), factor: result('Multiply by') }),
  example: {
    basis: 'mass',
    designDensity: 5.72,
    design: { pressure: 1080, celsius: 190, z: 0.94 },
    flowing: { pressure: 1010, celsius: 186, z: 0.943 },
  },
  work: ({ basis, designDensity, design, flowing }) => {
    const state = ({ pressure, celsius, z: compressibility }: typeof design) => ({
      pressurePa: pressure * 1000,
      temperatureK: celsius + 273.15,
      compressibility,
    })
    const density = gasDensityAt(designDensity, state(design), state(flowing))
    const factor = densityFactor(designDensity, density, basis)
    return {
      density: quantity(density, 'kg/m³'),
      factor: quantity(factor, ''),
      workings: [
        {
          finds: 'density now',
          formula: 'ρ = ρ₀ · (p/p₀) · (T₀/T) · (Z₀/Z)',
          from: [
            worked('ρ₀', designDensity, 'kg/m³'),
            worked('p', flowing.pressure, 'kPa'),
            worked('p₀', design.pressure, 'kPa'),
            worked('T', flowing.celsius + 273.15, 'K'),
            worked('T₀', design.celsius + 273.15, 'K'),
          ],
          result: worked('ρ', density, 'kg/m³'),
          source: 'equation of state of a real gas',
        },
        {
          finds: 'factor',
          formula: basis === 'mass' ? 'F = √(ρ/ρ₀)' : 'F = √(ρ₀/ρ)',
          from: [worked('ρ', density, 'kg/m³'), worked('ρ₀', designDensity, 'kg/m³')],
          result: worked('F', factor, ''),
          source: ROOT,
        },
      ],
    }
  },
})
