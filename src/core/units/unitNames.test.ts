import { expect, test } from 'vitest'
import { PRESSURE_UNIT_IDS } from './pressureUnit'
import { unitQuestion } from './unitNames'

/* Names people write: common practice, no source. */
test.each([
  ['psig', 'gauge is said apart'],
  ['psia', 'absolute is said apart'],
  ['bar a', 'absolute is said apart'],
  ['kpa', 'write kPa'],
  ['µmHg', 'write mtorr'],
  ['um Hg', 'write mtorr'],
  ['inHg vac', 'with a minus sign'],
  ['inWC', 'inH2O@4C, inH2O@60F or inH2O@20C'],
  ['kg/cm2', 'write kgf/cm2'],
  ['mPa', 'a thousandth of one'],
])('%s is asked about', (name, words) => {
  expect(unitQuestion(name)).toContain(words)
})

test('a unit written rightly and a word that is none are nothing to ask about in any other way', () => {
  expect(unitQuestion('furlong')).toBeNull()
  for (const id of PRESSURE_UNIT_IDS.filter((each) => each !== 'MPa' && each !== 'kgf/cm2'))
    expect(unitQuestion(id)).toBe(`write ${id}`)
})
