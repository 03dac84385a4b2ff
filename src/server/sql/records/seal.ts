import { z } from 'zod'
import { POINT_VERDICTS } from '@/core/error/verdict'
import type { Queryable } from '../../database'

const verdict = z.enum(POINT_VERDICTS)

const SealRow = z
  .object({
    sequence: z.string().transform(Number),
    run_id: z.uuid(),
    previous_hash: z.string(),
    hash: z.string(),
    record: z.string(),
    sealed_at: z.date(),
  })
  .transform((row) => ({
    sequence: row.sequence,
    runId: row.run_id,
    previousHash: row.previous_hash,
    hash: row.hash,
    record: row.record,
    sealedAt: row.sealed_at,
  }))
export type Seal = z.infer<typeof SealRow>

const SELECT_SEAL = 'SELECT sequence, run_id, previous_hash, hash, record, sealed_at FROM seal'
/** Any fixed number: two seals made at once would name the same predecessor. */
const CHAIN_LOCK = 7_264_002

/** Takes the chain until the transaction ends and returns its last link; null where nothing is sealed yet. */
export async function lockChain(db: Queryable): Promise<{ sequence: number; hash: string } | null> {
  await db.query('SELECT pg_advisory_xact_lock($1)', [CHAIN_LOCK])
  const { rows } = await db.query('SELECT sequence, hash FROM seal ORDER BY sequence DESC LIMIT 1')
  return rows.length === 0 ? null : { sequence: Number(rows[0].sequence), hash: rows[0].hash }
}

export async function selectSealOfRun(db: Queryable, runId: string): Promise<Seal | null> {
  const { rows } = await db.query(`${SELECT_SEAL} WHERE run_id = $1`, [runId])
  return rows.length === 0 ? null : SealRow.parse(rows[0])
}

export async function selectSeal(db: Queryable, sequence: number): Promise<Seal | null> {
  const { rows } = await db.query(`${SELECT_SEAL} WHERE sequence = $1`, [sequence])
  return rows.length === 0 ? null : SealRow.parse(rows[0])
}

/** The record that amends one; null where none does. */
export async function selectAmendmentOf(db: Queryable, sequence: number): Promise<number | null> {
  const { rows } = await db.query('SELECT sequence FROM seal WHERE amends = $1 ORDER BY sequence LIMIT 1', [sequence])
  return rows.length === 0 ? null : Number(rows[0].sequence)
}

/** A slice of the chain in order, so that a long one need not be held at once. */
export async function selectSeals(db: Queryable, { after, limit }: { after: number; limit: number }): Promise<Seal[]> {
  const { rows } = await db.query(`${SELECT_SEAL} WHERE sequence > $1 ORDER BY sequence LIMIT $2`, [after, limit])
  return z.array(SealRow).parse(rows)
}

/** Denormalised columns of a sealed record: what lists show, so that no list has to parse every record. */
const SealedResult = z
  .object({
    sequence: z.string().transform(Number),
    run_id: z.uuid(),
    instrument_id: z.uuid(),
    tag: z.string(),
    sealed_at: z.date(),
    signed_by: z.string(),
    as_found: verdict,
    as_left: verdict,
    as_found_error_percent: z.string().transform(Number),
    as_left_error_percent: z.string().transform(Number),
    share_of_limit: z.string().transform(Number),
    error_basis: z.enum(['span', 'reading']),
    review_state: z.enum(['waiting', 'returned', 'reviewed', 'amended']),
    amends: z.string().transform(Number).nullable(),
  })
  .transform((row) => ({
    sequence: row.sequence,
    runId: row.run_id,
    instrumentId: row.instrument_id,
    tag: row.tag,
    sealedAt: row.sealed_at,
    signedBy: row.signed_by,
    asFound: row.as_found,
    asLeft: row.as_left,
    asFoundErrorPercent: row.as_found_error_percent,
    asLeftErrorPercent: row.as_left_error_percent,
    shareOfLimit: row.share_of_limit,
    /** In what the errors of this record are listed. */
    errorBasis: row.error_basis,
    reviewState: row.review_state,
    amends: row.amends,
  }))
export type SealedResult = z.infer<typeof SealedResult>

const SELECT_RESULT = `
  SELECT s.sequence, s.run_id, r.instrument_id, i.tag, s.sealed_at, g.person_name AS signed_by, s.as_found, s.as_left,
         s.as_found_error_percent, s.as_left_error_percent, s.share_of_limit, s.error_basis, s.amends,
         CASE WHEN EXISTS (SELECT FROM seal later WHERE later.amends = s.sequence) THEN 'amended'
              WHEN EXISTS (SELECT FROM review v WHERE v.sequence = s.sequence AND v.outcome = 'reviewed') THEN 'reviewed'
              WHEN EXISTS (SELECT FROM review v WHERE v.sequence = s.sequence) THEN 'returned'
              ELSE 'waiting' END AS review_state
    FROM seal s
    JOIN run r ON r.id = s.run_id
    JOIN instrument i ON i.id = r.instrument_id
    JOIN signature g ON g.run_id = s.run_id`

/** The results of every sealed run, newest first. */
export async function selectResults(db: Queryable): Promise<SealedResult[]> {
  const { rows } = await db.query(`${SELECT_RESULT} ORDER BY s.sequence DESC`)
  return z.array(SealedResult).parse(rows)
}

/** The results of one instrument, newest first. */
export async function selectResultsOf(db: Queryable, instrumentId: string): Promise<SealedResult[]> {
  const { rows } = await db.query(
    `${SELECT_RESULT} WHERE r.instrument_id = $1 ORDER BY s.sealed_at DESC, s.sequence DESC`,
    [instrumentId],
  )
  return z.array(SealedResult).parse(rows)
}

type NewSeal = Seal &
  Pick<
    SealedResult,
    'asFound' | 'asLeft' | 'asFoundErrorPercent' | 'asLeftErrorPercent' | 'shareOfLimit' | 'errorBasis' | 'amends'
  >

const INSERT_SEAL = `
  INSERT INTO seal (sequence, run_id, previous_hash, hash, record, sealed_at, as_found, as_left,
                    as_found_error_percent, as_left_error_percent, share_of_limit, error_basis, amends)
  VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13)`

export async function insertSeal(db: Queryable, seal: NewSeal): Promise<void> {
  await db.query(INSERT_SEAL, [
    seal.sequence,
    seal.runId,
    seal.previousHash,
    seal.hash,
    seal.record,
    seal.sealedAt,
    seal.asFound,
    seal.asLeft,
    seal.asFoundErrorPercent,
    seal.asLeftErrorPercent,
    seal.shareOfLimit,
    seal.errorBasis,
    seal.amends,
  ])
}
