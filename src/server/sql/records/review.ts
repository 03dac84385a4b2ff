import { z } from 'zod'
import type { Review } from '@/schema/review'
import type { Queryable } from '../../database'

const ReviewRow = z
  .object({
    outcome: z.enum(['reviewed', 'returned']),
    person_name: z.string(),
    remark: z.string().nullable(),
    signed_at: z.date(),
  })
  .transform(
    (row): Review => ({
      outcome: row.outcome,
      personName: row.person_name,
      remark: row.remark,
      signedAt: row.signed_at.toISOString(),
    }),
  )

/** Everything reviewers said of a record, oldest first. */
export async function selectReviews(db: Queryable, sequence: number): Promise<Review[]> {
  const { rows } = await db.query(
    'SELECT outcome, person_name, remark, signed_at FROM review WHERE sequence = $1 ORDER BY signed_at, id',
    [sequence],
  )
  return z.array(ReviewRow).parse(rows)
}

type NewRow = {
  readonly id: string
  readonly sequence: number
  readonly recordHash: string
  readonly outcome: 'reviewed' | 'returned'
  readonly personId: string
  readonly personName: string
  readonly remark: string | null
  readonly at: Date
}

/** @returns false where the record has been reviewed already */
export async function insertReview(db: Queryable, row: NewRow): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO review (id, sequence, record_hash, outcome, person_id, person_name, remark, signed_at)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8) ON CONFLICT DO NOTHING`,
    [row.id, row.sequence, row.recordHash, row.outcome, row.personId, row.personName, row.remark, row.at],
  )
  return rowCount === 1
}
