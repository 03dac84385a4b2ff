import { describe, expect, test } from 'vitest'
import type { ReferenceOffers } from '@/plans/offers'
import { referenceOffers } from '@/plans/referenceOffers'
import type { WorkingReference } from '@/schema/world'
import { benchWorld, CONFIGURATION, METER, PUMP } from '../../../tests/support/benchPlant'
import { inPlace } from '../../../tests/support/ownReference'
import { PrepareShape, prepareDraft, wishesOf } from './prepareDraft'

const { configuration } = benchWorld('X-1')
const [A, B, M] = ['a', 'b', 'c'].map((letter) => `00000000-0000-4000-8000-00000000000${letter}`) as [
  string,
  string,
  string,
]
const INSTRUMENT = { id: '00000000-0000-4000-8000-0000000000ff', configuration }
const draft = {
  ...prepareDraft(configuration, { inputs: [], outputs: null, isSubRanged: false, suggestedInputIds: [] }),
}
const wishes = (change: Partial<typeof draft>) => wishesOf({ ...draft, inputIds: [A], ...change }, INSTRUMENT)

describe('what Prepare sends', () => {
  test('leaves points as registered to the register, and sends others as typed', () => {
    expect(wishes({}).plan.testPoints).toBeNull()
    expect(wishes({ plan: { ...draft.plan, testPoints: '0 100' } }).plan.testPoints).toBe('0 100')
  })
  test('an empty hold is none, never a hold of nothing', () => {
    const { plan } = wishes({ plan: { ...draft.plan, dwellSeconds: '  ', stabilityPercent: '0,1', cycles: '3' } })
    expect(plan).toMatchObject({ dwellSeconds: null, stabilityPercent: '0,1', cycles: 3 })
  })
  test('the first reference gives the pressure, the others their sub-ranges', () => {
    const sent = wishes({ inputIds: [B, A], outputId: M })
    expect(sent).toMatchObject({ inputReferenceId: B, furtherReferenceIds: [A], outputReferenceId: M })
  })
  test('is taken by the schema of the server as it stands', () => {
    expect(PrepareShape.safeParse(wishes({})).success).toBe(true)
  })
  test.each([
    ['plan.dwellSeconds', { plan: { ...draft.plan, dwellSeconds: '2.5' } }],
    ['environment.barometricHPa', { environment: { ...draft.environment, barometricHPa: 'high' } }],
    ['head.heightMillimetre', { head: { ...draft.head, heightMillimetre: '200000' } }],
    ['inputReferenceId', { inputIds: [] }],
  ])('what is wrong is said at its box: %s', (field, change) => {
    const refused = PrepareShape.safeParse(wishes(change))
    expect(refused.error?.issues.map(({ path }) => path.join('.'))).toEqual([field])
  })
})

describe('what Prepare begins with', () => {
  const offer = (id: string, mark: 'inside' | 'look' | 'outside') =>
    ({ standard: { id }, mark }) as ReferenceOffers['inputs'][number] // only these are looked at
  const offers = {
    inputs: [offer(A, 'inside'), offer(B, 'inside'), offer(M, 'look')],
    outputs: null,
    isSubRanged: false,
    suggestedInputIds: [],
  }
  test.each([
    ['the best, where it was never calibrated', [], A],
    ['the last one, where it still suits', [B], B],
    ['the best, where the last one does not suit any more', [M], A],
  ])('%s', (_, last, first) => {
    expect(prepareDraft(configuration, offers, { last: { inputIds: last, outputId: null } }).inputIds).toEqual([first])
  })
  test('what read the output last time gives no pressure for that, and does not read what it gives', () => {
    const both = { ...offers, outputs: [offer(A, 'inside'), offer(B, 'inside')] }
    const draft = (inputIds: string[], outputId: string) => {
      const { inputIds: gives, outputId: reads } = prepareDraft(configuration, both, { last: { inputIds, outputId } })
      return [gives, reads]
    }
    expect(draft([B], A)).toEqual([[B], A])
    expect(draft([], A)).toEqual([[A], B])
    expect(draft([B], B)).toEqual([[B], A])
  })
  test('a hold of five times the damping', () => {
    const damped = { ...configuration, setUp: { dampingSeconds: 1.3 } }
    expect(prepareDraft(damped, offers).plan.dwellSeconds).toBe('7')
    expect(prepareDraft({ ...configuration, setUp: { dampingSeconds: 0 } }, offers).plan.dwellSeconds).toBe('')
  })
})

test('where the rule could say nothing with the finest reference, the best of the others is begun with', () => {
  // ±0.2 % of 100 kPa; a tester read by rule is finer on paper, and gravity may be 0.3 % of what it shows.
  const tight = {
    ...CONFIGURATION,
    errorLimit: { combine: 'sum' as const, terms: [{ kind: 'percentSpan' as const, value: 0.2 }] },
  }
  const finer = { combine: 'sum' as const, terms: [{ kind: 'percentSpan' as const, value: 0.002 }] }
  const tester = { ...PUMP, id: 'T-W', code: 'T-W', principle: 'dead-weight' as const, rangeLow: 0, accuracy: finer }
  const fineMeter = { ...METER, accuracy: finer } as WorkingReference // quantity stays
  const real = referenceOffers(tight, inPlace([tester, PUMP, fineMeter]), '2026-11-20')
  const known = { day: '2026-11-20', siteGravityMPerS2: null, repeatability: undefined, largestUncertaintyShare: 1 }
  expect(prepareDraft(tight, real).inputIds).toEqual(['T-W'])
  expect(prepareDraft(tight, real, { known }).inputIds).toEqual([PUMP.id])
})
