import type { Queryable } from '../../database'

const SELECT_DUE = `
  SELECT i.id, to_char(least(CASE WHEN follow.wanted_at > coalesce(last.sealed_at, '-infinity')
             THEN (follow.wanted_at AT TIME ZONE $1)::date END, coalesce(
           CASE WHEN (change.changed_at AT TIME ZONE $1)::date
                  > greatest((last.sealed_at AT TIME ZONE $1)::date, before.calibrated_on)
                  OR change.changed_at > last.sealed_at THEN (change.changed_at AT TIME ZONE $1)::date END,
           CASE WHEN last.sealed_at IS NULL OR before.calibrated_on > (last.sealed_at AT TIME ZONE $1)::date
             THEN coalesce(before.due_on, before.calibrated_on + make_interval(months => c.interval_months)) END,
           least((last.sealed_at AT TIME ZONE $1)::date, last.worked_on) + CASE WHEN last.as_left IN ('outside', 'not-accepted', 'not-stated') THEN make_interval()
             ELSE make_interval(months => c.interval_months) END,
           (i.registered_at AT TIME ZONE $1)::date)::date), 'YYYY-MM-DD') AS due_on
    FROM instrument i
    JOIN LATERAL (SELECT interval_months FROM instrument_configuration
                   WHERE instrument_id = i.id ORDER BY version DESC LIMIT 1) c ON true
    LEFT JOIN LATERAL (
      SELECT s.sealed_at, (r.world ->> 'day')::date AS worked_on, coalesce((
               WITH RECURSIVE later AS (
                 SELECT sequence, as_left FROM seal WHERE amends = s.sequence
                 UNION ALL SELECT n.sequence, n.as_left FROM seal n JOIN later ON n.amends = later.sequence)
               SELECT as_left FROM later ORDER BY sequence DESC LIMIT 1), s.as_left) AS as_left
        FROM seal s JOIN run r ON r.id = s.run_id
       WHERE r.instrument_id = i.id AND s.amends IS NULL ORDER BY s.sealed_at DESC LIMIT 1) last ON true
    LEFT JOIN LATERAL (SELECT calibrated_on, due_on FROM calibration_before
                        WHERE instrument_id = i.id ORDER BY calibrated_on DESC, noted_at DESC LIMIT 1) before ON true
    LEFT JOIN LATERAL (SELECT changed_at FROM range_change
                        WHERE instrument_id = i.id AND verdict <> 'unchanged'
                        ORDER BY changed_at DESC LIMIT 1) change ON true
    LEFT JOIN LATERAL (SELECT wanted_at FROM follow_up
                        WHERE instrument_id = i.id ORDER BY wanted_at DESC LIMIT 1) follow ON true`

/**
 * Due dates as calendar dates in the site's zone: the day the last sealed work began plus the interval, or the day of
 * registration. What was signed a month later is not good for a month more. A range
 * change always means a calibration: changed since the last seal, it is due that day. Left outside its limit, not accepted
 * or without a statement it is due at once, and an amendment that says so counts for the work it amends. What a list says of a calibration before counts while
 * nothing newer is sealed. Asked for by a follow-up since the last seal, it is due from that day on.
 */
export async function selectDueDates(db: Queryable, timeZone: string): Promise<Map<string, string>> {
  const { rows } = await db.query(SELECT_DUE, [timeZone])
  return new Map(rows.map((row) => [row.id, row.due_on]))
}

/** Of one instrument, without looking at any other's. */
export async function selectDueDate(db: Queryable, timeZone: string, instrumentId: string): Promise<string | null> {
  const { rows } = await db.query(`${SELECT_DUE} WHERE i.id = $2`, [timeZone, instrumentId])
  return rows[0]?.due_on ?? null
}

/** How far an open run is: readings taken of points planned, whether as found, and whether it stands paused. */
export type OpenProgress = {
  readonly read: number
  readonly planned: number
  readonly isAsFound: boolean
  readonly isPaused: boolean
}

/** How far the open runs are in their present round, by run. */
export async function selectOpenProgress(db: Queryable): Promise<Map<string, OpenProgress>> {
  const { rows } = await db.query(`
    SELECT s.run_id, count(*)::int AS planned,
           (SELECT count(*) FROM run_decision WHERE run_id = s.run_id AND decision = 'repeat') = s.round AS is_as_found,
           (SELECT count(*) FROM run_pause WHERE run_id = s.run_id) % 2 = 1 AS is_paused,
           count(*) FILTER (WHERE EXISTS (SELECT FROM reading g WHERE g.step_id = s.id AND g.supersedes IS NULL))::int AS read
      FROM run_step s JOIN run r ON r.id = s.run_id AND r.status = 'open'
     WHERE s.round = (SELECT max(round) FROM run_round WHERE run_id = s.run_id)
     GROUP BY s.run_id, s.round`)
  return new Map(
    rows.map(({ run_id, read, planned, is_as_found, is_paused }) => [
      run_id,
      { read, planned, isAsFound: is_as_found, isPaused: is_paused },
    ]),
  )
}
