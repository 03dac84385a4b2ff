import type { EventKind } from '@/schema/audit'
import type { Queryable } from '../../database'

/** One line of the audit trail. */
export type AuditEvent = {
  readonly at: Date
  readonly personId: string | null
  readonly kind: EventKind
  readonly subjectId: string
  readonly detail?: Record<string, unknown>
}

/** Adds a line to the audit trail, in the transaction of what it tells about. */
export async function insertEvent(
  db: Queryable,
  { at, personId, kind, subjectId, detail = {} }: AuditEvent,
): Promise<void> {
  await db.query('INSERT INTO event (at, person_id, kind, subject_id, detail) VALUES ($1, $2, $3, $4, $5)', [
    at,
    personId,
    kind,
    subjectId,
    detail,
  ])
}
