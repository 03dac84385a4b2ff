import { chmodSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pg from 'pg'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { emptyDatabase, freshDatabase } from '../../tests/support/freshDatabase'
import { type Cluster, startCluster } from './cluster'
import { ensureDatabase, migrate, withClient } from './database'
import { ROOT } from './root'

const folder = mkdtempSync(join(tmpdir(), 'barys-lifecycle-'))
let cluster: Cluster

beforeAll(async () => {
  chmodSync(folder, 0o755)
  cluster = await startCluster(folder)
  await ensureDatabase(cluster)
  await withClient(cluster.ownerUrl, (db) => db.query('CREATE TABLE kept (n int); INSERT INTO kept VALUES (42)'))
})
afterAll(() => {
  cluster.stop()
  rmSync(folder, { recursive: true, force: true })
})

const kept = (at: Cluster) => withClient(at.ownerUrl, async (db) => (await db.query('SELECT n FROM kept')).rows)

test('listens on the loopback address only, and asks for a password', async () => {
  const settings = await withClient(cluster.ownerUrl, async (db) => (await db.query('SHOW listen_addresses')).rows[0])
  expect(settings).toEqual({ listen_addresses: '127.0.0.1' })
  const wrong = new URL(cluster.ownerUrl)
  wrong.password = 'wrong'
  await expect(new pg.Client(wrong.href).connect()).rejects.toThrow('password authentication failed')
})

test('its passwords are readable for its user only', () => {
  const file = join(folder, 'cluster.json')
  expect(JSON.parse(readFileSync(file, 'utf8')).ownerPassword.length).toBeGreaterThan(20)
  expect(statSync(file).mode & 0o077).toBe(0)
})

test('a second start finds the running server and does not stop it', async () => {
  const second = await startCluster(folder)
  expect(second).toMatchObject({ wasRunning: true, ownerUrl: cluster.ownerUrl })
  expect(await kept(second)).toEqual([{ n: 42 }])
})

test('a killed server is found dead, recovers, and has everything that was committed', async () => {
  const pid = cluster.postmasterPid()
  if (pid === undefined) throw new Error('the server should be running')
  process.kill(pid, 'SIGKILL')
  await expect.poll(() => cluster.postmasterPid(), { timeout: 10_000 }).toBeUndefined()
  cluster = await startCluster(folder)
  expect(cluster.wasRunning).toBe(false)
  expect(await kept(cluster)).toEqual([{ n: 42 }])
})

test('a PID file that names another program is known as stale', async () => {
  cluster.stop()
  writeFileSync(join(cluster.dataFolder, 'postmaster.pid'), `${process.pid}\n${cluster.dataFolder}\n`)
  expect(cluster.postmasterPid()).toBeUndefined()
  cluster = await startCluster(folder)
  expect(await kept(cluster)).toEqual([{ n: 42 }])
})

test('a PID file that names another PostgreSQL is known as stale, and that one is left alone', async () => {
  const other = join(folder, 'other')
  mkdirSync(other, { mode: 0o755 })
  const foreign = await startCluster(other)
  try {
    cluster.stop()
    writeFileSync(join(cluster.dataFolder, 'postmaster.pid'), `${foreign.postmasterPid()}\n${cluster.dataFolder}\n`)
    expect(cluster.postmasterPid()).toBeUndefined()
    cluster = await startCluster(folder)
    expect(await kept(cluster)).toEqual([{ n: 42 }])
    expect(foreign.postmasterPid()).toBeGreaterThan(0)
  } finally {
    foreign.stop()
  }
})

test('its pages carry checksums, so that a disk that lies is found out', async () => {
  const { rows } = await withClient(cluster.ownerUrl, (db) => db.query('SHOW data_checksums'))
  expect(rows).toEqual([{ data_checksums: 'on' }])
})

test('its logins are kept twice: one copy emptied by a power cut is made anew from the other', async () => {
  const file = join(folder, 'cluster.json')
  const before = readFileSync(file, 'utf8')
  expect(JSON.parse(before)).toMatchObject({ owner: 'barys_owner', application: 'barys_app', database: 'barys' })
  for (const lost of [file, `${file}.copy`]) {
    writeFileSync(lost, '')
    expect(await kept(await startCluster(folder))).toEqual([{ n: 42 }])
    expect(readFileSync(lost, 'utf8')).toBe(before)
  }
})

test.each([
  ['cut short', (lost: string) => writeFileSync(lost, '{"port":')],
  ['gone', (lost: string) => rmSync(lost)],
])('with both copies %s it is refused, and nobody is told to delete the data', async (_, lose) => {
  const file = join(folder, 'cluster.json')
  const before = readFileSync(file, 'utf8')
  for (const lost of [file, `${file}.copy`]) lose(lost)
  try {
    const refusal = await startCluster(folder).then(
      () => '',
      (error: Error) => error.message,
    )
    expect(refusal).toContain('holds no logins')
    expect(refusal).not.toContain('reset')
  } finally {
    for (const lost of [file, `${file}.copy`]) writeFileSync(lost, before)
  }
})

test('migrating twice changes nothing; the application may add and read, not change', async () => {
  const database = await freshDatabase()
  await migrate(database.ownerUrl, process.env.BARYS_TEST_APPLICATION_ROLE)
  await withClient(database.applicationUrl, async (db) => {
    expect((await db.query('SELECT name FROM schema_version')).rows.length).toBeGreaterThan(0)
    await expect(db.query('DELETE FROM schema_version')).rejects.toThrow('permission denied')
    await expect(db.query('INSERT INTO schema_version VALUES (99)')).rejects.toThrow('permission denied')
    await expect(db.query('UPDATE person SET name = name')).rejects.toThrow('permission denied')
    await expect(db.query('CREATE TABLE mine (n int)')).rejects.toThrow('permission denied')
  })
})

test('an applied migration that was changed afterwards is refused by name', async () => {
  const database = await freshDatabase()
  await withClient(database.ownerUrl, (db) => db.query(`UPDATE schema_version SET md5 = 'changed' WHERE version = 3`))
  await expect(migrate(database.ownerUrl)).rejects.toThrow(
    '0003.do.every_technology.sql was changed after it had been applied',
  )
})

test('a database newer than the build is refused before anything is changed', async () => {
  const database = await freshDatabase()
  await withClient(database.ownerUrl, (db) => db.query('INSERT INTO schema_version (version) VALUES (9999)'))
  await expect(migrate(database.ownerUrl)).rejects.toThrow(
    'the database is newer than this build: it has had migration 9999',
  )
})

/** Every migration by the name of its file, in their order. */
const MIGRATIONS = readdirSync(join(ROOT, 'db/migrations')).toSorted()

/** What it has had; 0 is the list itself. */
const versionsOf = (ownerUrl: string) =>
  withClient(ownerUrl, async (db) =>
    (await db.query('SELECT version::int FROM schema_version WHERE version > 0 ORDER BY version')).rows.map(
      ({ version }) => version,
    ),
  )

test('two starts at once migrate one after the other', async () => {
  const { ownerUrl } = await emptyDatabase()
  await Promise.all([migrate(ownerUrl), migrate(ownerUrl)])
  expect(await versionsOf(ownerUrl)).toEqual(MIGRATIONS.map((_, index) => index + 1))
})

test('a migration that fails leaves nothing behind, the lock included', async () => {
  const { ownerUrl } = await emptyDatabase()
  // A table is there already: the migration that makes it fails in the midst of the list.
  await withClient(ownerUrl, (db) => db.query('CREATE TABLE rate_limit (n int)'))
  await expect(migrate(ownerUrl)).rejects.toThrow(/0010.do.rate_limit.sql failed: .*already exists/)
  await withClient(ownerUrl, async (db) => {
    expect((await db.query("SELECT to_regclass('run') AS run")).rows).toEqual([{ run: null }])
    await db.query('DROP TABLE rate_limit')
  })
  await migrate(ownerUrl)
  expect(await versionsOf(ownerUrl)).toHaveLength(MIGRATIONS.length)
})

test('a plant that began with the list of before goes on: what it has had is not applied again', async () => {
  const { ownerUrl } = await emptyDatabase()
  const had = MIGRATIONS.slice(0, 9)
  await withClient(ownerUrl, async (db) => {
    for (const file of had) await db.query(readFileSync(join(ROOT, 'db/migrations', file), 'utf8'))
    await db.query('CREATE TABLE schema_migration (name text PRIMARY KEY, sha256 text NOT NULL)')
    for (const file of had) await db.query("INSERT INTO schema_migration VALUES ($1, 'x')", [file.replace('.do.', '_')])
  })
  await migrate(ownerUrl)
  expect(await versionsOf(ownerUrl)).toEqual(MIGRATIONS.map((_, index) => index + 1))
  await withClient(ownerUrl, async (db) => {
    expect((await db.query("SELECT to_regclass('schema_migration') AS earlier")).rows).toEqual([{ earlier: null }])
  })
})

test('a database that is not there is named with the remedy', async () => {
  await expect(withClient('postgresql://nobody@127.0.0.1:1/none', async () => {})).rejects.toThrow(
    /no connection to 127.0.0.1:1: .*Is the server running/,
  )
})
