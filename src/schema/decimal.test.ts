import { expect, test } from 'vitest'
import { DecimalNumber } from './decimal'
import { RunPlan } from './startRun'

test.each(['1,200', '12,500', '-1,200', '999,999'])('%s may be read two ways, and is asked about', (typed) => {
  const { success, error } = DecimalNumber.safeParse(typed)
  expect(success).toBe(false)
  expect(error?.issues[0]?.message).toContain('may be')
})
test.each([
  ['1,2', 1.2],
  ['0,250', 0.25], // a leading zero leaves no doubt
  ['1,2000', 1.2],
  ['1.200', 1.2],
  ['1200', 1200],
  ['12 500', 12_500],
])('%s is %d', (typed, value) => {
  expect(DecimalNumber.parse(typed)).toBe(value)
})

test.each(['30 s', '1,5', 'half a minute', '0'])(
  'a hold of “%s” is refused, and never becomes no hold',
  (dwellSeconds) => {
    const plan = { testPoints: null, pointOrder: null, cycles: 1, stabilityPercent: null }
    expect(RunPlan.safeParse({ ...plan, dwellSeconds }).success).toBe(false)
    expect(RunPlan.parse({ ...plan, dwellSeconds: '30' }).dwellSeconds).toBe(30)
  },
)
