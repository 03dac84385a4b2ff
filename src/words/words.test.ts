import { describe, expect, test } from 'vitest'
import { transferWords } from '../core/transfer/transferWords'
import { adjustmentWords } from './adjustmentWords'
import { pointVerdictWords } from './pointVerdictWords'

const ACT = {
  id: '00000000-0000-4000-8000-000000000001',
  kind: 'zero-screw' as const,
  words: 'turned back a quarter',
  applied: '0.00',
  beforeOutput: '-20.9',
  afterOutput: '20.1',
  doneAt: '2026-11-20T09:00:00.000Z',
  doneBy: 'Anna Test',
}
const UNITS = { output: 'kPa', input: 'kPa', range: 'kPa' }

describe('an act as a line', () => {
  test('tells where, from what to what, with a minus that is one', () => {
    expect(adjustmentWords(ACT, UNITS)).toContain('turned back a quarter; at 0.00 kPa −20.9 → 20.1 kPa')
  })
  test('leaves out what was not noted', () => {
    expect(adjustmentWords({ ...ACT, applied: null, beforeOutput: null, afterOutput: null }, UNITS)).toMatch(
      /: turned back a quarter$/,
    )
    expect(adjustmentWords({ ...ACT, beforeOutput: null }, UNITS)).toContain('… → 20.1 kPa')
  })
  test('tells an excitation with its unit and its meter', () => {
    const excitation = { excitation: '5.02', excitationUnit: 'V' as const, excitationMeter: 'R-06' }
    const act = { ...ACT, kind: 'excitation' as const, applied: null, beforeOutput: null, afterOutput: null, words: '' }
    expect(adjustmentWords({ ...act, ...excitation, heldSeconds: 6 }, UNITS)).toMatch(/: 5\.02 V by R-06 held 6 s$/)
  })
})

test.each([
  ['linear', { kind: 'linear' as const }],
  ['square root', { kind: 'root-to-zero' as const, cutOffPercent: 0 }],
  ['square root, zero below 7 % of flow', { kind: 'root-to-zero' as const, cutOffPercent: 7 }],
  ['square root, straight line below 7 % of flow', { kind: 'root-with-line' as const, cutOffPercent: 7 }],
])('a transfer reads: %s', (words, transfer) => {
  expect(transferWords(transfer)).toBe(words)
})

test('a verdict reads as its statement of conformity, where the rule makes one that is no plain pass', () => {
  expect(pointVerdictWords({ verdict: 'inside' })).toBe('inside')
  expect(pointVerdictWords({ verdict: 'inside', statement: 'pass' })).toBe('inside')
  expect(pointVerdictWords({ verdict: 'inside-look', statement: 'conditional pass' })).toBe('conditional pass')
})
