import { afterAll, beforeAll, expect, test } from 'vitest'
import { ANNA, NOW, nextReading, peopleAndReferences, runOnNewInstrument } from '../../../../tests/support/benchPlant'
import { freshDatabase } from '../../../../tests/support/freshDatabase'
import { databaseRefusal } from '../../api/databaseRefusal'
import { pool } from '../../database'
import { abandonRun } from '../../services/run/abandonRun'
import { insertOvershoot } from './overshoot'

beforeAll(async () => {
  await freshDatabase()
  await peopleAndReferences()
})
afterAll(() => pool().end())

test('whatever belongs to a run is found by it without reading every other run’s', async () => {
  const { rows } = await pool().query(
    `SELECT c.conrelid::regclass::text AS "table"
       FROM pg_constraint c JOIN pg_attribute a ON a.attrelid = c.conrelid AND a.attnum = c.conkey[1]
      WHERE c.contype = 'f' AND c.confrelid = 'run'::regclass AND a.attname = 'run_id'
        AND NOT EXISTS (SELECT FROM pg_index i WHERE i.indrelid = c.conrelid AND i.indkey[0] = a.attnum AND i.indpred IS NULL)`,
  )
  // These two are asked for by their session and by their reference, never by their run.
  expect(rows.map(({ table }) => table).toSorted()).toEqual(['link_order', 'run_reference'])
})

test('what comes after an abandon is told as that, not as a fault of ours', async () => {
  const run = await runOnNewInstrument('C-1')
  const { stepId } = nextReading(run)
  await abandonRun(run.id, { reason: 'trial' }, { person: ANNA, now: NOW })
  const late = insertOvershoot(pool(), {
    id: '7b0c9e14-2f4d-4c86-8a11-53d0f5a0b001',
    runId: run.id,
    stepId,
    applied: null,
    at: NOW,
    personId: ANNA.id,
  })
  const error = await late.then(
    () => null,
    (thrown: unknown) => thrown,
  )
  expect(databaseRefusal(error)).toMatchObject({ status: 409, refusal: { field: 'run' } })
})

test('a statement that hangs gives up what it holds', async () => {
  const { rows } = await pool().query(
    `SELECT name, setting::int AS ms FROM pg_settings
      WHERE name IN ('lock_timeout', 'statement_timeout', 'idle_in_transaction_session_timeout')`,
  )
  expect(rows).toHaveLength(3)
  for (const { name, ms } of rows) expect(ms > 0 && ms <= 60_000, name).toBe(true)
})
