import { spawnSync } from 'node:child_process'
import { chmodSync, copyFileSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { type Browser, chromium, type Page } from 'playwright-core'
import { DEMO_PASSWORD } from '../src/schema/demo'
import { DEMO_PEOPLE } from './demo/people'
import { buildIfStale } from './setup/build'
import { freePort, startCluster } from './setup/cluster'
import { ensureDatabase, migrate } from './setup/database'
import { chromiumPath, pdftoppmPath } from './setup/debianPackages'
import { ROOT } from './setup/root'
import { startServer } from './setup/server'
import { startDemoDevices } from './setup/standIns'
import { runConductor, say } from './setup/steps'

const FOLDER = join(ROOT, 'docs', 'screenshots')
const DIST = '.next-test'
/** `npm run screenshots -- FOLDER` also takes every view in each theme and at 800 and 390 px, into that folder. */
const [, , EVERY_LOOK] = process.argv

const READINGS = [
  ['0.004', '4.012'],
  ['10.502', '8.024'],
  ['21.006', '12.034'],
  ['31.498', '16.041'],
  ['42.003', '20.052'],
] as const

/** What must stand on a picture: its heading, and words that only the demo's plant gives. */
const SHOWS: Record<string, { readonly heading: RegExp; readonly words: RegExp }> = {
  'day-sheet': { heading: /\d{1,2} \w+/, words: /PDT-301/ },
  instrument: { heading: /PDT-301/, words: /calandria/ },
  prepare: { heading: /PDT-301/, words: /R-04/ },
  'run-isolate': { heading: /PDT-301/, words: /Step 9 of/ },
  'run-as-found': { heading: /PDT-301/, words: /Point 6 of/ },
  'run-judge': { heading: /PT-209/, words: /output stage/i },
  reference: { heading: /R-02/, words: /beyond|Corrections from certificate/ },
  'run-adjust': { heading: /LT-702/, words: /zero screw/i },
  'run-restore': { heading: /PDT-301/, words: /Loop check/ },
  impact: { heading: /Impact of R-02/, words: /PT-901/ },
  record: { heading: /PDT-301/, words: /Record \d+|the record gives exactly this hash/ },
  'range-desk': { heading: /PDT-704/, words: /Fits after one change/ },
  'vessel-desk': { heading: /LT-103/, words: /silo/i },
  'run-automatic': { heading: /PT-951/, words: /takes its own readings, begun by Ilka Varga/ },
  practice: { heading: /Twice off/, words: /The shift says/ },
  'practice-judged': { heading: /of 100/, words: /Order and safety/ },
  bench: { heading: /Bench/, words: /Nothing has gone wrong/ },
  'flow-desk': { heading: /FT-601/, words: /orifice/i },
}

/** So long the vents of the rig are left open, s of its own time. */
const VENTED_AFTER_S = 30

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
    await buildIfStale(DIST)
    const devices = await startDemoDevices(cluster.ownerUrl)
    const server = await startServer({
      ...{ port: await freePort(), databaseUrl: cluster.applicationUrl, distFolder: DIST },
      env: { BARYS_PROOF: join(folder, 'proof') },
    })
    const browser = await chromium.launch({
      executablePath: chromiumPath(),
      args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--disable-background-networking'],
    })
    try {
      mkdirSync(FOLDER, { recursive: true })
      if (EVERY_LOOK) mkdirSync(EVERY_LOOK, { recursive: true })
      await takeAll(browser, server.address, folder)
    } finally {
      await browser.close()
      await server.stop()
      await devices?.stop()
    }
  } finally {
    cluster.stop()
    rmSync(folder, { recursive: true, force: true })
  }
})

