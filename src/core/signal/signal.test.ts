import { describe, expect, test } from 'vitest'
import { outputAtPercent, outputScale, percentOfOutput, SIGNALS, type TransmittedSignal } from './signal'

describe('signals at their points', () => {
  test.each<[TransmittedSignal, percent: number, output: number, source: string]>([
    ['4-20mA', 0, 4, 'IEC 60381-1'],
    ['4-20mA', 25, 8, 'IEC 60381-1'],
    ['4-20mA', 50, 12, 'common practice, no source'],
    ['4-20mA', 100, 20, 'IEC 60381-1'],
    ['10-50mA', 25, 20, 'common practice, no source'],
    ['10-50mA', 50, 30, 'common practice, no source'],
    ['3-15psi', 50, 9, 'common practice, no source'],
    ['3-15psi', 100, 15, 'common practice, no source'],
    ['20-100kPa', 0, 20, 'IEC 60382'],
    ['20-100kPa', 100, 100, 'IEC 60382'],
    ['1-5V', 50, 3, 'a 250 Ω resistor in a 4–20 mA loop: 12 mA × 250 Ω'],
    ['1-5V', 100, 5, 'a 250 Ω resistor in a 4–20 mA loop: 20 mA × 250 Ω'],
    ['0-20mA', 50, 10, 'IEC 60381-1'],
    ['0-10V', 75, 7.5, 'proportion'],
    ['0-5V', 20, 1, 'proportion'],
  ])('%s at %d %% is %d (%s)', (signal, percent, output) => {
    expect(outputAtPercent(percent, SIGNALS[signal])).toBeCloseTo(output, 12)
    expect(percentOfOutput(output, SIGNALS[signal])).toBeCloseTo(percent, 12)
  })
})

describe('display only', () => {
  test('is read in the range’s own unit', () => {
    const scale = outputScale('display', { lrv: -1, urv: 5, unitLabel: 'bar' })
    expect(scale).toMatchObject({ lower: -1, upper: 5, unit: 'bar' })
    expect(outputAtPercent(50, scale)).toBe(2)
  })
  test('without a span is refused in words', () => {
    expect(() => outputScale('display', { lrv: 3, urv: 3, unitLabel: 'bar' })).toThrow('urv: equals LRV (3)')
  })
})
