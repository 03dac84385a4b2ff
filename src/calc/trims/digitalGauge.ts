import { z } from 'zod'
import { digitalGaugeSequence, gaugeAdjustRemainder } from '@/core/adjust/digitalGauge'
import { worked } from '@/core/workings/workings'
import { aboveZero, number, Quantity, quantity, titled, zeroOrMore } from '@/schema/field'
import { calculation } from '../calculation'
import { TrimPoint, Unit } from './trimsTerms'

export const digitalGauge = calculation({
  name: 'digital-gauge',
  group: 'adjust',
  title: 'Digital gauge: sequence and what it leaves',
  summary:
    'Zero, full scale, mid-scale, and near vacuum for a compound range; then the error left at the points of a check.',
  input: z.object({
    low: number('Scale from (gauge)'),
    high: zeroOrMore('Scale to (gauge)'),
    barometric: aboveZero('Air pressure'),
    unit: Unit,
    held: titled(z.array(TrimPoint).max(10), 'Held points, once taken'),
    check: titled(z.array(TrimPoint).max(60), 'Check points before the adjustment'),
  }),
  answer: z.object({
    sequence: titled(
      z.array(
        z.object({
          name: titled(z.string(), 'Point'),
          target: titled(Quantity, 'Target'),
          from: titled(Quantity, 'From'),
          to: titled(Quantity, 'To'),
          says: titled(z.string(), 'How'),
        }),
      ),
      'Sequence',
    ),
    left: titled(
      z.array(z.object({ reference: titled(Quantity, 'At'), after: titled(Quantity, 'Error left') })),
      'What it leaves',
    ),
  }),
  example: {
    low: -1,
    high: 6,
    barometric: 0.987,
    unit: 'bar',
    held: [
      { reference: 0, reading: 0.012 },
      { reference: 5.95, reading: 5.988 },
      { reference: 3.02, reading: 3.039 },
      { reference: -0.93, reading: -0.922 },
    ],
    check: [
      { reference: -0.5, reading: -0.489 },
      { reference: 1.5, reading: 1.52 },
      { reference: 4.5, reading: 4.53 },
    ],
  },
  named: { table: 'held' },
  work: ({ low, high, barometric, unit, held, check }) => {
    const sequence = digitalGaugeSequence({ low, high }, barometric)
    const left = held.length === 0 ? [] : gaugeAdjustRemainder(held, check)
    return {
      sequence: sequence.map(({ name, target, from, to, says }) => ({
        name,
        target: quantity(target, unit),
        from: quantity(from, unit),
        to: quantity(to, unit),
        says,
      })),
      left: left.map((after, index) => ({
        reference: quantity(check[index]?.reference ?? 0, unit),
        after: quantity(after, unit),
      })),
      workings:
        held.length === 0
          ? []
          : [
              {
                finds: 'largest error left',
                formula: 'largest |f(reading) − reference|, f the smooth curve through the held points',
                from: [worked('held points', held.length, '')],
                result: worked('left', Math.max(0, ...left.map(Math.abs)), unit),
                source: 'monotone cubic, Fritsch and Carlson, SIAM J. Numer. Anal. 17 (1980) 238',
              },
            ],
    }
  },
})
