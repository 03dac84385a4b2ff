import { z } from 'zod'
import { READING_QUANTITY_LIST, RECORDED_FIGURES, type ReadingFigures } from '@/schema/readings/readingQuantities'
import { ReadingTaking } from '@/schema/recordedRun'
import type { Queryable } from '../../database'

/** Columns of the quantities a reading carries, with the names they have in it. */
const QUANTITIES = READING_QUANTITY_LIST.map(([name, { column }]) => ({ name, column }))
/** Columns of what a reading carries, in the order of `figureValues`; `numeric` comes as text, with its digits. */
export const FIGURE_COLUMNS: readonly string[] = QUANTITIES.map(({ column }) => column)
const figureValues = (reading: ReadingFigures) => QUANTITIES.map(({ name }) => reading[name])

const ReadingRow = z
  .looseObject({
    id: z.uuid(),
    step_id: z.uuid(),
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
    ...figuresOfRow(row),
    // Left out where not read, so that a record without them is the same text as ever.
    ...(row.held_seconds !== null && { heldSeconds: row.held_seconds }),
    ...(row.taking !== null && { taking: row.taking }),
    takenAt: row.taken_at,
    takenBy: row.taken_by,
    supersedes: row.supersedes,
    reason: row.reason,
  }))
export type ReadingRow = z.infer<typeof ReadingRow>

const Figures = z.object(RECORDED_FIGURES)
const figuresOfRow = (row: Readonly<Record<string, unknown>>) =>
  Figures.parse(
    Object.fromEntries(QUANTITIES.flatMap(({ name, column }) => (row[column] === null ? [] : [[name, row[column]]]))),
  )

const SELECT_READING = `
  SELECT g.id, g.step_id, ${FIGURE_COLUMNS.map((column) => `g.${column}`).join(', ')}, g.held_seconds, g.taking,
         g.taken_at, p.name AS taken_by, g.supersedes, g.reason
    FROM reading g JOIN person p ON p.id = g.taken_by`

/** Every reading of a run ever taken, corrected ones too, oldest first. */
export async function selectReadings(db: Queryable, runId: string): Promise<ReadingRow[]> {
  const { rows } = await db.query(`${SELECT_READING} WHERE g.run_id = $1 ORDER BY g.taken_at, g.id`, [runId])
  return z.array(ReadingRow).parse(rows)
}

type NewReadingRow = ReadingFigures & {
  readonly id: string
  readonly runId: string
  readonly stepId: string
  readonly heldSeconds: number | null
  readonly taking?: ReadingTaking | undefined
  readonly at: Date
  readonly personId: string
  readonly supersedes: string | null
  readonly reason: string | null
}

/** Columns of any new reading, in the order of `valuesOf`. */
const INSERTED = ['id', 'run_id', 'step_id', 'held_seconds', 'taken_at', 'taken_by', 'taking', ...FIGURE_COLUMNS]
const valuesOf = (reading: NewReadingRow): unknown[] => [
  ...[reading.id, reading.runId, reading.stepId, reading.heldSeconds, reading.at, reading.personId],
  reading.taking ? JSON.stringify(reading.taking) : null,
  ...figureValues(reading),
]
const INSERTED_VALUES = INSERTED.map((_, index) => `$${index + 1}`).join(', ')
/** The parameter after those of the reading itself, counted from 1. */
const after = (place: number) => `$${INSERTED.length + place}`

const INSERT_READING = `
  INSERT INTO reading (${INSERTED.join(', ')}, supersedes, reason)
  VALUES (${INSERTED_VALUES}, ${after(1)}, ${after(2)})
  ON CONFLICT DO NOTHING`

/**
 * Stores a reading once. The client makes its id, so a repeated send finds the row; the caller compares the two.
 *
 * @returns false where the id is known, the step has a first reading, or the superseded one was superseded already
 */
export async function insertReading(db: Queryable, reading: NewReadingRow): Promise<boolean> {
  const { rowCount } = await db.query(INSERT_READING, [...valuesOf(reading), reading.supersedes, reading.reason])
  return rowCount === 1
}

/**
 * Stores the next reading of an open run. One statement decides and stores: the run is open and out of service, the
 * step is in its present round, and the step before it has been read, which was stored in the same way. It is not
 * paused: a pause and its end alternate, so that an odd count of them is a pause.
 */
const [ROUND, ISOLATE_STEPS, STEP_BEFORE, EXCHANGES] = [1, 2, 3, 4].map(after)
const INSERT_FIRST_READING = `
  INSERT INTO reading (${INSERTED.join(', ')})
  SELECT ${INSERTED.map((column, index) => (column === 'run_id' ? 'r.id' : `$${index + 1}`)).join(', ')}
    FROM run r
   WHERE r.id = $2 AND r.status = 'open'
     AND (SELECT max(round) FROM run_round WHERE run_id = $2) = ${ROUND}
     AND (SELECT count(*) FROM work_step WHERE run_id = $2 AND list = 'isolate') >= ${ISOLATE_STEPS}
     AND (SELECT count(*) FROM run_pause WHERE run_id = $2) % 2 = 0
     AND (SELECT count(*) FROM reference_exchange WHERE run_id = $2) = ${EXCHANGES}
     AND (${STEP_BEFORE}::uuid IS NULL
          OR (SELECT id FROM reading WHERE step_id = ${STEP_BEFORE} AND supersedes IS NULL) IS NOT NULL)
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
  const { rowCount } = await db.query({
    name: 'insert-first-reading', // planned once a connection
    text: INSERT_FIRST_READING,
    values: [...valuesOf(reading), round, isolateSteps, stepBefore, exchangeCount],
  })
  return rowCount === 1
}
