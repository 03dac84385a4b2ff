import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import pg from 'pg'
import Postgrator from 'postgrator'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { emptyDatabase } from '../../tests/support/freshDatabase'
import { migrate } from './database'
import { ROOT } from './root'

/*
 * Records that earlier versions sealed stand in a database of before impacts were judged; the migrations since fill what is
 * kept beside a seal. What is expected is taken from the text of each record by its own words.
 */
type Sealed = {
  sequence: number
  world: { inputReference: { id: string }; instrument: { id: string } }
  run: { id: string }
  rounds: {
    round: number
    decision: { decision: string } | null
    steps: { percent: number; direction: string; readings: { applied: string; output: string; takenAt: string }[] }[]
  }[]
  results: {
    round: number
    verdict: string
    points: { errorPercentSpan: number; limitPercentSpan: number; expandedUncertaintyPercentSpan?: number }[]
  }[]
}
const FOLDER = join(ROOT, 'tests/reference/records')
const texts = readdirSync(FOLDER).flatMap((file) =>
  (JSON.parse(readFileSync(join(FOLDER, file), 'utf8')) as { record: string }[]).map(({ record }) => record),
)
/** Versions made records of the same numbers: here each has one of its own. */
const records = texts.map((text, index) => ({ text, sequence: index + 1, record: JSON.parse(text) as Sealed }))
const BEFORE_IMPACTS = '20'

let owner: pg.Client

beforeAll(async () => {
  const { ownerUrl } = await emptyDatabase()
  owner = new pg.Client(ownerUrl)
  await owner.connect()
  const runner = new Postgrator({
    driver: 'pg',
    migrationPattern: join(ROOT, 'db/migrations/*.sql'),
    schemaTable: 'schema_version',
    execQuery: (sql) => owner.query(sql),
  })
  await runner.migrate(BEFORE_IMPACTS)
  await owner.query('SET session_replication_role = replica') // records without the rows they were made from
  for (const { text, sequence, record } of records) {
    const run = `00000000-0000-4000-8000-${String(sequence).padStart(12, '0')}`
    await owner.query(
      `INSERT INTO run (id, instrument_id, configuration_id, status, world, started_at, started_by, closed_at)
       VALUES ($1, $1, $1, 'sealed', $2, '2026-01-01', $1, '2026-01-02')`,
      [run, JSON.stringify(record.world)],
    )
    await owner.query(
      `INSERT INTO seal (sequence, run_id, previous_hash, hash, record, sealed_at, as_found, as_left,
                         as_found_error_percent, as_left_error_percent, share_of_limit)
       VALUES ($1::bigint, $2, encode(sha256(($1::bigint - 1)::text::bytea), 'hex'), encode(sha256($1::bigint::text::bytea), 'hex'), $3, '2026-01-02',
               'inside', 'inside', 0, 0, 0)`,
      [sequence, run, text],
    )
  }
  await owner.query('SET session_replication_role = DEFAULT')
  await migrate(ownerUrl)
}, 60_000)
afterAll(() => owner.end())

test.each(records)('record $sequence: every round as its own text has it', async ({ sequence, record }) => {
  const { rows } = await owner.query('SELECT * FROM sealed_round WHERE sequence = $1 ORDER BY round', [sequence])
  expect(rows).toHaveLength(record.results.length)
  for (const [index, { round, verdict, points }] of record.results.entries()) {
    const row = rows[index]
    const taken = record.rounds.find((each) => each.round === round)
    const read = taken?.steps.filter(({ readings }) => readings.length > 0) ?? []
    expect(row).toMatchObject({ round, verdict, decision: taken?.decision?.decision ?? null })
    expect(row.errors).toEqual(points.map(({ errorPercentSpan }) => errorPercentSpan))
    expect(row.limits).toEqual(points.map(({ limitPercentSpan }) => limitPercentSpan))
    const stated = points.flatMap(({ expandedUncertaintyPercentSpan: u }) => u ?? [])
    expect(row.expanded).toEqual(stated.length === points.length ? stated : null)
    expect(row.percents).toEqual(read.map(({ percent }) => percent))
    expect(row.directions).toEqual(read.map(({ direction }) => direction))
    expect(row.applied).toEqual(read.map(({ readings }) => readings.at(-1)?.applied))
    expect(row.outputs).toEqual(read.map(({ readings }) => readings.at(-1)?.output))
    expect(row.taken_at.map((at: Date) => at.toISOString())).toEqual(read.map(({ readings }) => readings[0]?.takenAt))
  }
})

test('each reference of theirs leads to them, and nothing of it can be changed', async () => {
  const { rows } = await owner.query('SELECT DISTINCT range_id FROM run_reference')
  const named = new Set(records.map(({ record }) => record.world.inputReference.id))
  for (const id of named) expect(rows.map(({ range_id }) => range_id)).toContain(id)
  await expect(owner.query("UPDATE sealed_round SET verdict = 'inside'")).rejects.toThrow()
  await expect(owner.query('DELETE FROM run_reference')).rejects.toThrow()
})
