import { z } from 'zod'
import type { Capsule, NewCapsule } from '@/schema/capsule'
import { PressureUnitId } from '@/schema/errorLimit'
import type { Queryable } from '../../database'

const number = z.string().transform(Number)

const CapsuleRow = z
  .object({
    id: z.uuid(),
    code: z.string(),
    family: z.string(),
    description: z.string(),
    unit: PressureUnitId,
    lrl: number,
    url: number,
    min_span: number,
    max_span: number.nullable(),
    links: z.array(z.object({ name: z.string(), minSpan: z.number(), maxSpan: z.number() })),
    allows_reverse: z.boolean(),
    kept: z.number(),
  })
  .transform(
    ({ lrl, url, min_span, max_span, links, allows_reverse, ...plain }): Capsule => ({
      ...plain,
      body: { lrl, url, minSpan: min_span, maxSpan: max_span, links, allowsReverse: allows_reverse },
    }),
  )

const COLUMNS = 'id, code, family, description, unit, lrl, url, min_span, max_span, links, allows_reverse, kept'

/** Every capsule, by family and size. */
export async function selectCapsules(db: Queryable): Promise<Capsule[]> {
  const { rows } = await db.query(`SELECT ${COLUMNS} FROM capsule ORDER BY family, url - lrl, code`)
  return z.array(CapsuleRow).parse(rows)
}

/** @returns false where the code is taken */
export async function insertCapsule(db: Queryable, capsule: NewCapsule): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO capsule (${COLUMNS}) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12)
     ON CONFLICT DO NOTHING`,
    [
      capsule.id,
      capsule.code,
      capsule.family,
      capsule.description,
      capsule.unit,
      capsule.lrl,
      capsule.url,
      capsule.minSpan,
      capsule.maxSpan,
      JSON.stringify(capsule.links),
      capsule.allowsReverse,
      capsule.kept,
    ],
  )
  return rowCount === 1
}

/** @returns false where there is no such capsule */
export async function updateCapsuleCount(db: Queryable, id: string, kept: number): Promise<boolean> {
  const { rowCount } = await db.query('UPDATE capsule SET kept = $2 WHERE id = $1', [id, kept])
  return rowCount === 1
}

/**
 * Takes one capsule out of stock, if there still is one.
 *
 * @returns false where the last is gone
 */
export async function takeCapsule(db: Queryable, code: string): Promise<boolean> {
  const { rowCount } = await db.query('UPDATE capsule SET kept = kept - 1 WHERE code = $1 AND kept > 0', [code])
  return rowCount === 1
}
