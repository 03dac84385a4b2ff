import { describe, expect, test } from 'vitest'
import { demoReferences } from '../../scripts/demo/references'
import type { Reference } from '../schema/reference'
import { ownedReferences, whereIssues } from './ownedReference'
import { workingReferencesOf } from './workingReferencesOf'

const where = (change: object) => ({ state: 'in-use' as const, holder: null, until: null, reason: '', ...change })

describe('what stands in the way of taking a reference', () => {
  test.each([
    [where({}), []],
    [where({ holder: 'Ben' }), [[false, 'with Ben']]],
    [where({ holder: 'Ben', until: '2026-12-01' }), [[false, 'with Ben, back by 1 Dec 2026']]],
    [where({ state: 'laboratory', until: '2026-12-01' }), [[true, 'at the laboratory, back by 1 Dec 2026']]],
    [where({ state: 'quarantined', reason: 'dropped' }), [[true, 'quarantined: dropped']]],
    [where({ state: 'retired', reason: 'broken' }), [[true, 'retired: broken']]],
  ])('%j', (answer, issues) => {
    expect(whereIssues(answer).map(({ isUnfit, words }) => [isUnfit, words])).toEqual(issues)
  })
  test('nobody has ever said: in its place', () => {
    expect(whereIssues(null)).toEqual([])
  })
})

describe('how a range stood on a day', () => {
  const [reference] = demoReferences(new Date('2026-11-20T08:00:00Z'))
  if (!reference) throw new Error('the demo has references')
  const on = (day: string) => workingReferencesOf(reference, day)[0]
  const days = reference.certificates.map(({ calibratedOn }) => calibratedOn)
  test('a certificate holds from its own day on, and the one before it until the day before', () => {
    const [newest = '', before = ''] = days
    expect(on(newest)?.calibratedOn).toBe(newest)
    const dayBefore = new Date(Date.parse(newest) - 86_400_000).toISOString().slice(0, 10)
    expect(on(dayBefore)?.calibratedOn).toBe(before)
    expect(on('2000-01-01')).toBeUndefined()
  })
  test('an output serves a run only in a unit that signals have', () => {
    const inUnit = (unit: string) => {
      const ranges = reference.facts.ranges.map((range) => ({
        ...range,
        ...{ quantity: 'electrical', pressureKind: null, unit },
      }))
      return workingReferencesOf({ ...reference, facts: { ...reference.facts, ranges } } as Reference, '2026-11-20')
    }
    expect(inUnit('V')[0]).toMatchObject({ quantity: 'electrical', unit: 'V' })
    expect(inUnit('mV')).toEqual([])
  })
  test('of a retired device nothing can be chosen', () => {
    const whereabouts = { ...where({ state: 'retired' }), at: '2026-11-01T00:00:00.000Z', by: 'Anna' }
    const retired = { ...reference, whereabouts } as Reference // the state is one of them
    expect(ownedReferences([reference], '2026-11-20')).toHaveLength(1)
    expect(ownedReferences([retired], '2026-11-20')).toEqual([])
  })
})
