import { z } from 'zod'
import type { Queryable } from '../../database'

/** What the ledger covers: a table, the columns of its key, and those it holds as hashes only. */
export type Covered = { readonly relation: string; readonly key: readonly string[]; readonly hidden: readonly string[] }

const covered = (relation: string, key = 'id', hidden = ''): Covered => ({
  relation,
  key: key.split(','),
  hidden: hidden === '' ? [] : hidden.split(','),
})

/** As migrations from 0028 on have it; kept here too, since whoever may change rows may also change what the database says of itself. */
export const COVERED: readonly Covered[] = [
  covered('person', 'id', 'password_hash'),
  covered('site'),
  covered('instrument'),
  covered('instrument_configuration'),
  covered('instrument_standing'),
  covered('instrument_renamed'),
  covered('instrument_note', 'id', 'photo'),
  covered('calibration_before'),
  covered('range_change'),
  covered('set_up_sheet'),
  covered('reference_version', 'reference_id,version'),
  covered('reference_certificate'),
  covered('reference_document', 'certificate_id', 'content'),
  covered('reference_whereabouts'),
  covered('run', 'id', 'world'),
  covered('reference_exchange', 'id', 'standard'),
  covered('run_decision', 'run_id,round,turn'),
  covered('signature'),
  covered('seal', 'sequence', 'record'),
  covered('sealed_round', 'sequence,round'),
  covered('review'),
  covered('finding', 'sequence', 'record'),
  covered('finding_on_record', 'sequence,finding'),
  covered('follow_up'),
  covered('event'),
  covered('kept_document', 'sha256', 'content'),
  covered('certificate_copy', 'sequence,source_sha256'),
]

const LedgerRow = z
  .object({
    sequence: z.string().transform(Number),
    at: z.string(),
    relation: z.string(),
    key: z.string(),
    act: z.enum(['taken over', 'added', 'changed', 'removed']),
    login: z.string(),
    deed: z.string(),
    content: z.string(),
    previous_hash: z.string(),
    hash: z.string(),
  })
  .transform(({ previous_hash, ...row }) => ({ ...row, previousHash: previous_hash }))
export type LedgerEntry = z.infer<typeof LedgerRow>

/** Entries in their order, from the one behind `after`. */
export async function selectLedger(
  db: Queryable,
  { after, limit }: { after: number; limit: number },
): Promise<LedgerEntry[]> {
  const { rows } = await db.query('SELECT * FROM ledger WHERE sequence > $1 ORDER BY sequence LIMIT $2', [after, limit])
  return z.array(LedgerRow).parse(rows)
}

/** How a row and the last that the ledger says of it differ. */
export type RowFault = {
  readonly relation: string
  readonly key: string
  readonly how: 'gone' | 'unentered' | 'differs'
}

/**
 * Rows of a table that are not as the ledger left them. Written out here and not asked of a function in the database,
 * which whoever changed a row could have changed too. The connection works in UTC: times are compared as they are written.
 */
export async function selectRowFaults(db: Queryable, { relation, key, hidden }: Covered): Promise<RowFault[]> {
  const rowKey = key.map((column) => `(w ->> '${column}')`).join(" || '/' || ")
  const hashes = hidden
    .map(
      (c) =>
        ` || CASE WHEN w ->> '${c}' IS NULL THEN '{}'::jsonb ELSE jsonb_build_object('${c}', encode(sha256(convert_to(w ->> '${c}', 'UTF8')), 'hex')) END`,
    )
    .join('')
  const { rows } = await db.query(
    `WITH said AS (SELECT DISTINCT ON (key) key, act, content::jsonb AS said FROM ledger
                    WHERE relation = $1 ORDER BY key, sequence DESC),
          present AS (SELECT ${rowKey} AS key, w${hashes} AS present FROM (SELECT to_jsonb(t) AS w FROM ${relation} AS t) AS whole)
     SELECT coalesce(said.key, present.key) AS key,
            CASE WHEN present.key IS NULL THEN 'gone' WHEN said.key IS NULL OR act = 'removed' THEN 'unentered' ELSE 'differs' END AS how
       FROM said FULL JOIN present ON said.key = present.key
      WHERE (present.key IS NULL AND act <> 'removed') OR said.key IS NULL OR (present.key IS NOT NULL AND act = 'removed')
         -- A column added since is not in what was said then.
         OR (SELECT jsonb_object_agg(name, present -> name) FROM jsonb_object_keys(said) AS name) <> said
      ORDER BY 1 LIMIT 100`,
    [relation],
  )
  return z
    .array(z.object({ key: z.string(), how: z.enum(['gone', 'unentered', 'differs']) }))
    .parse(rows)
    .map((row) => ({ relation, ...row }))
}

/** Changes of which no event tells in the same transaction. */
export async function selectUntoldChanges(
  db: Queryable,
): Promise<{ sequence: number; relation: string; key: string }[]> {
  const { rows } = await db.query(
    `SELECT sequence::int, relation, key FROM ledger AS change
      WHERE act IN ('changed', 'removed')
        AND NOT EXISTS (SELECT FROM ledger AS told WHERE told.relation = 'event' AND told.deed = change.deed)
      ORDER BY sequence LIMIT 100`,
  )
  return rows
}

/** The zone a connection writes times in. */
export const selectConnectionZone = async (db: Queryable): Promise<string> =>
  (await db.query(`SELECT current_setting('TimeZone') AS zone`)).rows[0].zone
