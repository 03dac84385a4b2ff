import {
  appendFileSync,
  chmodSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { pool } from '../../src/server/database'
import { addCheckpoint } from '../../src/server/services/proof/checkpoints'
import { peopleAndReferences, sealedRunOn } from '../../tests/support/benchPlant'
import { type FreshDatabase, freshDatabase } from '../../tests/support/freshDatabase'
import { backUp, restore } from './backup'
import { type Cluster, startCluster } from './cluster'
import { ensureDatabase, migrate, withClient } from './database'

const folder = mkdtempSync(join(tmpdir(), 'barys-backup-'))
const proof = join(folder, 'proof')
let database: FreshDatabase
let made: string
let cluster: Cluster

beforeAll(async () => {
  chmodSync(folder, 0o755)
  process.env.BARYS_PROOF = proof
  database = await freshDatabase()
  await peopleAndReferences()
  await sealedRunOn('B-1')
  await addCheckpoint(new Date())
  writeFileSync(join(proof, 'time-stamps.jsonl'), '{}\n')
  await pool().end()
  made = backUp({ ownerUrl: database.ownerUrl, proof, to: join(folder, 'kept'), now: new Date(), software: '0' })
  cluster = await startCluster(join(folder, 'other'), { fsync: 'off' })
})
afterAll(() => {
  cluster.stop()
  rmSync(folder, { recursive: true, force: true })
})

const everything = (url: string) =>
  withClient(url, async (db) => {
    const { rows } = await db.query("SELECT tablename FROM pg_tables WHERE schemaname = 'public' ORDER BY 1")
    const counted: Record<string, string> = {}
    for (const { tablename } of rows) {
      const { rows: sums } = await db.query(
        `SELECT md5(coalesce(string_agg(t::text, '' ORDER BY t::text), '')) AS sum FROM ${tablename} AS t`,
      )
      counted[tablename] = sums[0].sum
    }
    return counted
  })
const into = (faults: readonly string[] = [], where = join(folder, 'elsewhere')) => ({
  cluster,
  proof: where,
  verify: async () => faults,
})

describe('before anything is written, it is refused', () => {
  test('a folder that holds no backup', async () => {
    await expect(restore(folder, into())).rejects.toThrow('holds no backup')
  })
  test.each(['database.dump', 'checkpoints.jsonl', 'proof-key.pem'])('%s that was changed since', async (name) => {
    const before = readFileSync(join(made, name))
    appendFileSync(join(made, name), 'x')
    await expect(restore(made, into())).rejects.toThrow(`${name} is not the file that was written`)
    writeFileSync(join(made, name), before)
  })
  test('a folder of proof with another plant’s key', async () => {
    const other = mkdtempSync(join(folder, 'proof-'))
    writeFileSync(join(other, 'proof-key.pem'), 'another')
    await expect(restore(made, into([], other))).rejects.toThrow('the key of another plant')
  })
})

test('what does not verify becomes no plant', async () => {
  await expect(restore(made, into(['record 1: altered']))).rejects.toThrow('does not verify: record 1: altered')
  const names = await withClient(cluster.ownerUrl.replace(/\/barys$/, '/postgres'), async (db) =>
    (await db.query('SELECT datname FROM pg_database')).rows.map(({ datname }) => datname),
  )
  expect(names).not.toContain('barys')
  expect(existsSync(join(folder, 'elsewhere'))).toBe(false)
})

test('restored, every table is what it was, the key and the checkpoints are there, and rights are given', async () => {
  const where = join(folder, 'other', 'proof')
  await restore(made, into([], where))
  expect(await everything(cluster.ownerUrl)).toEqual(await everything(database.ownerUrl))
  expect(readdirSync(where).toSorted()).toEqual([
    ...['checkpoints.jsonl', 'proof-key.pem', 'proof-key.pub', 'time-stamps.jsonl'],
  ])
  await withClient(cluster.applicationUrl, async (db) => {
    expect((await db.query('SELECT FROM seal')).rowCount).toBe(1)
    await expect(db.query('DELETE FROM seal')).rejects.toThrow('permission denied')
    await expect(db.query(`SELECT append_to_ledger('a', 'b', 'added', '{}')`)).rejects.toThrow('permission denied')
  })
})

test('a folder with a plant in it is not written over', async () => {
  await expect(restore(made, into([], join(folder, 'other', 'proof')))).rejects.toThrow('holds a plant already')
})

test('a cluster that was only begun, with an empty database, takes it', async () => {
  const begun = await startCluster(join(folder, 'begun'), { fsync: 'off' })
  try {
    await ensureDatabase(begun)
    await migrate(begun.ownerUrl, begun.applicationRole)
    await restore(made, { ...into([], join(folder, 'begun', 'proof')), cluster: begun })
    await withClient(begun.ownerUrl, async (db) => expect((await db.query('SELECT FROM seal')).rowCount).toBe(1))
  } finally {
    begun.stop()
  }
})

test('the backup is for its user’s eyes only, and nothing half is left beside it', () => {
  expect(statSync(made).mode & 0o077).toBe(0)
  expect(readdirSync(join(folder, 'kept')).filter((name) => name.endsWith('.new'))).toEqual([])
})
