import { describe, expect, test } from 'vitest'
import { toResolution } from './resolution'

describe('shown to the step of the instrument', () => {
  test.each([
    [12.3456, 0.01, '12.35'],
    [0.285, 0.01, '0.29'],
    [-0.285, 0.01, '−0.29'],
    [7.13, 0.05, '7.15'],
    [7.12, 0.05, '7.10'],
    [713, 2, '714'],
    [-0.001, 0.01, '0.00'],
    [1e-4, 1e-7, '0.0001000'],
  ])('%d in steps of %d is %s', (value, step, text) => {
    expect(toResolution(value, step).text).toBe(text)
  })
  test('a step of zero, or finer than numbers are, is refused', () => {
    expect(() => toResolution(1, 0)).toThrow('is no step')
    expect(() => toResolution(1e6, 1e-12)).toThrow('finer than the digits')
  })
})
