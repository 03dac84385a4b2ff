import { describe, expect, test } from 'vitest'
import { overallVerdict, pointVerdict } from './verdict'

describe('simple acceptance: ILAC-G8:09/2019, 4.2.1 (clause from memory): on the limit is inside', () => {
  test.each([
    [0.1, 'inside'],
    [0.125, 'inside'],
    [-0.13, 'inside-look'],
    [0.25, 'inside-look'],
    [-0.2501, 'outside'],
  ])('error %d, limit 0.25, adjust limit 0.125: %s', (error, verdict) => {
    expect(pointVerdict({ error, limit: 0.25, adjustLimit: 0.125 })).toBe(verdict)
  })

  test('a reading exactly on its limit stays inside, although binary arithmetic puts 4.04 − 4 above 0.04', () => {
    expect(4.04 - 4 > 0.04).toBe(true)
    expect(pointVerdict({ error: 4.04 - 4, limit: 0.04, adjustLimit: null })).toBe('inside')
  })
  test('a thousandth of the limit beyond it is outside', () => {
    expect(pointVerdict({ error: 0.04004, limit: 0.04, adjustLimit: null })).toBe('outside')
  })
})

test('overall is the worst of the points, and nothing without points', () => {
  expect(overallVerdict(['inside', 'inside-look', 'inside'])).toBe('inside-look')
  expect(overallVerdict(['inside-look', 'outside', 'inside'])).toBe('outside')
  expect(overallVerdict(['inside'])).toBe('inside')
  expect(overallVerdict([])).toBeNull()
})
