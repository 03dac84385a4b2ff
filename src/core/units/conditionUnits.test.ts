import { describe, expect, test } from 'vitest'
import { CONDITION_UNITS, keptCondition, shownCondition } from './conditionUnits'

const { temperature, barometer, height } = CONDITION_UNITS.us

describe('conditions of work in US customary units (NIST SP 811:2008, appendix B.8 and B.9)', () => {
  test.each([
    ['68', '20.0'], // the reference temperature of 20 °C
    ['-40', '-40.0'], // where both scales meet
    ['70.5', '21.39'],
  ])('%s °F is kept as %s °C', (typed, kept) => {
    expect(keptCondition(typed, temperature, 'ambient')).toBe(kept)
    expect(shownCondition(kept, temperature)).toBe(typed)
  })

  test('29.92 inHg is the standard atmosphere, 1013.2 hPa; 1 in is 25.4 mm', () => {
    expect(keptCondition('29.92', barometer, 'barometer')).toBe('1013.2')
    expect(shownCondition('1013.2', barometer)).toBe('29.92')
    expect(keptCondition('12.00', height, 'height')).toBe('304.8')
  })

  test('every figure typed comes back as it was typed', () => {
    for (let tenth = -400; tenth < 1300; tenth += 7) {
      const typed = (tenth / 10).toFixed(1)
      expect(shownCondition(keptCondition(typed, temperature, 'x'), temperature), typed).toBe(typed)
      const inches = (tenth / 100).toFixed(2)
      expect(shownCondition(keptCondition(inches, barometer, 'x'), barometer)).toBe(inches)
      expect(shownCondition(keptCondition(inches, height, 'x'), height)).toBe(inches)
    }
  })

  test('a comma is taken, letters are refused, and SI is kept as typed', () => {
    expect(keptCondition('70,5', temperature, 'ambient')).toBe('21.39')
    expect(() => keptCondition('warm', temperature, 'ambient')).toThrow('is not a number')
    expect(keptCondition('20.50', CONDITION_UNITS.si.temperature, 'ambient')).toBe('20.50')
  })
})
