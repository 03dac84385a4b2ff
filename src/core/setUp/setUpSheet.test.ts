import { describe, expect, test } from 'vitest'
import { dampingAdvice, dampingNote, leftOfStep, settleSeconds } from './damping'
import { isReadBack, type SetUpState, setUpSheet } from './setUpSheet'

/** The order of keying in is common practice, no source; figures invented. */
const BEFORE: SetUpState = {
  kind: 'dp-transmitter',
  unit: 'kPa',
  lrv: 0,
  urv: 40,
  transfer: { kind: 'linear' },
  displayScale: null,
  device: { isWriteProtected: true },
}
const AFTER: SetUpState = {
  ...BEFORE,
  unit: 'mbar',
  lrv: 0,
  urv: 600,
  transfer: { kind: 'root-to-zero', cutOffPercent: 8 },
  displayScale: { lower: 0, upper: 120, unit: 'm³/h' },
  device: { dampingSeconds: 1.5, displayDecimals: 1, failure: 'high', deviceTag: 'FT-7', isWriteProtected: true },
}
const ids = (before: SetUpState, after: SetUpState) => setUpSheet(before, after).map(({ id }) => id)

describe('the order keeps the device consistent', () => {
  const order = ids(BEFORE, AFTER)
  test.each([
    ['unprotect', 'device-tag'],
    ['unit', 'lrv'],
    ['urv', 'display-lower'],
    ['application', 'display-unit'],
    ['display-unit', 'display-lower'],
    ['failure', 'protect'],
  ])('%s before %s', (first, second) => {
    expect(order).toContain(first)
    expect(order.indexOf(first)).toBeLessThan(order.indexOf(second))
  })
  test('write protection off is the first, on the last', () => {
    expect(order[0]).toBe('unprotect')
    expect(order.at(-1)).toBe('protect')
  })
  test('what nobody has said is left out', () => {
    expect(order).not.toContain('alarm-low')
    expect(order).not.toContain('start-view')
  })
})

test('a new unit shows each end in both', () => {
  const urv = setUpSheet(BEFORE, AFTER).find(({ id }) => id === 'urv')
  expect(urv?.before).toBe('40 kPa = 400 mbar') // 1 mbar = 0.1 kPa: NIST SP 811
  expect(urv?.after).toBe('600 mbar')
})

/** By hand: with LRV 50 and the old URV 40 the range would be turned round; so URV goes first. */
test.each([
  [{ lrv: 50, urv: 90 }, ['urv', 'lrv']],
  [{ lrv: 40, urv: 90 }, ['urv', 'lrv']],
  [{ lrv: 10, urv: 90 }, ['lrv', 'urv']],
  [{ lrv: -60, urv: -20 }, ['lrv', 'urv']],
  [{ lrv: 30, urv: 5 }, ['urv', 'lrv']],
] as const)('to %j: %j first', (range, order) => {
  expect(ids(BEFORE, { ...BEFORE, ...range }).filter((id) => id === 'lrv' || id === 'urv')).toEqual(order)
})

test('what stays is listed and not called changed', () => {
  const items = setUpSheet(BEFORE, { ...BEFORE, urv: 30 })
  expect(items.filter(({ isChanged }) => isChanged).map(({ id }) => id)).toEqual(['unprotect', 'urv', 'protect'])
})

describe('read back', () => {
  test.each([
    [40, '40', true],
    [40, '40.0', true],
    [40, '40.1', false],
    [6.875, '6.88', true], // shown to two decimals
    [6.875, '6.87', true],
    [6.875, '6.86', false],
    [-3.4, '−3,4', true],
    [40, '', false],
    [40, 'forty', false],
    ['kPa', 'KPA', true],
    ['kPa', 'bar', false],
  ] as const)('%s read back as “%s”: %s', (expected, typed, is) => {
    expect(isReadBack({ expected }, typed)).toBe(is)
  })
})

describe('damping is a first-order lag', () => {
  test('five time constants leave 0.7 % of a step: e^−5', () => {
    expect(leftOfStep(10, 2)).toBeCloseTo(0.006738, 6)
    expect(leftOfStep(2, 2)).toBeCloseTo(0.367879, 6)
    expect(leftOfStep(1, 0)).toBe(0)
  })
  test.each([
    [2, 10],
    [1.3, 7],
    [0, 0],
  ])('%d s: wait %d s', (damping, wait) => {
    expect(settleSeconds(damping)).toBe(wait)
  })
  test('usual values by application: common practice, no source', () => {
    expect(dampingAdvice('flow-transmitter')).toMatchObject({ from: 1, to: 1 })
    expect(dampingAdvice('level-transmitter')).toMatchObject({ from: 1, to: 3 })
    expect(dampingNote(2, 'level-transmitter')).toBeNull()
    expect(dampingNote(3.1, 'level-transmitter')).toContain('wait 16 s')
    expect(dampingNote(0.9, 'flow-transmitter')).toContain('about 1 s')
    for (const kind of ['pressure-transmitter', 'dp-transmitter']) {
      expect([0.2, 2].map((seconds) => dampingNote(seconds, kind))).toEqual([null, null])
      expect([0.1, 2.1].filter((seconds) => dampingNote(seconds, kind) === null)).toEqual([])
    }
  })
})
