import { chmodSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { type Cluster, startCluster } from '../scripts/setup/cluster'
import { ensureDatabase, migrate, withClient } from '../scripts/setup/database'
import { runConductor } from '../scripts/setup/steps'
import { endToEndTouchedSince } from './runner/changed'
import { check, run, type Tally, together } from './runner/commands'
import { endToEndSuite } from './runner/endToEndSuite'
import { howToSuite } from './runner/howToSuite'
import { ANY_LOCAL_PORT, plantOf } from './runner/plants'
import { printTimes, type SuiteTime, writeTimes } from './runner/times'
import { type Project, vitestSuite } from './runner/vitestSuite'

const SUITES = ['checks', 'pure', 'unit', 'db', 'how-to', 'e2e'] as const
type Suite = (typeof SUITES)[number]
/** The database that each test file's own is copied from. */
const TEMPLATE = 'barys_template'

/**
 * Runs the suites and ends with one line over all of them. `--only unit,db` takes these, `--files a,b` these files,
 * `--changed[=COMMIT]` what a change touches, `--times` writes how long each part took into docs/testing.md.
 */
await runConductor(async () => {
  const args = process.argv.slice(2).map((arg) => (arg === '--changed' ? '--changed=HEAD' : arg))
  const { values } = parseArgs({
    args,
    options: {
      only: { type: 'string' },
      files: { type: 'string' },
      changed: { type: 'string' },
      times: { type: 'boolean', default: false },
    },
  })
  const wanted = (values.only?.split(',') ?? SUITES) as readonly Suite[] // another name is no suite, and runs nothing
  const isWanted = (suite: Suite) => wanted.includes(suite)
  const since = values.changed
  const files = values.files?.split(',') ?? (since === undefined ? [] : endToEndTouchedSince(since))
  const folder = mkdtempSync(join(tmpdir(), 'barys-test-'))
  chmodSync(folder, 0o755) // as root the cluster runs as another user, who must be able to enter
  const times: SuiteTime[] = []
  const timed = async (name: string, suite: () => Promise<Tally>) => {
    const begun = performance.now()
    const tally = await suite()
    times.push({ name, seconds: (performance.now() - begun) / 1000, tally })
  }
  let cluster: Cluster | undefined
  try {
    if (isWanted('checks')) await timed('checks', checks)
    const projects = (['pure', 'unit', 'db'] as const satisfies readonly Project[]).filter(isWanted)
    if (isWanted('db') || isWanted('how-to') || isWanted('e2e')) cluster = await throwawayCluster(folder)
    const env = cluster ? await databaseEnv(cluster) : {}
    if (projects.length > 0)
      await timed(projects.join(', '), () =>
        vitestSuite(projects, { folder, env, since, files: values.files?.split(',') ?? [] }),
      )
    if (isWanted('how-to') && since === undefined) await timed('how-to', () => howToSuite(folder, env))
    const made = cluster
    if (made && isWanted('e2e') && !(since !== undefined && files.length === 0))
      await timed('e2e', () => endToEndSuite(made, folder, files))
  } finally {
    cluster?.stop()
    rmSync(folder, { recursive: true, force: true })
  }
  printTimes(times)
  if (values.times) {
    writeTimes(times)
    await run('biome', ['check', '--write', 'docs/testing.md'], {}) // its tables are padded as every other
  }
  const { passed, failed } = together(times.map(({ tally }) => tally))
  console.log(`${passed} passed, ${failed} failed`)
  process.exitCode = failed > 0 || passed === 0 ? 1 : 0
})

/** What is read and not run: side by side, since none takes both processors. */
async function checks(): Promise<Tally> {
  return together(
    await Promise.all([
      check('biome', ['check', '.']),
      check('node', ['scripts/lint/homes.mjs']),
      check('tsc', ['--noEmit', '--singleThreaded']),
      check('depcruise', ['--config', '.dependency-cruiser.cjs', 'src', 'scripts', 'e2e', 'tests']),
    ]),
  )
}

/** A cluster of its own in a temporary folder; nothing of it outlives the run, so it need not reach the disk. */
async function throwawayCluster(folder: string): Promise<Cluster> {
  const settings = { fsync: 'off', synchronous_commit: 'off', full_page_writes: 'off', max_connections: '200' }
  const cluster = await startCluster(join(folder, 'cluster'), settings)
  await ensureDatabase(cluster)
  return cluster
}

/** The cluster as tests find it, with a migrated database that each file’s own is copied from. */
async function databaseEnv(cluster: Cluster): Promise<Record<string, string>> {
  await withClient(cluster.ownerUrl, (db) => db.query(`CREATE DATABASE ${TEMPLATE}`))
  await migrate(Object.assign(new URL(cluster.ownerUrl), { pathname: `/${TEMPLATE}` }).href, cluster.applicationRole)
  return {
    ...plantOf(cluster),
    ...ANY_LOCAL_PORT,
    BARYS_TEST_APPLICATION_ROLE: cluster.applicationRole,
    BARYS_TEST_TEMPLATE: TEMPLATE,
  }
}
