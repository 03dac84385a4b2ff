import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { buildIfStale } from '../../scripts/setup/build'
import { CLUSTER_NAMES, type Cluster } from '../../scripts/setup/cluster'
import { migrate, withClient } from '../../scripts/setup/database'
import { chromiumPath } from '../../scripts/setup/debianPackages'
import { say } from '../../scripts/setup/steps'
import { type FileTime, NOTHING, run, type Tally, tallyOf } from './commands'
import { ANY_LOCAL_PORT, PLANTS, plantOf } from './plants'

const DIST = '.next-test'
/** A browser, a server and a database take turns, so that one of each alone leaves much of a machine idle. */
const PLANTS_AT_ONCE = 3

/**
 * The built application in Chromium. So many plants at once, each with a database and a server of its own; whichever is
 * idle takes the next file, so that none waits for another.
 *
 * @param files patterns of file names; all of them where there are none
 */
export async function endToEndSuite(cluster: Cluster, folder: string, files: readonly string[]): Promise<Tally> {
  const chromium = chromiumPath()
  await buildIfStale(DIST)
  await migrate(cluster.ownerUrl, cluster.applicationRole)
  process.env.DATABASE_URL = cluster.ownerUrl
  say('demo data', 'loading')
  const { loadDemo } = await import('../../scripts/demo/load')
  const { pool } = await import('../../src/server/database')
  await loadDemo(new Date())
  await pool().end()
  const copies = Array.from({ length: PLANTS_AT_ONCE - 1 }, (_, index) => sameDatabase(cluster, `barys_${index + 2}`))
  const all = [cluster, ...(await Promise.all(copies))]
  say('tests', `e2e, in Chromium, ${all.length} plants at once`)
  const file = join(folder, 'e2e.json')
  const status = await run('playwright', ['test', `--workers=${all.length}`, '--reporter=list,json', ...files], {
    BARYS_TEST_APPLICATION_ROLE: cluster.applicationRole,
    [PLANTS]: JSON.stringify(all.map(plantOf)),
    ...ANY_LOCAL_PORT,
    BARYS_DIST: DIST,
    BARYS_CHROMIUM: chromium,
    PLAYWRIGHT_JSON_OUTPUT_NAME: file,
  })
  return tallyOf(status, () => tallyOfReport(JSON.parse(readFileSync(file, 'utf8'))))
}

type Suite = {
  readonly file: string
  readonly specs: readonly {
    readonly tests: readonly { readonly results: readonly { readonly duration: number }[] }[]
  }[]
  readonly suites?: readonly Suite[]
}
type Report = {
  readonly stats: { readonly expected: number; readonly unexpected: number; readonly flaky: number }
  readonly suites: readonly Suite[]
}

const tallyOfReport = ({ stats, suites }: Report): Tally => ({
  ...NOTHING,
  passed: stats.expected,
  failed: stats.unexpected + stats.flaky,
  files: suites.map((suite): FileTime => ({ file: `e2e/${suite.file}`, seconds: millisecondsOf(suite) / 1000 })),
})

const millisecondsOf = ({ specs, suites = [] }: Suite): number =>
  specs
    .flatMap(({ tests }) => tests.flatMap(({ results }) => results.map(({ duration }) => duration)))
    .reduce((sum, each) => sum + each, 0) + suites.reduce((sum, each) => sum + millisecondsOf(each), 0)

/** A copy of the cluster's database beside it, as it is now. */
async function sameDatabase(cluster: Cluster, name: string): Promise<Cluster> {
  const at = (url: string, database: string) => Object.assign(new URL(url), { pathname: `/${database}` }).href
  await withClient(at(cluster.ownerUrl, 'postgres'), (db) =>
    db.query(`CREATE DATABASE ${name} TEMPLATE ${CLUSTER_NAMES.DATABASE}`),
  )
  return { ...cluster, ownerUrl: at(cluster.ownerUrl, name), applicationUrl: at(cluster.applicationUrl, name) }
}
