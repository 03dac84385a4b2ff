import { describe, expect, test } from 'vitest'
import { EMPTY_BOXES } from '../../../plans/typedReading'
import { boxesAhead, nextField, withKey } from './entryText'

const FIELDS = ['applied', 'pv', 'ao', 'output'] as const
const boxes = (filled: Partial<Record<(typeof FIELDS)[number], string>>) => ({ ...EMPTY_BOXES, ...filled })

describe('where Enter leads', () => {
  test.each([
    ['an empty first box is filled first', 'output', {}, 'applied'],
    ['on to the next that is empty', 'applied', { applied: '4', pv: '1' }, 'ao'],
    ['back to one that was passed over', 'output', { applied: '4', ao: '1', output: '2' }, 'pv'],
    ['nowhere when all are filled', 'output', { applied: '4', pv: '1', ao: '1', output: '2' }, 'output'],
  ] as const)('%s', (_, field, filled, next) => {
    expect(nextField(field, boxes(filled), FIELDS)).toBe(next)
  })
})

test.each([
  ['12', '5', '125'],
  ['12', ',', '12,'],
  ['', '−', '−'],
  ['12', 'Backspace', '1'],
  ['12', 'x', '12'],
  ['12', 'Enter', '12\n'],
  ['', 'Enter', ''],
])('typed ahead: %j and %s is %j', (text, key, after) => {
  expect(withKey(text, key)).toBe(after)
})

describe('figures typed while a reading is on its way stand in their own boxes', () => {
  const two = ['applied', 'output'] as const
  test.each([
    ['50', { applied: '50' }, 'applied', null],
    ['50\n12', { applied: '50', output: '12' }, 'output', null],
    ['50\n', { applied: '50' }, 'output', null],
    ['50\n12\n', { applied: '50', output: '12' }, 'output', ''],
    ['50\n12\n75', { applied: '50', output: '12' }, 'output', '75'],
    ['50\n12\n75\n16\n', { applied: '50', output: '12' }, 'output', '75\n16\n'],
  ] as const)('%j', (text, boxes, field, afterIt) => {
    expect(boxesAhead(text, two)).toEqual({ boxes, field, afterIt })
  })
})
