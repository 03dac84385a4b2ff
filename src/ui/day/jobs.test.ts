import { expect, test } from 'vitest'
import { dueWords, matches } from './jobs'

test('every word typed must occur somewhere, in any case and order', () => {
  const job = { tag: 'PDT-401', description: 'Cyclone pressure drop', area: 'Spray dryer' }
  expect(matches(job, 'dryer cyclone')).toBe(true)
  expect(matches(job, 'pdt-4')).toBe(true)
  expect(matches(job, 'dryer boiler')).toBe(false)
})

test.each([
  [-3, '3 d over'],
  [0, 'today'],
  [1, 'tomorrow'],
  [12, 'in 12 d'],
  [60, '22 Jan'],
])('due in %d days is “%s”', (dueInDays, words) => {
  expect(dueWords({ dueInDays, dueOn: '2027-01-22' })).toBe(words)
})
