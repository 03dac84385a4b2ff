import { expect, test } from 'vitest'
import { glassDifferencePa, levelOfGlass } from './glassReading'

/** Water at 20 °C: 998.2067 kg/m³ (Tanaka 2001 / CIPM). ΔP = −ρ·g·(H − h): hydrostatics by hand. */
const DRUM = { tapDistanceM: 0.6, gravityMPerS2: 9.81, ambientCelsius: 20, glassBottomM: 0.05, glassHeightM: 0.5 }

test.each([
  [0, 0.05],
  [50, 0.3],
  [100, 0.55],
])('%d %% of the glass stands %d m over the lower tap', (percent, level) => {
  expect(levelOfGlass(percent, DRUM)).toBeCloseTo(level, 12)
  expect(glassDifferencePa(percent, DRUM)).toBeCloseTo(-998.2067 * 9.81 * (0.6 - level), 0)
})
