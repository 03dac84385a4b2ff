import { describe, expect, test } from 'vitest'
import { limitInput, limitPercentSpan, type ReferenceLimit } from './errorLimit'
import { limitWords } from './limitWords'

const basis = { range: { lrv: 0, urv: 50, unit: 'kPa' as const }, url: 250 }
const single = (term: ReferenceLimit['terms'][number]): ReferenceLimit => ({ combine: 'sum', terms: [term] })

describe('terms, by hand calculation on 0 … 50 kPa of a 250 kPa sensor', () => {
  test.each<[string, ReferenceLimit, applied: number, kPa: number]>([
    ['0.2 % of span', single({ kind: 'percentSpan', value: 0.2 }), 10, 0.1],
    ['0.2 % of reading', single({ kind: 'percentReading', value: 0.2 }), 10, 0.02],
    ['0.2 % of a negative reading', single({ kind: 'percentReading', value: 0.2 }), -10, 0.02],
    ['0.2 % of URL', single({ kind: 'percentUrl', value: 0.2 }), 10, 0.5],
    ['3 mbar', single({ kind: 'absolute', value: 3, unit: 'mbar' }), 10, 0.3],
    ['2 counts of 0.05 kPa', single({ kind: 'counts', value: 2, step: 0.05, unit: 'kPa' }), 10, 0.1],
    ['3 counts of 1 mbar', single({ kind: 'counts', value: 3, step: 1, unit: 'mbar' }), 10, 0.3],
    ['a floor of 0.07 in the unit of the range', single({ kind: 'floor', value: 0.07 }), 10, 0.07],
    ['4 counts of 0.01 of its own', single({ kind: 'steps', value: 4, step: 0.01 }), 10, 0.04],
    [
      'sum',
      {
        combine: 'sum',
        terms: [
          { kind: 'percentSpan', value: 0.2 },
          { kind: 'percentReading', value: 1 },
        ],
      },
      10,
      0.2,
    ],
    [
      'larger, low',
      {
        combine: 'larger',
        terms: [
          { kind: 'percentSpan', value: 0.2 },
          { kind: 'percentReading', value: 1 },
        ],
      },
      5,
      0.1,
    ],
    [
      'larger, high',
      {
        combine: 'larger',
        terms: [
          { kind: 'percentSpan', value: 0.2 },
          { kind: 'percentReading', value: 1 },
        ],
      },
      50,
      0.5,
    ],
  ])('%s', (_name, limit, applied, kPa) => {
    expect(limitInput(applied, limit, basis)).toBeCloseTo(kPa, 12)
  })

  test('a reverse-acting range has the same limits', () => {
    const reversed = { range: { lrv: 50, urv: 0, unit: 'kPa' as const }, url: 250 }
    expect(limitPercentSpan(10, single({ kind: 'percentSpan', value: 0.2 }), reversed)).toBeCloseTo(0.2, 12)
  })
  test('no terms is refused', () => {
    expect(() => limitInput(1, { combine: 'sum', terms: [] }, basis)).toThrow('add at least one term')
  })
})

test('limits in words', () => {
  expect(limitWords(single({ kind: 'percentSpan', value: 0.25 }))).toBe('±0.25 % of span')
  expect(
    limitWords({
      combine: 'sum',
      terms: [
        { kind: 'percentReading', value: 0.02 },
        { kind: 'absolute', value: 3, unit: 'inH2O@20C' },
      ],
    }),
  ).toBe('±(0.02 % of reading + 3 inH2O (20 °C))')
  expect(
    limitWords({
      combine: 'larger',
      terms: [
        { kind: 'percentUrl', value: 0.1 },
        { kind: 'percentReading', value: 1 },
      ],
    }),
  ).toBe('±0.1 % of URL or 1 % of reading, whichever is larger')
})
