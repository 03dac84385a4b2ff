import { z } from 'zod'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { decadePoints, type PointsPerDecade } from '@/core/vacuum/decades'
import { serveByReferences } from '@/core/vacuum/subRanges'
import { worked } from '@/core/workings/workings'
import { PressureUnitChoice } from '@/schema/choices'
import { aboveZero, list, Quantity, quantity, titled, words } from '@/schema/field'
import { calculation } from '../calculation'
import { COMMON_PRACTICE } from '../sources'

export const vacuumPlan = calculation({
  name: 'vacuum-plan',
  group: 'vacuum',
  title: 'Points and references of a vacuum gauge',
  summary: 'Points per decade, and for each the reference of ours that knows it best.',
  input: z.object({
    low: aboveZero('Gauge reads from (abs)'),
    high: aboveZero('… to'),
    unit: PressureUnitChoice,
    perDecade: titled(z.union([z.literal(1), z.literal(2), z.literal(3)]), 'Points per decade'),
    limitPercentReading: aboveZero('Error limit, ± % of reading'),
    references: list(
      z.object({
        name: words('Reference', 40),
        low: aboveZero('From'),
        high: aboveZero('To'),
        uncertaintyPercentReading: aboveZero('Uncertainty, % of reading'),
      }),
      'References',
      { most: 20 },
    ),
  }),
  answer: z.object({
    points: titled(
      z.array(
        z.object({
          pressure: titled(Quantity, 'Point'),
          reference: titled(z.string(), 'Reference'),
          ratio: titled(z.number(), 'Ratio'),
        }),
      ),
      'Points',
    ),
    changes: titled(z.int(), 'Changes of reference'),
  }),
  example: {
    low: 0.002,
    high: 900,
    unit: 'mbar',
    perDecade: 2,
    limitPercentReading: 8,
    references: [
      { name: 'low cell', low: 0.001, high: 1.3, uncertaintyPercentReading: 0.6 },
      { name: 'barometric cell', low: 0.8, high: 1300, uncertaintyPercentReading: 0.2 },
    ],
  },
  work: ({ low, high, unit, perDecade, limitPercentReading, references }) => {
    const label = `${pressureUnitLabel(unit)} abs`
    const served = serveByReferences(
      decadePoints({ low, high }, perDecade satisfies PointsPerDecade),
      references,
      limitPercentReading,
    )
    const changes = served.filter(
      ({ reference }, index) => index > 0 && reference !== served[index - 1]?.reference,
    ).length
    const tightest = served.reduce((a, b) => (b.ratio < a.ratio ? b : a))
    return {
      points: served.map(({ pressure, reference, ratio }) => ({
        pressure: quantity(pressure, label),
        reference,
        ratio,
      })),
      changes,
      workings: [
        {
          finds: `tightest ratio, at ${tightest.pressure} ${label}`,
          formula: 'ratio = limit / uncertainty',
          from: [
            worked('limit', limitPercentReading, '% of reading'),
            worked('uncertainty', limitPercentReading / tightest.ratio, '% of reading'),
          ],
          result: worked('ratio', tightest.ratio, ''),
          source: COMMON_PRACTICE,
        },
      ],
    }
  },
})
