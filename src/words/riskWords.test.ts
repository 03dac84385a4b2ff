import { expect, test } from 'vitest'
import { riskWords } from './riskWords'

test.each([
  [0, 'less than 0.1 %'],
  [0.00099, 'less than 0.1 %'],
  [0.001, 'at most 0.10 %'],
  [0.0099, 'at most 0.99 %'],
  [0.0123, 'at most 1.2 %'],
  [0.302, 'at most 30 %'],
])('a risk of %d is said as “%s”', (probability, words) => {
  expect(riskWords(probability)).toBe(words)
})
