import { z } from 'zod'
import type { Queryable } from '../../database'

const SignatureRow = z
  .object({
    id: z.uuid(),
    person_name: z.string(),
    meaning: z.literal('performed'),
    remark: z.string().nullable(),
    signed_at: z.date(),
    ambient_end_celsius: z.string().nullable(),
  })
  .transform((row) => ({
    id: row.id,
    personName: row.person_name,
    meaning: row.meaning,
    remark: row.remark,
    signedAt: row.signed_at,
    ...(row.ambient_end_celsius !== null && { ambientEndCelsius: row.ambient_end_celsius }),
  }))
/** Who signed, and the ambient temperature as the work ended, where somebody read it. */
export type Signature = z.infer<typeof SignatureRow>

export async function selectSignature(db: Queryable, runId: string): Promise<Signature | null> {
  const { rows } = await db.query(
    'SELECT id, person_name, meaning, remark, signed_at, ambient_end_celsius FROM signature WHERE run_id = $1',
    [runId],
  )
  return rows.length === 0 ? null : SignatureRow.parse(rows[0])
}

export async function insertSignature(
  db: Queryable,
  { runId, personId, ...signature }: Signature & { runId: string; personId: string },
): Promise<void> {
  const { id, personName, meaning, remark, signedAt, ambientEndCelsius = null } = signature
  await db.query(
    `INSERT INTO signature (id, run_id, person_id, person_name, meaning, remark, signed_at, ambient_end_celsius)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8)`,
    [id, runId, personId, personName, meaning, remark, signedAt, ambientEndCelsius],
  )
}
