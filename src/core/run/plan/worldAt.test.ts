import { expect, test } from 'vitest'
import { worldAt } from './worldAt'

/** Invented references; a reading keeps the one it was taken with. */
const WORLD = {
  inputReference: { id: 'low' },
  furtherReferences: [{ id: 'high' }],
  outputReference: { id: 'meter' },
  points: [{ percent: 0 }, { percent: 100, referenceId: 'high' }],
}
const EXCHANGES = [
  { replaces: 'high', at: '2026-11-28T10:00:00.000Z', standard: { id: 'other' } },
  { replaces: 'meter', at: '2026-11-28T11:00:00.000Z', standard: { id: 'meter 2' } },
  { replaces: 'other', at: '2026-11-28T12:00:00.000Z', standard: { id: 'third' } },
]
const at = (time?: string) => {
  const { inputReference, furtherReferences, outputReference, points } = worldAt(WORLD, EXCHANGES, time)
  return [inputReference.id, furtherReferences[0]?.id, outputReference.id, points[1]?.referenceId]
}

test('before, between and after', () => {
  expect(at('2026-11-28T09:59:59.000Z')).toEqual(['low', 'high', 'meter', 'high'])
  expect(at('2026-11-28T10:00:00.000Z')).toEqual(['low', 'other', 'meter', 'other'])
  expect(at('2026-11-28T11:30:00.000Z')).toEqual(['low', 'other', 'meter 2', 'other'])
  expect(at()).toEqual(['low', 'third', 'meter 2', 'third'])
})
