import { describe, expect, test } from 'vitest'
import { decimalSlip } from '../../units/numberSlip'
import type { RunBasis } from './judgeSteps'
import { readingSlip } from './readingSlip'

/** Slips people make: common practice, no source. Ranges invented; 250 Ω turns 4–20 mA into 1–5 V (Ohm's law). */
const BASIS: RunBasis = {
  configuration: {
    lrv: 0,
    urv: 40,
    url: 63,
    unit: 'kPa',
    signal: '4-20mA',
    errorLimit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 0.3 }] },
    adjustLimit: null,
  },
  inputUnit: 'kPa',
}
const POINTS = [0, 25, 50, 75, 100]
const slip = (point: number, applied: number, output: number, basis = BASIS) =>
  readingSlip({ point, applied, output }, basis, POINTS)

describe('the nature of a slip of the output', () => {
  test.each([
    [0, 0, 1.003, 'volts across 250 Ω', 4.012],
    [50, 20, 3.001, 'volts across 250 Ω', 12.004],
    [100, 40, 5.002, 'volts across 250 Ω', 20.008],
    [50, 20, 0.012, 'amperes', 12],
    [50, 20, 12004, 'microamperes', 12.004],
    [100, 40, 2.0, 'The decimal mark', 20],
    [25, 10, 80.1, 'The decimal mark', 8.01],
    [25, 10, 16.01, 'another row', null],
    [50, 20, 14.1, 'is far from the 12.000 expected', null],
    [75, 30, 4.0, 'is far from', null], // sits on its rail: no other row
  ] as const)('at %d %%, %d kPa: %d is asked about as “%s”', (point, applied, output, words, meant) => {
    const found = slip(point, applied, output)
    expect(found?.field).toBe('output')
    expect(found?.words).toContain(words)
    if (meant === null) expect(found?.meant).toBeNull()
    else expect(found?.meant).toBeCloseTo(meant, 6)
  })
  test('a reading that is off like an instrument is not asked about', () => {
    expect(slip(50, 20, 12.9)).toBeNull()
    expect(slip(50, 20.3, 12.11)).toBeNull()
  })
  test('mA typed for a voltage', () => {
    const volts = { ...BASIS, configuration: { ...BASIS.configuration, signal: '1-5V' as const } }
    expect(slip(50, 20, 12, volts)?.words).toContain('mA through 250 Ω')
    expect(slip(50, 20, 3001, volts)?.words).toContain('millivolts')
  })
})

test('another row is another than its own: at 50 % with the pressure of 80 %, the output of 50 % is merely far', () => {
  expect(slip(50, 32, 12)?.nature).toBe('far')
  expect(slip(25, 32, 12)?.nature).toBe('row')
})

describe('the nature of a slip of what was applied', () => {
  test.each([
    [50, 200, 'The decimal mark', 20],
    [50, 2, 'The decimal mark', 20],
    [100, 5.8, 'looks like psi', 39.99], // 1 psi = 6.894757 kPa: NIST SP 811
    [100, 400, 'The decimal mark', 40],
  ] as const)('at %d %%: %d is asked about as “%s”', (point, applied, words, meant) => {
    const found = slip(point, applied, 4 + 0.16 * point)
    expect(found?.field).toBe('applied')
    expect(found?.words).toContain(words)
    expect(found?.meant ?? 0).toBeCloseTo(meant, 2)
  })
})

test('a pressure on the low side typed without its minus; a point near nothing is not asked about', () => {
  const drum: RunBasis = {
    ...BASIS,
    configuration: { ...BASIS.configuration, lrv: -7.35, urv: -1.45, url: 25, pressureKind: 'differential' },
  }
  const found = slip(0, 7.35, 4, drum)
  expect(found).toMatchObject({ field: 'applied', nature: 'sign', meant: -7.35 })
  expect(found?.words).toContain('pressure on the low side counts with a minus')
  expect(slip(0, -7.35, 4, drum)).toBeNull()
  const both = { ...drum, configuration: { ...drum.configuration, lrv: -20, urv: 20 } }
  expect(slip(50, 0.1, 12.04, both)).toBeNull()
  const gauge = { ...drum, configuration: { ...drum.configuration, pressureKind: 'gauge' as const } }
  expect(slip(0, 7.35, 4, gauge)?.words).not.toContain('low side')
})

test('where nothing is expected, no mark and no unit is made out of what is there', () => {
  expect(slip(0, 5, 6)).toBeNull() // 5 kPa for none: applied is there, and the output follows it
  expect(decimalSlip(3, { value: 0, span: 16, unit: 'kPa' })).toBeNull()
})

test('the decimal mark only where it brings the figure near', () => {
  const expected = { value: 12, span: 16, unit: 't/h' }
  expect(decimalSlip(120, expected)?.meant).toBe(12)
  expect(decimalSlip(13.5, expected)).toBeNull() // not far: a tenth of the span is 1.6
  expect(decimalSlip(13.7, expected)).toBeNull() // far, and no mark helps
  expect(decimalSlip(126, expected)?.meant).toBe(12.6) // within 0.64 of 12
  expect(decimalSlip(127, expected)).toBeNull()
})
