import { expect, test } from 'vitest'
import { displayCarried } from './displayCarried'

const WAS = {
  ...{ lrv: '0', urv: '40', unit: 'kPa', hostRoot: false },
  transfer: { kind: 'linear' as const, cutOffPercent: '' },
  displayScale: { lower: '0', upper: '8', unit: 'm' },
}

test('a range widened by hand takes its display along: 8 m over 40 kPa are 12 m over 60 kPa', () => {
  expect(displayCarried(WAS, { ...WAS, urv: '60' })).toEqual({ lower: '0', upper: '12' })
  expect(displayCarried(WAS, { ...WAS, lrv: '-10' })).toEqual({ lower: '-2', upper: '8' })
})

test('of a flow it goes with the root: four times the range is twice the flow (ISO 5167-1)', () => {
  const flow = { ...WAS, hostRoot: true }
  expect(displayCarried(flow, { ...flow, urv: '160' })).toEqual({ lower: '0', upper: '16' })
})

test.each([
  ['the range is as it was', { urv: '40,0' }],
  ['the range is half typed', { urv: '' }],
  ['the display was typed too', { urv: '60', displayScale: { lower: '0', upper: '9', unit: 'm' } }],
  ['the display is in another unit', { urv: '60', displayScale: { lower: '0', upper: '8', unit: 'ft' } }],
  ['the unit changed, which converts the range', { urv: '0.4', unit: 'bar' }],
  ['a root came in', { urv: '60', hostRoot: true }],
  ['there is no display', { urv: '60', displayScale: null }],
])('nothing is offered where %s', (_name, change) => {
  expect(displayCarried(WAS, { ...WAS, ...change })).toBeNull()
})
