import { describe, expect, test } from 'vitest'
import { referenceOffers } from '../../src/plans/referenceOffers'
import { ConfigurationNumbers } from '../../src/schema/configurationForm'
import { Standard } from '../../src/schema/world'
import { DEMO_INSTRUMENTS } from './instruments'
import { DEMO_PEOPLE } from './people'
import { aboutZero, seededRandom } from './random'
import { certificateOn, demoStandards } from './standards'

const TODAY = new Date('2026-11-20T08:00:00Z')

describe('the invented plant', () => {
  test('has forty-five instruments of every kind, twelve references and five people', () => {
    expect(DEMO_INSTRUMENTS).toHaveLength(45)
    expect(new Set(DEMO_INSTRUMENTS.map(({ tag }) => tag)).size).toBe(45)
    expect(new Set(DEMO_INSTRUMENTS.map(({ configuration }) => configuration.kind)).size).toBe(9)
    expect(demoStandards(TODAY)).toHaveLength(12)
    expect(DEMO_PEOPLE).toHaveLength(5)
  })
  test.each(DEMO_INSTRUMENTS.map((instrument) => [instrument.tag, instrument] as const))(
    '%s could be registered by hand, and a reference reaches it',
    (_tag, { configuration }) => {
      expect(() => ConfigurationNumbers.parse(configuration)).not.toThrow()
      const [best] = referenceOffers(configuration, demoStandards(TODAY), '2026-11-20').inputs
      expect(best?.ratio).toBeGreaterThan(1)
    },
  )
  test('references pass the schema, and one is out of date, as in life', () => {
    const standards = demoStandards(TODAY)
    for (const standard of standards) expect(() => Standard.parse(standard)).not.toThrow()
    expect(standards.filter(({ dueOn }) => dueOn < '2026-11-20').map(({ code }) => code)).toEqual(['R-07'])
  })
})

test('a run of two years ago names the certificate valid then', () => {
  const [standard] = demoStandards(TODAY)
  if (!standard) throw new Error('the demo has references')
  for (const day of ['2024-10-01', '2025-08-19', '2026-11-20'].map((text) => new Date(`${text}T08:00:00Z`))) {
    const { calibratedOn, dueOn } = certificateOn(standard, day)
    const date = day.toISOString().slice(0, 10)
    expect([calibratedOn <= date, date <= dueOn]).toEqual([true, true])
  }
  expect(certificateOn(standard, TODAY).certificate).toBe(standard.certificate)
  expect(certificateOn(standard, new Date('2024-10-01')).certificate).not.toBe(standard.certificate)
})

describe('the seeded numbers', () => {
  test('are the same from the same seed and spread evenly over 0 … 1', () => {
    const [a, b] = [seededRandom(5), seededRandom(5)]
    const drawn = Array.from({ length: 20_000 }, a)
    expect(drawn).toEqual(Array.from({ length: 20_000 }, b))
    const mean = drawn.reduce((sum, value) => sum + value, 0) / drawn.length
    expect(Math.abs(mean - 0.5)).toBeLessThan(0.01) // five standard errors of a uniform mean
    expect(Math.min(...drawn)).toBeGreaterThanOrEqual(0)
    expect(Math.max(...drawn)).toBeLessThan(1)
  })
  test('about zero stay within −1 … 1 and centre on zero', () => {
    const random = seededRandom(9)
    const drawn = Array.from({ length: 20_000 }, () => aboutZero(random))
    expect(drawn.every((value) => Math.abs(value) <= 1)).toBe(true)
    expect(Math.abs(drawn.reduce((sum, value) => sum + value, 0) / drawn.length)).toBeLessThan(0.02)
  })
})
