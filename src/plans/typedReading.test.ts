import { expect, test } from 'vitest'
import { benchWorld } from '../../tests/support/benchPlant'
import { EMPTY_BOXES, typedReading } from './typedReading'

/** 0 … 40 kPa of a sensor for ±50 kPa, ±0.5 % of span. */
const world = benchWorld('X-1', { lrl: -50, url: 50, urv: 40 })
const middle = { percent: 50, direction: 'rising' as const }

test('nothing is said before both boxes hold a number; a sign alone is only a beginning', () => {
  expect(typedReading(middle, { ...EMPTY_BOXES, applied: '', output: '' }, world).kind).toBe('incomplete')
  expect(typedReading(middle, { ...EMPTY_BOXES, applied: '20', output: '-' }, world).kind).toBe('incomplete')
})
test('letters are refused at their box', () => {
  expect(typedReading(middle, { ...EMPTY_BOXES, applied: '20', output: '12.o' }, world)).toMatchObject({
    kind: 'refused',
    field: 'output',
  })
})
test('an input beyond the sensor is refused before the output is typed', () => {
  expect(typedReading(middle, { ...EMPTY_BOXES, applied: '200', output: '' }, world)).toMatchObject({
    kind: 'refused',
    field: 'applied',
  })
})
test('a whole reading is judged: 20.0 kPa, 12.04 mA is +0.25 % (hand calculation)', () => {
  const typed = typedReading(middle, { ...EMPTY_BOXES, applied: '20,0', output: '12.04' }, world)
  expect(typed.kind === 'judged' && typed.point.errorPercentSpan).toBeCloseTo(0.25, 9)
  expect(typed).toMatchObject({ applied: '20.0', output: '12.04', notice: null })
})

test('where PV and AO are read too, nothing is judged before all four are there; letters are refused at their box', () => {
  const digital = { ...world, readsDigital: true as const }
  const boxes = { ...EMPTY_BOXES, display: '', applied: '20', pv: '20.02', ao: '12.01', output: '12.05' }
  expect(typedReading(middle, { ...boxes, ao: '' }, digital).kind).toBe('incomplete')
  expect(typedReading(middle, { ...boxes, pv: '2o' }, digital)).toMatchObject({ kind: 'refused', field: 'pv' })
  expect(typedReading(middle, boxes, digital)).toMatchObject({
    kind: 'judged',
    pv: '20.02',
    ao: '12.01',
    point: { pv: 20.02, ao: 12.01 },
  })
  expect(typedReading(middle, boxes, world)).not.toHaveProperty('pv')
})
