import { randomUUID } from 'node:crypto'
import { request } from 'node:http'
import type { Page } from '@playwright/test'
import { freePort } from '../scripts/setup/cluster'
import { startServer } from '../scripts/setup/server'
import { TYPED_CONFIGURATION } from '../tests/support/typedConfiguration'
import { acceptedCount, address, expect, ILKA, JOREN, open, post, startRun, test, typeReading, workAs } from './barys'

test('the entry line refuses letters and an input beyond the sensor, and stores nothing', async ({ page }) => {
  await startRun(page, 'PDT-803')
  const says = page.locator('.entry-says')
  await page.getByLabel(/^applied,/).fill('twelve')
  await expect(says).toContainText('“twelve” is not a number: type digits')
  await page.getByLabel(/^applied,/).fill('9500')
  await expect(says).toContainText(
    '9500 kPa is outside what the sensor can do (−248 … 248): check the decimal mark and the unit',
  )
  await page.getByLabel(/^applied,/).fill('0,002')
  await page.getByLabel(/^reading,/).fill('4001')
  await expect(says).toContainText('4001 is no output of 4 … 20 mA: check the decimal mark and the meter')
  await page.getByLabel(/^reading,/).fill('40.01')
  await expect(says).toContainText('check the decimal mark and the meter')
  await page.getByLabel(/^reading,/).fill('4.0.1')
  await page.keyboard.press('Enter')
  await expect(says).toContainText('“4.0.1” is not a number')
  expect(await acceptedCount(page)).toBe(0)
})

test('a reading is corrected with a reason; both values stay to be seen', async ({ page }) => {
  await startRun(page, 'LT-603')
  await typeReading(page, '0.802', '40.02')
  await page.getByLabel(/^applied,/).focus()
  await page.keyboard.press('Backspace')
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Reading').fill('4.002')
  await dialog.getByRole('button', { name: 'Store the correction' }).click()
  await expect(dialog.getByRole('alert')).toContainText('Say why')
  await dialog.getByLabel('Why is it corrected?').fill('decimal mark slipped')
  await page.keyboard.press('Enter')
  await expect(dialog).toBeHidden()
  await expect(page.getByRole('cell', { name: '4.002', exact: true })).toBeVisible()
  await page.getByRole('button', { name: /corrected/ }).click()
  await expect(page.getByRole('dialog')).toContainText('0.802 → 40.02 by Ilka Varga')
  await expect(page.getByRole('dialog')).toContainText('because: decimal mark slipped')
})

test('two people on one run: the second is told who was first, sees it, and nothing is lost', async ({
  page,
  browser,
}) => {
  const id = await startRun(page, 'PT-604')
  const other = await browser.newContext()
  const second = await other.newPage()
  await workAs(second, JOREN.id)
  await open(second, `/runs/${id}`)
  await expect(second.getByText('Point 1 of 9')).toBeVisible()
  await typeReading(page, '0.001', '4.003')
  await second.getByLabel(/^applied,/).fill('0.0000')
  await second.getByLabel(/^reading,/).fill('4.009')
  await second.getByLabel(/^reading,/).press('Enter')
  await expect(second.getByRole('cell', { name: '4.003', exact: true })).toBeVisible()
  await expect(
    second.getByRole('alert').filter({ hasText: 'Ilka Varga has already recorded 0.001 → 4.003' }),
  ).toBeVisible()
  await other.close()
})

test('a nameplate that says otherwise stops the run, with what can be done about it', async ({ page }) => {
  await open(page, '/instruments/PT-306/calibrate')
  const begin = page.getByRole('button', { name: /Begin the run/ })
  await begin.click()
  await expect(
    page.getByRole('alert').filter({ hasText: 'Compare the nameplate with the register first' }),
  ).toBeVisible()
  await page.getByRole('button', { name: 'It differs…' }).click()
  await begin.click()
  await expect(page.getByRole('alert').filter({ hasText: 'do not agree' })).toBeVisible()
  await expect(page).toHaveURL(/\/calibrate$/)
  const choices = page.locator('.notice li')
  await expect(choices).toHaveText([
    'The register is wrong: correct it',
    'The range was changed: enter the new one, and calibrate to it',
    'It is another instrument: find it',
  ])
  await page.getByRole('link', { name: /^The range was changed/ }).click()
  await page.waitForURL(/PT-306\/edit$/)
})

