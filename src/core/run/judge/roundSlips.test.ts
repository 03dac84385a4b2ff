import { expect, test } from 'vitest'
import { roundSlips } from './roundSlips'

/** Slips people make: common practice, no source; the range is invented: 0 … 40 kPa as 4 … 20 mA. */
const POINTS = [0, 25, 50, 75, 100]
const WORLD = {
  configuration: {
    ...{ lrv: 0, urv: 40, url: 63, unit: 'kPa' as const, signal: '4-20mA' as const, adjustLimit: null },
    errorLimit: { combine: 'sum' as const, terms: [{ kind: 'percentSpan' as const, value: 0.3 }] },
  },
  inputUnit: 'kPa' as const,
  points: POINTS.map((percent) => ({ percent })),
}
const steps = (outputs: readonly string[]) =>
  POINTS.map((percent, index) => ({
    percent,
    readings: [{ applied: (0.4 * percent).toFixed(1), output: outputs[index] ?? '' }],
  }))
const found = (outputs: readonly string[]) =>
  roundSlips(steps(outputs), WORLD).map(({ step, slip }) => [step.percent, slip.nature])

test('two readings in each other’s rows are a pair', () => {
  expect(found(['4.00', '12.00', '8.00', '16.00', '20.00'])).toEqual([
    [25, 'row'],
    [50, 'row'],
  ])
})

test('more of them are no slip of writing, and other slips among them stay', () => {
  // A line of another slope: 8 mA at 50 %, 12 mA at 100 %; and one read as volts across 250 Ω (Ohm’s law).
  expect(found(['4.00', '4.00', '8.00', '3.996', '12.00'])).not.toContainEqual([25, 'row'])
  const turned = ['20.00', '16.00', '3.000', '8.00', '4.00']
  expect(found(turned)).toEqual([[50, 'meter']])
})

test('what is only far is judged, not asked about; a corrected reading counts as it stands', () => {
  expect(found(['4.00', '8.00', '14.10', '16.00', '20.00'])).toEqual([])
  const corrected = steps(['4.00', '3.00', '12.00', '16.00', '20.00']).map((step) =>
    step.percent === 25 ? { ...step, readings: [...step.readings, { applied: '10.0', output: '8.00' }] } : step,
  )
  expect(roundSlips(corrected, WORLD)).toEqual([])
})

test('over decades, where far in % of span says nothing, none is looked for', () => {
  const swapped = steps(['4.00', '8.00', '20.00', '16.00', '12.00'])
  expect(roundSlips(swapped, WORLD)).toHaveLength(2)
  const decades = [0.1, 1, 10, 100].map((percent) => ({ percent }))
  const errorLimit = { combine: 'larger' as const, terms: [{ kind: 'percentReading' as const, value: 5 }] }
  const ofReading = { ...WORLD, configuration: { ...WORLD.configuration, errorLimit }, points: decades }
  expect(roundSlips(swapped, ofReading)).toEqual([])
})
