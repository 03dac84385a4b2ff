import { expect, test } from 'vitest'
import { milliampOfPercent, percentOfMilliamp } from './currentLoop'
import { outputAtPercent, percentOfOutput, SIGNALS } from './signal'

/** The quarters of 4–20 mA: common practice, no source. */
test.each([
  [0, 4],
  [25, 8],
  [50, 12],
  [75, 16],
  [100, 20],
  [-2.5, 3.6],
  [106.25, 21],
])('%d %% is %d mA, both ways, and so says the table of signals', (percent, milliamp) => {
  expect(milliampOfPercent(percent)).toBeCloseTo(milliamp, 12)
  expect(percentOfMilliamp(milliamp)).toBeCloseTo(percent, 12)
  expect(outputAtPercent(percent, SIGNALS['4-20mA'])).toBeCloseTo(milliamp, 12)
  expect(percentOfOutput(milliamp, SIGNALS['4-20mA'])).toBeCloseTo(percent, 12)
})
