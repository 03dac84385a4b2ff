import { expect, test } from 'vitest'
import { DECISION_MEANINGS, DECISIONS, meaningOf } from '../run/decision'
import { ACTS, ADJUSTMENT_KIND_IDS, actOf } from './adjustmentKind'

test('what an act comes after, and what a decision may become, are acts and decisions of ours', () => {
  for (const kind of ADJUSTMENT_KIND_IDS)
    for (const before of actOf(kind).comesAfter?.oneOf ?? []) expect(Object.keys(ACTS)).toContain(before)
  for (const decision of DECISIONS)
    for (const next of meaningOf(decision).mayBecome) expect(Object.keys(DECISION_MEANINGS)).toContain(next)
})
