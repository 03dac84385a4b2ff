import { describe, expect, test } from 'vitest'
import { CALCULATIONS } from '@/calc/registry'
import { draftOf, emptyDraft, inputOf, partAt, withPart } from './draft'
import { inputSchemaOf } from './inputSchema'

describe('every form of every calculation', () => {
  test.each(CALCULATIONS)('$name: the example, put into the form and read back, is the example', (calculation) => {
    const schema = inputSchemaOf(calculation)
    expect(inputOf(schema, draftOf(schema, calculation.example))).toEqual(calculation.example)
  })
  test.each(CALCULATIONS)('$name: an empty form is refused in words and never thrown', (calculation) => {
    const schema = inputSchemaOf(calculation)
    const parsed = calculation.input.safeParse(inputOf(schema, emptyDraft(schema)))
    expect(parsed.success).toBe(false)
    for (const { message } of parsed.error?.issues ?? []) expect(message.length).toBeGreaterThan(5)
  })
})

describe('what is typed', () => {
  const number = { type: 'number' }
  test.each([
    ['12,5', 12.5],
    [' −3 ', -3],
    ['1e-3', 0.001],
    ['', ''],
    ['abc', 'abc'],
  ])('%j is %j', (typed, value) => {
    expect(inputOf(number, typed)).toBe(value)
  })
  test('a box that may be empty is null when it is', () => {
    expect(inputOf({ anyOf: [number, { type: 'null' }] }, '')).toBeNull()
  })
  test('a list of numbers takes blanks, semicolons, and commas before a blank', () => {
    expect(inputOf({ type: 'array', items: number }, '0; 12,5  50, 100')).toEqual([0, 12.5, 50, 100])
  })
  test('one part is replaced, the rest is kept', () => {
    const draft = { a: '1', rows: [{ b: '2' }, { b: '3' }] }
    expect(withPart(draft, ['rows', '1', 'b'], '4')).toEqual({ a: '1', rows: [{ b: '2' }, { b: '4' }] })
  })
  test('a part is found at its place; none where a part was left out or is not there', () => {
    const draft = { a: '1', rows: [{ b: '2' }, { b: '3' }], left: null }
    expect(partAt(draft, ['rows', '1', 'b'])).toBe('3')
    expect(partAt(draft, ['left'])).toBeNull()
    expect(partAt(draft, ['left', 'lower'])).toBeUndefined()
    expect(partAt(draft, ['rows', '2', 'b'])).toBeUndefined()
  })
  test('what was left out can be filled in again', () => {
    expect(withPart({ scale: null }, ['scale', 'lower'], '4')).toEqual({ scale: { lower: '4' } })
  })
})
