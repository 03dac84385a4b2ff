import { type ChildProcess, spawn, spawnSync } from 'node:child_process'
import { once } from 'node:events'
import { chmodSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { test as base, expect } from '@playwright/test'
import { freePort } from '../scripts/setup/cluster'
import { ROOT } from '../scripts/setup/root'
import { isHealthy } from '../scripts/setup/server'
import { actsOf, countActs } from './acts'
import { goTo } from './barys'
import { fromNothing, importEarlier, importTwoThousand, showsCommas } from './newPlant'

const test = base.extend({
  page: async ({ page }, use, info) => {
    if (process.env.BARYS_ACTS) await countActs(page)
    await use(page)
    if (process.env.BARYS_ACTS) console.log('acts', info.title, JSON.stringify(await actsOf(page)))
  },
})

/** `npm start` as a person uses it, in a folder of its own; the build is the one under test. */
const home = mkdtempSync(join(tmpdir(), 'barys-start-'))
const started: Start[] = []
type Start = {
  process: ChildProcess
  output: () => string
  until: (words: string) => Promise<void>
  ended: Promise<unknown>
}

function npmStart(env: Record<string, string> = {}, args: readonly string[] = []): Start {
  const { DATABASE_URL: _, ...inherited } = process.env
  const child = spawn(process.execPath, ['scripts/start.mjs', ...args], {
    cwd: ROOT,
    detached: true,
    env: { ...inherited, BARYS_HOME: home, BARYS_DIST: process.env.BARYS_DIST ?? '.next-test', ...env },
  })
  let text = ''
  for (const stream of [child.stdout, child.stderr]) stream?.on('data', (chunk) => (text += chunk))
  const until = (words: string) => expect.poll(() => text, { timeout: 80_000 }).toContain(words)
  const start = { process: child, output: () => text, until, ended: once(child, 'exit') }
  started.push(start)
  return start
}

/** Ctrl-C in a terminal goes to the whole group. */
const ctrlC = ({ process: child }: Start) => process.kill(-(child.pid ?? 0), 'SIGINT')
const postmasterPid = () => Number(readFileSync(join(home, 'pg', 'postmaster.pid'), 'utf8').split('\n')[0])
/** The application’s process of this folder, found by what it was started with. */
const serverPid = () =>
  readdirSync('/proc').find((pid) => {
    try {
      const isOfHome = readFileSync(`/proc/${pid}/environ`, 'utf8').split('\0').includes(`BARYS_HOME=${home}`)
      return isOfHome && readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('scripts/app.ts')
    } catch {
      return false // no process, or gone meanwhile
    }
  })
/** A process that has ended but was not yet collected by its parent (state Z) is no longer alive. */
const isAlive = (pid: number) => {
  const status = spawnSync('ps', ['-o', 'stat=', '-p', String(pid)], { encoding: 'utf8' })
  return status.status === 0 && !status.stdout.trim().startsWith('Z')
}

test.describe.configure({ mode: 'serial' })
test.beforeAll(() => chmodSync(home, 0o755))
test.afterAll(async () => {
  for (const start of started.filter(({ process: child }) => child.exitCode === null && child.signalCode === null)) {
    ctrlC(start)
    await start.ended
  }
  rmSync(home, { recursive: true, force: true })
})

let port: string
test('the first start makes everything and prints the address; a second one only says where', async () => {
  port = String(await freePort())
  const first = npmStart({ PORT: port }, ['--no-demo'])
  await first.until('Barys is ready')
  expect(first.output()).toContain('making a private PostgreSQL cluster')
  expect(first.output()).not.toContain('demo data')
  expect(await isHealthy(`http://127.0.0.1:${port}`)).toBe(true)

  const second = npmStart({ PORT: port })
  await second.ended
  expect(second.process.exitCode).toBe(0)
  expect(second.output()).toContain(`Barys already runs from this folder:  http://127.0.0.1:${port}`)
})

test('an empty plant says on every page what to do first', async ({ page }) => {
  const at = `http://127.0.0.1:${port}`
  // Every page leads to the first thing to be done: somebody to look after the plant.
  await goTo(page, `${at}/records`)
  await expect(page.getByRole('heading', { name: 'Who looks after this plant?' })).toBeVisible()
  await page.getByLabel('Name', { exact: true }).fill('Odile Marren')
  await page.getByLabel('Initials').fill('OM')
  await page.getByLabel('Place that issues the certificates').fill('Weir Mill workshop')
  await page.getByLabel('Its address').fill('Mill Race 2, Weir')
  await page.getByLabel('Password').fill('short')
  await page.getByRole('button', { name: 'Register and sign in' }).click()
  await expect(page.getByText('has fewer than eight characters: make it longer')).toBeVisible()
  await expect(page.getByLabel('Password')).toBeFocused()
  await page.getByLabel('Password').fill('a long enough one')
  await page.getByRole('button', { name: 'Register and sign in' }).click()
  await page.waitForURL(/\/start$/)
  await expect(page.getByRole('listitem').filter({ hasText: 'The site' })).toContainText('stand on every certificate')
  await goTo(page, `${at}/people`)
  await expect(page.getByRole('row', { name: /Odile Marren/ })).toContainText('administers people')
  // There is a first only once.
  const second = await page.request.post(`${at}/api/v1/session/first`, {
    data: { name: 'Somebody Else', initials: 'SE', role: 'planner', password: 'another long one' },
    headers: { origin: at },
  })
  expect(second.status()).toBe(409)
  await page.goto(`${at}/`)
  await expect(page.getByText('No instruments yet. Register the first one')).toBeVisible()
  await expect(page.getByText('This plant is being set up; next: People')).toBeVisible()
  await page.goto(`${at}/instruments`)
  await expect(page.getByText('No instruments yet: register the first one')).toBeVisible()
  await page.goto(`${at}/references`)
  await expect(page.getByText('None is registered, so no run can begin')).toBeVisible()
  await page.goto(`${at}/records`)
  await expect(page.getByText('No sealed record yet')).toBeVisible()
})

test('from nothing to a reviewed certificate, by the screen alone', async ({ page }) => {
  test.setTimeout(240_000)
  await fromNothing(page, `http://127.0.0.1:${port}`)
})

test('two thousand instruments from a list, thirty-seven of them wrong: mended, taken, and repeated in vain', async ({
  page,
}) => {
  test.setTimeout(240_000)
  await importTwoThousand(page, `http://127.0.0.1:${port}`)
})

test('calibrations of years before come in by point', async ({ page }) => {
  test.setTimeout(120_000)
  await importEarlier(page, `http://127.0.0.1:${port}`)
})

test('a site that writes a comma sees commas', async ({ page }) => {
  await showsCommas(page, `http://127.0.0.1:${port}`)
})

test('a database killed while it runs is started again by itself', async () => {
  process.kill(postmasterPid(), 'SIGKILL')
  await started[0]?.until('it is gone; starting it again')
  await expect.poll(() => isHealthy(`http://127.0.0.1:${port}`), { timeout: 30_000 }).toBe(true)
})

test('Ctrl-C ends server and database in order', async () => {
  const [first] = started
  if (!first) throw new Error('the first test starts it')
  const server = Number(serverPid())
  const databasePid = postmasterPid()
  ctrlC(first)
  await first.ended
  expect(first.output()).toContain('server and database have ended in order')
  expect([isAlive(server), isAlive(databasePid)]).toEqual([false, false])
})

test('asked to end as a service is, it ends server and database too', async () => {
  const start = npmStart({ PORT: port }, ['--no-demo'])
  await start.until('Barys is ready')
  const [server, database] = [Number(serverPid()), postmasterPid()]
  start.process.kill('SIGTERM')
  await start.ended
  expect(start.output()).toContain('server and database have ended in order')
  expect([isAlive(server), isAlive(database)]).toEqual([false, false])
})

test('a second start while the first is still at it leaves it alone, and says who it is', async () => {
  const first = npmStart({ PORT: port }, ['--no-demo'])
  await first.until('looking for migrations')
  const second = npmStart({ PORT: port }, ['--no-demo'])
  await second.ended
  expect(second.process.exitCode).toBe(0)
  expect(second.output()).toMatch(
    new RegExp(`process ${first.process.pid}, .*left alone|already runs from this folder`, 's'),
  )
  await first.until('Barys is ready')
  first.process.kill('SIGTERM')
  await first.ended
})

test('killed outright, its server ends by itself, and the next start serves within seconds', async () => {
  const doomed = npmStart({ PORT: port }, ['--no-demo'])
  await doomed.until('Barys is ready')
  const server = Number(serverPid())
  process.kill(-(doomed.process.pid ?? 0), 'SIGKILL')
  await doomed.ended
  const next = npmStart({ PORT: port }, ['--no-demo'])
  await next.until('Barys is ready')
  expect(isAlive(server)).toBe(false)
  ctrlC(next)
  await next.ended
})

test('a server that is killed is started again within seconds, at the same address', async () => {
  const start = npmStart({ PORT: port }, ['--no-demo'])
  await start.until('Barys is ready')
  const server = Number(serverPid())
  process.kill(server, 'SIGKILL')
  await start.until('it ended by itself (SIGKILL); starting it again')
  await expect.poll(() => start.output().split('Barys is ready').length - 1, { timeout: 60_000 }).toBe(2)
  expect(Number(serverPid())).not.toBe(server)
  ctrlC(start)
  await start.ended
  expect(start.process.exitCode).toBe(0)
})

test('what a start left behind, and does not end by itself, the next one ends', async () => {
  const doomed = npmStart({ PORT: port }, ['--no-demo'])
  await doomed.until('Barys is ready')
  const server = Number(serverPid())
  // Stopped, it learns of nothing.
  process.kill(server, 'SIGSTOP')
  process.kill(-(doomed.process.pid ?? 0), 'SIGKILL')
  await doomed.ended
  expect(isAlive(server)).toBe(true)
  const next = npmStart({ PORT: port }, ['--no-demo'])
  await next.until('Barys is ready')
  expect(next.output()).toContain('that the last start left behind')
  expect(isAlive(server)).toBe(false)
  ctrlC(next)
  await next.ended
})

test.describe('a start that cannot be done names the step, the cause and the remedy', () => {
  const refused = async (env: Record<string, string>, args: readonly string[] = []) => {
    const start = npmStart(env, args)
    await start.ended
    expect(start.process.exitCode).toBe(1)
    return start.output()
  }
  test('PORT is no number', async () => {
    expect(await refused({ PORT: 'eighty' }, ['--no-demo'])).toMatch(
      /✕ server: PORT is “eighty”\.\s+Give a number from 1 to 65535/,
    )
  })
  test('the port is taken', async () => {
    const taken = new URL(process.env.BARYS_ADDRESS ?? '').port
    expect(await refused({ PORT: taken }, ['--no-demo'])).toContain(`port ${taken} is in use`)
  })
  test('DATABASE_URL leads nowhere', async () => {
    const words = await refused({ DATABASE_URL: 'postgresql://nobody@127.0.0.1:1/none' })
    expect(words).toContain('✕ database: no connection to 127.0.0.1:1')
    expect(words).toContain('is DATABASE_URL right?')
  })
  test('--reset with nobody to confirm it deletes nothing', async () => {
    expect(await refused({}, ['--reset'])).toContain('nobody is there to confirm it')
    expect(readFileSync(join(home, 'pg', 'PG_VERSION'), 'utf8')).not.toBe('')
  })
  test('PostgreSQL is missing and may not be installed', async () => {
    // A PATH and a home of its own: no server programs, no apt-get, no sudo.
    const empty = join(home, 'empty')
    mkdirSync(empty)
    const words = await refused({ PATH: empty, BARYS_HOME: empty, BARYS_POSTGRES_FOLDER: empty }, ['--no-demo'])
    expect(words).toContain('✕ PostgreSQL: not found, and this machine has no apt-get to install it')
  })
})
