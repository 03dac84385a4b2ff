import { z } from 'zod'
import {
  AUDIT_KINDS,
  type AuditFilter,
  type AuditKind,
  type AuditLine,
  type DerivedKind,
  EXCEPTION_KINDS,
} from '@/schema/audit'
import type { Queryable } from '../../database'

const AuditRow = z
  .object({
    key: z.string(),
    at: z.date(),
    who: z.string().nullable(),
    kind: z.enum(AUDIT_KINDS),
    tag: z.string().nullable(),
    sequence: z.string().transform(Number).nullable(),
    about: z.string().nullable(),
    why: z.string().nullable(),
  })
  .transform(({ at, ...row }): AuditLine => ({ ...row, at: at.toISOString() }))

/** A correction is about its run. */
const SUBJECT = `CASE WHEN e.kind = 'reading corrected' THEN (e.detail ->> 'runId')::uuid ELSE e.subject_id END`
/** Clocks of two machines may differ by as much without being wrong. Ours, no source. */
const CLOCK_TOLERANCE = '2 minutes'

/** Lines that come from the events as they were told; a correction says why at the reading itself. */
const EVENTS = `
  SELECT e.at, 'e' || e.id AS key, p.name AS who, e.kind, coalesce(e.detail ->> 'reason', fix.reason) AS why,
         ${SUBJECT} AS subject
    FROM event AS e LEFT JOIN person AS p ON p.id = e.person_id
    LEFT JOIN reading AS fix ON e.kind = 'reading corrected' AND fix.supersedes = (e.detail ->> 'supersedes')::uuid`

/** What the runs and the ledger tell. */
const DERIVED: Record<DerivedKind, string> = {
  'reference override': `
    SELECT r.started_at, 'o' || r.id || n, o ->> 'by', 'reference override',
           (o ->> 'code') || ': ' || (o ->> 'reason'), r.id
      FROM run AS r, jsonb_array_elements(r.world -> 'overrides') WITH ORDINALITY AS u (o, n)
     WHERE r.world ? 'overrides'`,
  'act corrected': `
    SELECT a.done_at, 'a' || a.id, p.name, 'act corrected', a.reason, a.run_id
      FROM adjustment AS a JOIN person AS p ON p.id = a.done_by WHERE a.supersedes IS NOT NULL`,
  'round repeated': `
    SELECT d.decided_at, 'd' || d.run_id || d.round || d.turn, p.name, 'round repeated', d.reason, d.run_id
      FROM run_decision AS d JOIN person AS p ON p.id = d.decided_by WHERE d.decision = 'repeat'`,
  'reference out of date': `
    SELECT r.started_at, 'u' || r.id, p.name, 'reference out of date',
           (r.world -> 'inputReference' ->> 'code') || ', due ' || (r.world -> 'inputReference' ->> 'dueOn'), r.id
      FROM run AS r JOIN person AS p ON p.id = r.started_by
     WHERE r.world -> 'inputReference' ->> 'dueOn' < coalesce(r.world ->> 'day', to_char(r.started_at, 'YYYY-MM-DD'))`,
  'out of order': `
    SELECT q.taken_at, 'q' || q.id, p.name, 'out of order', NULL::text, q.run_id
      FROM reading AS q JOIN run AS r ON r.id = q.run_id JOIN person AS p ON p.id = q.taken_by
      LEFT JOIN signature AS s ON s.run_id = r.id
     WHERE NOT (r.world ? 'amends') AND (q.taken_at < r.started_at OR q.taken_at > s.signed_at)`,
  'clock went back': `
    SELECT e.at, 'c' || e.id, p.name, 'clock went back',
           'by ' || ceil(extract(epoch FROM told.before - told.entered) / 60) || ' min', ${SUBJECT}
      FROM (SELECT key, at::timestamptz AS entered, lag(at) OVER (ORDER BY sequence)::timestamptz AS before
              FROM ledger WHERE relation = 'event' AND act = 'added') AS told
      JOIN event AS e ON e.id = told.key::bigint LEFT JOIN person AS p ON p.id = e.person_id
     WHERE told.entered < told.before - interval '${CLOCK_TOLERANCE}'`,
  // What the demo’s people did is dated into the past on purpose.
  'clock differs': `
    SELECT e.at, 'k' || e.id, p.name, 'clock differs',
           'by ' || ceil(abs(extract(epoch FROM l.at::timestamptz - e.at)) / 60) || ' min', ${SUBJECT}
      FROM ledger AS l JOIN event AS e ON e.id = l.key::bigint LEFT JOIN person AS p ON p.id = e.person_id
     WHERE l.relation = 'event' AND l.act = 'added' AND p.is_demo IS NOT TRUE
       AND abs(extract(epoch FROM l.at::timestamptz - e.at)) > extract(epoch FROM interval '${CLOCK_TOLERANCE}')`,
  'sign-in failed': `
    SELECT at, 's' || id, name, 'sign-in failed', 'from ' || coalesce(address, 'unknown'), NULL::uuid
      FROM sign_in_attempt WHERE NOT succeeded`,
}

