import { LinkShown } from '@/schema/links'
import type { Queryable } from '../../database'

/** Sessions with an alarm, and those under pressure that no process has looked at for so long, s. */
export async function selectAlarmed(
  db: Queryable,
  silentSeconds: number,
): Promise<{ readonly shown: LinkShown; readonly age: number }[]> {
  const { rows } = await db.query(
    `SELECT shown, age FROM (SELECT shown, extract(epoch FROM clock_timestamp() - at)::float AS age FROM link_live) l
      WHERE shown->>'alarm' IS NOT NULL OR (shown->>'isPressed' = 'true' AND age > $1)
      ORDER BY shown->>'sessionId'`,
    [silentSeconds],
  )
  return rows.map(({ shown, age }) => ({ shown: LinkShown.parse(shown), age }))
}

/** How the session of a run stands; null where it has none, or nothing was seen yet. */
export async function selectLive(db: Queryable, runId: string): Promise<LinkShown | null> {
  const { rows } = await db.query(
    `SELECT l.shown FROM link_claim c JOIN link_live l ON l.session_id = c.session_id WHERE c.claimed = $1`,
    [runId],
  )
  return rows.length === 0 ? null : LinkShown.parse(rows[0].shown)
}
