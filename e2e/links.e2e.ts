import { type AddressInfo, connect, createServer, type Socket } from 'node:net'
import type { Browser, Page } from '@playwright/test'
import { freePort } from '../scripts/setup/cluster'
import { startServer } from '../scripts/setup/server'
import { type LaidFault, type StartedStandIns, startStandIns } from '../scripts/stand-ins/start'
import { workLists } from '../src/core/run/work/workLists'
import type { RunView } from '../src/schema/runView'
import {
  acceptedCount,
  address,
  expect,
  goTo,
  ILKA,
  JOREN,
  NOOR,
  open,
  post,
  registerInstrument,
  restoreAndSign,
  test,
  workAs,
} from './barys'
import { standsStill } from './looks'

/** Runs read by devices: simulated ones of each test's own, over TCP, their world faster than the clock. */
const CONFIGURATION = {
  description: 'Trial at the manifold',
  area: 'Bench',
  kind: 'pressure-transmitter',
  pressureKind: 'gauge',
  unit: 'bar',
  ...{ lrl: -1, url: 10.4, minSpan: 0.26, lrv: 0, urv: 6 },
  signal: '4-20mA',
  errorLimit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 0.3 }] },
  adjustLimit: null,
  intervalMonths: 12,
  testPoints: [0, 50, 100],
  pointOrder: 'up-down',
  hookUp: 'bench',
  adjustedBy: 'trims',
}
const SPEED = 10
const READ_MS = 60_000

type Bench = {
  readonly runIds: readonly string[]
  readonly runId: string
  readonly standIns: StartedStandIns
  readonly cut: () => void
}
let running: { readonly stop: () => Promise<unknown> }[] = []
let linked: string[] = []
test.afterEach(async ({ page }) => {
  // A source that is left under pressure is alarmed on every page, those of the next tests too.
  try {
    for (const runId of linked) await letGo(page, runId)
  } finally {
    linked = []
    for (const each of running) await each.stop()
    running = []
  }
})

/** Vents a source and lets go of it; one that does not answer is said to be vented by hand. */
async function letGo(page: Page, runId: string): Promise<void> {
  await post(page, `runs/${runId}/links/vent`, { id: crypto.randomUUID() })
  for (const kind of ['end', 'vented-by-hand', 'end'])
    await post(page, `runs/${runId}/links/orders`, { id: crypto.randomUUID(), act: { kind } })
}

/** Instruments at a manifold of their own, their runs out of service, their devices in the list. */
async function bench(
  page: Page,
  tags: readonly string[],
  faults: readonly (LaidFault | null)[] = [null],
  at = address(),
): Promise<Bench> {
  const standIns = await startStandIns({
    ...{ only: ['source', 'meter', 'transmitter'], ports: {}, seed: 17, speed: SPEED },
    instruments: tags.map((_, index) => faults[index] ?? null),
  })
  running.push(standIns)
  const cable = await cableTo(standIns.ports.source ?? 0)
  const enter = async (name: string, kind: string, port: number, serves: string, channel: number | null = null) => {
    const device = { id: crypto.randomUUID(), name, kind, address: `127.0.0.1:${port}`, serves, channel }
    const answer = await post(page, 'devices', device, at)
    expect(answer.status(), await answer.text()).toBe(200)
  }
  await enter(`A source of ${tags[0]}`, 'source', cable.port, 'R-16')
  const runIds: string[] = []
  for (const [index, tag] of tags.entries()) {
    const answer = await post(page, 'instruments', { tag, configuration: CONFIGURATION }, at)
    expect(answer.status(), await answer.text()).toBe(200)
    await enter(`A meter of ${tag}`, 'meter', standIns.ports.meter ?? 0, 'R-06', index + 1)
    await enter(`${tag} itself`, 'transmitter', standIns.transmitters[index] ?? 0, tag)
    runIds.push(await begun(page, tag, at))
  }
  linked.push(runIds[0] ?? '')
  return { runIds, runId: runIds[0] ?? '', standIns, cut: cable.cut }
}

