import { z } from 'zod'
import { convertPressure, pressureUnitLabel } from '@/core/units/pressureUnit'
import { decadePoints, errorPercentReading, type PointsPerDecade } from '@/core/vacuum/decades'
import { serveByReferences } from '@/core/vacuum/subRanges'
import { isNearAtmosphere, vacuumAdjustPoints } from '@/core/vacuum/vacuumAdjust'
import { worked } from '@/core/workings/workings'
import { PressureUnitChoice } from '../schema/choices'
import { aboveZero, list, Quantity, quantity, result, titled, words, zeroOrMore } from '../schema/field'
import { calculation } from './calculation'

const CP = 'common practice, no source'

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
          source: CP,
        },
      ],
    }
  },
})

export const vacuumReading = calculation({
  name: 'vacuum-reading',
  group: 'vacuum',
  title: 'Error of a vacuum reading',
  summary: 'Error in % of reading, against its limit, with a word of warning near atmosphere.',
  input: z.object({
    reading: aboveZero('Gauge'),
    applied: aboveZero('Reference (abs)'),
    unit: PressureUnitChoice,
    limitPercentReading: aboveZero('Error limit, ± % of reading'),
    barometric: titled(z.object({ value: aboveZero('Reading'), unit: PressureUnitChoice }), 'Barometric pressure'),
  }),
  answer: z.object({
    error: result('Error'),
    isInside: titled(z.boolean(), 'Inside the limit'),
    notice: titled(z.string().nullable(), 'Note'),
  }),
  example: {
    reading: 0.0467,
    applied: 0.0451,
    unit: 'mbar',
    limitPercentReading: 8,
    barometric: { value: 987.3, unit: 'hPa' },
  },
  work: ({ reading, applied, unit, limitPercentReading, barometric }) => {
    const error = errorPercentReading(reading, applied)
    const air = convertPressure(barometric.value, barometric.unit, unit)
    return {
      error: quantity(error, '% of reading'),
      isInside: Math.abs(error) <= limitPercentReading * (1 + 1e-9),
      notice: isNearAtmosphere(applied, air)
        ? 'near atmosphere, which changes from day to day: do not set span here'
        : null,
      workings: [
        {
          finds: 'error',
          formula: 'e = (reading − applied) / applied · 100',
          from: [
            worked('reading', reading, pressureUnitLabel(unit)),
            worked('applied', applied, pressureUnitLabel(unit)),
          ],
          result: worked('e', error, '% of reading'),
          source: CP,
        },
      ],
    }
  },
})

export const vacuumAdjust = calculation({
  name: 'vacuum-adjust',
  group: 'vacuum',
  title: 'Where to adjust a vacuum gauge',
  summary: 'Span well above the transition and below atmosphere, zero at a vacuum hard enough for the lowest decade.',
  input: z.object({
    gaugeLow: aboveZero('Gauge reads from (abs)'),
    gaugeHigh: aboveZero('… to'),
    barometric: aboveZero('Air pressure (abs)'),
    transition: titled(aboveZero('').nullable(), 'Changes its principle at'),
    baseVacuum: zeroOrMore('Vacuum the pump reaches'),
    unit: PressureUnitChoice,
  }),
  answer: z.object({
    span: result('Set span at about'),
    zeroAtMost: result('Set zero at or below'),
    notes: titled(z.array(z.string()), 'Order and notes'),
  }),
  example: { gaugeLow: 0.002, gaugeHigh: 1300, barometric: 987, transition: 30, baseVacuum: 0.006, unit: 'mbar' },
  work: ({ unit, ...gauge }) => {
    const label = `${pressureUnitLabel(unit)} abs`
    const points = vacuumAdjustPoints(gauge)
    return {
      span: quantity(points.span, label),
      zeroAtMost: quantity(points.zeroAtMost, label),
      notes: [...points.notes],
      workings: [
        {
          finds: 'span point',
          formula: 'p = 0.79 · air pressure, or the top of the gauge',
          from: [worked('air', gauge.barometric, label), worked('top', gauge.gaugeHigh, label)],
          result: worked('p', points.span, label),
          source: CP,
        },
        {
          finds: 'hard enough for zero',
          formula: 'p₀ ≤ 10 · lowest reading',
          from: [worked('lowest', gauge.gaugeLow, label)],
          result: worked('p₀', points.zeroAtMost, label),
          source: CP,
        },
      ],
    }
  },
})
