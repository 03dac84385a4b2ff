import { z } from 'zod'
import { Standard } from '@/schema/world'
import type { Queryable } from '../database'

const number = z.string().transform(Number)

const StandardRow = z
  .object({
    range_low: number,
    range_high: number,
    resolution: number,
    knowledge: z.record(z.string(), z.unknown()),
  })
  .loose()
  .transform(({ range_low, range_high, knowledge, pressure_kind, calibrated_on, due_on, ...row }) =>
    Standard.parse({
      ...row,
      ...knowledge,
      rangeLow: range_low,
      rangeHigh: range_high,
      ...(pressure_kind !== null && { pressureKind: pressure_kind }),
      calibratedOn: calibrated_on,
      dueOn: due_on,
    }),
  )

const SELECT_STANDARD = `
  SELECT id, code, description, quantity, pressure_kind, unit, range_low, range_high, accuracy, resolution, certificate,
         calibrated_on, due_on, principle, knowledge
    FROM standard`

/** Every reference we own, by code. */
export async function selectStandards(db: Queryable): Promise<Standard[]> {
  const { rows } = await db.query(`${SELECT_STANDARD} ORDER BY code`)
  return z.array(StandardRow).parse(rows)
}

export async function selectStandard(db: Queryable, id: string): Promise<Standard | null> {
  const { rows } = await db.query(`${SELECT_STANDARD} WHERE id = $1`, [id])
  return rows.length === 0 ? null : StandardRow.parse(rows[0])
}

const INSERT_STANDARD = `
  INSERT INTO standard (id, code, description, quantity, pressure_kind, unit, range_low, range_high, accuracy,
                        resolution, certificate, calibrated_on, due_on, principle, knowledge)
  VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15)`

/** Stores a reference; what of it has no column of its own goes into `knowledge`, so that nothing is lost. */
export async function insertStandard(db: Queryable, standard: Standard): Promise<void> {
  const { id, code, description, quantity, unit, rangeLow, rangeHigh, accuracy, resolution, ...more } = standard
  const { certificate, calibratedOn, dueOn, principle, pressureKind, ...knowledge } = { pressureKind: null, ...more }
  await db.query(INSERT_STANDARD, [
    ...[id, code, description, quantity, pressureKind, unit, rangeLow, rangeHigh, JSON.stringify(accuracy), resolution],
    ...[certificate, calibratedOn, dueOn, principle, JSON.stringify(knowledge)],
  ])
}
