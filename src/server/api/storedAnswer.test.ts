import { expect, test } from 'vitest'
import { storedAnswer } from './storedAnswer'

// RFC 9111, 5.2.2.5 and 5.2.2.6: no-store keeps it out of every cache, no-transform from being packed on the way.
test.each([
  ['1,400 bytes', 'x'.repeat(1398), 'no-store, no-transform'],
  ['1,401 bytes', 'x'.repeat(1399), 'no-store'],
  ['1,400 bytes of 701 letters', `xx${'é'.repeat(698)}`, 'no-store, no-transform'],
  ['1,402 bytes of 702 letters', `xx${'é'.repeat(699)}`, 'no-store'],
])('an answer of %s is marked accordingly', async (_, text, marked) => {
  const answer = storedAnswer(text)
  expect(answer.headers.get('cache-control')).toBe(marked)
  expect(answer.headers.get('content-type')).toBe('application/json')
  expect(await answer.json()).toBe(text)
})
