import pg from 'pg'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { z } from 'zod'
import { EXCITATION_UNITS } from '@/core/adjust/excitation'
import { POINT_VERDICTS } from '@/core/error/verdict'
import { DUTIES } from '@/core/links/sourceDuty'
import { REFERENCE_STATES } from '@/core/reference/referenceKind'
import { DECISIONS } from '@/core/run/decision'
import { DESK_IDS } from '@/schema/desks'
import { INSTRUMENT_FIELDS } from '@/schema/instrument/instrumentFields'
import { READING_QUANTITY_LIST } from '@/schema/readings/readingQuantities'
import { ReviewAnswer } from '@/schema/review'
import { ROLE_IDS } from '@/schema/roles'
import { WorkStepAnswer } from '@/schema/run'
import { SITE_FIELD_LIST } from '@/schema/site'
import { freshDatabase } from '../../../tests/support/freshDatabase'

let db: pg.Client
beforeAll(async () => {
  db = new pg.Client((await freshDatabase()).ownerUrl)
  await db.connect()
})
afterAll(() => db.end())

/** The words of an enumeration, whether it has a default or may be left out. */
const enumOf = (shape: z.ZodType): readonly string[] => (z.toJSONSchema(shape, { io: 'input' }).enum ?? []).map(String)

/** Every field of a site that is one of several; of the unit SQL asks only its length, since units grow in number. */
const OF_SITE = Object.fromEntries(
  SITE_FIELD_LIST.flatMap(([, { column, stored }]) => {
    const words = enumOf(stored)
    return words.length > 0 && column !== 'pressure_unit' ? [[`site.${column}`, words]] : []
  }),
)

/** By table and column, what Barys knows of what SQL allows. A CHECK that lists words and stands not here fails. */
const KNOWN: Readonly<Record<string, readonly string[]>> = {
  'person.role': ROLE_IDS,
  ...OF_SITE,
  'run_decision.decision': DECISIONS,
  'seal.as_found': POINT_VERDICTS,
  'seal.as_left': POINT_VERDICTS,
  'adjustment.excitation_unit': EXCITATION_UNITS,
  'link_session.owes': DUTIES,
  'desk_set_up.desk': DESK_IDS,
  'reference_whereabouts.state': Object.keys(REFERENCE_STATES),
  'review.outcome': enumOf(ReviewAnswer.shape.outcome),
  'work_step.list': enumOf(WorkStepAnswer.shape.list),
  'work_step.outcome': enumOf(WorkStepAnswer.shape.outcome),
  ...Object.fromEntries(
    Object.values(INSTRUMENT_FIELDS).flatMap(({ sql, shapes }) => {
      const words = sql === 'particulars' ? [] : enumOf(shapes.stored)
      return sql === 'particulars' || words.length === 0 ? [] : [[`instrument_configuration.${sql.column}`, words]]
    }),
  ),
  // Written and read by one module of SQL alone, in these words.
  'run.status': ['open', 'sealed', 'abandoned'],
  'run_step.direction': ['rising', 'falling'],
  'run_pause.kind': ['paused', 'resumed'],
  'seal.error_basis': ['span', 'reading'],
  'range_change.verdict': ['unchanged', 're-range', 'link', 'capsule'],
  'range_change.source': ['typed', 'vessel', 'flow'],
  'reference_document.media_type': ['application/pdf', 'application/xml'],
  'device.kind': ['source', 'meter', 'transmitter'],
  'ledger.act': ['taken over', 'added', 'changed', 'removed'],
}

test('what a CHECK allows is what Barys knows, no word more and none less', async () => {
  const { rows } = await db.query(`
    SELECT conrelid::regclass::text AS relation, pg_get_constraintdef(oid) AS says FROM pg_constraint
     WHERE contype = 'c' AND pg_get_constraintdef(oid) LIKE '% = ANY (ARRAY[''%'`)
  expect(rows.length).toBeGreaterThan(20)
  for (const { relation, says } of rows) {
    const [, column = '', list = ''] = /(\w+) = ANY \(ARRAY\[(.*?)\]\)/.exec(says) ?? []
    const allowed = [...list.matchAll(/'([^']*)'::text/g)].map(([, word = '']) => word)
    const known = KNOWN[`${relation}.${column}`]
    expect(known, `${relation}.${column}: name in this test what Barys knows of it`).toBeDefined()
    expect(allowed.toSorted(), `${relation}.${column}`).toEqual(known?.toSorted())
  }
})

test('a field of an instrument has the column it names', async () => {
  const columns = await columnsOf('instrument_configuration')
  for (const { sql } of Object.values(INSTRUMENT_FIELDS))
    if (sql !== 'particulars') expect(columns.has(sql.column), sql.column).toBe(true)
})

test('a quantity of a reading has the column it names, in which its digits are kept', async () => {
  const columns = await columnsOf('reading')
  for (const [, { column }] of READING_QUANTITY_LIST) expect(columns.get(column), column).toBe('numeric')
})

async function columnsOf(table: string): Promise<ReadonlyMap<string, string>> {
  const { rows } = await db.query(
    'SELECT column_name, data_type FROM information_schema.columns WHERE table_name = $1',
    [table],
  )
  return new Map(rows.map(({ column_name, data_type }) => [column_name, data_type]))
}
