import { z } from 'zod'
import { LinkAct, LinkAnswer } from '@/schema/links'
import type { Queryable } from '../../database'

const OrderRow = z
  .object({ id: z.uuid(), run_id: z.uuid(), act: LinkAct, ordered_by: z.uuid(), age_ms: z.coerce.number() })
  .transform((row) => ({
    ...{ id: row.id, runId: row.run_id, act: row.act },
    ...{ orderedBy: row.ordered_by, ageMs: row.age_ms },
  }))
export type WaitingOrder = z.infer<typeof OrderRow>

/** Orders of a session that nobody has done yet, in their order; how old they are by the clock that dated them. */
export async function selectWaitingOrders(db: Queryable, sessionId: string): Promise<WaitingOrder[]> {
  const { rows } = await db.query(
    `SELECT id, run_id, act, ordered_by, extract(epoch FROM clock_timestamp() - ordered_at) * 1000 AS age_ms
       FROM link_order WHERE session_id = $1 AND done_at IS NULL ORDER BY place`,
    [sessionId],
  )
  return z.array(OrderRow).parse(rows)
}

type NewRow = {
  readonly id: string
  readonly sessionId: string
  readonly runId: string
  readonly act: LinkAct
  /** Where left out, now by the database's clock: processes need not agree what time it is. */
  readonly at?: Date
  readonly personId: string
}

/** Stores an order once; sent again it is the one there is. */
export async function insertOrder(db: Queryable, { id, sessionId, runId, act, at, personId }: NewRow): Promise<void> {
  await db.query(
    `INSERT INTO link_order (id, session_id, run_id, act, ordered_at, ordered_by) VALUES ($1, $2, $3, $4, coalesce($5, clock_timestamp()), $6)
     ON CONFLICT (id) DO NOTHING`,
    [id, sessionId, runId, JSON.stringify(act), at, personId],
  )
}

/** What came of an order; null while it waits. */
export async function selectAnswer(db: Queryable, id: string): Promise<LinkAnswer | null> {
  const { rows } = await db.query('SELECT answer FROM link_order WHERE id = $1 AND done_at IS NOT NULL', [id])
  return rows.length === 0 ? null : LinkAnswer.parse(rows[0].answer)
}

/** @returns false where another has answered it meanwhile */
export async function answerOrder(
  db: Queryable,
  id: string,
  { answer, now }: { readonly answer: LinkAnswer; readonly now: Date },
): Promise<boolean> {
  const { rowCount } = await db.query(
    'UPDATE link_order SET done_at = $2, answer = $3 WHERE id = $1 AND done_at IS NULL',
    [id, now, JSON.stringify(answer)],
  )
  return rowCount === 1
}
