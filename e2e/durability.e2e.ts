import { chmodSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { freePort, startCluster } from '../scripts/setup/cluster'
import { ensureDatabase, migrate } from '../scripts/setup/database'
import { type Server, startServer } from '../scripts/setup/server'
import { acceptedCount, expect, goTo, ILKA, startRun, test, typeReading, workAs } from './barys'

/** A server of this file's own, on the same database, that can be killed. */
async function ownServer(port: number): Promise<Server> {
  return startServer({
    port,
    databaseUrl: process.env.DATABASE_URL ?? '',
    distFolder: process.env.BARYS_DIST ?? '.next-test',
  })
}

test('the server is killed between two readings: nothing acknowledged is lost, and the same screen goes on', async ({
  page,
}) => {
  const port = await freePort()
  let server = await ownServer(port)
  await workAs(page, ILKA.id, server.address)
  const runId = await startRun(page, 'PDT-402', server.address)
  await typeReading(page, '0.0002', '4.003')
  await typeReading(page, '0.6001', '8.004')

  server.process.kill('SIGKILL')
  await server.stop()

  // The third reading meets a dead server: the screen says so, and shows it as not accepted.
  await page.keyboard.type('1.2003')
  await page.keyboard.press('Enter')
  await page.keyboard.type('12.006')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert').filter({ hasText: 'Cannot reach the server' })).toBeVisible()
  expect(await acceptedCount(page)).toBe(2)

  server = await ownServer(port)
  try {
    // Enter sends the same reading once more.
    await page.getByLabel(/^reading,/).press('Enter')
    await expect.poll(() => acceptedCount(page)).toBe(3)
    // A browser that was killed finds the run as it was.
    await goTo(page, `${server.address}/runs/${runId}`)
    await expect(page.getByText('Point 4 of 9')).toBeVisible()
    for (const digits of ['0.0002', '4.003', '0.6001', '8.004', '1.2003', '12.006'])
      await expect(page.getByRole('cell', { name: digits, exact: true })).toBeVisible()
  } finally {
    await server.stop()
  }
})

test('figures typed while a reading is on its way are not lost: they belong to the next point', async ({ page }) => {
  await startRun(page, 'FT-601')
  let release = () => {}
  const held = new Promise<void>((resolve) => (release = resolve))
  await page.route('**/readings', async (route) => {
    await held
    await route.continue()
  })
  await page.keyboard.type('0.001')
  await page.keyboard.press('Enter')
  await page.keyboard.type('4.003')
  await page.keyboard.press('Enter')
  await page.keyboard.type('6.87x9')
  await page.keyboard.press('Backspace')
  await page.keyboard.type('5')
  expect(await acceptedCount(page)).toBe(0)
  release()
  await expect.poll(() => acceptedCount(page)).toBe(1)
  await expect(page.getByLabel(/^applied,/)).toHaveValue('6.875')
})

test('the database drops every connection in the middle of a run: the next reading is stored', async ({ page }) => {
  const { Client } = (await import('pg')).default
  await startRun(page, 'LT-602')
  await typeReading(page, '0.801', '4.004')
  const owner = new Client(process.env.BARYS_TEST_OWNER_URL)
  await owner.connect()
  await owner.query(
    'SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND pid <> pg_backend_pid()',
  )
  await owner.end()
  await page.getByLabel(/^applied,/).focus()
  await page.keyboard.type('6.203')
  await page.keyboard.press('Enter')
  await page.keyboard.type('8.006')
  // At most a few times told to try again, never a reading shown as accepted that is not stored.
  await expect(async () => {
    if ((await acceptedCount(page)) < 2) await page.getByLabel(/^reading,/).press('Enter')
    expect(await acceptedCount(page)).toBe(2)
  }).toPass()
  await page.reload()
  await expect(page.getByText('Point 3 of 9')).toBeVisible()
})

test('while the database is away every page and route says so; when it is back, so is Barys', async ({ page }) => {
  const folder = mkdtempSync(join(tmpdir(), 'barys-away-'))
  chmodSync(folder, 0o755)
  const cluster = await startCluster(folder, { fsync: 'off' })
  let server: Server | undefined
  try {
    await ensureDatabase(cluster)
    await migrate(cluster.ownerUrl, cluster.applicationRole)
    const settings = { port: await freePort(), distFolder: process.env.BARYS_DIST ?? '.next-test' }
    server = await startServer({ ...settings, databaseUrl: cluster.applicationUrl })
    cluster.stop()

    const health = await page.request.get(`${server.address}/api/v1/health`)
    expect(health.status()).toBe(503)
    expect(await health.json()).toMatchObject({
      refusals: [{ reason: 'the database does not answer', remedy: 'nothing was stored; send it again in a moment' }],
    })
    const answer = await page.goto(`${server.address}/instruments`)
    expect(answer?.status()).toBe(500)
    await expect(page.getByText('Most often the database is starting again')).toBeVisible()

    cluster.restart()
    await expect(async () => {
      await page.getByRole('button', { name: 'Load it again' }).click()
      await expect(page.getByRole('heading', { name: 'Who looks after this plant?' })).toBeVisible({ timeout: 3000 })
    }).toPass()
  } finally {
    await server?.stop()
    cluster.stop()
    rmSync(folder, { recursive: true, force: true })
  }
})
