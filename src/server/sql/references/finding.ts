import { z } from 'zod'
import { CHANGE_IDS, type Change } from '@/core/impact/recomputedRun'
import type { Queryable } from '../../database'

const FindingRow = z
  .object({
    sequence: z.coerce.number(),
    id: z.uuid(),
    previous_hash: z.string(),
    hash: z.string(),
    record: z.string(),
    undoes: z.coerce.number().nullable(),
  })
  .transform(({ previous_hash, ...row }) => ({ ...row, previousHash: previous_hash }))
export type Finding = z.infer<typeof FindingRow>

const SELECT_FINDING = 'SELECT sequence, id, previous_hash, hash, record, undoes FROM finding'
/** Any fixed number, another than that of the seals. */
const CHAIN_LOCK = 7_264_014

/** Takes the chain of findings until the transaction ends and returns its last link; null where there is none yet. */
export async function lockFindings(db: Queryable): Promise<{ sequence: number; hash: string } | null> {
  await db.query('SELECT pg_advisory_xact_lock($1)', [CHAIN_LOCK])
  const { rows } = await db.query('SELECT sequence, hash FROM finding ORDER BY sequence DESC LIMIT 1')
  return rows.length === 0 ? null : { sequence: Number(rows[0].sequence), hash: rows[0].hash }
}

export async function selectFinding(
  db: Queryable,
  which: { readonly id: string } | { readonly sequence: number },
): Promise<Finding | null> {
  const { rows } =
    'id' in which
      ? await db.query(`${SELECT_FINDING} WHERE id = $1`, [which.id])
      : await db.query(`${SELECT_FINDING} WHERE sequence = $1`, [which.sequence])
  return rows.length === 0 ? null : FindingRow.parse(rows[0])
}

/** A slice of the chain of findings in order. */
export async function selectFindings(
  db: Queryable,
  { after, limit }: { after: number; limit: number },
): Promise<Finding[]> {
  const { rows } = await db.query(`${SELECT_FINDING} WHERE sequence > $1 ORDER BY sequence LIMIT $2`, [after, limit])
  return z.array(FindingRow).parse(rows)
}

type NewRow = Omit<Finding, 'undoes'> & {
  readonly undoes: number | null
  readonly rangeId: string
  readonly at: Date
  readonly personId: string
  readonly records: readonly { readonly sequence: number; readonly change: Change }[]
}

export async function insertFinding(db: Queryable, row: NewRow): Promise<void> {
  await db.query(
    `INSERT INTO finding (sequence, id, range_id, previous_hash, hash, record, undoes, found_at, found_by)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9)`,
    [row.sequence, row.id, row.rangeId, row.previousHash, row.hash, row.record, row.undoes, row.at, row.personId],
  )
  await db.query(
    'INSERT INTO finding_on_record (finding, sequence, change) SELECT $1, * FROM unnest($2::bigint[], $3::text[])',
    [row.sequence, row.records.map(({ sequence }) => sequence), row.records.map(({ change }) => change)],
  )
}

/** Sequences of the records a finding is attached to, rising. */
export async function selectRecordsOfFinding(db: Queryable, finding: number): Promise<number[]> {
  const { rows } = await db.query('SELECT sequence FROM finding_on_record WHERE finding = $1 ORDER BY sequence', [
    finding,
  ])
  return rows.map(({ sequence }) => Number(sequence))
}

/** Whether a further finding has undone one. */
export async function isUndone(db: Queryable, sequence: number): Promise<boolean> {
  const { rows } = await db.query('SELECT FROM finding WHERE undoes = $1', [sequence])
  return rows.length > 0
}

const told = {
  record: z.string(),
  found_at: z.date(),
  found_by: z.string(),
  undone_by: z.coerce.number().nullable(),
}
type Told = z.infer<z.ZodObject<typeof told>>
/** A row of a finding as it is told, whatever else stands in it. */
const toldOf = <R extends Told>({ found_at, found_by, undone_by, ...row }: R) => ({
  ...row,
  foundAt: found_at,
  foundBy: found_by,
  undoneBy: undone_by,
})

const OnRecord = z.object({ ...told, finding: z.coerce.number(), change: z.enum(CHANGE_IDS) }).transform(toldOf)
export type FindingOnRecord = z.infer<typeof OnRecord>

/** What was found of a record since it was sealed, the newest first. */
export async function selectFindingsOn(db: Queryable, sequence: number): Promise<FindingOnRecord[]> {
  const { rows } = await db.query(
    `SELECT told.finding, told.change, finding.record, finding.found_at, person.name AS found_by,
            undoing.sequence AS undone_by
       FROM finding_on_record AS told
       JOIN finding ON finding.sequence = told.finding
       JOIN person ON person.id = finding.found_by
       LEFT JOIN finding AS undoing ON undoing.undoes = finding.sequence
      WHERE told.sequence = $1 ORDER BY told.finding DESC`,
    [sequence],
  )
  return z.array(OnRecord).parse(rows)
}

const OfRange = z.object({ ...told, sequence: z.coerce.number() }).transform(toldOf)

/** The findings about the ranges of a reference, the newest first; those that only undo another are told with it. */
export async function selectFindingsOf(db: Queryable, rangeIds: readonly string[]): Promise<z.infer<typeof OfRange>[]> {
  const { rows } = await db.query(
    `SELECT finding.sequence, finding.record, finding.found_at, person.name AS found_by, undoing.sequence AS undone_by
       FROM finding JOIN person ON person.id = finding.found_by
       LEFT JOIN finding AS undoing ON undoing.undoes = finding.sequence
      WHERE finding.range_id = ANY($1) AND finding.undoes IS NULL ORDER BY finding.sequence DESC LIMIT 50`,
    [rangeIds],
  )
  return z.array(OfRange).parse(rows)
}