test('the register form says at each box what is wrong, then registers; an edit makes version 2', async ({ page }) => {
  await open(page, '/register')
  const fill = (label: string, text: string) => page.getByLabel(label, { exact: true }).fill(text)
  await fill('Tag', 'PDT-999')
  await fill('Description', 'Trial cell')
  await fill('Area', 'Bench')
  await fill('Sensor lower limit (LRL)', '-50')
  await fill('Sensor upper limit (URL)', '50')
  await fill('Smallest span', '1')
  await fill('LRV (0 % output)', '40')
  await fill('URV (100 % output)', '40')
  await fill('Error limit, ±', '0,25')
  await choose(page, 'Output', '10 … 50 mA')
  await page.getByRole('button', { name: 'Register' }).click()
  await expect(page.getByText('equals LRV (40 kPa), so the span is zero: enter a different URV')).toBeVisible()
  await fill('URV (100 % output)', '40.5')
  await expect(page.getByText('span 0.5 kPa is under the smallest this sensor allows (1 kPa)')).toBeVisible()
  await fill('LRV (0 % output)', '0')
  await page.getByRole('button', { name: 'Register' }).click()
  await page.waitForURL(/\/instruments\/PDT-999$/)
  await expect(page.getByText('±0.25 % of span').first()).toBeVisible()
  await expect(page.getByText('10 … 50 mA')).toBeVisible()

  await page.getByRole('link', { name: 'Edit' }).click()
  await page.getByLabel('URV (100 % output)').fill('30')
  await page.getByRole('button', { name: 'Add an adjust limit' }).click()
  await fill('Adjust limit, ±', '0.3')
  await page.getByRole('button', { name: 'Save as version 2' }).click()
  await expect(page.getByText('is wider than the error limit at the 0 % point')).toBeVisible()
  await fill('Adjust limit, ±', '40')
  await page.getByLabel('of', { exact: true }).last().click()
  await page.getByRole('option', { name: 'absolute' }).click()
  await choose(page, 'unit', 'Pa')
  await page.getByRole('button', { name: 'Add a term' }).first().click()
  await fill('and ±', '0.5')
  await page.getByLabel('of', { exact: true }).nth(1).click()
  await page.getByRole('option', { name: '% of reading' }).click()
  await choose(page, 'Terms combine as', 'their sum')
  await page.getByRole('button', { name: 'Save as version 2' }).click()
  await expect(page.getByText('reason is empty: fill it in')).toBeVisible()
  await page.getByLabel('Why is it changed?').fill('lower head')
  await page.getByRole('button', { name: 'Save as version 2' }).click()
  await page.waitForURL(/\/instruments\/PDT-999$/)
  await expect(page.getByRole('row', { name: /lower head/ })).toContainText('0 … 30 kPa diff.')
  await expect(page.getByText('±(0.25 % of span + 0.5 % of reading)').first()).toBeVisible()
  await expect(page.getByRole('definition').filter({ hasText: '±40 Pa' })).toBeVisible()
  // What the edit changed stands beside its reason.
  await expect(page.getByRole('row', { name: /lower head/ })).toContainText('URV: 40.5 → 30')
})

/** Chooses from a list by what it shows. */
async function choose(page: Page, label: string, option: string): Promise<void> {
  await page.getByLabel(label, { exact: true }).click()
  await page.getByRole('option', { name: option, exact: true }).click()
}