async function takeAll(browser: Browser, address: string, scratch: string): Promise<void> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  const page = await context.newPage()
  const go = (path: string) => page.goto(`${address}${path}`, { waitUntil: 'networkidle' })
  await go('/')
  await page.getByRole('button', { name: new RegExp(DEMO_PEOPLE[0].name) }).click()
  await page.waitForURL(`${address}/`)
  await take(page, 'day-sheet')
  await go('/instruments/PDT-301')
  await take(page, 'instrument')
  await wholeRun(page, go)
  await certificatePage(page, scratch)
  await judgedRun(page, go)
  await referencePage(page, go)
  await go('/instruments/LT-702')
  await page.getByRole('link', { name: /Go on with/ }).click()
  await page.getByText(/Outside its limit/).waitFor()
  await page.getByRole('button', { name: /^Adjust/ }).click()
  await page.getByRole('img', { name: /^Convergence pad/ }).waitFor()
  await take(page, 'run-adjust')
  await bench(page, go)
  await automaticRun(page, go)
  await practice(page, go)
  await desks(page, go)
}

/** A transmitter taken out of service at the simulated rig, half its range held by the source. */
async function bench(page: Page, go: Go): Promise<void> {
  await go('/bench')
  await page.getByLabel('Time goes').selectOption('5')
  const press = async (...names: readonly string[]) => {
    for (const name of names) await page.getByRole('button', { name, exact: true }).click()
  }
  await press('block valve, high side: open', 'equalising valve: closed', 'block valve, low side: open')
  await press('vent, high side: closed', 'vent, low side: closed')
  // Equalised, both sides show no difference while they still stand under pressure: only time tells that they are empty.
  await page.waitForTimeout(VENTED_AFTER_S * 200) // five times as fast
  await press('equalising valve: open', 'vent, high side: open', 'Hose: off', 'Pump: vented')
  await page.getByLabel('Set to, kPa').fill('18')
  await press('Hold it')
  await page.getByText('18.000 kPa').first().waitFor()
  await page.evaluate(() => scrollTo(0, 0))
  await take(page, 'bench')
}

type Go = (path: string) => Promise<unknown>

/** The desks: a range that needs its link moved, a tank, a flow, a loop. */
async function desks(page: Page, go: Go): Promise<void> {
  await go('/instruments/PDT-704/range')
  await page.getByLabel('LRV wanted').fill('-2.5')
  await page.getByLabel('URV wanted').fill('31.5')
  await page.getByText('Fits after one change').waitFor()
  await take(page, 'range-desk')
  await go('/instruments/LT-103/vessel')
  await take(page, 'vessel-desk')
  await go('/instruments/FT-601/flow')
  await take(page, 'flow-desk')
}

/** A digital transmitter at the bench's manifold that takes its own readings: half way down again. */
async function automaticRun(page: Page, go: Go): Promise<void> {
  await go('/instruments/PT-951/calibrate')
  await page.getByRole('radio', { name: /^R-16/ }).check()
  await page.getByLabel(/Read PV and AO too/).check()
  await page.getByLabel('The nameplate says the same').check()
  await page.getByRole('button', { name: /Begin the run/ }).click()
  await answerSteps(page)
  await page.getByRole('button', { name: 'Read it by devices…' }).click()
  await page.getByRole('button', { name: 'Link them' }).click()
  await page.getByRole('button', { name: 'Let it take its own readings…' }).click()
  await page.getByRole('button', { name: 'Begin', exact: true }).click()
  await page.getByText(/Waiting at point 7 of 9/).waitFor({ timeout: 240_000 })
  await take(page, 'run-automatic')
  await page.getByRole('button', { name: /^Vent to 0/ }).click()
  await page.getByText('The source says that it is vented').waitFor()
}

