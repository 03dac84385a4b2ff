import { describe, expect, test } from 'vitest'
import { CONFIGURATION, METER, OTHER_PUMP, PUMP } from '../../tests/support/benchPlant'
import { inPlace } from '../../tests/support/ownReference'
import { normalCdf, normalDensity } from '../core/statistics/normal'
import type { WorkingPressureReference, WorkingReference } from '../schema/world'
import type { OwnedReference } from './ownedReference'
import { rankedChoices } from './rankedChoices'
import { referenceOffers } from './referenceOffers'

const TODAY = '2026-11-20'
const NOWHERE = { ambientCelsius: null, relativeHumidityPercent: null, barometricHPa: null }
const at = { environment: NOWHERE, repeatability: undefined, siteGravityMPerS2: null, day: TODAY }
const ask = { rule: 'simple-acceptance', inputUnit: 'kPa', history: null, at } as const
const ranked = (owned: readonly OwnedReference[], rule: Parameters<typeof rankedChoices>[2]['rule'] = ask.rule) =>
  rankedChoices(CONFIGURATION, referenceOffers(CONFIGURATION, owned, TODAY), { ...ask, rule })
const pump = (code: string, change: Partial<WorkingPressureReference> = {}): WorkingPressureReference => ({
  ...PUMP,
  id: `id ${code}`,
  code,
  ...change,
})
const meter = (code: string, change: object = {}): WorkingReference =>
  ({ ...METER, id: `id ${code}`, code, ...change }) as WorkingReference // quantity stays
const finer = (value: number) => ({
  accuracy: { combine: 'sum' as const, terms: [{ kind: 'percentSpan' as const, value }] },
})

/** The risk once more, by the plainest sum over true errors: accepted, and outside; JCGM 106:2012, 9.5.2. */
function riskBySum(
  ratio: number,
  { mean, standardDeviation: s } = { mean: 0, standardDeviation: 1 / 1.959964 },
): number {
  const [limit, u] = [1, 1 / ratio / 2]
  let sum = 0
  const step = 1e-4
  for (let size = limit + step / 2; size < 8; size += step)
    for (const error of [size, -size])
      sum +=
        (normalDensity((error - mean) / s) / s) *
        (normalCdf((limit - error) / u) - normalCdf((-limit - error) / u)) *
        step
  return sum
}

describe('what serves a job together, by the greatest risk of a false accept', () => {
  test('every pair once, the least risk first; the risk is that of a plain sum', () => {
    const choices = ranked(inPlace([pump('P-1'), pump('P-2', finer(0.01)), meter('M-1'), meter('M-2', finer(0.08))]))
    expect(choices.map(({ codes }) => codes)).toHaveLength(4)
    expect(choices[0]?.codes).toBe('P-2 with M-1')
    expect(choices.at(-1)?.codes).toBe('P-1 with M-2')
    const risks = choices.map(({ risk }) => risk)
    expect(risks).toEqual(risks.toSorted((a, b) => a - b))
    // U is 2u but for few degrees of freedom: here there are none.
    for (const { risk, ratio } of choices) expect(risk / riskBySum(ratio)).toBeCloseTo(1, 2)
  })
  test('with a history of its own the risk is that of this instrument, on the side it lies on', () => {
    const owned = inPlace([pump('P-1'), meter('M-1')])
    const offers = referenceOffers(CONFIGURATION, owned, TODAY)
    const risk = (history: { mean: number; standardDeviation: number }) =>
      rankedChoices(CONFIGURATION, offers, { ...ask, history })[0]?.risk ?? 0
    const [choice] = ranked(owned)
    for (const history of [
      { mean: 0.8, standardDeviation: 0.2 },
      { mean: -0.8, standardDeviation: 0.2 },
      { mean: 0.05, standardDeviation: 0.3 },
    ])
      expect(risk(history) / riskBySum(choice?.ratio ?? 0, history)).toBeCloseTo(1, 2)
    expect(risk({ mean: 0.8, standardDeviation: 0.2 })).toBeGreaterThan(choice?.risk ?? 1)
    expect(risk({ mean: 0.05, standardDeviation: 0.2 })).toBeLessThan((choice?.risk ?? 0) / 10)
  })
  test('a guard band takes less risk with the same references', () => {
    const owned = inPlace([pump('P-1'), meter('M-1')])
    const [plain, guarded] = [ranked(owned)[0]?.risk ?? 0, ranked(owned, 'guard-band')[0]?.risk ?? 1]
    expect(guarded).toBeLessThan(plain / 5)
  })
  test('a conditional pass is accepted too: a coarse reference is no safe one because it could never pass outright', () => {
    const owned = inPlace([pump('P-1'), pump('P-9', finer(0.12)), meter('M-1')])
    const [best, coarse] = ranked(owned, 'conditional')
    expect([best?.codes, coarse?.codes]).toEqual(['P-1 with M-1', 'P-9 with M-1'])
    expect(coarse?.risk).toBeGreaterThan(best?.risk ?? 1)
    expect(best?.risk).toBeCloseTo(ranked(owned)[0]?.risk ?? 0, 12)
  })
  test('what does not suit is not among them: out of date, quarantined, no free channel, a rule it cannot meet', () => {
    const codes = (owned: readonly OwnedReference[], rule?: Parameters<typeof ranked>[1]) =>
      ranked(owned, rule).map((choice) => choice.codes)
    const good = inPlace([pump('P-1'), meter('M-1')])
    expect(codes([...good, ...inPlace([pump('P-9', { dueOn: '2026-11-19' })])])).toEqual(['P-1 with M-1'])
    const away = { state: 'quarantined' as const, holder: null, until: null, reason: 'fell' }
    expect(codes([...good, { standard: pump('P-8'), where: away }])).toEqual(['P-1 with M-1'])
    // One device of two modules, with one channel: not both at once.
    const device = { deviceId: '00000000-0000-4000-8000-00000000d001' }
    const modules = [pump('D·P', device), meter('D·M', device)]
    expect(codes(inPlace(modules))).toEqual([])
    expect(codes(inPlace(modules.map((module) => ({ ...module, channels: 2 }))))).toEqual(['D·P with D·M'])
    const coarse = inPlace([pump('P-7', finer(0.08)), meter('M-1')])
    expect(codes(coarse, 'shared-risk')).toEqual([])
    expect(codes(coarse)).toEqual(['P-7 with M-1'])
  })
  test('one that is to be looked at comes after those that are not, whatever its risk', () => {
    const soon = pump('P-2', { ...finer(0.005), dueOn: '2026-12-01' })
    expect(ranked(inPlace([pump('P-1'), soon, meter('M-1')])).map(({ codes }) => codes)).toEqual([
      'P-1 with M-1',
      'P-2 with M-1',
    ])
  })
  test('where none reaches all, those that do together; by sub-ranges', () => {
    const low = pump('L-1', { rangeLow: -10, rangeHigh: 60 })
    const high = pump('H-1', { rangeLow: 40, rangeHigh: 160 })
    const finest = pump('H-2', { rangeLow: 40, rangeHigh: 160, ...finer(0.005) })
    const choices = ranked(inPlace([low, high, finest, meter('M-1')]))
    expect(choices.map(({ codes }) => codes).toSorted()).toEqual(
      ['L-1 + H-1 with M-1', 'L-1 + H-2 with M-1'].toSorted(),
    )
    for (const { inputIds } of choices) expect(inputIds).toHaveLength(2)
  })
})

test('a plant has none: nothing is ranked', () => {
  expect(ranked([])).toEqual([])
  expect(ranked(inPlace([OTHER_PUMP]))).toEqual([]) // nothing reads the output
})
