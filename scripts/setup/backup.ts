import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import {
  copyFileSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs'
import { basename, join } from 'node:path'
import pg from 'pg'
import { z } from 'zod'
import { parsedJson } from '../../src/server/parsedJson'
import { CLUSTER_NAMES, type Cluster } from './cluster'
import { ensureLogin, migrate, withClient } from './database'
import { postgresBinFolder } from './debianPackages'
import { StepFailure, say } from './steps'

const DUMP = 'database.dump'
const MANIFEST = 'manifest.json'
const PROOF_FILES = ['proof-key.pem', 'proof-key.pub', 'checkpoints.jsonl', 'time-stamps.jsonl']

const Manifest = z.object({
  format: z.literal('barys-backup-1'),
  at: z.iso.datetime(),
  software: z.string(),
  /** Hash of each file. */
  files: z.record(z.string(), z.string()),
})

/**
 * Writes a backup while Barys may go on working: the database in PostgreSQL's custom format, with the key and the
 * checkpoints of the folder of proof. The checkpoints are copied first, so that the database is never behind them.
 *
 * @param ownerUrl login that may read everything
 * @param to folder that gets a folder of this backup
 * @returns the folder of this backup
 * @throws {StepFailure} with cause and remedy; then there is no such folder
 */
export function backUp({ ownerUrl, proof, to, now, software }: BackupFrom): string {
  const name = `barys-${now.toISOString().slice(0, 19).replaceAll(':', '')}Z`
  const folder = join(to, name)
  if (existsSync(folder))
    throw new StepFailure('backup', `${folder} is there already`, 'Wait a second and begin again.')
  const fresh = `${folder}.new`
  rmSync(fresh, { recursive: true, force: true })
  mkdirSync(fresh, { recursive: true, mode: 0o700 })
  try {
    for (const file of PROOF_FILES.filter((each) => existsSync(join(proof, each))))
      copyFileSync(join(proof, file), join(fresh, file))
    runTool('pg_dump', ['--format=custom', '--no-owner', '--no-acl', `--file=${join(fresh, DUMP)}`], ownerUrl)
    const files = Object.fromEntries(readdirSync(fresh).map((file) => [file, hashOf(join(fresh, file))]))
    const manifest = { format: 'barys-backup-1', at: now.toISOString(), software, files }
    writeFileSync(join(fresh, MANIFEST), JSON.stringify(manifest, null, 2), { flush: true })
    renameSync(fresh, folder)
    return folder
  } finally {
    rmSync(fresh, { recursive: true, force: true })
  }
}

type BackupFrom = {
  readonly ownerUrl: string
  readonly proof: string
  readonly to: string
  readonly now: Date
  readonly software: string
}

/** The database a backup is read into until it has proved whole. */
const RESTORING = 'barys_restoring'

/**
 * Reads a backup into a cluster that holds nothing yet. It becomes the cluster's database once it was verified, against
 * its checkpoints too; until then there is none.
 *
 * @param verify told the login of what was read, and the folder of its proof; answers what is wrong with it
 * @throws {StepFailure} where a file is not the one that was written, the cluster holds a database with people, or verifying found
 *   a fault
 */
export async function restore(
  folder: string,
  { cluster, proof, verify }: { cluster: Cluster; proof: string; verify: (url: string) => Promise<readonly string[]> },
): Promise<void> {
  const manifest = manifestOf(folder)
  refuseProofThatStands(folder, proof)
  await ensureLogin(cluster)
  const at = (database: string) => Object.assign(new URL(cluster.ownerUrl), { pathname: `/${database}` }).href
  await withClient(at('postgres'), async (db) => {
    await refuseData(db, cluster)
    await db.query(`DROP DATABASE IF EXISTS ${RESTORING}`)
    await db.query(`CREATE DATABASE ${RESTORING}`)
  })
  say('restore', `reading the backup of ${manifest.at}`)
  runTool(
    'pg_restore',
    ['--no-owner', '--no-acl', '--single-transaction', '--exit-on-error', join(folder, DUMP)],
    at(RESTORING),
  )
  await migrate(at(RESTORING), cluster.applicationRole)
  say('restore', 'verifying it')
  const faults = await verify(at(RESTORING))
  if (faults.length > 0)
    throw new StepFailure(
      'restore',
      `it was read and does not verify: ${faults.slice(0, 3).join('; ')}`,
      `Take an earlier backup. What was read lies in the database ${RESTORING}.`,
    )
  mkdirSync(proof, { recursive: true, mode: 0o700 })
  for (const file of PROOF_FILES.filter((each) => existsSync(join(folder, each))))
    copyFileSync(join(folder, file), join(proof, file))
  await withClient(at('postgres'), async (db) => {
    const name = pg.escapeIdentifier(CLUSTER_NAMES.DATABASE)
    await db.query(`DROP DATABASE IF EXISTS ${name}`)
    await db.query(`ALTER DATABASE ${RESTORING} RENAME TO ${name}`)
  })
}

function manifestOf(folder: string): z.infer<typeof Manifest> {
  const file = join(folder, MANIFEST)
  if (!existsSync(file))
    throw new StepFailure('restore', `${folder} holds no backup`, 'Give the folder that npm run backup printed.')
  const read = Manifest.safeParse(parsedJson(readFileSync(file, 'utf8')))
  if (!read.success) throw new StepFailure('restore', `${file} is no manifest of a backup`, 'Take another backup.')
  for (const [name, hash] of Object.entries(read.data.files)) {
    const path = join(folder, basename(name))
    if (!existsSync(path) || hashOf(path) !== hash)
      throw new StepFailure(
        'restore',
        `${path} is not the file that was written`,
        'Take another copy, or another backup.',
      )
  }
  if (read.data.files[DUMP] === undefined)
    throw new StepFailure('restore', `${file} names no ${DUMP}`, 'Take another backup.')
  return read.data
}

/** A key of another plant is not written over. */
function refuseProofThatStands(folder: string, proof: string): void {
  const [mine, theirs] = [join(proof, 'proof-key.pem'), join(folder, 'proof-key.pem')]
  if (existsSync(mine) && !(existsSync(theirs) && hashOf(mine) === hashOf(theirs)))
    throw new StepFailure('restore', `${proof} holds the key of another plant`, 'Move that folder away first.')
}

async function refuseData(db: pg.Client, cluster: Cluster): Promise<void> {
  const { rowCount } = await db.query('SELECT FROM pg_database WHERE datname = $1', [CLUSTER_NAMES.DATABASE])
  if (rowCount === 0) return
  const hasPeople = await withClient(cluster.ownerUrl, async (own) => {
    const { rows } = await own.query("SELECT to_regclass('person') AS person")
    return rows[0].person !== null && (await own.query('SELECT FROM person LIMIT 1')).rowCount !== 0
  })
  if (hasPeople)
    throw new StepFailure(
      'restore',
      `${cluster.dataFolder} holds a plant already`,
      'Restore into a folder of its own: set BARYS_HOME to one that is empty.',
    )
}

const hashOf = (file: string) => createHash('sha256').update(readFileSync(file)).digest('hex')

/** Runs one of PostgreSQL’s programs; the password goes by the environment, where no list of processes shows it. */
function runTool(program: 'pg_dump' | 'pg_restore', args: string[], url: string): void {
  const { hostname, port, username, password, pathname } = new URL(url)
  const result = spawnSync(
    join(postgresBinFolder(), program),
    [...args, ...(program === 'pg_restore' ? [`--dbname=${pathname.slice(1)}`] : [])],
    {
      encoding: 'utf8',
      env: {
        ...process.env,
        PGHOST: hostname,
        PGPORT: port,
        PGUSER: decodeURIComponent(username),
        PGPASSWORD: decodeURIComponent(password),
        PGDATABASE: pathname.slice(1),
      },
    },
  )
  if (result.status !== 0)
    throw new StepFailure(
      program,
      (result.error?.message ?? result.stderr.trim().split('\n').at(-1)) || 'it failed',
      'Nothing was kept.',
    )
}
