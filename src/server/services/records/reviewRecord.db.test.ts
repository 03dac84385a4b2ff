import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { ANNA, as, BENCH_PASSWORD, peopleAndReferences, RITA, sealedRunOn } from '../../../../tests/support/benchPlant'
import { freshDatabase } from '../../../../tests/support/freshDatabase'
import { pool } from '../../database'
import { Conflict, Forbidden } from '../../refusals'
import { selectResults } from '../../sql/records/seal'
import { reviewRecord, reviewsOf } from './reviewRecord'

beforeAll(async () => {
  await freshDatabase()
  await peopleAndReferences()
})
afterAll(() => pool().end())

const REVIEWED = { outcome: 'reviewed' as const, remark: null, password: BENCH_PASSWORD }

/** Authorisation by another than the performer: ISO/IEC 17025:2017, 7.8.2.1 o and 6.2.6 (from memory). */
describe('a sealed record is reviewed by another than who performed it', () => {
  test('its performer may not, and nothing of the attempt is kept', async () => {
    const { sequence } = await sealedRunOn('RV-1')
    await expect(reviewRecord(sequence, REVIEWED, as(ANNA, 60))).rejects.toThrow(Forbidden)
    expect(await reviewsOf(sequence)).toEqual([])
  })
  test('a reviewer may, once; returned first, it may still be reviewed; the list says where it stands', async () => {
    const { sequence } = await sealedRunOn('RV-2')
    const listed = async () => (await selectResults(pool())).find((each) => each.sequence === sequence)?.reviewState
    expect(await listed()).toBe('waiting')
    await reviewRecord(sequence, { ...REVIEWED, outcome: 'returned', remark: 'look at 50 %' }, as(RITA, 61))
    expect(await listed()).toBe('returned')
    await reviewRecord(sequence, REVIEWED, as(RITA, 62))
    expect(await listed()).toBe('reviewed')
    expect((await reviewsOf(sequence)).map(({ outcome }) => outcome)).toEqual(['returned', 'reviewed'])
    await expect(reviewRecord(sequence, REVIEWED, as(RITA, 63))).rejects.toThrow(Conflict)
  })
})