/** The branches that can hold a line of these kinds. A branch that no kind asks for costs nothing. */
function branches(kinds: readonly AuditKind[] | null): string {
  const isDerived = (kind: AuditKind): kind is DerivedKind => kind in DERIVED
  const derived = (kinds ?? ROUTINE).filter(isDerived)
  const hasEvents = kinds === null || kinds.some((kind) => !isDerived(kind))
  return [...(hasEvents ? [EVENTS] : []), ...derived.map((kind) => DERIVED[kind])].join(' UNION ALL ')
}

/** What the whole trail shows besides the events; the rest has to be asked for, since it takes a look at everything. */
const ROUTINE: readonly AuditKind[] = ['reference override', 'act corrected', 'round repeated']

/** Lines of the audit trail, the newest first. @param timeZone of the days in the filter */
export async function selectAudit(
  db: Queryable,
  { filter, limit, timeZone }: { filter: AuditFilter; limit: number; timeZone: string },
): Promise<AuditLine[]> {
  const kinds = filter.kind ? [filter.kind] : filter.exceptions ? EXCEPTION_KINDS : null
  const [afterAt, afterKey] = filter.after?.split('~') ?? []
  const { rows } = await db.query(
    `WITH told (at, key, who, kind, why, subject) AS (${branches(kinds)})
     SELECT told.at, told.who, told.kind, told.why, coalesce(i.tag, of_run.tag) AS tag, s.sequence,
            coalesce(ref.code, range_of.code, about.name) AS about,
            to_char(told.at AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US"Z"') || '~' || told.key AS key
       FROM told
       LEFT JOIN instrument AS i ON i.id = told.subject
       LEFT JOIN run AS r ON r.id = told.subject
       LEFT JOIN instrument AS of_run ON of_run.id = r.instrument_id
       LEFT JOIN seal AS s ON s.run_id = r.id
       LEFT JOIN reference AS ref ON ref.id = told.subject
       LEFT JOIN reference_range AS found_in ON found_in.id = told.subject
       LEFT JOIN reference AS range_of ON range_of.id = found_in.reference_id
       LEFT JOIN person AS about ON about.id = told.subject
      WHERE ($1::text[] IS NULL OR told.kind = ANY ($1))
        AND ($2::text IS NULL OR coalesce(i.tag, of_run.tag) = $2)
        AND ($3::text IS NULL OR told.who = $3)
        AND ($4::date IS NULL OR told.at >= $4::date::timestamp AT TIME ZONE $8)
        AND ($5::date IS NULL OR told.at < ($5::date + 1)::timestamp AT TIME ZONE $8)
        AND ($6::timestamptz IS NULL OR (told.at, told.key) < ($6, $7))
      ORDER BY told.at DESC, told.key DESC LIMIT $9`,
    [
      kinds,
      filter.tag || null,
      filter.person || null,
      filter.from ?? null,
      filter.to ?? null,
      afterAt ?? null,
      afterKey ?? null,
      timeZone,
      limit,
    ],
  )
  return z.array(AuditRow).parse(rows)
}
