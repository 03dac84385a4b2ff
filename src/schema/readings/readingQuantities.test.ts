import { describe, expect, test } from 'vitest'
import { benchWorld } from '../../../tests/support/benchPlant'
import { NewReading } from '../run'
import { askedAt, figuresOf, isSameReading, READING_QUANTITY_LIST } from './readingQuantities'

const world = benchWorld('X-1', { lrl: -50, url: 50, urv: 40 })

describe('what a run asks for at a point, in the order it is typed', () => {
  test.each([
    ['plain', {}, ['applied', 'output']],
    ['with a communicator', { readsDigital: true }, ['applied', 'pv', 'ao', 'output']],
    ['with its display', { readsDisplay: true }, ['applied', 'display', 'output']],
    ['by a null instrument', { readsByNull: true }, ['applied', 'nominalPercent', 'deflectionPercent']],
  ] as const)('%s', (_, change, fields) => {
    expect(askedAt({ ...world, ...change }, 50)).toEqual(fields)
  })
})

test('a quantity that was not read is left out, as in a record from before it could be', () => {
  const sent = {
    id: crypto.randomUUID(),
    stepId: crypto.randomUUID(),
    applied: '20.0',
    output: '12,00',
    pv: null,
    ao: '',
  }
  expect(figuresOf(NewReading.parse(sent))).toStrictEqual({ applied: '20.0', output: '12.00' })
})

test('a correction that changes a digit, or anything read beside the output, is one; the same again is none', () => {
  const before = { applied: '20.0', output: '12.00', pv: '20.01' }
  expect(isSameReading(before, { ...before })).toBe(true)
  expect(isSameReading(before, { ...before, output: '12.000' })).toBe(false)
  expect(isSameReading(before, { ...before, pv: '20.02' })).toBe(false)
  expect(isSameReading(before, { applied: '20.0', output: '12.00' })).toBe(false)
  expect(isSameReading(before, { ...before, massesKg: '1.2' })).toBe(false)
})

test('no two quantities share a column or a place in the entry line', () => {
  const definitions = READING_QUANTITY_LIST.map(([, definition]) => definition)
  for (const part of [definitions.map(({ column }) => column), definitions.map(({ box }) => `${box.place}`)])
    expect(new Set(part).size).toBe(part.length)
})
