import { expect, test } from 'vitest'
import { convertedBoxes } from './convertedBoxes'

const BOXES = { lrl: '-1', url: '10', minSpan: '0,5', lrv: '', urv: 'ten' }

test('changing the unit converts every box that holds a number: 1 bar = 100 kPa (NIST SP 811, B.8)', () => {
  expect(convertedBoxes(BOXES, 'bar', 'kPa')).toEqual({ lrl: '-100', url: '1000', minSpan: '50' })
})

test('there and back a figure is the one that was typed', () => {
  const there = { ...BOXES, ...convertedBoxes(BOXES, 'bar', 'psi') }
  expect(convertedBoxes(there, 'psi', 'bar')).toEqual({ lrl: '-1', url: '10', minSpan: '0.5' })
})
