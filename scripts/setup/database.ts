import { createHash, randomBytes } from 'node:crypto'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import pg from 'pg'
import { GRANTS_FOR_APPLICATION_ROLE } from '../../src/server/sql/grants.sql'
import { CLUSTER_NAMES, type Cluster } from './cluster'
import { ROOT } from './root'
import { StepFailure, say } from './steps'

const STEP = 'schema'
const MIGRATIONS = join(ROOT, 'db', 'migrations')
/** Any fixed number: keeps two starts from migrating at once. */
const MIGRATION_LOCK = 7_264_001

/** Makes the database and the application's login inside a private cluster, if they are missing. */
export async function ensureDatabase(cluster: Cluster): Promise<void> {
  const { DATABASE, APPLICATION } = CLUSTER_NAMES
  const admin = new URL(cluster.ownerUrl)
  admin.pathname = '/postgres'
  const password = new URL(cluster.applicationUrl).password
  await withClient(admin.href, async (db) => {
    const { rowCount: roles } = await db.query('SELECT 1 FROM pg_roles WHERE rolname = $1', [APPLICATION])
    if (roles === 0) await db.query(`CREATE ROLE ${APPLICATION} LOGIN PASSWORD ${pg.escapeLiteral(password)}`)
    const { rowCount: databases } = await db.query('SELECT 1 FROM pg_database WHERE datname = $1', [DATABASE])
    if (databases === 0) await db.query(`CREATE DATABASE ${DATABASE}`)
  })
}

/**
 * Applies the migrations that are missing, each in its own transaction, under a lock.
 *
 * @param ownerUrl login that owns the schema
 * @param applicationRole role to give the application's rights to; none where the owner is the application
 * @throws {StepFailure} when a migration fails, an applied one was changed afterwards, or the database is newer than this
 *   build
 */
export async function migrate(ownerUrl: string, applicationRole?: string): Promise<void> {
  await withClient(ownerUrl, async (db) => {
    await db.query('SELECT pg_advisory_lock($1)', [MIGRATION_LOCK])
    await db.query(
      'CREATE TABLE IF NOT EXISTS schema_migration (name text PRIMARY KEY, sha256 text NOT NULL, applied_at timestamptz NOT NULL DEFAULT now())',
    )
    const applied = new Map(
      (await db.query('SELECT name, sha256 FROM schema_migration')).rows.map((r) => [r.name, r.sha256]),
    )
    const files = readdirSync(MIGRATIONS)
      .filter((file) => file.endsWith('.sql'))
      .toSorted()
    const newer = [...applied.keys()].filter((name) => !files.includes(name))
    if (newer.length > 0)
      throw new StepFailure(
        STEP,
        `the database is newer than this build: it has had ${newer.join(', ')}`,
        'Start the version of Barys it was last used with, or a later one. Nothing was changed.',
      )
    for (const name of files) {
      const sql = readFileSync(join(MIGRATIONS, name), 'utf8')
      const sha256 = createHash('sha256').update(sql).digest('hex')
      if (!applied.has(name)) await applyMigration(db, { name, sql, sha256 })
      else if (applied.get(name) !== sha256)
        throw new StepFailure(
          STEP,
          `${name} was changed after it had been applied`,
          'Migrations only go forward: undo the change and add a new file.',
        )
    }
    // The key that seals session cookies: made once, the same for every process.
    await db.query("INSERT INTO server_secret (name, value) VALUES ('session', $1) ON CONFLICT DO NOTHING", [
      randomBytes(32).toString('hex'),
    ])
    if (applicationRole) await db.query(GRANTS_FOR_APPLICATION_ROLE(pg.escapeIdentifier(applicationRole)))
  })
}

async function applyMigration(
  db: pg.Client,
  { name, sql, sha256 }: Record<'name' | 'sql' | 'sha256', string>,
): Promise<void> {
  say(STEP, `applying ${name}`)
  try {
    await db.query('BEGIN')
    await db.query(sql)
    await db.query('INSERT INTO schema_migration (name, sha256) VALUES ($1, $2)', [name, sha256])
    await db.query('COMMIT')
  } catch (cause) {
    throw new StepFailure(
      STEP,
      `${name} failed: ${cause instanceof Error ? cause.message : cause}`,
      'Nothing of it was kept.',
      { cause },
    )
  }
}

/** Opens one connection, hands it over, and closes it whatever happens. */
export async function withClient<T>(url: string, work: (db: pg.Client) => Promise<T>): Promise<T> {
  const db = new pg.Client({ connectionString: url, connectionTimeoutMillis: 10_000 })
  try {
    await db.connect()
  } catch (cause) {
    const { host } = new URL(url)
    throw new StepFailure(
      'database',
      `no connection to ${host}: ${cause instanceof Error ? cause.message : cause}`,
      'Is the server running, and is DATABASE_URL right?',
      { cause },
    )
  }
  try {
    return await work(db)
  } finally {
    await db.end()
  }
}