/** A run begun at its Prepare page with the reference that can be linked, out of service. */
async function begun(page: Page, tag: string, at: string): Promise<string> {
  await goTo(page, `${at}/instruments/${tag}/calibrate`)
  await page.getByRole('radio', { name: /^R-16/ }).check()
  await page.getByRole('radio', { name: /^R-06/ }).check()
  await page.getByLabel(/Read PV and AO too/).check()
  await page.getByLabel('The nameplate says the same').check()
  await page.getByRole('button', { name: /Begin the run/ }).click()
  await page.waitForURL(/\/runs\//)
  const id = page.url().split('/').at(-1) ?? ''
  const run: RunView = await (await page.request.get(`${at}/api/v1/runs/${id}`)).json()
  for (const { id: item, takesWords } of workLists(run)?.isolate ?? []) {
    const step = { id: crypto.randomUUID(), list: 'isolate', item, outcome: 'done', words: takesWords ? 'told' : null }
    expect((await post(page, `runs/${id}/work-steps`, step, at)).status()).toBe(200)
  }
  return id
}

/** A cable to a port that can be cut. */
async function cableTo(port: number): Promise<{ port: number; cut: () => void }> {
  const sockets: Socket[] = []
  const server = createServer((socket) => {
    const far = connect(port, '127.0.0.1')
    sockets.push(socket, far)
    socket.on('error', () => far.destroy()).on('close', () => far.destroy())
    far.on('error', () => socket.destroy()).on('close', () => socket.destroy())
    socket.pipe(far).pipe(socket)
  })
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', () => done()))
  const cut = () => {
    server.close()
    for (const socket of sockets) socket.destroy()
  }
  running.push({ stop: async () => cut() })
  return { port: (server.address() as AddressInfo).port, cut } // it listens on TCP
}

const bar = (page: Page) => page.getByRole('region', { name: 'Linked devices' })
const RUN = (id: string, at = address()) => `${at}/runs/${id}`

/** Links the run on the screen to its own devices, and those beside it. */
async function linkUp(page: Page, tags: readonly string[]): Promise<void> {
  await page.getByRole('button', { name: 'Read it by devices…' }).click()
  const dialog = page.getByRole('dialog')
  const choose = async (label: string, name: string) => {
    const box = dialog.getByLabel(label, { exact: true })
    const value = await box.locator('option', { hasText: name }).getAttribute('value')
    await box.selectOption(value ?? '')
  }
  await choose('Pressure by', `A source of ${tags[0]}`)
  await choose('Output by', `A meter of ${tags[0]}`)
  if (tags.length > 1) await dialog.getByLabel(/^Others hang at the same manifold/).check()
  for (const tag of tags.slice(1)) await choose(`${tag}, its output by`, `A meter of ${tag}`)
  await dialog.getByRole('button', { name: 'Link them' }).click()
  await expect(bar(page)).toContainText(`A source of ${tags[0]} 0.0000 bar`)
}

/** Lets the run take its own readings, as quickly as is right for the trial. */
async function letItTake(page: Page, seconds = 1): Promise<void> {
  await page.getByRole('button', { name: 'Let it take its own readings…' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('A point has settled once').selectOption('window')
  await dialog.getByLabel('Looked at for, s').fill(String(seconds))
  await dialog.getByLabel('Readings to a point').fill('3')
  await dialog.getByRole('button', { name: 'Begin', exact: true }).click()
  await expect(dialog).toHaveCount(0)
}
const count = (page: Page, wanted: number) => expect.poll(() => acceptedCount(page), { timeout: READ_MS }).toBe(wanted)

test('a faulted digital transmitter, end to end by the screen: it takes its own readings up and down, is trimmed over the link, stands inside, and the certificate says how', async ({
  page,
}) => {
  const { runId, standIns } = await bench(page, ['LK-101'], [{ cause: 'span-error', size: 0.8 }])
  await goTo(page, RUN(runId))
  await linkUp(page, ['LK-101'])
  // The answer to its beginning is lost on the way: it is settled by its id, and not told as failed.
  let isLost = false
  await page.route('**/links/orders', async (route) => {
    if (isLost) return route.continue()
    isLost = true
    await route.fetch()
    await route.abort()
  })
  await letItTake(page)
  expect(isLost).toBe(true)
  await page.unroute('**/links/orders')
  await expect(bar(page)).toContainText('takes its own readings, begun by Ilka Varga')
  await expect(page.getByRole('img', { name: /Pressure of the last 60 s by the source/ })).toBeVisible()
  await page.getByRole('button', { name: /^Adjust/ }).click({ timeout: READ_MS })
  const trims = page.getByRole('region', { name: 'Trim over the link' })
  const pressed = (name: RegExp) => trims.getByRole('button', { name })
  for (const [go, trim, at] of [
    [/^Go to 0/, /^lower sensor trim/, 0],
    [/^Go to 6/, /^upper sensor trim/, 6],
  ] as const) {
    await pressed(go).click()
    await expect.poll(() => Math.abs(standIns.world.read().reference - at) < 0.002, { timeout: READ_MS }).toBe(true)
    await expect(pressed(trim)).toBeEnabled({ timeout: READ_MS })
    await pressed(trim).click()
    await expect(page.locator('ol.cautions li', { hasText: trim.source.slice(1) })).toBeVisible({ timeout: READ_MS })
  }
  await expect(page.locator('ol.cautions')).toContainText('over the link, read back; at 6.00000 bar PV')
  await page.getByRole('button', { name: /^Adjustment done/ }).click()
  await expect(page.getByText(/^Point 1 of/)).toBeVisible()
  await letItTake(page)
  // Inside as left, it goes back into service without a further question.
  await expect(page.locator('.work-foot')).toBeVisible({ timeout: READ_MS })
  const text = await restoreAndSign(page)
  expect(text).toContain('Mean of 3 readings by its devices, once it stayed within its window: every point')
  expect(text).toContain('upper sensor trim')
  expect(text).toContain('over the link')
  // Sealed, its devices are free for the next.
  await expect(async () => {
    await open(page, '/devices')
    await expect(page.getByRole('row', { name: /A source of LK-101/ })).toContainText('—', { timeout: 500 })
  }).toPass()
})

test('half by itself, half by hand: linked figures are taken by Enter, one is typed over, and it is given back', async ({
  page,
}) => {
  const { runId, standIns } = await bench(page, ['LK-201'])
  await goTo(page, RUN(runId))
  await linkUp(page, ['LK-201'])
  await standsStill(page, 'a run read by devices')
  await letItTake(page)
  await count(page, 1)
  await page.keyboard.press('h')
  await expect(page.getByText('Point 2 of 5, rising')).toBeVisible()
  // By hand it is a person who brings up the pressure; here at the device itself.
  standIns.world.act({ act: 'pump', to: 'at-work' }, { act: 'source', to: 3 })
  await expect(bar(page)).toContainText('3.0000 bar steady', { timeout: READ_MS })
  await page.getByLabel(/^applied,/).press('Enter')
  await expect.poll(() => acceptedOrAsked(page), { timeout: READ_MS }).toBe(2)
  standIns.world.act({ act: 'source', to: 6 })
  await expect(bar(page)).toContainText('6.0000 bar steady', { timeout: READ_MS })
  await page.getByLabel(/^meter,/).fill('19.999')
  await page.getByLabel(/^meter,/).press('Enter')
  await expect.poll(() => acceptedOrAsked(page), { timeout: READ_MS }).toBe(3)
  await letItTake(page)
  await count(page, 5)
  const run: RunView = await (await page.request.get(`${address()}/api/v1/runs/${runId}`)).json()
  const takings = run.rounds[0]?.steps.map(({ readings: [only] }) => only?.taking)
  expect(takings?.map((taking) => taking?.way)).toEqual(['automatic', 'linked', 'linked', 'automatic', 'automatic'])
  expect(takings?.[1]).toEqual({ way: 'linked', fields: ['applied', 'output', 'pv', 'ao'] })
  expect(takings?.[2]).toEqual({ way: 'linked', fields: ['applied', 'pv', 'ao'] })
})

/** Accepted readings; what is asked about a figure is answered as meant. */
async function acceptedOrAsked(page: Page): Promise<number> {
  if (await page.locator('.entry-question').isVisible()) await page.keyboard.press('Enter')
  return acceptedCount(page)
}

test('Vent under load, by its key; and from a screen that knows nothing any more', async ({ page, context }) => {
  const { runId, standIns } = await bench(page, ['LK-301'])
  const pressure = () => standIns.world.read().reference
  await goTo(page, RUN(runId))
  await linkUp(page, ['LK-301'])
  const stale = await context.newPage()
  await goTo(stale, RUN(runId))
  await expect(bar(stale)).toBeVisible()
  await stale.route('**/live', (route) => route.abort())
  await stale.route('**/presence', (route) => route.abort())
  await letItTake(page)
  await expect.poll(pressure, { timeout: READ_MS }).toBeGreaterThan(1)
  await page.keyboard.press('v')
  await expect(bar(page)).toContainText('The source says that it is vented. Look at it all the same.')
  await expect(bar(page)).toContainText('Vented by Ilka Varga.')
  await expect.poll(() => Math.abs(pressure()), { timeout: READ_MS }).toBeLessThan(0.01)
  await letItTake(page)
  await expect.poll(pressure, { timeout: READ_MS }).toBeGreaterThan(1)
  // Above a dialog too: pressure does not wait until one is closed.
  await stale.getByRole('button', { name: /^Abandon this run/ }).click()
  await expect(stale.getByRole('dialog')).toContainText('The linked source holds pressure: it is vented then')
  await stale.locator('.link-vent').click()
  await expect.poll(() => Math.abs(pressure()), { timeout: READ_MS }).toBeLessThan(0.01)
  expect(await acceptedCount(page)).toBeLessThan(5)
})

test('the link is lost at pressure: an alarm in words, on every page; Vent says that it could not', async ({
  page,
  context,
}) => {
  const { runId, standIns, cut } = await bench(page, ['LK-401'])
  await goTo(page, RUN(runId))
  await linkUp(page, ['LK-401'])
  await letItTake(page, 20)
  await expect.poll(() => standIns.world.read().reference, { timeout: READ_MS }).toBeGreaterThan(1)
  cut()
  await expect(bar(page).getByRole('alert')).toContainText(
    /The source has not answered for \d+ s: it keeps the pressure/,
    {
      timeout: READ_MS,
    },
  )
  await expect(bar(page)).toContainText('does not answer')
  await page.getByRole('button', { name: /^Vent to 0/ }).click()
  await expect(bar(page)).toContainText(/not vented|look at the device and its cable/, { timeout: READ_MS })
  const elsewhere = await context.newPage()
  await goTo(elsewhere, `${address()}/records`)
  const alarm = elsewhere.getByRole('alert').filter({ hasText: 'LK-401' })
  await expect(alarm).toContainText('was NOT vented', { timeout: READ_MS })
  // Nobody can say that it is: what came of it is told where it was wanted.
  await alarm.getByRole('button', { name: 'Vent', exact: true }).click()
  await expect(alarm).toContainText(/does not answer, and was not vented/, { timeout: READ_MS })
  await alarm.getByRole('button', { name: 'I vented it by hand' }).click()
  // No vent is owed any more; silent it is still, until somebody lets go of it.
  await expect(alarm).not.toContainText('NOT vented', { timeout: READ_MS })
  await expect(alarm).toContainText(/noted: you vented it by hand|has not answered/)
  await page.getByRole('button', { name: 'Let go of them' }).click()
  await expect(alarm).toHaveCount(0, { timeout: READ_MS })
})

const asAnother = async (browser: Browser, personId: string, url: string): Promise<Page> => {
  const page = await (await browser.newContext()).newPage()
  await workAs(page, personId)
  await goTo(page, url)
  return page
}

test('two people in one run: both see it live, either pauses it; a reader looks on, and vents from a stale page', async ({
  page,
  browser,
}) => {
  const { runId, standIns } = await bench(page, ['LK-501'])
  await goTo(page, RUN(runId))
  await linkUp(page, ['LK-501'])
  const joren = await asAnother(browser, JOREN.id, RUN(runId))
  const noor = await asAnother(browser, NOOR.id, RUN(runId))
  await letItTake(page, 5)
  await expect(bar(joren)).toContainText('begun by Ilka Varga')
  await expect(joren.locator('.link-foot')).toContainText(/point 1 of 5/i)
  await joren.getByRole('button', { name: /^Pause p/ }).click()
  await expect(page.locator('.link-foot')).toContainText('Paused at point')
  await standsStill(page, 'a run that takes its own readings')
  await expect(bar(noor)).toBeVisible()
  await expect(noor.getByRole('button', { name: /^Let go/ })).toHaveCount(0)
  await page.getByRole('button', { name: /^Go on/ }).click()
  await count(joren, 1)
  await count(noor, 1)
  // Nobody who sees pressure stand has to look for somebody who may take it off; from a page that hears nothing any more, too.
  const pressure = () => standIns.world.read().reference
  await expect.poll(pressure, { timeout: READ_MS }).toBeGreaterThan(1)
  await noor.route('**/live', (route) => route.abort())
  await noor.route('**/presence', (route) => route.abort())
  await noor.getByRole('button', { name: /^Vent to 0/ }).click()
  await expect.poll(() => Math.abs(pressure()), { timeout: READ_MS }).toBeLessThan(0.01)
  await expect(bar(page)).toContainText('Vented by Noor')
  await joren.context().close()
  await noor.context().close()
})

test('three instruments at one manifold at once: each has its readings, by one pressure', async ({ page }) => {
  const tags = ['LK-601', 'LK-602', 'LK-603']
  const { runIds, runId } = await bench(page, tags, [null, { cause: 'zero-shift', size: 0.5 }, null])
  await goTo(page, RUN(runId))
  await linkUp(page, tags)
  await letItTake(page)
  await expect(page.getByRole('button', { name: /^Leave|^Adjust/ }).first()).toBeVisible({
    timeout: READ_MS,
  })
  const runs: RunView[] = await Promise.all(
    runIds.map(async (id) => (await page.request.get(`${address()}/api/v1/runs/${id}`)).json()),
  )
  const applied = runs.map(({ rounds }) => rounds[0]?.steps.map(({ readings: [only] }) => only?.applied))
  expect(applied[0]?.every((text) => text !== undefined)).toBe(true)
  expect(applied[1]).toEqual(applied[0])
  expect(applied[2]).toEqual(applied[0])
  await goTo(page, RUN(runIds[1] ?? ''))
  await expect(page.locator('.causes')).toContainText(/zero/i)
})

test('a range in the device unlike the register: said with both, and the run does not begin', async ({ page }) => {
  const { runId, standIns } = await bench(page, ['LK-651'])
  standIns.world.actOn(0, { act: 'write', written: { what: 'range', lrv: 0, urv: 10 } })
  await goTo(page, RUN(runId))
  await linkUp(page, ['LK-651'])
  await page.getByRole('button', { name: 'Let it take its own readings…' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: 'Begin', exact: true }).click()
  await expect(dialog.getByRole('alert')).toContainText('LK-651 is set to 0 to 10 bar, and the register says 0 to 6')
  expect(await acceptedCount(page)).toBe(0)
})

test('the server is killed in the midst of it: another goes on where the record stands, and reads nothing twice', async ({
  page,
}) => {
  const own = await startServer({
    port: await freePort(),
    databaseUrl: process.env.DATABASE_URL ?? '',
    distFolder: process.env.BARYS_DIST ?? '.next-test',
  })
  await workAs(page, ILKA.id, own.address)
  const { runId } = await bench(page, ['LK-701'], [null], own.address)
  await goTo(page, RUN(runId, own.address))
  await linkUp(page, ['LK-701'])
  await letItTake(page)
  await count(page, 2)
  own.process.kill('SIGKILL')
  await own.stop()
  const before: RunView = await (await page.request.get(`${address()}/api/v1/runs/${runId}`)).json()
  await workAs(page, ILKA.id)
  await goTo(page, RUN(runId))
  await expect(page.getByRole('button', { name: /^Leave/ })).toBeVisible({ timeout: READ_MS })
  const after: RunView = await (await page.request.get(`${address()}/api/v1/runs/${runId}`)).json()
  const idsOf = (run: RunView) => run.rounds[0]?.steps.flatMap(({ readings }) => readings.map(({ id }) => id)) ?? []
  expect(idsOf(after)).toHaveLength(5)
  expect(idsOf(after).slice(0, idsOf(before).length)).toEqual(idsOf(before))
})

test('the list of devices: one is entered, asked, changed; what lies elsewhere is refused in words', async ({
  page,
}) => {
  await registerInstrument(page, 'LK-801', CONFIGURATION)
  const standIns = await startStandIns({ only: ['transmitter'], ports: {}, seed: 3, speed: 1, instruments: [null] })
  running.push(standIns)
  await open(page, '/devices')
  await page.getByRole('button', { name: 'Enter a device' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('What it is', { exact: true }).selectOption('transmitter')
  await dialog.getByLabel('Tag of the instrument it is').fill('LK-899')
  await dialog.getByLabel('What it is called').fill('LK-801 at the bench')
  await dialog.getByLabel(/^Answers at/).fill('93.184.216.34:502')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(dialog.getByRole('alert')).toContainText('lies in none of the site’s networks')
  await dialog.getByLabel(/^Answers at/).fill(`127.0.0.1:${standIns.transmitters[0]}`)
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(dialog.getByRole('alert')).toContainText('There is no instrument LK-899')
  await dialog.getByLabel('Tag of the instrument it is').fill('LK-801')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(dialog).toHaveCount(0)
  const row = page.getByRole('row', { name: /LK-801 at the bench/ })
  await row.getByRole('button', { name: 'Ask LK-801 at the bench' }).click()
  await expect(row.getByRole('status')).toContainText('set to 0 … 6; PV')
  await row.getByRole('button', { name: 'Change LK-801 at the bench' }).click()
  await dialog.getByLabel('It is not linked any more').check()
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(row).toContainText('not linked any more')
})
