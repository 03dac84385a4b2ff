import { z } from 'zod'
import { digitalGaugeSequence, gaugeAdjustRemainder } from '@/core/adjust/digitalGauge'
import { trimRemainder, twoPointTrim } from '@/core/adjust/twoPointTrim'
import { zeroTrimShift } from '@/core/adjust/zeroTrim'
import { worked } from '@/core/workings/workings'
import { aboveZero, number, Quantity, quantity, result, titled, words, zeroOrMore } from '../schema/field'
import { calculation } from './calculation'

const CP = 'common practice, no source'
const Unit = words('Unit', 20)

export const zeroTrim = calculation({
  name: 'zero-trim',
  group: 'adjust',
  title: 'Zero trim',
  summary:
    'The shift a zero trim stores; refused at a pressure that is not zero, or where it would hide an elevated zero.',
  input: z.object({
    pv: number('PV shown'),
    applied: number('Pressure on the cell, by the reference'),
    zeroTolerance: zeroOrMore('Counts as zero within ±'),
    makerLimit: titled(aboveZero('').nullable(), 'Largest shift the maker allows, ±'),
    lrv: number('LRV of the range'),
    unit: Unit,
  }),
  answer: z.object({ shift: result('Shift stored'), effect: titled(z.string(), 'What it does') }),
  example: { pv: -0.38, applied: 0.004, zeroTolerance: 0.01, makerLimit: 2.5, lrv: 0, unit: 'kPa' },
  work: ({ unit, ...trim }) => {
    const shift = zeroTrimShift(trim)
    return {
      shift: quantity(shift, unit),
      effect: 'moves every reading by the same amount; span and linearity stay as they were',
      workings: [
        {
          finds: 'shift',
          formula: 'shift = −PV at true zero',
          from: [worked('PV', trim.pv, unit), worked('applied', trim.applied, unit)],
          result: worked('shift', shift, unit),
          source: CP,
        },
      ],
    }
  },
})

const TrimPoint = z.object({ reference: number('Reference'), reading: number('Instrument') })

export const trim = calculation({
  name: 'two-point-trim',
  group: 'adjust',
  title: 'Sensor trim or output trim',
  summary:
    'Lower then upper trim in pressure, or 4 and 20 mA against the meter: the correction, and what it leaves elsewhere.',
  input: z.object({
    of: titled(z.enum(['sensor', 'output']), 'Trim of the'),
    unit: Unit,
    lower: titled(TrimPoint, 'Lower trim'),
    upper: titled(TrimPoint, 'Upper trim'),
    minimumSpan: aboveZero('Ends at least this far apart'),
    makerGainLimitPercent: titled(aboveZero('').nullable(), 'Largest change of gain the maker allows, %'),
    others: titled(z.array(TrimPoint).max(60), 'Other points read before the trim'),
  }),
  answer: z.object({
    gainChange: result('Change of gain'),
    offset: result('Offset'),
    remainder: titled(
      z.array(
        z.object({
          reference: titled(Quantity, 'At'),
          before: titled(Quantity, 'Error before'),
          after: titled(Quantity, 'Error left'),
        }),
      ),
      'What it leaves',
    ),
    order: titled(z.string(), 'Order'),
  }),
  example: {
    of: 'output',
    unit: 'mA',
    lower: { reference: 4, reading: 4.034 },
    upper: { reference: 20, reading: 20.082 },
    minimumSpan: 8,
    makerGainLimitPercent: 3,
    others: [{ reference: 12, reading: 12.061 }],
  },
  work: ({ of, unit, lower, upper, minimumSpan, makerGainLimitPercent, others }) => {
    const correction = twoPointTrim({ lower, upper, minimumSpan, makerGainLimitPercent })
    const points = [lower, ...others, upper]
    const left = trimRemainder(correction, points)
    return {
      gainChange: quantity((correction.gain - 1) * 100, '%'),
      offset: quantity(correction.offset, unit),
      remainder: points.map(({ reference, reading }, index) => ({
        reference: quantity(reference, unit),
        before: quantity(reading - reference, unit),
        after: quantity(left[index] ?? 0, unit),
      })),
      order:
        of === 'sensor'
          ? 'lower trim first, then upper: the upper changes the gain about the lower end'
          : '4 mA first, then 20 mA, each against the meter in the loop',
      workings: [
        {
          finds: 'gain',
          formula: 'g = (r₂ − r₁) / (x₂ − x₁)',
          from: [
            worked('r₁', lower.reference, unit),
            worked('r₂', upper.reference, unit),
            worked('x₁', lower.reading, unit),
            worked('x₂', upper.reading, unit),
          ],
          result: worked('g', correction.gain, ''),
          source: 'straight line through both trim points',
        },
        {
          finds: 'offset',
          formula: 'o = r₁ − g · x₁',
          from: [
            worked('r₁', lower.reference, unit),
            worked('g', correction.gain, ''),
            worked('x₁', lower.reading, unit),
          ],
          result: worked('o', correction.offset, unit),
          source: 'straight line through both trim points',
        },
      ],
    }
  },
})

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
