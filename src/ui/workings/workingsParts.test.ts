import { describe, expect, test } from 'vitest'
import { CALCULATIONS } from '@/calc/registry'
import { choiceWords } from '../../kit/form/choiceWords'
import { fieldKind, fieldTitle, inputSchemaOf, titleOf } from '../../kit/form/inputSchema'
import { answerColumn } from './answerColumn'
import { answerNumber } from './answerNumber'
import { answerSchemaOf } from './answerSchema'
import { readingsCorridor } from './pictures/corridorOfReadings'

describe('numbers of an answer', () => {
  test.each<[number, string, string]>([
    [10.815936520309817, 'kPa', '10.8159'],
    [0.1 + 0.2, 'kPa', '0.3'],
    [-0.97250518, '% of span', '−0.9725'],
    [3.55e-15, 'kPa', '0'],
    [1234567.8, 'Pa', '1234570'],
    [0.00012345678, 'bar', '0.000123457'],
  ])('%d %s is shown as %s', (value, unit, text) => {
    expect(answerNumber(value, unit)).toBe(text)
  })
})

describe('figures under one another', () => {
  const inKPa = (...values: number[]) => values.map((value) => ({ value, unit: 'kPa' }))
  test.each<[string, unknown[], string[] | null]>([
    [
      'the decimals of the largest',
      inKPa(-3.3965, 11.222, 25.84043, 55.077412),
      ['−3.3965', '11.2220', '25.8404', '55.0774'],
    ],
    ['no more than one of them needs', [0, 1.445, 2.89, 4.335, 5.78], ['0.000', '1.445', '2.890', '4.335', '5.780']],
    ['whole', inKPa(4, 8, 12), ['4', '8', '12']],
    ['all zero', [0, 0], ['0', '0']],
    [
      'four digits of a percentage',
      [
        { value: 11.543219, unit: '% of span' },
        { value: -2.1, unit: '% of span' },
      ],
      ['11.54', '−2.10'],
    ],
    ['a remainder of binary arithmetic', inKPa(1e-16, 0.5), ['0.0', '0.5']],
    ['over many decades each keeps its own digits', inKPa(0.001, 750), null],
    [
      'two units',
      [
        { value: 1, unit: 'kPa' },
        { value: 2, unit: 'Pa' },
      ],
      null,
    ],
    ['a gap', [1, null], null],
    ['words', ['pass', 'fail'], null],
    ['no rows', [], null],
  ])('%s', (_, cells, texts) => {
    expect(answerColumn(cells)).toEqual(texts)
  })
})

describe('choices as a person reads them', () => {
  test.each<[string, string, field?: string]>([
    ['inH2O@20C', 'inH2O (20 °C)'],
    ['4-20mA', '4 … 20 mA'],
    ['output-stage', 'output stage off (PV right, meter and AO differ)', 'fault'],
    ['expanded-uncertainty', 'w = U', 'guardBand'],
    ['none', 'no fault found', 'fault'],
    ['none', 'none (simple acceptance)', 'guardBand'],
    ['percentReading', '% of reading'],
    ['volumeFlow', 'Volume flow'],
    ['EN 837-1 class 1.6', 'EN 837-1 class 1.6'],
    ['dial-gauge', 'dial gauge'],
    ['indicator', 'indicator', 'kind'],
    ['indicator', 'pressure indicator', 'deviceKind'],
  ])('%s: %s', (id, words, field) => {
    expect(choiceWords(id, field)).toBe(words)
  })
})

describe('forms drawn from schemas', () => {
  test('every field of every calculation has a title of words, not of code', () => {
    for (const calculation of CALCULATIONS) {
      const field = fieldKind(inputSchemaOf(calculation))
      if (field.kind !== 'group') throw new Error(`${calculation.name} has no fields`)
      for (const [key, part] of field.fields)
        expect(titleOf(key, part), `${calculation.name}.${key}`).toMatch(/^[A-Z…].*/)
    }
  })
  test('every part of every answer has a title', () => {
    for (const calculation of CALCULATIONS)
      for (const [key, part] of Object.entries(answerSchemaOf(calculation).properties ?? {}))
        if (key !== 'workings') expect(part.title, `${calculation.name}.${key}`).toBeTruthy()
  })
  test.each<[string, object, string]>([
    ['a number', { type: 'number' }, 'number'],
    ['a whole number', { type: 'integer' }, 'number'],
    ['an optional choice', { anyOf: [{ type: 'string', enum: ['a', 'b'] }, { type: 'null' }] }, 'choice'],
    ['constants', { anyOf: [{ const: 1 }, { const: 2 }] }, 'choice'],
    [
      'kinds',
      { oneOf: [{ properties: { kind: { const: 'a' } } }, { properties: { kind: { const: 'b' } } }] },
      'variants',
    ],
    ['a list of numbers', { type: 'array', items: { type: 'number' } }, 'numbers'],
    ['a list of rows', { type: 'array', items: { properties: { a: { type: 'number' } } } }, 'rows'],
    ['an optional group', { anyOf: [{ properties: { a: { type: 'number' } } }, { type: 'null' }] }, 'group'],
    ['text', { type: 'string' }, 'text'],
    ['a flag', { type: 'boolean' }, 'flag'],
  ])('%s', (_, schema, kind) => {
    expect(fieldKind(schema).kind).toBe(kind)
  })
  test('a refusal names the field as the page does, down to the row', () => {
    const diagnose = CALCULATIONS.find(({ name }) => name === 'diagnose')
    if (!diagnose) throw new Error('no diagnosis')
    const schema = inputSchemaOf(diagnose)
    expect(fieldTitle(schema, 'range.lrv')).toBe('Range, LRV')
    expect(fieldTitle(schema, 'readings.2.output')).toBe('Readings, row 3, Output')
    expect(fieldTitle(schema, 'transfer.cutOffPercent')).toBe('Transfer, Cut-off, % of flow')
    expect(fieldTitle(schema, 'model')).toBe('Model')
  })
  test('a key without a title becomes words', () => {
    expect(titleOf('hasStopPin', {})).toBe('Has stop pin')
  })
})

describe('the corridor of readings typed by hand', () => {
  const input = {
    range: { lrv: 0, urv: 50, unit: 'kPa' as const },
    signal: '4-20mA' as const,
    limitPercent: 0.5,
    readings: [
      { target: 0, direction: 'rising' as const, applied: 0, output: 4.04 },
      { target: 100, direction: 'rising' as const, applied: 50, output: 20.16 },
      { target: 50, direction: 'falling' as const, applied: 25, output: null },
    ],
  }
  test('holds what was read, with its verdict, and leaves out what was not', () => {
    const [series] = readingsCorridor(input)?.series ?? []
    expect(
      series?.points.map(({ errorPercentSpan, verdict }) => [Number(errorPercentSpan.toFixed(6)), verdict]),
    ).toEqual([
      [0.25, 'inside'],
      [1, 'outside'],
    ])
  })
  test('there is none without a limit, or through a root', () => {
    expect(readingsCorridor({ ...input, limitPercent: null })).toBeNull()
    expect(readingsCorridor({ ...input, transfer: { kind: 'root-to-zero' } })).toBeNull()
  })
})
