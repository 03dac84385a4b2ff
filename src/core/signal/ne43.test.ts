import { describe, expect, test } from 'vitest'
import { NE43_WORDS, type Ne43State, ne43State } from './ne43'
import { senseResistorScale } from './senseResistor'

describe('NAMUR NE 43 (limits from memory): 3.8 to 20.5 mA measures, 3.6 mA and less or 21 mA and more is a failure', () => {
  test.each<[number, Ne43State]>([
    [0, 'failure-low'],
    [3.6, 'failure-low'],
    [3.7, 'undefined-low'],
    [3.8, 'below-range'],
    [4, 'measuring'],
    [20, 'measuring'],
    [20.5, 'above-range'],
    [20.7, 'undefined-high'],
    [21, 'failure-high'],
  ])('%d mA: %s', (milliamp, state) => {
    expect(ne43State(milliamp)).toBe(state)
    expect(NE43_WORDS[state]).not.toBe('')
  })
})

describe('sense resistors in a 4–20 mA loop (common practice, no source; Ohm’s law)', () => {
  test.each([
    [4, 0.016, 0.08],
    [25, 0.1, 0.5],
    [250, 1, 5],
  ])('%d Ω: %d to %d V', (ohm, lower, upper) => {
    const scale = senseResistorScale('4-20mA', ohm)
    expect(scale.lower).toBeCloseTo(lower, 12)
    expect(scale.upper).toBeCloseTo(upper, 12)
  })
  test('a voltage signal, or no resistance, is refused', () => {
    expect(() => senseResistorScale('1-5V', 250)).toThrow('is no current')
    expect(() => senseResistorScale('4-20mA', 0)).toThrow('is no resistor')
  })
})
