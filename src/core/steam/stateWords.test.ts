import { expect, test } from 'vitest'
import { boilingWater } from './boilingWater'
import { liquidWater } from './liquidWater'
import { saturationTemperatureK } from './saturation'
import { steam } from './steam'

/** Water boils at 101.3 kPa at 100 °C: a fact of physics. Nobody types kelvin or megapascal at an instrument. */
test.each<[string, () => unknown, RegExp]>([
  [
    'steam asked as liquid',
    () => liquidWater(0.09, 373.15),
    /at 100 °C water boils below 101\.4\d* kPa \(1\.014\d* bar\)/,
  ],
  ['liquid too hot', () => liquidWater(5, 700), /^temperature: 426\.85 °C/],
  ['steam too dense', () => steam(5, 373.15), /at 100 °C steam of region 2 ends at 101\.4/],
  ['above critical', () => saturationTemperatureK(30), /30000 kPa \(300 bar\) absolute/],
  ['boiling at the critical point', () => boilingWater(22.06), /22060 kPa \(220\.6 bar\) absolute/],
])('%s is refused in °C, kPa and bar', (_name, state, words) => {
  expect(state).toThrow(words)
  expect(state).not.toThrow(/MPa|\d K\b/)
})
