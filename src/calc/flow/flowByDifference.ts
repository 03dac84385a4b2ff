import { z } from 'zod'
import { differenceAtFlow, errorAmplification, flowErrorAt } from '@/core/flow/rootOfDifference'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { worked } from '@/core/workings/workings'
import { PressureUnitChoice } from '@/schema/choices'
import { aboveZero, list, Quantity, quantity, titled, words, zeroOrMore } from '@/schema/field'
import { calculation } from '../calculation'
import { ROOT_LAW } from '../sources'

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
              source: ROOT_LAW,
            },
            {
              finds: 'amplification of the first point',
              formula: 'dq/dΔp = 50 / (q in %)',
              from: [worked('q', flowsPercent[0] ?? 0, '%')],
              result: worked('dq/dΔp', first.amplification, ''),
              source: `derivative of the ${ROOT_LAW}`,
            },
          ]
        : [],
    }
  },
})
