import { z } from 'zod'
import { ReadingTaking } from '@/schema/recordedRun'
import type { Queryable } from '../../database'

const ReadingRow = z
  .object({
    id: z.uuid(),
    step_id: z.uuid(),
    applied: z.string(),
    output: z.string(),
    pv: z.string().nullable(),
    ao: z.string().nullable(),
    display: z.string().nullable(),
    nominal_percent: z.string().nullable(),
    deflection_percent: z.string().nullable(),
    glass_percent: z.string().nullable(),
    masses_kg: z.string().nullable(),
    held_seconds: z.number().nullable(),
    taking: ReadingTaking.nullable(),
    taken_at: z.date(),
    taken_by: z.string(),
    supersedes: z.uuid().nullable(),
    reason: z.string().nullable(),
  })
  .transform((row) => ({
    id: row.id,
    stepId: row.step_id,
    applied: row.applied,
    output: row.output,
    // Left out where not read, so that a record without them is the same text as ever.
    ...(row.pv !== null && { pv: row.pv }),
    ...(row.ao !== null && { ao: row.ao }),
    ...(row.display !== null && { display: row.display }),
    ...(row.nominal_percent !== null && { nominalPercent: row.nominal_percent }),
    ...(row.deflection_percent !== null && { deflectionPercent: row.deflection_percent }),
    ...(row.glass_percent !== null && { glassPercent: row.glass_percent }),
    ...(row.masses_kg !== null && { massesKg: row.masses_kg }),
    ...(row.held_seconds !== null && { heldSeconds: row.held_seconds }),
    ...(row.taking !== null && { taking: row.taking }),
    takenAt: row.taken_at,
    takenBy: row.taken_by,
    supersedes: row.supersedes,
    reason: row.reason,
  }))
export type ReadingRow = z.infer<typeof ReadingRow>

const SELECT_READING = `
  SELECT g.id, g.step_id, g.applied, g.output, g.pv, g.ao, g.display, g.nominal_percent,
         g.deflection_percent, g.glass_percent, g.masses_kg, g.held_seconds, g.taking, g.taken_at, p.name AS taken_by, g.supersedes, g.reason
    FROM reading g JOIN person p ON p.id = g.taken_by`

/** Every reading of a run ever taken, corrected ones too, oldest first. */
export async function selectReadings(db: Queryable, runId: string): Promise<ReadingRow[]> {
  const { rows } = await db.query(`${SELECT_READING} WHERE g.run_id = $1 ORDER BY g.taken_at, g.id`, [runId])
  return z.array(ReadingRow).parse(rows)
}

type NewReadingRow = {
  readonly id: string
  readonly runId: string
  readonly stepId: string
  readonly applied: string
  readonly output: string
  readonly pv: string | null
  readonly ao: string | null
  readonly display: string | null
  readonly nominalPercent?: string | undefined
  readonly deflectionPercent?: string | undefined
  readonly glassPercent?: string | undefined
  readonly massesKg?: string | undefined
  readonly heldSeconds: number | null
  readonly taking?: ReadingTaking | undefined
  readonly at: Date
  readonly personId: string
  readonly supersedes: string | null
  readonly reason: string | null
}

const INSERT_READING = `
  INSERT INTO reading (id, run_id, step_id, applied, output, pv, ao, display, held_seconds, taken_at, taken_by,
                       supersedes, reason, nominal_percent, deflection_percent, glass_percent, masses_kg, taking)
  VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18)
  ON CONFLICT DO NOTHING`

/**
 * Stores a reading once. The client makes its id, so a repeated send finds the row; the caller compares the two.
 *
 * @returns false where the id is known, the step has a first reading, or the superseded one was superseded already
 */
export async function insertReading(db: Queryable, reading: NewReadingRow): Promise<boolean> {
  const { id, runId, stepId, applied, output, pv, ao, display, heldSeconds, at, personId, supersedes, reason } = reading
  const { rowCount } = await db.query(INSERT_READING, [
    id,
    runId,
    stepId,
    applied,
    output,
    pv,
    ao,
    display,
    heldSeconds,
    at,
    personId,
    supersedes,
    reason,
    ...[reading.nominalPercent, reading.deflectionPercent, reading.glassPercent, reading.massesKg],
    takingJson(reading),
  ])
  return rowCount === 1
}

/**
 * Stores the next reading of an open run. One statement decides and stores: the run is open and out of service, the
 * step is in its present round, and the step before it has been read, which was stored in the same way. It is not
 * paused: a pause and its end alternate, so that an odd count of them is a pause.
 */
const INSERT_FIRST_READING = `
  INSERT INTO reading (id, run_id, step_id, applied, output, pv, ao, display, held_seconds, taken_at, taken_by,
                       nominal_percent, deflection_percent, glass_percent, masses_kg, taking)
  SELECT $1, r.id, $3, $4, $5, $6, $7, $8, $9, $10, $11, $15, $16, $17, $19, $20
    FROM run r
   WHERE r.id = $2 AND r.status = 'open'
     AND (SELECT max(round) FROM run_round WHERE run_id = $2) = $12
     AND (SELECT count(*) FROM work_step WHERE run_id = $2 AND list = 'isolate') >= $13
     AND (SELECT count(*) FROM run_pause WHERE run_id = $2) % 2 = 0
     AND (SELECT count(*) FROM reference_exchange WHERE run_id = $2) = $18
     AND ($14::uuid IS NULL OR (SELECT id FROM reading WHERE step_id = $14 AND supersedes IS NULL) IS NOT NULL)
  ON CONFLICT DO NOTHING`

/** Where a reading belongs, as far as it decides whether it is the next one. */
export type ReadingPlace = {
  readonly round: number
  /** How many steps of Isolate have to be answered first. */
  readonly isolateSteps: number
  /** The step that must have been read before; null for the first of its round. */
  readonly stepBefore: string | null
  /** How many references had been exchanged when it was judged. */
  readonly exchangeCount: number
}

/**
 * Stores a reading if it is the next one of its run, in one statement.
 *
 * @returns false where it is not simply the next one, and nothing was stored
 */
export async function insertFirstReading(
  db: Queryable,
  reading: NewReadingRow,
  { round, isolateSteps, stepBefore, exchangeCount }: ReadingPlace,
): Promise<boolean> {
  const { id, runId, stepId, applied, output, pv, ao, display, heldSeconds, at, personId } = reading
  const figures = [applied, output, pv, ao, display, heldSeconds]
  const { rowCount } = await db.query({
    name: 'insert-first-reading', // planned once a connection
    text: INSERT_FIRST_READING,
    values: [
      ...[id, runId, stepId, ...figures, at, personId, round, isolateSteps, stepBefore],
      ...[reading.nominalPercent, reading.deflectionPercent, reading.glassPercent, exchangeCount, reading.massesKg],
      takingJson(reading),
    ],
  })
  return rowCount === 1
}

const takingJson = ({ taking }: NewReadingRow): string | null => (taking ? JSON.stringify(taking) : null)
