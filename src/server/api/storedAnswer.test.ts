import { expect, test } from 'vitest'
import { storedAnswer } from './storedAnswer'

// RFC 6928, 2: ten segments of 1,460 bytes are 14,600, quotation marks of the JSON included.
// RFC 9111, 5.2.2.5 and 5.2.2.6: no-store keeps it out of every cache, no-transform from being packed on the way.
test.each([
  ['14,600 bytes', 'x'.repeat(14_598), 'no-store, no-transform'],
  ['14,601 bytes', 'x'.repeat(14_599), 'no-store'],
  ['14,600 bytes in 7,301 letters', `xx${'é'.repeat(7_298)}`, 'no-store, no-transform'],
  ['14,602 bytes in 7,302 letters', `xx${'é'.repeat(7_299)}`, 'no-store'],
])('an answer of %s is marked accordingly', async (_, text, marked) => {
  const answer = storedAnswer(text)
  expect(answer.headers.get('cache-control')).toBe(marked)
  expect(answer.headers.get('content-type')).toBe('application/json')
  expect(await answer.json()).toBe(text)
})
