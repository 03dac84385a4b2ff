import { z } from 'zod'
import { rootsShown } from '@/core/transfer/rootTaken'
import { worked } from '@/core/workings/workings'
import { aboveZero, number, optionalResult, quantity, result, words } from '@/schema/field'
import { calculation } from '../calculation'
import { ROOT_LAW } from '../sources'

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
          source: ROOT_LAW,
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
