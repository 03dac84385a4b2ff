import { basename, join } from 'node:path'
import pg from 'pg'
import Postgrator from 'postgrator'
import { GRANTS_FOR_APPLICATION_ROLE } from '../../src/server/sql/grants.sql'
import { CLUSTER_NAMES, type Cluster } from './cluster'
import { ROOT } from './root'
import { StepFailure, say } from './steps'

const STEP = 'schema'
const MIGRATIONS = join(ROOT, 'db', 'migrations')
/** Where Postgrator keeps which migrations the database has had. */
const VERSIONS = 'schema_version'
/** Any fixed number: keeps two starts from migrating at once. */
const MIGRATION_LOCK = 7_264_001

const adminUrl = (cluster: Cluster) => Object.assign(new URL(cluster.ownerUrl), { pathname: '/postgres' }).href

/** Makes the application's login inside a private cluster, if it is missing. */
export async function ensureLogin(cluster: Cluster): Promise<void> {
  const { APPLICATION } = CLUSTER_NAMES
  const password = new URL(cluster.applicationUrl).password
  await withClient(adminUrl(cluster), async (db) => {
    const { rowCount: roles } = await db.query('SELECT 1 FROM pg_roles WHERE rolname = $1', [APPLICATION])
    if (roles === 0) await db.query(`CREATE ROLE ${APPLICATION} LOGIN PASSWORD ${pg.escapeLiteral(password)}`)
  })
}

/** Makes the database and the application's login inside a private cluster, if they are missing. */
export async function ensureDatabase(cluster: Cluster): Promise<void> {
  const { DATABASE } = CLUSTER_NAMES
  await ensureLogin(cluster)
  await withClient(adminUrl(cluster), async (db) => {
    const { rowCount: databases } = await db.query('SELECT 1 FROM pg_database WHERE datname = $1', [DATABASE])
    if (databases === 0) await db.query(`CREATE DATABASE ${DATABASE}`)
  })
}

/**
 * Applies the migrations that are missing, all of them or none, under a lock.
 *
 * @param ownerUrl login that owns the schema
 * @param applicationRole role to give the application's rights to; none where the owner is the application
 * @throws {StepFailure} when a migration fails, an applied one was changed afterwards, or the database is newer than this
 *   build
 */
export async function migrate(ownerUrl: string, applicationRole?: string): Promise<void> {
  await withClient(ownerUrl, async (db) => {
    await db.query('BEGIN')
    await db.query('SELECT pg_advisory_xact_lock($1)', [MIGRATION_LOCK])
    await applyMissing(db)
    if (applicationRole) await db.query(GRANTS_FOR_APPLICATION_ROLE(pg.escapeIdentifier(applicationRole)))
    await db.query('COMMIT')
  })
}

async function applyMissing(db: pg.Client): Promise<void> {
  const runner = new Postgrator({
    driver: 'pg',
    migrationPattern: join(MIGRATIONS, '*.sql'),
    schemaTable: VERSIONS,
    execQuery: (sql) => db.query(sql),
  })
  await takeOverEarlierList(db, await runner.getMigrations())
  const [reached, known] = [await runner.getDatabaseVersion(), await runner.getMaxVersion()]
  if (reached > known)
    throw new StepFailure(
      STEP,
      `the database is newer than this build: it has had migration ${reached}, this build knows ${known}`,
      'Start the version of Barys it was last used with, or a later one. Nothing was changed.',
    )
  let last = ''
  runner.on('validation-started', ({ filename }) => {
    last = basename(filename)
  })
  await runner.validateMigrations(reached).catch((cause) => {
    throw new StepFailure(
      STEP,
      `${last} was changed after it had been applied`,
      'Migrations only go forward: undo the change and add a new file.',
      { cause },
    )
  })
  runner.on('migration-started', ({ filename }) => {
    last = basename(filename)
    say(STEP, `applying ${last}`)
  })
  await runner.migrate().catch((cause) => {
    const says = cause instanceof Error ? cause.message : cause
    throw new StepFailure(STEP, `${last} failed: ${says}`, 'Nothing of it was kept.', { cause })
  })
}

/** Plants that began before Postgrator kept their list in a table of ours, with other names and sums. */
async function takeOverEarlierList(db: pg.Client, migrations: readonly Postgrator.Migration[]): Promise<void> {
  const { rows } = await db.query("SELECT to_regclass('schema_migration') AS earlier")
  if (rows[0]?.earlier === null) return
  await db.query(`CREATE TABLE ${VERSIONS} (version bigint PRIMARY KEY, name text, md5 text, run_at timestamptz)`)
  const applied = new Set(
    (await db.query('SELECT left(name, 4)::int AS version FROM schema_migration')).rows.map((row) => row.version),
  )
  for (const { version, name, md5 } of migrations.filter(({ version }) => applied.has(version)))
    await db.query(`INSERT INTO ${VERSIONS} (version, name, md5, run_at) VALUES ($1, $2, $3, now())`, [
      version,
      name,
      md5,
    ])
  await db.query('DROP TABLE schema_migration')
}

/** Opens one connection, hands it over, and closes it whatever happens. */
export async function withClient<T>(url: string, work: (db: pg.Client) => Promise<T>): Promise<T> {
  const db = new pg.Client({ connectionString: url, connectionTimeoutMillis: 10_000 })
  // A connection lost between two questions: the next one tells, and nothing ends without a word before it.
  db.on('error', () => {})
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
