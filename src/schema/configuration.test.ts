import { describe, expect, test } from 'vitest'
import { z } from 'zod'
import { TYPED_CONFIGURATION } from '../../tests/support/typedConfiguration'
import { ConfigurationForm, NewInstrument } from './configurationForm'

const VALID = {
  ...TYPED_CONFIGURATION,
  errorLimit: { combine: 'larger', terms: [{ kind: 'percentSpan', value: '0,25' }] },
  testPoints: '0, 25, 50, 75, 100',
}
const complaints = (change: object) => {
  const result = ConfigurationForm.safeParse({ ...VALID, ...change })
  return result.success ? {} : z.flattenError(result.error).fieldErrors
}

test('text as typed becomes numbers, a decimal comma too', () => {
  const parsed = ConfigurationForm.parse(VALID)
  expect(parsed).toMatchObject({ lrl: -50, urv: 40, intervalMonths: 12, testPoints: [0, 25, 50, 75, 100] })
  expect(parsed.errorLimit.terms[0]?.value).toBe(0.25)
})

test.each([
  ['0 25 50', [0, 25, 50]],
  ['0;12,5; 25', [0, 12.5, 25]],
  ['0,50,100', [0, 50, 100]],
  ['0, 12,5, 100', [0, 12.5, 100]],
])('points typed as “%s”', (typed, points) => {
  expect(ConfigurationForm.parse({ ...VALID, testPoints: typed }).testPoints).toEqual(points)
})

test('points from −10 to 110 % of the span are taken, farther ones refused in words', () => {
  expect(complaints({ testPoints: '-10 50 110' })).toEqual({})
  expect(complaints({ testPoints: '50 111' }).testPoints).toEqual(['a point lies above 110 %'])
  expect(complaints({ testPoints: '-11 50' }).testPoints).toEqual(['a point lies below −10 %'])
})

describe('what the sensor cannot do is refused in words, at the field', () => {
  test.each<[string, object, field: string, words: string]>([
    ['LRV = URV', { lrv: '40' }, 'urv', 'equals LRV (40 kPa), so the span is zero: enter a different URV'],
    ['span under the smallest', { urv: '0.5' }, 'urv', 'span 0.5 kPa is under the smallest this sensor allows (1 kPa)'],
    ['URV beyond the sensor', { urv: '60' }, 'urv', 'outside what the sensor can do (−50 … 50 kPa)'],
    ['limits crossed', { lrl: '60' }, 'url', 'must lie above LRL (60 kPa)'],
    ['unknown unit', { unit: 'furlong' }, 'unit', 'not a unit Barys knows'],
    ['letters', { lrv: 'zero' }, 'lrv', '“zero” is not a number'],
    ['an empty box', { urv: '' }, 'urv', 'nothing entered'],
    [
      'a point beyond the sensor',
      { urv: '50', testPoints: '0 100 110' },
      'testPoints',
      '110 % is 55 kPa, outside what the sensor can do',
    ],
    ['a point twice', { testPoints: '0 50 50' }, 'testPoints', ''],
    [
      'no limit at zero',
      { errorLimit: { combine: 'sum', terms: [{ kind: 'percentReading', value: 1 }] } },
      'errorLimit',
      'is zero at the 0 % point',
    ],
    [
      'adjust limit wider',
      { adjustLimit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 1 }] } },
      'adjustLimit',
      'wider than the error limit',
    ],
    ['half a month', { intervalMonths: '1.5' }, 'intervalMonths', 'whole months only'],
  ])('%s', (_name, change, field, words) => {
    const found: Record<string, string[] | undefined> = complaints(change)
    expect(Object.keys(found)).toContain(field)
    expect(found[field]?.join()).toContain(words)
  })

  test('a smallest span of 0.2 allows 0.1 … 0.3, although binary arithmetic makes that a hair less', () => {
    expect(0.3 - 0.1 < 0.2).toBe(true)
    expect(complaints({ lrv: '0.1', urv: '0.3', minSpan: '0.2' })).toEqual({})
  })
  test.each([
    ['1', true],
    ['120', true],
    ['0', false],
    ['121', false],
    ['12.5', false],
  ])('an interval of %s months: whole ones from 1 to 120', (intervalMonths, isTaken) => {
    expect(complaints({ intervalMonths }).intervalMonths === undefined).toBe(isTaken)
  })
  test('reverse-acting and elevated ranges are as good as any', () => {
    expect(complaints({ lrv: '40', urv: '-40' })).toEqual({})
  })
})

test.each(['', ' ', '-x', 'a\nb', 'x'.repeat(41), '<b>'])('the tag “%s” is refused', (tag) => {
  expect(NewInstrument.safeParse({ tag, configuration: VALID }).success).toBe(false)
})
test.each(['PDT-301', 'LT 12/A', 'ŽT-1', '12.FIC.3'])('the tag “%s” is taken', (tag) => {
  expect(NewInstrument.safeParse({ tag, configuration: VALID }).success).toBe(true)
})
