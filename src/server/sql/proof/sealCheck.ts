import { z } from 'zod'
import { POINT_VERDICTS } from '@/core/error/verdict'
import type { Queryable } from '../../database'

const verdict = z.enum(POINT_VERDICTS)
const number = z.string().transform(Number)

const SealCheckRow = z
  .object({
    as_found: verdict,
    as_left: verdict,
    as_found_error_percent: number,
    as_left_error_percent: number,
    share_of_limit: number,
    error_basis: z.enum(['span', 'reading']),
    amends: number.nullable(),
    run_status: z.string(),
    instrument_id: z.uuid(),
    signer: z.string().nullable(),
    told_hash: z.string().nullable(),
    reviews: z.array(z.object({ hash: z.string(), named: z.string(), person: z.string().nullable() })),
  })
  .transform((row) => ({
    listing: {
      asFound: row.as_found,
      asLeft: row.as_left,
      asFoundErrorPercent: row.as_found_error_percent,
      asLeftErrorPercent: row.as_left_error_percent,
      shareOfLimit: row.share_of_limit,
      errorBasis: row.error_basis,
      amends: row.amends,
    },
    runStatus: row.run_status,
    instrumentId: row.instrument_id,
    /** The name of the person the signature points to. */
    signer: row.signer,
    /** The hash the event of sealing tells; null where there is no such event. */
    toldHash: row.told_hash,
    reviews: row.reviews,
  }))
export type SealCheck = z.infer<typeof SealCheckRow>

/** What is kept beside a sealed record and must agree with it; null where its run is gone. */
export async function selectSealCheck(db: Queryable, sequence: number): Promise<SealCheck | null> {
  const { rows } = await db.query(
    `SELECT s.as_found, s.as_left, s.as_found_error_percent, s.as_left_error_percent, s.share_of_limit, s.error_basis,
            s.amends, r.status AS run_status, r.instrument_id,
            (SELECT p.name FROM signature g JOIN person p ON p.id = g.person_id WHERE g.run_id = s.run_id) AS signer,
            (SELECT e.detail->>'hash' FROM event e
              WHERE e.subject_id = s.run_id AND e.kind = 'run sealed' ORDER BY e.id LIMIT 1) AS told_hash,
            coalesce((SELECT json_agg(json_build_object('hash', v.record_hash, 'named', v.person_name, 'person', p.name))
                        FROM review v LEFT JOIN person p ON p.id = v.person_id WHERE v.sequence = s.sequence), '[]') AS reviews
       FROM seal s JOIN run r ON r.id = s.run_id WHERE s.sequence = $1`,
    [sequence],
  )
  return rows.length === 0 ? null : SealCheckRow.parse(rows[0])
}

/** Runs that were sealed, as they say themselves or as the events tell, and whose record is not there any more. */
export async function countLostSeals(db: Queryable): Promise<number> {
  const { rows } = await db.query(
    `SELECT count(DISTINCT lost.id)::int AS lost
       FROM (SELECT id FROM run WHERE status = 'sealed'
             UNION SELECT subject_id FROM event WHERE kind = 'run sealed') AS lost
      WHERE NOT EXISTS (SELECT FROM seal WHERE seal.run_id = lost.id)`,
  )
  return rows[0].lost
}
