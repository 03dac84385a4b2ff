import { z } from 'zod'
import { LinkAct, LinkAnswer } from '@/schema/links'
import type { Queryable } from '../database'

const OrderRow = z
  .object({ id: z.uuid(), run_id: z.uuid(), act: LinkAct, ordered_by: z.uuid(), ordered_at: z.date() })
  .transform((row) => ({
    ...{ id: row.id, runId: row.run_id, act: row.act },
    ...{ orderedBy: row.ordered_by, orderedAt: row.ordered_at },
  }))
export type WaitingOrder = z.infer<typeof OrderRow>

/** Orders of a session that nobody has done yet, in their order. */
export async function selectWaitingOrders(db: Queryable, sessionId: string): Promise<WaitingOrder[]> {
  const { rows } = await db.query(
    'SELECT id, run_id, act, ordered_by, ordered_at FROM link_order WHERE session_id = $1 AND done_at IS NULL ORDER BY place',
    [sessionId],
  )
  return z.array(OrderRow).parse(rows)
}

type NewRow = {
  readonly id: string
  readonly sessionId: string
  readonly runId: string
  readonly act: LinkAct
  readonly at: Date
  readonly personId: string
}

/** Stores an order once; sent again it is the one there is. */
export async function insertOrder(db: Queryable, { id, sessionId, runId, act, at, personId }: NewRow): Promise<void> {
  await db.query(
    `INSERT INTO link_order (id, session_id, run_id, act, ordered_at, ordered_by) VALUES ($1, $2, $3, $4, $5, $6)
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
