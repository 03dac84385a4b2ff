import { describe, expect, test } from 'vitest'
import { limitAt } from '../../src/core/reference/referenceParts'
import { ownedReferences } from '../../src/plans/ownedReference'
import { referenceOffers } from '../../src/plans/referenceOffers'
import { ConfigurationNumbers } from '../../src/schema/configurationForm'
import { ReferenceCertificate, ReferenceFacts } from '../../src/schema/reference'
import { DEMO_INSTRUMENTS } from './instruments'
import { DEMO_PEOPLE } from './people'
import { aboutZero, seededRandom } from './random'
import { demoReferences } from './references'

const DAY = '2026-11-20'
const REFERENCES = demoReferences(new Date(`${DAY}T08:00:00Z`))

describe('the invented plant', () => {
  test('has fifty-four instruments of every kind, sixteen references and five people', () => {
    expect(DEMO_INSTRUMENTS).toHaveLength(54)
    expect(new Set(DEMO_INSTRUMENTS.map(({ tag }) => tag)).size).toBe(54)
    expect(new Set(DEMO_INSTRUMENTS.map(({ configuration }) => configuration.kind)).size).toBe(9)
    expect(REFERENCES).toHaveLength(16)
    expect(DEMO_PEOPLE).toHaveLength(5)
  })
  test.each(DEMO_INSTRUMENTS.map((instrument) => [instrument.tag, instrument] as const))(
    '%s could be registered by hand, and a reference reaches it',
    (_tag, { configuration }) => {
      expect(() => ConfigurationNumbers.parse(configuration)).not.toThrow()
      const [best] = referenceOffers(configuration, ownedReferences(REFERENCES, DAY), DAY).inputs
      expect(best?.ratio).toBeGreaterThan(1)
    },
  )
  test('references pass the schema, and one is out of date, as in life', () => {
    for (const { facts, certificates } of REFERENCES) {
      expect(() => ReferenceFacts.parse(facts)).not.toThrow()
      for (const certificate of certificates) expect(() => ReferenceCertificate.parse(certificate)).not.toThrow()
    }
    const late = REFERENCES.filter(({ certificates }) => (certificates[0]?.dueOn ?? '') < DAY)
    expect(late.map(({ code }) => code)).toEqual(['R-07'])
  })
  test('each has three certificates at least, and one came back out of its accuracy within the last month', () => {
    expect(Math.min(...REFERENCES.map(({ certificates }) => certificates.length))).toBeGreaterThanOrEqual(3)
    const returned = REFERENCES.flatMap(({ code, facts, certificates: [newest] }) => {
      const [range] = facts.ranges
      const found = newest?.ranges[0]?.found ?? []
      const isOut = range && found.some((p) => Math.abs(p.correction) > limitAt(p.indicated, range.accuracy, range))
      return isOut ? [[code, newest?.calibratedOn]] : []
    })
    expect(returned).toEqual([['R-02', '2026-10-25']])
  })
  test('a run of two years ago names the certificate valid then', () => {
    for (const day of ['2024-10-01', '2025-08-19', DAY])
      for (const { standard } of ownedReferences(REFERENCES, day)) {
        expect(standard.calibratedOn <= day, standard.code).toBe(true)
        if (standard.code !== 'R-07') expect(day <= standard.dueOn, standard.code).toBe(true)
      }
  })
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
