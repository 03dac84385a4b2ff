import type { Queryable } from '../../database'
import { GENESIS_HASH } from '../../hash'
import type { Heads } from '../../proof/checkpoint'

/** Any fixed number: checkpoints are made one after the other, on whatever process. */
const CHECKPOINT_LOCK = 7_264_006

/** Takes the right to add a checkpoint until the transaction ends. */
export const lockCheckpoints = (db: Queryable) => db.query('SELECT pg_advisory_xact_lock($1)', [CHECKPOINT_LOCK])

/** Where the three chains stand at one moment. */
export async function selectHeads(db: Queryable): Promise<Heads> {
  const last = (table: string) =>
    `(SELECT json_build_object('count', sequence, 'hash', hash) FROM ${table} ORDER BY sequence DESC LIMIT 1)`
  const { rows } = await db.query(
    `SELECT ${last('seal')} AS records, ${last('finding')} AS findings, ${last('ledger')} AS acts`,
  )
  const none = { count: 0, hash: GENESIS_HASH }
  return { records: rows[0].records ?? none, findings: rows[0].findings ?? none, acts: rows[0].acts ?? none }
}

/** The hashes of a chain by their places; none for what is not there. */
export async function selectHashes(
  db: Queryable,
  table: 'seal' | 'finding' | 'ledger',
  sequences: readonly number[],
): Promise<Map<number, string>> {
  const { rows } = await db.query(`SELECT sequence::int, hash FROM ${table} WHERE sequence = ANY ($1)`, [sequences])
  return new Map(rows.map(({ sequence, hash }) => [sequence, hash]))
}

/** Whether a hash, as a certificate or an earlier verification gives it, is one of the chain of records or of acts. */
export async function isInChain(db: Queryable, hash: string): Promise<boolean> {
  const { rows } = await db.query('SELECT 1 FROM seal WHERE hash = $1 UNION ALL SELECT 1 FROM ledger WHERE hash = $1', [
    hash,
  ])
  return rows.length > 0
}
