import { describe, expect, test } from 'vitest'
import { Conflict } from '../../refusals'
import { isRepeated, refuseForeignId } from './repeated'

const FIELDS = ['applied', 'output'] as const

describe('the same id', () => {
  test('with nothing stored is new', () => {
    expect(isRepeated(undefined, { applied: '4', output: '1' }, FIELDS)).toBe(false)
  })
  test('with the same content is an answer that got lost; left out and null are the same', () => {
    expect(isRepeated({ applied: '4', output: null }, { applied: '4' }, FIELDS)).toBe(true)
  })
  test('with other content is a conflict that tells what is stored', () => {
    expect(() => isRepeated({ applied: '4', output: '1.00' }, { applied: '4', output: '2' }, FIELDS)).toThrow(Conflict)
    expect(() => isRepeated({ applied: '4', output: '1.00' }, { applied: '4', output: '2' }, FIELDS)).toThrow('4, 1.00')
  })
  test('of something else is refused', () => {
    expect(() => refuseForeignId(false)).toThrow('belongs to something else')
    expect(() => refuseForeignId(true)).not.toThrow()
  })
})
