import { expect, test } from 'vitest'
import { certifiedPoint } from './certifiedPoint'

test('by hand: 50.02 shown rising and 50.06 falling for 50: 0.04 to take off, half of 0.04 on the larger U', () => {
  const { indicated, correction, uncertainty } = certifiedPoint([
    { applied: 50, shown: 50.02, expanded: 0.03 },
    { applied: 50, shown: 50.06, expanded: 0.035 },
  ])
  expect(indicated).toBeCloseTo(50.04, 12)
  expect(correction).toBeCloseTo(-0.04, 12)
  expect(uncertainty).toBeCloseTo(0.055, 12)
})

test('what was there differs a little from reading to reading: the corrections are compared, not what was shown', () => {
  const { correction, uncertainty } = certifiedPoint([
    { applied: 10.01, shown: 10, expanded: 0.002 },
    { applied: 10.04, shown: 10.03, expanded: 0.002 },
  ])
  expect(correction).toBeCloseTo(0.01, 12)
  expect(uncertainty).toBeCloseTo(0.002, 12)
})
