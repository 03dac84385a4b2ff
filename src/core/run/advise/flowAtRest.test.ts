import { describe, expect, test } from 'vitest'
import { judgeSteps, type RunBasis } from '../judge/judgeSteps'
import { flowAtRest } from './flowAtRest'

/** flow % = 10·√(DP %): ISO 5167-1. Ranges invented. */
const world = (change: object): RunBasis & { configuration: { hostRoot?: true } } => ({
  configuration: {
    lrv: 0,
    urv: 100,
    url: 200,
    unit: 'kPa',
    signal: '4-20mA',
    errorLimit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 0.3 }] },
    adjustLimit: null,
    ...change,
  },
  inputUnit: 'kPa',
})
const atRest = (output: string, of: ReturnType<typeof world>, applied = '0.000') =>
  flowAtRest(judgeSteps([{ percent: 0, direction: 'rising', reading: { applied, output } }], of), of)

describe('the root in the host: a shift of the zero is a flow', () => {
  const host = world({ hostRoot: true })
  test('0.0375 % of span is 1.94 % of flow', () => {
    expect(atRest('4.006', host)?.flowPercent).toBeCloseTo(10 * Math.sqrt(0.0375), 9)
    expect(atRest('4.006', host)?.shiftPercent).toBeCloseTo(0.0375, 9)
  })
  test.each([
    ['4.0017', true], // 0.0106 % is 1.03 % of flow
    ['4.0015', false], // 0.0094 % is 0.97 %
    ['3.9900', false], // below zero a root gives none
  ] as const)('%s mA: %s', (output, shows) => {
    expect(atRest(output, host) !== null).toBe(shows)
  })
  test('what is applied is no shift', () => {
    expect(atRest('4.006', host, '0.0375')).toBeNull()
  })
  test('a point that is not at rest says nothing of it', () => {
    expect(atRest('4.060', host, '0.06')).toBeNull()
  })
})

describe('the root in the transmitter: what is shown at rest is the flow', () => {
  const root = world({ transfer: { kind: 'root-to-zero', cutOffPercent: 1.5 } })
  test.each([
    ['4.310', true], // 1.94 % of flow, above the cut-off of 1.5 %
    ['4.235', false], // 1.47 %
  ] as const)('%s mA: %s', (output, shows) => {
    expect(atRest(output, root) !== null).toBe(shows)
  })
  test('by the shift that makes it: 1.94 % of flow is 0.0376 % of span', () => {
    expect(atRest('4.310', root)?.shiftPercent).toBeCloseTo((1.9375 / 10) ** 2, 9)
  })
})

describe('only what the comparison knows is made a matter of', () => {
  const reference = {
    ...{
      id: 'a',
      code: 'R-1',
      quantity: 'pressure' as const,
      unit: 'kPa' as const,
      rangeLow: -150,
      rangeHigh: 150,
      resolution: 0.001,
    },
    ...{
      accuracy: { combine: 'sum' as const, terms: [{ kind: 'percentSpan' as const, value: 0.02 }] },
      calibratedOn: '2026-07-01',
    },
  }
  const sure = (change: object) => ({
    ...world(change),
    ...{
      inputReference: reference,
      outputReference: null,
      statesUncertainty: true as const,
      decisionRule: 'simple-acceptance' as const,
      points: [{ percent: 0 }],
    },
  })
  // 0.02 % of 300 kPa is ±0.06 kPa, 0.06 % of span; rectangular, k = 2: 0.069 %, which through a root is 2.6 % of flow.
  test.each([
    ['4.310', false], // 1.94 % of flow
    ['4.600', true], // 3.75 %
  ] as const)('root in the transmitter, %s mA: %s', (output, shows) => {
    expect(atRest(output, sure({ transfer: { kind: 'root-to-zero', cutOffPercent: 1.5 } })) !== null).toBe(shows)
  })
  test.each([
    ['4.010', false], // 0.0625 % of span
    ['4.013', true], // 0.081 %
  ] as const)('root in the host, %s mA: %s', (output, shows) => {
    expect(atRest(output, sure({ hostRoot: true })) !== null).toBe(shows)
  })
})

test('without a root a small shift is only a small shift', () => {
  expect(atRest('4.310', world({}))).toBeNull()
})
