import { z } from 'zod'
import type { Queryable } from '../../database'

const Linked = z
  .object({ range_id: z.uuid(), reference_id: z.uuid(), code: z.string(), instrument_id: z.uuid(), tag: z.string() })
  .transform((row) => ({
    rangeId: row.range_id,
    referenceId: row.reference_id,
    code: row.code,
    instrumentId: row.instrument_id,
    tag: row.tag,
  }))
/** An instrument that stands for a range of a reference. */
export type LinkedInstrument = z.infer<typeof Linked>

const SELECT_LINKED = `
  SELECT linked.range_id, reference.id AS reference_id, reference.code, linked.instrument_id, instrument.tag
    FROM reference_instrument AS linked
    JOIN reference_range ON reference_range.id = linked.range_id
    JOIN reference ON reference.id = reference_range.reference_id
    JOIN instrument ON instrument.id = linked.instrument_id`

/** The range an instrument stands for, or the instrument that stands for a range; null where there is none. */
export async function selectLinked(
  db: Queryable,
  which: { readonly instrumentId: string } | { readonly rangeId: string },
): Promise<LinkedInstrument | null> {
  const { rows } =
    'instrumentId' in which
      ? await db.query(`${SELECT_LINKED} WHERE linked.instrument_id = $1`, [which.instrumentId])
      : await db.query(`${SELECT_LINKED} WHERE linked.range_id = $1`, [which.rangeId])
  return rows.length === 0 ? null : Linked.parse(rows[0])
}

export async function insertLinked(
  db: Queryable,
  row: { rangeId: string; instrumentId: string; at: Date; personId: string },
): Promise<void> {
  await db.query(
    'INSERT INTO reference_instrument (range_id, instrument_id, linked_at, linked_by) VALUES ($1, $2, $3, $4)',
    [row.rangeId, row.instrumentId, row.at, row.personId],
  )
}
