import { expect, test } from 'vitest'
import type { FluidHazard } from '../reference/fluidHazard'
import type { ReferenceMedium } from '../reference/referenceKind'
import { mediumIssues } from './mediumIssues'

/** Oil and oxygen, wet chlorine, oil in food: common practice, no source. */
const judged = (
  brought: readonly ReferenceMedium[] | undefined,
  taken?: readonly ReferenceMedium[],
  hazards?: readonly FluidHazard[],
) => {
  const [issue, ...more] = mediumIssues({ brought, taken, hazards })
  expect(more).toEqual([])
  return issue ? { says: issue.isUnfit ? issue.code : issue.isAsked ? 'asked' : 'look', words: issue.words } : null
}

test.each([
  [['oil'], ['food', 'oxygen'], 'oil ignites in oxygen'], // the gravest is told
  [['oil'], ['oxygen'], 'oil ignites in oxygen'],
  [['dry-gas', 'oil'], ['oxygen'], 'oil ignites in oxygen'], // used with both, it has oil in its pipes
  [['oil'], ['chlorine'], 'oil can burn in chlorine'],
  [['water'], ['chlorine'], 'water and chlorine corrode'],
] as const)('%j is never brought into a line with %j', (brought, hazards, words) => {
  expect(judged(brought, undefined, hazards)).toMatchObject({ says: 'fluid', words: expect.stringContaining(words) })
  // What somebody once ticked as allowed does not change what the fluid does.
  expect(judged(brought, brought, hazards)?.says).toBe('fluid')
})

test('oil in food harms no person: it is unfit, and a reason may let it through (oils made for food)', () => {
  expect(judged(['oil'], undefined, ['hot', 'food'])).toEqual({
    says: 'medium',
    words: 'works with oil: oil spoils food',
  })
})

test.each([
  [['oil'], [], [], 'nobody has said whether oil may go in'],
  [['oil', 'water'], ['water'], [], 'works with oil too, and the instrument may be touched by water alone'],
  [['dry-gas', 'oil'], ['dry-gas', 'air'], [], 'works with oil too'],
  [['oil'], undefined, ['steam'], 'nobody has said whether oil may go in'],
  [undefined, undefined, ['oxygen'], 'nobody has said what it was used with, and oil ignites'],
  [[], ['dry-gas'], ['oxygen'], 'nobody has said what it was used with, and oil ignites'],
] as const)('%j into what takes %j, with %j: only a person knows, and is asked', (brought, taken, hazards, words) => {
  expect(judged(brought, taken, hazards)).toMatchObject({ says: 'asked', words: expect.stringContaining(words) })
})

test.each([
  [['oil'], ['oil'], []],
  [['water'], undefined, []],
  [['dry-gas'], ['dry-gas'], ['oxygen']],
  [['air'], undefined, ['food', 'steam']],
  [undefined, ['dry-gas'], []],
] as const)('%j into what takes %j, with %j: nothing to say', (brought, taken, hazards) => {
  expect(judged(brought, taken, hazards)).toBeNull()
})
