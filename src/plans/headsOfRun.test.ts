import { describe, expect, test } from 'vitest'
import { CONFIGURATION, METER, PUMP } from '../../tests/support/benchPlant'
import { StartRun } from '../schema/startRun'
import { headQuestion, headsOfRun, headToAskAbout } from './headsOfRun'

const PLACE = { ambientCelsius: '21.5', relativeHumidityPercent: null, barometricHPa: null }
const { head: Head } = StartRun.shape
const heads = (typed: object, ambientCelsius: string | null = '21.5', siteGravityMPerS2: number | null = null) =>
  headsOfRun(
    { head: Head.parse({ fill: 'water', ...typed }), lowLeg: null },
    { environment: { ...PLACE, ambientCelsius }, siteGravityMPerS2 },
  )

describe('what stands between reference and instrument, from what was typed', () => {
  test('what is left out is as is usual: line at the ambient, 10 mm, gravity of the site or anybody’s', () => {
    expect(heads({ heightMillimetre: '1500' }).head?.facts).toMatchObject({
      ...{ celsius: 21.5, heightDoubtMillimetre: 10, densityDoubtPercent: 0.1, celsiusDoubt: 5 },
      ...{ gravityMPerS2: 9.80665, gravityDoubtPercent: 0.27 },
    })
    const known = heads({ heightMillimetre: '1500', celsius: '35', heightDoubtMillimetre: '2' }, null, 9.8122)
    expect(known.head?.facts).toMatchObject({
      ...{ celsius: 35, heightDoubtMillimetre: 2, gravityMPerS2: 9.8122, gravityDoubtPercent: 0.02 },
    })
    expect(heads({ heightMillimetre: '1500' }, null).head?.facts?.celsius).toBe(20)
  })
  test('level is no head', () => {
    for (const heightMillimetre of ['', '0', '0.0']) expect(heads({ heightMillimetre })).toEqual({})
  })
  test.each([
    ['water on a winter’s day', { heightMillimetre: '900' }, '-5', /head\.celsius: water at −5 °C/],
    ['the same with its density typed', { heightMillimetre: '900', densityKgPerM3: '999' }, '-5', /head\.celsius/],
    ['a liquid of no density', { heightMillimetre: '900', fill: 'liquid' }, '20', /head\.densityKgPerM3/],
  ])('%s is asked about', (_, typed, ambient, words) => {
    expect(() => heads(typed, ambient)).toThrow(words)
  })
  test('the line’s own temperature goes before the winter’s', () => {
    expect(heads({ heightMillimetre: '900', celsius: '18' }, '-5').head?.facts?.celsius).toBe(18)
  })
})

/* 0 … 100 kPa, ±0.5 %: a tenth of the limit is 0.05 kPa, 5.1 mm of water. */
describe('a head that would decide is asked about', () => {
  const world = (heightMillimetre: string) => ({
    configuration: CONFIGURATION,
    inputUnit: 'kPa' as const,
    statesUncertainty: true as const,
    measurand: 'each-way' as const,
    decisionRule: 'simple-acceptance' as const,
    points: [{ percent: 0 }, { percent: 50 }, { percent: 100 }],
    inputReference: PUMP,
    outputReference: METER,
    ...heads({ heightMillimetre }),
  })
  test('from more than a tenth of the limit on, either way', () => {
    expect(headToAskAbout(world('5'))).toBeNull()
    expect(headToAskAbout(world('5.3'))).toMatchObject({ limits: expect.closeTo(0.1036, 3) })
    expect(headToAskAbout(world('-5.3'))?.shift).toBeCloseTo(-0.0518, 3)
    expect(headToAskAbout(world('0'))).toBeNull()
  })
  test('in words that can be checked against the place', () => {
    const asked = headToAskAbout(world('-1500'))
    expect(asked && headQuestion(asked, world('-1500'))).toBe(
      'the reference 1500 mm lower, line filled with water of 997.9 kg/m³: the instrument sees −15 kPa against the reference, 29.3 times its error limit',
    )
  })
})
