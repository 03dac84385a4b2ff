import { z } from 'zod'
import type { Queryable } from '../../database'

const HotOffsetRow = z
  .object({ words: z.string(), done_at: z.date(), done_by: z.string() })
  .transform(({ words, done_at, done_by }) => ({ words, doneAt: done_at.toISOString(), doneBy: done_by }))
export type HotOffset = z.infer<typeof HotOffsetRow>

/** The hot offset that stands in an instrument: the last one sealed since its range was changed; null where none does. */
export async function selectHotOffset(db: Queryable, instrumentId: string): Promise<HotOffset | null> {
  const { rows } = await db.query(
    `SELECT a.words, a.done_at, p.name AS done_by
       FROM adjustment a
       JOIN run r ON r.id = a.run_id
       JOIN person p ON p.id = a.done_by
      WHERE r.instrument_id = $1 AND r.status = 'sealed' AND a.kind = 'hot-offset' AND NOT a.is_withdrawn
        AND NOT EXISTS (SELECT FROM adjustment n WHERE n.supersedes = a.id)
        AND NOT EXISTS (SELECT FROM range_change c WHERE c.instrument_id = $1 AND c.changed_at > a.done_at)
      ORDER BY a.done_at DESC LIMIT 1`,
    [instrumentId],
  )
  return rows.length === 0 ? null : HotOffsetRow.parse(rows[0])
}
