import { z } from 'zod'
import { DECISIONS } from '@/core/run/decision'
import type { Queryable } from '../../database'

const ErrorsRow = z
  .object({
    sequence: z.coerce.number(),
    errors: z.array(z.number()),
    limits: z.array(z.number()),
    decision: z.enum(DECISIONS).nullable(),
  })
  .transform(({ decision, ...row }) => ({ ...row, decision: decision && { decision } }))

/** What some records say of the points of their rounds, in their order. % of output span. */
export async function selectSealedErrors(db: Queryable, sequences: readonly number[]) {
  const { rows } = await db.query(
    `SELECT sequence, errors, limits, decision FROM sealed_round WHERE sequence = ANY($1) ORDER BY sequence, round`,
    [sequences],
  )
  return z.array(ErrorsRow).parse(rows)
}
