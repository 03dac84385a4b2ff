import { expect, test } from 'vitest'
import { referenceLevelWords } from './headWords'

const facts = {
  ...{ densityKgPerM3: 998.2, celsius: 21.5, gravityMPerS2: 9.8122, airDensityKgPerM3: 1.2 },
  ...{ heightDoubtMillimetre: 10, densityDoubtPercent: 0.1, celsiusDoubt: 5, gravityDoubtPercent: 0.02 },
}

test.each([
  ['level', {}, 'taken as level with the instrument: no height was noted'],
  [
    'higher, in water',
    { head: { heightMillimetre: 1500, fill: 'water', facts } },
    '1500 mm above the instrument, line filled with water of 998.2 kg/m³; corrected at 21.5 °C and 9.8122 m/s²',
  ],
  [
    'lower, in gas',
    { head: { heightMillimetre: -300, fill: 'gas', facts: { ...facts, densityKgPerM3: null } } },
    '300 mm below the instrument, line filled with air or nitrogen; corrected at 21.5 °C and 9.8122 m/s²',
  ],
  [
    'a filled leg alone',
    { lowLeg: { heightMillimetre: 800, fill: 'water', facts } },
    'level with the instrument; low side: leg of 800 mm above it, filled with water of 998.2 kg/m³; corrected at 21.5 °C and 9.8122 m/s²',
  ],
  [
    'as records of before have it',
    { head: { heightMillimetre: 640, fill: 'gas' } },
    '640 mm above the instrument, line filled with air or nitrogen; not corrected, counted in the uncertainty',
  ],
] as const)('where the reference stands: %s', (_, heads, words) => {
  expect(referenceLevelWords(heads)).toBe(words)
})