test.describe('the API refuses in words, with the right status', () => {
  const instrument = (change: object, tag = `X-${randomUUID().slice(0, 8)}`) => ({
    tag,
    configuration: { ...TYPED_CONFIGURATION, ...change },
  })
  const cases: [string, object, string][] = [
    ['LRV = URV', { urv: '0' }, 'so the span is zero'],
    ['a span under the minimum', { urv: '0.5' }, 'under the smallest this sensor allows'],
    ['an unknown unit', { unit: 'furlong' }, 'not a unit Barys knows'],
    ['a range beyond the sensor', { urv: 500 }, 'outside what the sensor can do'],
    ['letters', { lrv: 'low' }, '“low” is not a number'],
    ['a missing field', { kind: undefined }, 'not a kind Barys knows'],
  ]
  for (const [name, change, words] of cases)
    test(name, async ({ page }) => {
      const body = instrument(change)
      const answer = await post(page, 'instruments', body)
      expect(answer.status()).toBe(400)
      expect(JSON.stringify(await answer.json())).toContain(words)
      expect((await page.request.get(`${address()}/instruments/${body.tag}`)).status()).toBe(404)
    })

  test('a 10 MB body: 413, said or streamed', async ({ page }) => {
    const answer = await post(page, 'instruments', { tag: 'x'.repeat(10 * 1024 * 1024) })
    expect(answer.status()).toBe(413)
    expect((await answer.json()).refusals[0].reason).toContain('larger than 256 kB')
    const cookies = await page.context().cookies()
    expect(await streamedStatus(cookies.map(({ name, value }) => `${name}=${value}`).join('; '))).toBe(413)
    expect(await streamedStatus('')).toBe(401) // nothing is read from anybody
  })

  test('no JSON, a run that is not there, an address that is no id', async ({ page }) => {
    const raw = await page.request.post(`${address()}/api/v1/instruments`, {
      data: Buffer.from('{half'),
      headers: { 'content-type': 'application/json' },
    })
    expect(raw.status()).toBe(422)
    expect((await post(page, `runs/${randomUUID()}/abandon`, { reason: 'x' })).status()).toBe(404)
    expect((await post(page, `runs/'; DROP TABLE run; --/abandon`, { reason: 'x' })).status()).toBe(404)
    expect((await page.request.get(`${address()}/api/v1/records/0`)).status()).toBe(404)
    expect((await page.request.get(`${address()}/records/99999999`)).status()).toBe(404)
  })

  test('somebody else’s page, or a foreign name for this machine: 403', async ({ page }) => {
    const foreign = await page.request.post(`${address()}/api/v1/instruments`, {
      data: instrument({}),
      headers: { origin: 'http://example.org' },
    })
    expect(foreign.status()).toBe(403)
    const sandboxed = await page.request.post(`${address()}/api/v1/instruments`, {
      data: instrument({}),
      headers: { origin: 'null' },
    })
    expect(sandboxed.status()).toBe(403)
    expect(await statusWithHost('plant.example.org', address())).toBe(403)
  })

  test('a site that names its own address is served by it, and its cookie goes over TLS only', async ({ page }) => {
    const server = await startServer({
      port: await freePort(),
      databaseUrl: process.env.DATABASE_URL ?? '',
      distFolder: process.env.BARYS_DIST ?? '',
      env: { BARYS_ORIGIN: 'https://barys.plant.example' },
    })
    try {
      expect(await statusWithHost('barys.plant.example', server.address)).toBe(200)
      expect(await statusWithHost('plant.example.org', server.address)).toBe(403)
      const answer = await post(page, 'session/demo', { personId: ILKA.id }, server.address)
      expect(answer.headers()['set-cookie']).toMatch(/Secure/)
      expect(answer.headers()['set-cookie']).toMatch(/HttpOnly/)
    } finally {
      await server.stop()
    }
  })

  test('nobody signed in: refused with what to do', async ({ page }) => {
    await page.context().clearCookies()
    const answer = await post(page, 'instruments', instrument({}))
    expect(answer.status()).toBe(401)
    expect(await answer.json()).toMatchObject({
      refusals: [{ field: 'person', remedy: 'sign in, then send it again' }],
    })
  })
})

/** Status of a 10 MB body sent in chunks, without a length said beforehand. */
function streamedStatus(cookie: string): Promise<number | undefined> {
  return new Promise((resolve, reject) => {
    const sending = request(
      `${address()}/api/v1/instruments`,
      { method: 'POST', headers: { 'content-type': 'application/json', cookie } },
      (answer) => {
        resolve(answer.statusCode)
        sending.destroy()
      },
    )
    sending.on('error', (error: NodeJS.ErrnoException) =>
      ['EPIPE', 'ECONNRESET'].includes(error.code ?? '') ? undefined : reject(error),
    )
    const chunk = 'x'.repeat(64 * 1024)
    for (let sent = 0; sent < 160; sent++) sending.write(chunk)
    sending.end()
  })
}

function statusWithHost(host: string, at: string): Promise<number | undefined> {
  return new Promise((resolve, reject) => {
    request(`${at}/api/v1/health`, { headers: { host } }, (answer) => resolve(answer.statusCode))
      .on('error', reject)
      .end()
  })
}

test('an address no name can have is not found, and never a fault of ours', async ({ page }) => {
  await open(page, '/')
  for (const path of ['/instruments/%00', '/instruments/%00/range', '/references/%00', '/practice/%00', '/records/%00'])
    expect((await page.request.get(`${address()}${path}`)).status(), path).toBe(404)
})

test('text no record can keep is refused by its place, and nothing of it is stored', async ({ page }) => {
  const id = await startRun(page, 'PT-404')
  for (const words of ['a\u0000b', 'a\ud800b']) {
    const answer = await post(page, `runs/${id}/pauses`, { id: randomUUID(), kind: 'paused', words })
    expect(answer.status()).toBe(422)
    expect((await answer.json()).refusals[0]).toMatchObject({
      field: 'words',
      remedy: expect.stringContaining('type it'),
    })
  }
  const { pauses = [] } = await (await page.request.get(`${address()}/api/v1/runs/${id}`)).json()
  expect(pauses).toEqual([])
})
