import { z } from 'zod'
import type { Queryable } from '../database'

const BeginningsRow = z.object({
  hasSite: z.boolean(),
  technicians: z.int(),
  reviewers: z.int(),
  references: z.int(),
  certified: z.int(),
  instruments: z.int(),
  sealed: z.int(),
  reviewed: z.int(),
})
/** How far a plant has come since its first start, counted. */
export type Beginnings = z.infer<typeof BeginningsRow>

/** Counts what there is, and no further than it matters: a plant with thousands answers as fast as an empty one. */
export async function selectBeginnings(db: Queryable): Promise<Beginnings> {
  const upTo = (many: number, from: string) =>
    `(SELECT count(*)::int FROM (SELECT 1 FROM ${from} LIMIT ${many}) AS few)`
  const { rows } = await db.query(`
    SELECT EXISTS (SELECT FROM site WHERE address <> '') AS "hasSite",
           ${upTo(2, "person WHERE role = 'technician'")} AS technicians,
           ${upTo(2, "person WHERE role = 'reviewer'")} AS reviewers,
           ${upTo(100, 'reference')} AS references,
           ${upTo(100, 'reference WHERE EXISTS (SELECT FROM reference_certificate WHERE reference_id = reference.id)')} AS certified,
           ${upTo(100, 'instrument')} AS instruments,
           ${upTo(1, 'seal')} AS sealed,
           ${upTo(1, "review WHERE outcome = 'reviewed'")} AS reviewed`)
  return BeginningsRow.parse(rows[0])
}
