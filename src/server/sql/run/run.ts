import { z } from 'zod'
import { World } from '@/schema/world'
import type { Queryable } from '../../database'

const RunRow = z
  .object({
    id: z.uuid(),
    instrument_id: z.uuid(),
    status: z.enum(['open', 'sealed', 'abandoned']),
    world: World,
    started_at: z.date(),
    started_by: z.string(),
  })
  .transform((row) => ({
    id: row.id,
    instrumentId: row.instrument_id,
    status: row.status,
    world: row.world,
    startedAt: row.started_at,
    startedBy: row.started_by,
  }))
export type RunHead = z.infer<typeof RunRow>

const SELECT_RUN = `
  SELECT r.id, r.instrument_id, r.status, r.world, coalesce(r.work_begun_at, r.started_at) AS started_at,
         p.name AS started_by
    FROM run r JOIN person p ON p.id = coalesce(r.work_begun_by, r.started_by)`

export async function selectRun(db: Queryable, id: string): Promise<RunHead | null> {
  const { rows } = await db.query(`${SELECT_RUN} WHERE r.id = $1`, [id])
  return rows.length === 0 ? null : RunRow.parse(rows[0])
}

/** The open run of an instrument, if there is one. */
export async function selectOpenRun(db: Queryable, instrumentId: string): Promise<RunHead | null> {
  const { rows } = await db.query(`${SELECT_RUN} WHERE r.instrument_id = $1 AND r.status = 'open'`, [instrumentId])
  return rows.length === 0 ? null : RunRow.parse(rows[0])
}

/** The version of the register a run was begun with; null for an unknown run. */
export async function selectConfigurationOfRun(db: Queryable, runId: string): Promise<string | null> {
  const { rows } = await db.query('SELECT configuration_id FROM run WHERE id = $1', [runId])
  return rows[0]?.configuration_id ?? null
}

/** Every open run, oldest first. */
export async function selectOpenRuns(db: Queryable): Promise<RunHead[]> {
  const { rows } = await db.query(`${SELECT_RUN} WHERE r.status = 'open' ORDER BY r.started_at`)
  return z.array(RunRow).parse(rows)
}

const MOST_AT_A_MANIFOLD = 20

/** Other open runs whose pressure comes by a reference: what could hang at the same manifold. */
export async function selectOpenRunsWith(
  db: Queryable,
  { code, except }: { readonly code: string; readonly except: string },
): Promise<RunHead[]> {
  const { rows } = await db.query(
    `${SELECT_RUN} WHERE r.status = 'open' AND r.world #>> '{inputReference,code}' = $1 AND r.id <> $2
      ORDER BY r.started_at LIMIT ${MOST_AT_A_MANIFOLD}`,
    [code, except],
  )
  return z.array(RunRow).parse(rows)
}

/**
 * Takes the run until the transaction ends, so that readings, decisions and the seal of one run come one after the
 * other.
 *
 * @returns its status, or null where there is no such run
 */
export async function lockRun(db: Queryable, id: string): Promise<RunHead['status'] | null> {
  const { rows } = await db.query('SELECT status FROM run WHERE id = $1 FOR UPDATE', [id])
  return rows[0]?.status ?? null
}

type NewRun = {
  readonly id: string
  readonly instrumentId: string
  readonly configurationId: string
  readonly world: World
  readonly at: Date
  readonly personId: string
  /** In an amendment the run whose beginning, and whose person, stay those of the work. */
  readonly workOf?: string
}

const INSERT_RUN = `
  INSERT INTO run (id, instrument_id, configuration_id, status, world, started_at, started_by, work_begun_at, work_begun_by)
  SELECT $1, $2, $3, 'open', $4, $5, $6, coalesce(w.work_begun_at, w.started_at), coalesce(w.work_begun_by, w.started_by)
    FROM (SELECT 1) once LEFT JOIN run w ON w.id = $7
  ON CONFLICT DO NOTHING`

/** @returns false where this id, or an open run of the instrument, is there already */
export async function insertRun(db: Queryable, run: NewRun): Promise<boolean> {
  const { id, instrumentId, configurationId, world, at, personId, workOf = null } = run
  const values = [id, instrumentId, configurationId, JSON.stringify(world), at, personId, workOf]
  const { rowCount } = await db.query(INSERT_RUN, values)
  return rowCount === 1
}

type Closing = { readonly status: 'sealed' | 'abandoned'; readonly at: Date; readonly reason: string | null }

/** Closes an open run for good. */
export async function closeRun(db: Queryable, id: string, { status, at, reason }: Closing): Promise<void> {
  await db.query('UPDATE run SET status = $2, closed_at = $3, close_reason = $4 WHERE id = $1', [
    id,
    status,
    at,
    reason,
  ])
}

const AbandonedRow = z
  .object({ id: z.uuid(), closed_at: z.date(), started_by: z.string(), close_reason: z.string() })
  .transform((row) => ({ id: row.id, closedAt: row.closed_at, startedBy: row.started_by, reason: row.close_reason }))

/** Runs of an instrument that were given up, newest first. They are kept, and never became records. */
export async function selectAbandonedRuns(
  db: Queryable,
  instrumentId: string,
): Promise<z.infer<typeof AbandonedRow>[]> {
  const { rows } = await db.query(
    `SELECT r.id, r.closed_at, p.name AS started_by, r.close_reason
       FROM run r JOIN person p ON p.id = r.started_by
      WHERE r.instrument_id = $1 AND r.status = 'abandoned' ORDER BY r.closed_at DESC`,
    [instrumentId],
  )
  return z.array(AbandonedRow).parse(rows)
}
