import { existsSync, mkdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { createInterface } from 'node:readline/promises'
import { inOneTransaction } from '../demo/oneTransaction'
import { DEMO_PEOPLE, DEMO_SITE } from '../demo/people'
import { buildIfStale } from './build'
import { type Cluster, portIsFree, startCluster } from './cluster'
import { ensureDatabase, migrate, withClient } from './database'
import { ROOT } from './root'
import { startServer } from './server'
import { startDemoDevices } from './standIns'
import { StepFailure, say, tellParent } from './steps'
import { letGo, orStopped, Stopped, stopSignal } from './stopping'
import { supervise } from './supervise'

/** Everything Barys keeps; tests give it a folder of their own. */
const FOLDER = process.env.BARYS_HOME ?? join(ROOT, '.barys')
const DIST = process.env.BARYS_DIST ?? '.next'
const DEFAULT_PORT = 3000

/** What `npm start` was asked for. */
export type ServeOptions = { readonly withDemo: boolean; readonly reset: boolean }
type Database = { ownerUrl: string; applicationUrl: string; applicationRole?: string; cluster?: Cluster }

/** Sets everything up, serves, and stays until it is told to stop. The lock of the folder is with the process that started this one. */
export async function serve({ withDemo, reset }: ServeOptions): Promise<void> {
  const stop = stopSignal()
  if (reset) await resetFolder()
  mkdirSync(FOLDER, { recursive: true })
  const database = await startDatabase()
  try {
    await serveOn(database, { withDemo, stop })
  } catch (error) {
    if (!(error instanceof Stopped || stop.aborted)) throw error
  } finally {
    database.cluster?.stop()
    letGo()
  }
  say('stopped', 'server and database have ended in order')
}

async function serveOn(database: Database, { withDemo, stop }: { withDemo: boolean; stop: AbortSignal }) {
  say('schema', 'looking for migrations')
  await orStopped(stop, migrate(database.ownerUrl, database.applicationRole))
  if (withDemo) await orStopped(stop, loadDemoIfEmpty(database))
  await orStopped(stop, buildIfStale(DIST, stop))
  await orStopped(stop, nameDemoSite(database))
  const standIns = await startDemoDevices(database.ownerUrl)
  const port = await choosePort()
  const start = async () => {
    say('server', `starting on port ${port}`)
    const server = await startServer({
      port,
      databaseUrl: database.applicationUrl,
      distFolder: DIST,
      env: { BARYS_PROOF: process.env.BARYS_PROOF ?? join(FOLDER, 'proof') },
    })
    tellParent({ doing: 'serving', address: server.address })
    console.log(`\nBarys is ready:  ${server.address}\nCtrl-C stops it.\n`)
    return server
  }
  const watch = setInterval(() => database.cluster && restartIfGone(database.cluster), 1000)
  try {
    await supervise(start, { stop })
  } finally {
    clearInterval(watch)
  }
  await standIns?.stop()
}

async function resetFolder(): Promise<void> {
  if (process.env.DATABASE_URL)
    throw new StepFailure(
      'reset',
      'DATABASE_URL names a database of yours',
      'Barys deletes only its own; empty that one yourself.',
    )
  if (!existsSync(FOLDER)) return
  if (!process.stdin.isTTY)
    throw new StepFailure('reset', 'nobody is there to confirm it', 'Run it in a terminal, or delete .barys by hand.')
  const terminal = createInterface({ input: process.stdin, output: process.stdout })
  const answer = await terminal.question(
    `This deletes every instrument, run and record in ${FOLDER}. Type "delete" to go on: `,
  )
  terminal.close()
  if (answer.trim() !== 'delete') throw new StepFailure('reset', 'not confirmed', 'Nothing was deleted.')
  const cluster = await startCluster(FOLDER)
  cluster.stop()
  rmSync(cluster.dataFolder, { recursive: true, force: true })
  rmSync(FOLDER, { recursive: true, force: true })
}

async function startDatabase(): Promise<Database> {
  const url = process.env.DATABASE_URL
  if (url) {
    const owner = process.env.DATABASE_OWNER_URL
    say('database', `using the one at ${new URL(url).host}`)
    if (!owner) return { ownerUrl: url, applicationUrl: url }
    return { ownerUrl: owner, applicationUrl: url, applicationRole: decodeURIComponent(new URL(url).username) }
  }
  const cluster = await startCluster(FOLDER)
  await ensureDatabase(cluster)
  return { ...cluster, cluster }
}

async function loadDemoIfEmpty({ ownerUrl }: Database): Promise<void> {
  const isEmpty = await withClient(
    ownerUrl,
    async (db) => (await db.query('SELECT FROM person LIMIT 1')).rowCount === 0,
  )
  if (!isEmpty) return
  say('demo data', 'loading the Tarn Hollow Creamery, an invented milk-powder plant')
  process.env.DATABASE_URL = ownerUrl // this process only; the server gets the application's own login
  const { loadDemo } = await import('../demo/load')
  const { instruments, runs } = await inOneTransaction(ownerUrl, () => loadDemo(new Date()))
  say('demo data', `${instruments} instruments, ${runs} calibrations`)
}

/** A demo loaded before certificates named who issues them is given its name and address. */
async function nameDemoSite({ ownerUrl }: Database): Promise<void> {
  await withClient(ownerUrl, (db) =>
    db.query(
      `INSERT INTO site (id, name, address, method, set_at, set_by)
       SELECT gen_random_uuid(), $2, $3, $4, now(), id FROM person WHERE id = $1 AND NOT EXISTS (SELECT FROM site)`,
      [DEMO_PEOPLE[0].id, DEMO_SITE.name, DEMO_SITE.address, DEMO_SITE.method],
    ),
  )
}

/** PORT is taken at its word; without it, the first free port from the default up. */
async function choosePort(): Promise<number> {
  const wanted = process.env.PORT
  if (wanted !== undefined) {
    const port = Number(wanted)
    if (!Number.isInteger(port) || port < 1 || port > 65535)
      throw new StepFailure('server', `PORT is “${wanted}”`, 'Give a number from 1 to 65535.')
    if (!(await portIsFree(port)))
      throw new StepFailure('server', `port ${port} is in use`, 'End what uses it, or set PORT to another.')
    return port
  }
  for (let port = DEFAULT_PORT; port < DEFAULT_PORT + 50; port++) if (await portIsFree(port)) return port
  throw new StepFailure(
    'server',
    `ports ${DEFAULT_PORT} to ${DEFAULT_PORT + 49} are all in use`,
    'Set PORT to a free one.',
  )
}

/** Starts a database that was killed; one that does not come up is tried again at the next look. */
function restartIfGone(cluster: Cluster): void {
  if (cluster.postmasterPid() !== undefined) return
  say('database', 'it is gone; starting it again')
  try {
    cluster.restart()
  } catch (error) {
    if (!(error instanceof StepFailure)) throw error
    console.error(`✕ ${error.message}`)
  }
}
