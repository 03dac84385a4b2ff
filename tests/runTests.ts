import { spawn, spawnSync } from 'node:child_process'
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { buildIfStale } from '../scripts/setup/build'
import { CLUSTER_NAMES, type Cluster, startCluster } from '../scripts/setup/cluster'
import { ensureDatabase, migrate, withClient } from '../scripts/setup/database'
import { chromiumPath } from '../scripts/setup/debianPackages'
import { ROOT } from '../scripts/setup/root'
import { runConductor, say } from '../scripts/setup/steps'

type Tally = { passed: number; failed: number }
type Suite = 'checks' | 'unit' | 'db' | 'e2e'
const DIST = '.next-test'

/** Runs the suites one after the other and ends with one line over all of them; `--files a,b` takes these of e2e alone. */
await runConductor(async () => {
  const { values } = parseArgs({ options: { only: { type: 'string' }, files: { type: 'string' } } })
  const files = values.files?.split(',') ?? []
  const isWanted = (suite: Suite) => values.only === undefined || values.only === suite
  const folder = mkdtempSync(join(tmpdir(), 'barys-test-'))
  chmodSync(folder, 0o755) // as root the cluster runs as another user, who must be able to enter
  const tallies: Tally[] = []
  let cluster: Cluster | undefined
  try {
    if (isWanted('checks')) tallies.push(check('biome', ['check', '.']), check('tsc', ['--noEmit']), importCheck())
    if (isWanted('unit')) tallies.push(vitest('unit', folder, {}))
    if (isWanted('db') || isWanted('e2e')) cluster = await throwawayCluster(folder)
    if (cluster && isWanted('db')) tallies.push(vitest('db', folder, databaseEnv(cluster)))
    if (cluster && isWanted('e2e')) tallies.push(await endToEnd(cluster, folder, files))
  } finally {
    cluster?.stop()
    rmSync(folder, { recursive: true, force: true })
  }
  const total = (key: keyof Tally) => tallies.reduce((sum, tally) => sum + tally[key], 0)
  console.log(`${total('passed')} passed, ${total('failed')} failed`)
  process.exitCode = total('failed') > 0 || total('passed') === 0 ? 1 : 0
})

/** A cluster of its own in a temporary folder; nothing of it outlives the run, so it need not reach the disk. */
async function throwawayCluster(folder: string): Promise<Cluster> {
  const cluster = await startCluster(join(folder, 'cluster'), { fsync: 'off', synchronous_commit: 'off' })
  await ensureDatabase(cluster)
  return cluster
}

function databaseEnv(cluster: Cluster): Record<string, string> {
  return {
    BARYS_TEST_OWNER_URL: cluster.ownerUrl,
    BARYS_TEST_APPLICATION_URL: cluster.applicationUrl,
    BARYS_TEST_APPLICATION_ROLE: cluster.applicationRole,
    DATABASE_URL: cluster.applicationUrl,
  }
}

/** A command that passes or fails as a whole. */
function check(name: string, args: readonly string[]): Tally {
  say('check', `${name} ${args.join(' ')}`)
  const isDone = run(join(ROOT, 'node_modules/.bin', name), args, {}) === 0
  return { passed: isDone ? 1 : 0, failed: isDone ? 0 : 1 }
}

function importCheck(): Tally {
  return check('depcruise', ['--config', '.dependency-cruiser.cjs', 'src', 'scripts', 'e2e', 'tests'])
}

function vitest(project: 'unit' | 'db', folder: string, env: Record<string, string>): Tally {
  say('tests', project)
  const file = join(folder, `${project}.json`)
  const status = run(
    join(ROOT, 'node_modules/.bin/vitest'),
    ['run', '--project', project, '--reporter=default', '--reporter=json', `--outputFile.json=${file}`],
    env,
  )
  return tallyOf(status, () => {
    const report: { numPassedTests: number; numFailedTests: number } = JSON.parse(readFileSync(file, 'utf8'))
    return { passed: report.numPassedTests, failed: report.numFailedTests }
  })
}

/**
 * Two halves at once, each a process with a database and a server of its own: a browser, a server and a database take
 * turns, so that one half alone leaves much of a machine idle.
 */
async function endToEnd(cluster: Cluster, folder: string, files: readonly string[]): Promise<Tally> {
  const chromium = chromiumPath()
  await buildIfStale(DIST)
  await migrate(cluster.ownerUrl, cluster.applicationRole)
  process.env.DATABASE_URL = cluster.ownerUrl
  say('demo data', 'loading')
  const { loadDemo } = await import('../scripts/demo/load')
  const { pool } = await import('../src/server/database')
  await loadDemo(new Date())
  await pool().end()
  const halves = [cluster, await sameDatabase(cluster, 'barys_second_half')]
  say('tests', `e2e, in Chromium, ${halves.length} halves at once`)
  const tallies = await Promise.all(
    halves.map(async (half, index) => {
      const shard = index + 1
      const file = join(folder, `e2e${shard}.json`)
      const args = [`--shard=${shard}/${halves.length}`, `--output=test-results/${shard}`, '--reporter=list,json']
      const status = await runBeside(join(ROOT, 'node_modules/.bin/playwright'), ['test', ...args, ...files], {
        ...databaseEnv(half),
        BARYS_DIST: DIST,
        BARYS_CHROMIUM: chromium,
        PLAYWRIGHT_JSON_OUTPUT_NAME: file,
      })
      return tallyOf(status, () => {
        const { stats }: { stats: { expected: number; unexpected: number; flaky: number } } = JSON.parse(
          readFileSync(file, 'utf8'),
        )
        return { passed: stats.expected, failed: stats.unexpected + stats.flaky }
      })
    }),
  )
  return tallies.reduce((a, b) => ({ passed: a.passed + b.passed, failed: a.failed + b.failed }))
}

/** A copy of the cluster's database beside it, as it is now. */
async function sameDatabase(cluster: Cluster, name: string): Promise<Cluster> {
  const at = (url: string, database: string) => Object.assign(new URL(url), { pathname: `/${database}` }).href
  await withClient(at(cluster.ownerUrl, 'postgres'), (db) =>
    db.query(`CREATE DATABASE ${name} TEMPLATE ${CLUSTER_NAMES.DATABASE}`),
  )
  return { ...cluster, ownerUrl: at(cluster.ownerUrl, name), applicationUrl: at(cluster.applicationUrl, name) }
}

/** A suite that ended badly without a failed test has failed all the same. */
function tallyOf(status: number, read: () => Tally): Tally {
  try {
    const tally = read()
    return { passed: tally.passed, failed: status !== 0 && tally.failed === 0 ? 1 : tally.failed }
  } catch {
    return { passed: 0, failed: 1 }
  }
}

function run(command: string, args: readonly string[], env: Record<string, string>): number {
  const result = spawnSync(command, args, {
    cwd: ROOT,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, ...env },
  })
  return result.status ?? 1
}

/** As `run`, without holding up what else is to run meanwhile. */
function runBeside(command: string, args: readonly string[], env: Record<string, string>): Promise<number> {
  const child = spawn(command, args, {
    cwd: ROOT,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, ...env },
  })
  return new Promise((resolve) => {
    child.on('error', () => resolve(1))
    child.on('exit', (status) => resolve(status ?? 1))
  })
}
