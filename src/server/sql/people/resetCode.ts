import type { Queryable } from '../../database'

/** Keeps a code, and forgets those of before: only the last one handed over opens anything. */
export async function insertResetCode(
  db: Queryable,
  code: { id: string; personId: string; codeSha256: string; madeBy: string | null; hours: number },
): Promise<void> {
  await db.query('UPDATE reset_code SET used_at = now() WHERE person_id = $1 AND used_at IS NULL', [code.personId])
  await db.query(
    `INSERT INTO reset_code (id, person_id, code_sha256, made_by, expires_at)
     VALUES ($1, $2, $3, $4, now() + make_interval(hours => $5))`,
    [code.id, code.personId, code.codeSha256, code.madeBy, code.hours],
  )
}

/** Uses a code up; false where it is none of this person's, was used, or is too old. */
export async function takeResetCode(
  db: Queryable,
  { personId, codeSha256 }: { personId: string; codeSha256: string },
): Promise<boolean> {
  const { rowCount } = await db.query(
    `UPDATE reset_code SET used_at = now()
      WHERE person_id = $1 AND code_sha256 = $2 AND used_at IS NULL AND expires_at > now()`,
    [personId, codeSha256],
  )
  return rowCount === 1
}