/** A job of practice as it is played, and one as it was judged: trimmed at the wrong stage. */
async function practice(page: Page, go: Go): Promise<void> {
  await go('/practice/stages')
  await page.getByLabel('Time goes').selectOption('5')
  await page.getByLabel('Look closer', { exact: true }).selectOption('settings')
  await page.getByRole('button', { name: 'Look', exact: true }).click()
  await page.getByRole('button', { name: /^Note a reading/ }).click()
  await page.getByRole('button', { name: 'What would tell most now?' }).click()
  await page.getByRole('status').first().waitFor()
  await toTop(page)
  await take(page, 'practice')
  await page.getByLabel('It is', { exact: true }).selectOption('sensor-stage')
  await page.getByRole('button', { name: 'Finish and sign this practice' }).click()
  await page.waitForURL(/\/practice\/attempts\//)
  await page.getByRole('heading', { name: 'Its course' }).waitFor()
  await take(page, 'practice-judged')
}

/** One run from Prepare to its record: 0 … 42 kPa, under a guard band. */
async function wholeRun(page: Page, go: Go): Promise<void> {
  await go('/instruments/PDT-301/calibrate')
  await page.getByLabel('Decision rule').click()
  await page.getByRole('option', { name: 'guard band with conditions' }).click()
  await page.getByLabel('The nameplate says the same').check()
  await toTop(page)
  await take(page, 'prepare')
  await page.getByRole('button', { name: /Begin the run/ }).click()
  await answerSteps(page, 'run-isolate', 9)
  for (const reading of READINGS) await typeReading(page, reading)
  await page.getByLabel(/^applied,/).fill('31.502')
  await page.getByLabel(/^reading,/).fill('16.042')
  await take(page, 'run-as-found')
  for (const reading of READINGS.toReversed().slice(1)) await typeReading(page, reading)
  await page.locator('.actions button').first().waitFor()
  await page
    .getByRole('button', { name: /^Leave as it is|^Adjust/ })
    .first()
    .click()
  await page.waitForSelector('.work-foot, form[aria-label="Record an adjustment"]')
  const form = page.getByRole('form', { name: 'Record an adjustment' })
  if (await form.isVisible()) {
    await form.getByLabel('In words').fill('lower, then upper')
    await form.getByLabel(/^at applied/).fill('0.000')
    await form.getByLabel(/^PV before/).fill('0.032')
    await form.getByLabel(/^PV after/).fill('0.000')
    await page.getByRole('button', { name: 'Record this act' }).click()
    await page.getByRole('button', { name: /^Adjustment done/ }).click()
    for (const percent of [0, 25, 50, 75, 100, 75, 50, 25, 0])
      await typeReading(page, [(0.42 * percent).toFixed(3), (4 + 0.16 * percent + 0.002).toFixed(3)])
  }
  await page.getByRole('form', { name: 'Loop check' }).waitFor()
  for (const [percent, volts] of [
    [0, '1.001'],
    [50, '3.002'],
    [100, '5.001'],
  ] as const) {
    await page.getByLabel(`Host shows at ${percent} %`).fill((0.42 * percent + 0.05).toFixed(2))
    await page.getByLabel(`Volts at ${percent} %`).fill(volts)
  }
  await page.getByLabel('Resistor, Ω').fill('250')
  await page.getByRole('button', { name: /^Record what/ }).click()
  await page.getByText(/12\.0\d\d mA/).waitFor()
  await take(page, 'run-restore')
  await answerSteps(page)
  await page.getByLabel(/^Password of/).fill(DEMO_PASSWORD)
  await page.getByRole('checkbox').check()
  await page.getByRole('button', { name: 'Sign and seal' }).click()
  await page.waitForURL(/\/records\/\d+$/)
  await page.waitForLoadState('networkidle')
  await take(page, 'record')
}

/** A digital transmitter in Judge: the sensor is right, its output stage is not. */
async function judgedRun(page: Page, go: Go): Promise<void> {
  await go('/instruments/PT-209/calibrate')
  await page.getByLabel(/Read PV and AO too/).check()
  await page.getByLabel('The nameplate says the same').check()
  await page.getByRole('button', { name: /Begin the run/ }).click()
  await answerSteps(page)
  for (const percent of [0, 25, 50, 75, 100, 75, 50, 25, 0]) {
    const current = 4 + 0.16 * percent
    await page.getByLabel(/^PV,/).fill((0.18 * percent + 0.003).toFixed(4))
    await page.getByLabel(/^AO,/).fill(current.toFixed(3))
    await typeReading(page, [(0.18 * percent).toFixed(4), (current + 0.063 - percent / 4000).toFixed(3)])
  }
  await page.locator('.causes li').first().waitFor()
  await take(page, 'run-judge')
}

/** A reference that came back out of its accuracy: its uncertainty, the ratio it leaves, how it moved. */
async function referencePage(page: Page, go: Go): Promise<void> {
  await go('/references/R-02')
  await page.getByLabel('Beside').click()
  await page.getByRole('option', { name: /^PT-209/ }).click()
  await page.locator('.MuiPopover-root').waitFor({ state: 'detached' })
  await page.getByText(/of its range$/).waitFor()
  await toTop(page)
  await take(page, 'reference')
  await go('/references/R-02/impact')
  await page.getByText('judged again by their own rules').waitFor()
  await page.getByRole('table', { name: 'What changes' }).waitFor()
  await take(page, 'impact')
}

/** What was clicked has scrolled the page, or a part of it: back to where one begins to read. */
async function toTop(page: Page): Promise<void> {
  await page.evaluate(() => {
    for (const part of document.querySelectorAll('*')) part.scrollTop = 0
  })
}

/** Ticks every step of Isolate or Restore; takes a picture on the way. */
async function answerSteps(page: Page, picture?: string, atStep?: number): Promise<void> {
  const place = page.locator('.work-foot p', { hasText: /^Step \d+ of \d+$/ })
  await place.waitFor()
  const count = Number(/of (\d+)/.exec((await place.textContent()) ?? '')?.[1])
  for (let step = 1; step <= count; step++) {
    await place.filter({ hasText: `Step ${step} of` }).waitFor()
    if (picture && step === atStep) await take(page, picture)
    const words = page.locator('.work-foot').getByLabel('In words')
    if (await words.isVisible()) await words.fill('Shift lead told: found in order, back in service.')
    await page.getByRole('button', { name: /^Done/ }).click()
  }
  await place.waitFor({ state: 'detached' })
}

async function typeReading(page: Page, [applied, output]: readonly [string, string]): Promise<void> {
  const rows = page.locator('.ladder tbody tr td:last-child svg')
  const isLast = /^Point (\d+) of \1,/.test((await page.locator('.entry-target p').first().textContent()) ?? '')
  const before = await rows.count()
  await page.getByLabel(/^applied,/).fill(applied)
  await page.getByLabel(/^(reading|meter),/).fill(output)
  await page.getByLabel(/^(reading|meter),/).press('Enter')
  const isStored = isLast ? page.locator('.entry').waitFor({ state: 'detached' }) : rows.nth(before).waitFor()
  // Far from its point it is asked about; here it is so on purpose.
  const question = page.locator('.entry-question')
  const isAsked = await Promise.race([isStored.then(() => false), question.waitFor().then(() => true)])
  if (isAsked) await page.keyboard.press('Enter')
  await isStored
}

/**
 * Takes one picture, of what it says it shows: the page's own heading and words are waited for first.
 *
 * @throws when the page shows something else, as the sign-in page does to a stranger
 */
async function take(page: Page, name: string): Promise<void> {
  say('picture', name)
  const shows = SHOWS[name]
  if (!shows) throw new Error(`nothing is known of what ${name} shows: add it to SHOWS`)
  await page.getByRole('heading', { name: shows.heading }).first().waitFor({ timeout: 20_000 })
  await page.getByText(shows.words).filter({ visible: true }).first().waitFor({ timeout: 20_000 })
  await page.evaluate('document.fonts.ready')
  await page.screenshot({ path: join(FOLDER, `${name}.png`) })
  if (EVERY_LOOK) await everyLook(page, join(EVERY_LOOK, name))
}

/** The same view in every theme and on every width, to be looked at and thrown away. */
async function everyLook(page: Page, path: string): Promise<void> {
  const theme = page.getByLabel('Theme', { exact: true })
  for (const name of ['dark', 'sun', 'light']) {
    await theme.selectOption(name)
    await page.screenshot({ path: `${path}-${name}-1280.png` })
  }
  for (const width of [800, 390]) {
    await page.setViewportSize({ width, height: 800 })
    await page.screenshot({ path: `${path}-light-${width}.png`, fullPage: true })
  }
  await page.setViewportSize({ width: 1280, height: 800 })
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
