import { spawnSync } from 'node:child_process'
import { chmodSync, copyFileSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { type Browser, chromium, type Page } from 'playwright-core'
import { DEMO_PEOPLE } from './demo/people'
import { buildIfStale } from './setup/build'
import { freePort, startCluster } from './setup/cluster'
import { ensureDatabase, migrate } from './setup/database'
import { chromiumPath, pdftoppmPath } from './setup/debianPackages'
import { ROOT } from './setup/root'
import { startServer } from './setup/server'
import { runConductor, say } from './setup/steps'

const FOLDER = join(ROOT, 'docs', 'screenshots')
const DIST = '.next-test'

const READINGS = [
  ['0.004', '4.012'],
  ['10.502', '8.024'],
  ['21.006', '12.034'],
  ['31.498', '16.041'],
  ['42.003', '20.052'],
] as const

/** `npm run screenshots`: one picture per main view, from the demo data, into docs/screenshots. */
await runConductor(async () => {
  const folder = mkdtempSync(join(tmpdir(), 'barys-screens-'))
  chmodSync(folder, 0o755)
  const cluster = await startCluster(join(folder, 'cluster'), { fsync: 'off' })
  try {
    await ensureDatabase(cluster)
    await migrate(cluster.ownerUrl, cluster.applicationRole)
    process.env.DATABASE_URL = cluster.ownerUrl
    const { loadDemo } = await import('./demo/load')
    const { pool } = await import('../src/server/database')
    await loadDemo(new Date())
    await pool().end()
    buildIfStale(DIST)
    const server = await startServer({ port: await freePort(), databaseUrl: cluster.applicationUrl, distFolder: DIST })
    const browser = await chromium.launch({
      executablePath: chromiumPath(),
      args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--disable-background-networking'],
    })
    try {
      mkdirSync(FOLDER, { recursive: true })
      await takeAll(browser, server.address, folder)
    } finally {
      await browser.close()
      await server.stop()
    }
  } finally {
    cluster.stop()
    rmSync(folder, { recursive: true, force: true })
  }
})

async function takeAll(browser: Browser, address: string, scratch: string): Promise<void> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  await context.addCookies([{ name: 'barys-person', value: DEMO_PEOPLE[0].id, url: address }])
  const page = await context.newPage()
  const go = (path: string) => page.goto(`${address}${path}`, { waitUntil: 'networkidle' })
  await go('/')
  await take(page, 'day-sheet')
  await go('/instruments/PDT-301')
  await take(page, 'instrument')
  await go('/instruments/PDT-301/calibrate')
  await take(page, 'prepare')
  await page.getByRole('button', { name: /Begin as found/ }).click()
  for (const reading of READINGS) await typeReading(page, reading)
  await page.getByLabel(/^applied,/).fill('31.502')
  await page.getByLabel(/^reading,/).fill('16.042')
  await take(page, 'run-as-found')
  await page.getByLabel('Theme').selectOption('dark')
  await take(page, 'run-dark')
  await page.getByLabel('Theme').selectOption('light')
  await go('/instruments/LT-702')
  await page.getByRole('link', { name: /Go on with/ }).click()
  await page.getByText(/Outside its limit/).waitFor()
  await take(page, 'run-judge')
  await page.getByRole('button', { name: /^Adjust/ }).click()
  await page.getByRole('img', { name: /^Convergence pad/ }).waitFor()
  await take(page, 'run-adjust')
  await go('/instruments/PDT-301')
  await page
    .getByRole('link', { name: /^record/ })
    .first()
    .click()
  await page.waitForURL(/\/records\/\d+$/)
  await page.waitForLoadState('networkidle')
  await take(page, 'record')
  await certificatePage(page, scratch)
  await go('/register')
  await take(page, 'register')
  await go('/workings')
  await take(page, 'workings')
  await go('/workings/diagnose')
  await take(page, 'workings-diagnose')
  await go('/workings/two-screws')
  await take(page, 'workings-two-screws')
  await go('/docs/api')
  await take(page, 'api')
}

async function typeReading(page: Page, [applied, output]: readonly [string, string]): Promise<void> {
  const rows = page.locator('.ladder tbody tr td:last-child svg')
  const before = await rows.count()
  await page.getByLabel(/^applied,/).fill(applied)
  await page.getByLabel(/^reading,/).fill(output)
  await page.getByLabel(/^reading,/).press('Enter')
  await rows.nth(before).waitFor()
}

async function take(page: Page, name: string): Promise<void> {
  say('picture', name)
  await page.evaluate('document.fonts.ready')
  await page.screenshot({ path: join(FOLDER, `${name}.png`) })
}

/** First page of the certificate of the record shown. */
async function certificatePage(page: Page, scratch: string): Promise<void> {
  const answer = await page.request.get(page.url().replace('/records/', '/api/v1/records/').concat('/certificate'))
  const pdf = join(scratch, 'certificate.pdf')
  writeFileSync(pdf, await answer.body())
  spawnSync(pdftoppmPath(), [
    '-r',
    '90',
    '-f',
    '1',
    '-l',
    '1',
    '-singlefile',
    '-png',
    pdf,
    join(scratch, 'certificate'),
  ])
  copyFileSync(join(scratch, 'certificate.png'), join(FOLDER, 'certificate.png'))
  say('picture', 'certificate')
}
