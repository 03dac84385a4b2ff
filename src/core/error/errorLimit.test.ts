import { describe, expect, test } from 'vitest'
import { type ErrorLimit, everyTerm, limitInput, limitPercentSpan, limitSides, type ReferenceLimit } from './errorLimit'
import { gaugeClassLimit } from './gaugeClass'
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

const ofSpan = (value: number) => ({ combine: 'larger' as const, terms: [{ kind: 'percentSpan' as const, value }] })

describe('a limit by part of the range', () => {
  /** ASME B40.100, grade A: 2 % in the first and last quarter of the scale, 1 % in its middle half (from memory). */
  const gradeA: ErrorLimit = {
    ...ofSpan(2),
    further: [
      { ...ofSpan(1), fromPercent: 25 },
      { ...ofSpan(2), fromPercent: 75 },
    ],
  }
  test('says of every point what the class of the gauge says', () => {
    for (const percent of [-2, 0, 5, 10, 20, 30, 50, 70, 80, 90, 100, 104])
      expect(limitPercentSpan(percent / 2, gradeA, basis), `${percent} %`).toBeCloseTo(
        gaugeClassLimit('ASME B40.100 grade A', {
          scalePercent: Math.min(100, Math.max(0, percent)),
          hasStopPin: false,
        }),
        12,
      )
  })
  test('where parts meet, and within half a percent of it, the smaller holds: rule of ours', () => {
    expect([24.4, 24.6, 25, 25.4, 74.6, 75, 75.4, 75.6].map((at) => limitPercentSpan(at / 2, gradeA, basis))).toEqual([
      2, 1, 1, 1, 1, 1, 1, 2,
    ])
  })
  test('a reversed range has its parts from its own 0 %', () => {
    const reversed = { range: { lrv: 50, urv: 0, unit: 'kPa' as const }, url: 250 }
    const rising: ErrorLimit = { ...ofSpan(3), further: [{ ...ofSpan(1), fromPercent: 40 }] }
    expect(limitPercentSpan(45, rising, reversed)).toBeCloseTo(3, 12)
    expect(limitPercentSpan(5, rising, reversed)).toBeCloseTo(1, 12)
  })
})

describe('a limit of its own below zero', () => {
  const lopsided: ErrorLimit = {
    ...ofSpan(0.4),
    below: { combine: 'sum', terms: [{ kind: 'percentReading', value: 1 }] },
    further: [{ ...ofSpan(0.6), fromPercent: 60, below: ofSpan(0.5) }],
  }
  test('both sides, by hand on 0 … 50 kPa: 0.4 % of 50 above, 1 % of the reading below', () => {
    expect(limitSides(10, lopsided, basis)).toEqual({ above: 0.2, below: 0.1 })
    const further = limitSides(40, lopsided, basis)
    expect(further.above).toBeCloseTo(0.3, 12)
    expect(further.below).toBeCloseTo(0.25, 12)
  })
  test('one figure alone is the smaller side', () => {
    expect(limitInput(10, lopsided, basis)).toBeCloseTo(0.1, 12)
    expect(limitInput(25, lopsided, basis)).toBeCloseTo(0.2, 12)
  })
  test('all its terms are told, wherever they hold', () => {
    expect(everyTerm(lopsided).map(({ value }) => value)).toEqual([0.4, 1, 0.6, 0.5])
  })
})
