import { z } from 'zod'
import type { Queryable } from '../database'

const BeforeRow = z.object({
  instrumentId: z.uuid(),
  calibratedOn: z.string(),
  dueOn: z.string().nullable(),
  certificate: z.string(),
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
    source,
    at,
    personId,
  }: CalibrationBefore & { id: string; at: Date; personId: string },
): Promise<void> {
  await db.query(
    `INSERT INTO calibration_before (id, instrument_id, calibrated_on, due_on, certificate, points, source, noted_at, noted_by)
     VALUES ($1, $2, $3, $4, $5, '[]', $6, $7, $8)`,
    [id, instrumentId, calibratedOn, dueOn, certificate, source, at, personId],
  )
}

/** The last one of each of some instruments, by the instrument; those without have none. */
export async function selectLastBefore(
  db: Queryable,
  instrumentIds: readonly string[],
): Promise<Map<string, CalibrationBefore>> {
  const { rows } = await db.query(
    `SELECT DISTINCT ON (instrument_id) instrument_id AS "instrumentId", calibrated_on AS "calibratedOn", due_on AS "dueOn",
            certificate, source
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
