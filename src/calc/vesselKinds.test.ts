import { describe, expect, test } from 'vitest'
import { calculationNamed } from './registry'
import { runCalculation } from './runCalculation'

/**
 * Every arrangement of a level instrument through the calculation that page, desk and API share, worked by hand from
 * p = ρ·g·h. Figures are invented.
 */
const G = 9.81
type Ends = { lrv: number; urv: number }

function ends(vessel: object): Ends {
  const calculation = calculationNamed('level-range')
  if (!calculation) throw new Error('no such calculation')
  const outcome = runCalculation(calculation, {
    heightUnit: 'm',
    densityUnit: 'kg/m3',
    gravity: G,
    vessel,
    unit: 'kPa',
    signal: '4-20mA',
    display: { lower: 0, upper: 100, unit: '%' },
  })
  if (outcome.kind !== 'answer') throw new Error(JSON.stringify(outcome.refusals))
  const of = (key: string) => (outcome.answer[key] as { value: number }).value // a quantity by its schema
  return { lrv: of('lrv'), urv: of('urv') }
}

const COMMON = { density: 1080, lowerTap: 0.4, sensor: -1.1, levelAt0: 0.6, levelAt100: 4.6 }
/** Both ends in kPa from the columns over the instrument. */
const byHand = (at: (level: number) => number): Ends => ({ lrv: (at(0.6) * G) / 1000, urv: (at(4.6) * G) / 1000 })

describe('level ranges by hand', () => {
  test.each<[string, object, (level: number) => number]>([
    ['open', { kind: 'open', ...COMMON, lineDensity: null }, (h) => 1080 * (h + 1.1)],
    [
      'open, the line filled with another liquid',
      { kind: 'open', ...COMMON, lineDensity: 940 },
      (h) => 1080 * (h - 0.4) + 940 * 1.5,
    ],
    ['standpipe', { kind: 'standpipe', ...COMMON, lineDensity: null }, (h) => 1080 * (h + 1.1)],
    ['bubbler', { kind: 'bubbler', ...COMMON, sensor: 6, purgeDensity: 2 }, (h) => 1080 * (h - 0.4) - 2 * 5.6],
    [
      'dry leg under gas',
      { kind: 'dry-leg', ...COMMON, upperTap: 5, gasDensity: 6, lineDensity: null },
      (h) => 1080 * (h + 1.1) + 6 * (5 - h) - 6 * (5 + 1.1),
    ],
    [
      'filled leg',
      { kind: 'wet-leg', ...COMMON, upperTap: 5, gasDensity: 6, lineDensity: null, legDensity: 1010 },
      (h) => 1080 * (h + 1.1) + 6 * (5 - h) - 1010 * (5 + 1.1),
    ],
    [
      'filled leg, the line to the high side filled like it',
      { kind: 'wet-leg', ...COMMON, upperTap: 5, gasDensity: 0, lineDensity: 1010, legDensity: 1010 },
      (h) => 1080 * (h - 0.4) - 1010 * (5 - 0.4),
    ],
    [
      'remote seals with two fills',
      { kind: 'remote-seals', ...COMMON, upperTap: 5, gasDensity: 6, highFillDensity: 930, lowFillDensity: 960 },
      (h) => 1080 * (h - 0.4) + 6 * (5 - h) + 930 * 1.5 - 960 * 6.1,
    ],
    [
      'interface',
      { kind: 'interface', ...COMMON, upperTap: 5, lightDensity: 820, lineDensity: null, legDensity: 1080 },
      (h) => 1080 * (h + 1.1) + 820 * (5 - h) - 1080 * 6.1,
    ],
  ])('%s', (_, vessel, columns) => {
    const found = ends(vessel)
    const expected = byHand(columns)
    expect(found.lrv).toBeCloseTo(expected.lrv, 9)
    expect(found.urv).toBeCloseTo(expected.urv, 9)
  })
  test('levels turned round turn the range round: reverse-acting', () => {
    const straight = ends({ kind: 'open', ...COMMON, lineDensity: null })
    const reverse = ends({ kind: 'open', ...COMMON, levelAt0: 4.6, levelAt100: 0.6, lineDensity: null })
    expect(reverse).toEqual({ lrv: straight.urv, urv: straight.lrv })
  })
  test('the taller the leg the lower both ends, by the same amount', () => {
    const leg = (upperTap: number) =>
      ends({ kind: 'wet-leg', ...COMMON, upperTap, gasDensity: 0, lineDensity: null, legDensity: 1000 })
    const [short, tall] = [leg(5), leg(6)]
    expect(short.lrv - tall.lrv).toBeCloseTo(9.81, 9)
    expect(short.urv - tall.urv).toBeCloseTo(9.81, 9)
  })
})
