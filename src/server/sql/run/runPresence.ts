import { z } from 'zod'
import type { Queryable } from '../../database'

type Seen = {
  readonly runId: string
  readonly personId: string
  readonly place: string
  readonly draft: Readonly<Record<string, unknown>>
  readonly at: Date
}

/** Notes where a person is in a run and what they have typed and not sent. */
export async function upsertPresence(db: Queryable, { runId, personId, place, draft, at }: Seen): Promise<void> {
  await db.query(
    `INSERT INTO run_presence (run_id, person_id, place, draft, seen_at) VALUES ($1, $2, $3, $4, $5)
     ON CONFLICT (run_id, person_id) DO UPDATE SET place = $3, draft = $4, seen_at = $5`,
    [runId, personId, place, JSON.stringify(draft), at],
  )
}

const OtherRow = z
  .object({ name: z.string(), place: z.string(), seen_at: z.date() })
  .transform(({ seen_at, ...row }) => ({ ...row, seenAt: seen_at.toISOString() }))

/** Everybody else who has a run open since a moment. */
export async function selectOthers(
  db: Queryable,
  { runId, personId, since }: { runId: string; personId: string; since: Date },
): Promise<z.infer<typeof OtherRow>[]> {
  const { rows } = await db.query(
    `SELECT p.name, w.place, w.seen_at FROM run_presence w JOIN person p ON p.id = w.person_id
      WHERE w.run_id = $1 AND w.person_id <> $2 AND w.seen_at > $3 ORDER BY p.name`,
    [runId, personId, since],
  )
  return z.array(OtherRow).parse(rows)
}

/** What a person has typed in a run and not sent; empty where nothing. */
export async function selectDraft(db: Queryable, runId: string, personId: string): Promise<Record<string, unknown>> {
  const { rows } = await db.query('SELECT draft FROM run_presence WHERE run_id = $1 AND person_id = $2', [
    runId,
    personId,
  ])
  return rows[0]?.draft ?? {}
}

const MARK = `
  SELECT r.status || concat_ws('.',
           (SELECT count(*) FROM reading WHERE run_id = r.id),
           (SELECT count(*) FROM work_step WHERE run_id = r.id),
           (SELECT count(*) FROM overshoot WHERE run_id = r.id),
           (SELECT count(*) FROM adjustment WHERE run_id = r.id),
           (SELECT count(*) FROM run_decision WHERE run_id = r.id),
           (SELECT count(*) FROM run_round WHERE run_id = r.id),
           (SELECT count(*) FROM loop_check WHERE run_id = r.id),
           (SELECT count(*) FROM terminal_check WHERE run_id = r.id),
           (SELECT count(*) FROM reference_exchange WHERE run_id = r.id),
           (SELECT count(*) FROM run_pause WHERE run_id = r.id)) AS mark
    FROM run r WHERE r.id = $1`

/** A text that changes whenever something is recorded in a run, as rows are only ever added; null for no such run. */
export async function selectRunMark(db: Queryable, runId: string): Promise<string | null> {
  const { rows } = await db.query(MARK, [runId])
  return rows[0]?.mark ?? null
}
