import { z } from 'zod'
import { PointBefore } from '@/schema/importedRows'
import type { Queryable } from '../../database'

const BeforeRow = z.object({
  instrumentId: z.uuid(),
  calibratedOn: z.string(),
  dueOn: z.string().nullable(),
  certificate: z.string(),
  points: z.array(PointBefore).readonly(),
  source: z.string(),
})
/** A calibration from before an instrument was registered here, as a list had it. Calendar dates. */
export type CalibrationBefore = z.infer<typeof BeforeRow>

export async function insertCalibrationBefore(
  db: Queryable,
  {
    id,
    instrumentId,
    calibratedOn,
    dueOn,
    certificate,
    points,
    source,
    at,
    personId,
  }: CalibrationBefore & { id: string; at: Date; personId: string },
): Promise<void> {
  await db.query(
    `INSERT INTO calibration_before (id, instrument_id, calibrated_on, due_on, certificate, points, source, noted_at, noted_by)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9)`,
    [id, instrumentId, calibratedOn, dueOn, certificate, JSON.stringify(points), source, at, personId],
  )
}

/** The last one of each of some instruments, by the instrument; those without have none. */
export async function selectLastBefore(
  db: Queryable,
  instrumentIds: readonly string[],
): Promise<Map<string, CalibrationBefore>> {
  const { rows } = await db.query(
    `SELECT DISTINCT ON (instrument_id) instrument_id AS "instrumentId", calibrated_on AS "calibratedOn", due_on AS "dueOn",
            certificate, points, source
       FROM calibration_before WHERE instrument_id = ANY($1::uuid[])
      ORDER BY instrument_id, calibrated_on DESC, noted_at DESC`,
    [instrumentIds],
  )
  return new Map(
    z
      .array(BeforeRow)
      .parse(rows)
      .map((row) => [row.instrumentId, row]),
  )
}

/** Every one of some instruments, or of all, as the newest list has it; the newest first. */
export async function selectCalibrationsBefore(
  db: Queryable,
  instrumentIds: readonly string[] | 'all',
): Promise<CalibrationBefore[]> {
  const { rows } = await db.query(
    `SELECT * FROM (
       SELECT DISTINCT ON (instrument_id, calibrated_on, certificate)
              instrument_id AS "instrumentId", calibrated_on AS "calibratedOn", due_on AS "dueOn", certificate, points, source
         FROM calibration_before WHERE $1::uuid[] IS NULL OR instrument_id = ANY($1::uuid[])
        ORDER BY instrument_id, calibrated_on, certificate, noted_at DESC) AS newest
      ORDER BY "instrumentId", "calibratedOn" DESC, certificate`,
    [instrumentIds === 'all' ? null : instrumentIds],
  )
  return z.array(BeforeRow).parse(rows)
}
