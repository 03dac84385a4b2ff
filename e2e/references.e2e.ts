import type { Page } from '@playwright/test'
import { DEMO_PASSWORD } from '../src/schema/demo'
import type { Reference } from '../src/schema/reference'
import {
  accepted,
  address,
  BENCH_GAUGE,
  beginRun,
  expect,
  goTo,
  ILKA,
  MIRREN,
  open,
  post,
  registerInstrument,
  restoreAndSign,
  takeReadings,
  test,
  typeReading,
  workAs,
} from './barys'
import { expectRow } from './certificateRow'

/** References of this file alone; every figure is worked out here by hand. */
const boxOf = (page: Page, label: string) => page.getByLabel(label, { exact: true })

/** Registers an indicator for 0 … 500 kPa by the screen, and its certificate with two points. */
async function registerIndicator(page: Page, code: string, knownBy: string) {
  await open(page, '/references')
  await page.getByRole('link', { name: 'Register a reference' }).click()
  await page.waitForURL(/\/references\/new$/)
  await boxOf(page, 'Code').fill(code)
  await boxOf(page, 'What it is').fill('Trial indicator')
  await boxOf(page, 'Serial number').fill('TR-9')
  await boxOf(page, 'Where it is kept').fill('Trial shelf')
  await boxOf(page, 'From').fill('0')
  await boxOf(page, 'To').fill('500')
  await boxOf(page, 'Resolution').fill('0.01')
  // So coarse that no other test is offered it first.
  await boxOf(page, '±, row 1').fill('0.4')
  await boxOf(page, 'Uncertainty from').selectOption({ label: knownBy })
  await page.getByRole('button', { name: 'Register', exact: true }).click()
  await page.waitForURL(new RegExp(`/references/${code}$`))
  await expect(page.getByText('None is entered, so it cannot be chosen')).toBeVisible()
  await page.getByRole('link', { name: 'Enter a certificate' }).click()
  await boxOf(page, 'Certificate number').fill(`TC-${code}`)
  await boxOf(page, 'Laboratory').fill('Trial metrology')
  await boxOf(page, 'Accreditation').fill('TM-12')
  await boxOf(page, 'Calibrated on').fill('2026-02-03')
  await boxOf(page, 'Due on').fill('2099-02-03')
  await boxOf(page, 'k').fill('2')
  const points = page.getByRole('group', { name: 'Points as given back' })
  for (const [index, [showed, was]] of [
    ['0', '0.02'],
    ['500', '500.12'],
  ].entries()) {
    await points.getByRole('button', { name: 'Add a row' }).click()
    await points.getByLabel(`It showed, row ${index + 1}`).fill(showed ?? '')
    await points.getByLabel(`There was, row ${index + 1}`).fill(was ?? '')
    await points.getByLabel(`U, ±, row ${index + 1}`).fill('0.03')
  }
  await page
    .locator('input[type=file]')
    .last()
    .setInputFiles({ name: `${code}.pdf`, mimeType: 'application/pdf', buffer: Buffer.from('%PDF-1.4 trial') })
  await page.getByRole('button', { name: 'Enter the certificate' }).click()
  await page.waitForURL(new RegExp(`/references/${code}$`))
}

/** References belong to everybody: those of this file are retired when it is done with them. */
test.afterEach(async ({ page }) => {
  const { references } = await (await page.request.get(`${address()}/api/v1/references`)).json()
  for (const { id, code } of references as { id: string; code: string }[])
    if (code.startsWith('RX-')) {
      const retired = { id: crypto.randomUUID(), state: 'retired', reason: 'the trial is over' }
      expect((await post(page, `references/${id}/whereabouts`, retired)).status()).toBe(200)
    }
})

test('registered on screen with its certificate, it is chosen, and readings are corrected as the certificate says', async ({
  page,
}) => {
  await registerIndicator(page, 'RX-1', 'U of its certificate, readings corrected')
  await expect(page.getByRole('row', { name: /TC-RX-1/ })).toContainText('2 points')
  const link = page.getByRole('link', { name: 'RX-1.pdf' })
  const href = await link.getAttribute('href')
  const kept = await page.request.get(new URL(href ?? '', page.url()).href)
  expect((await kept.body()).toString()).toBe('%PDF-1.4 trial')
  await registerInstrument(page, 'REF-1', BENCH_GAUGE)
  await open(page, '/instruments/REF-1/calibrate')
  await page.getByRole('radio', { name: /^RX-1/ }).check()
  const runId = await beginRun(page)
  // At 200 kPa 0.02 + 200/500 · 0.1 = 0.06 kPa are added: 200.06 kPa ask for 12.0024 mA.
  await typeReading(page, '0.00', '4.001')
  await typeReading(page, '200.00', '12.003')
  await expect(page.locator('.ladder')).toContainText('200.060')
  // Until the seal the corrections can be left, and made again: for what is read already too.
  await switchCorrections(page, 'Take them as shown')
  await expect(page.locator('.ladder')).not.toContainText('200.060')
  await switchCorrections(page, 'Correct them')
  await expect(page.locator('.ladder')).toContainText('200.060')
  await typeReading(page, '400.00', '20.005')
  await page.getByRole('button', { name: /^Leave as it is/ }).click()
  const text = await restoreAndSign(page)
  expect(text).toContain('Corrections made to the readings')
  expect(text).toContain('U of 2 points, k = 2; readings corrected')
  expect(text).toContain('RX-1: readings as shown, not corrected, by Ilka Varga')
  expect(text).toContain('TC-RX-1, Trial metrology, accreditation TM-12')
  expectRow(text, ['200.00', '12.003'], { ideal: 12.0024, error: 0.0006, percent: (0.0006 / 16) * 100 })
  const record = await (await page.request.get(page.url().replace('/records/', '/api/v1/records/'))).json()
  const lines: { name: string; value: number }[] = record.results[0].points[1].budget.lines
  // U of 0.03 kPa at both points, k = 2.
  expect(lines.find(({ name }) => name === 'certificate of RX-1')?.value).toBeCloseTo(0.015, 9)
  expect(record.rounds[0].steps[1].readings[0].applied).toBe('200.00')
  expect(runId).toBe(record.run.id)
})

async function switchCorrections(page: Page, action: string) {
  await page.getByRole('button', { name: 'Corrections of references…' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('textbox').last().fill('two certificates are compared')
  await dialog.getByRole('button', { name: action }).click()
  await expect(dialog).toHaveCount(0)
}

test('a dead-weight tester is registered with its piston and read by the masses on it; the certificate says from what', async ({
  page,
}) => {
  await open(page, '/references/new')
  await boxOf(page, 'Code').fill('RX-4')
  await boxOf(page, 'Kind').first().selectOption({ label: 'dead-weight tester' })
  await boxOf(page, 'What it is').fill('Trial balance')
  await boxOf(page, 'From').fill('0')
  await boxOf(page, 'To').fill('500')
  await boxOf(page, 'Resolution').fill('0.001')
  await boxOf(page, '±, row 1').fill('0.1')
  await page
    .getByRole('group', { name: 'Read by the masses on its piston' })
    .getByRole('button', { name: 'Add' })
    .click()
  for (const [label, text] of [
    ['Effective area, cm²', '4.032'],
    ['Mass of the piston, kg', '0.8'],
    ['Density of the masses, kg/m³', '7920'],
    ['Area holds at, °C', '20'],
    ['Expansion of the area, 1e-6/K', '16.6'],
    ['Distortion, 1e-6/MPa', '0'],
    ['Surface tension of the oil, mN/m', '0'],
  ] as const)
    await boxOf(page, label).fill(text)
  await page.getByRole('button', { name: 'Register', exact: true }).click()
  await expect(page.getByText('the weight of the masses follows from it').first()).toBeVisible()
  await boxOf(page, 'Gravity where it stands, m/s²').fill('9.8122')
  await page.getByRole('button', { name: 'Register', exact: true }).click()
  await page.waitForURL(/\/references\/RX-4$/)
  await page.getByRole('link', { name: 'Enter a certificate' }).click()
  await boxOf(page, 'Certificate number').fill('TC-RX-4')
  await boxOf(page, 'Laboratory').fill('Trial metrology')
  await boxOf(page, 'Calibrated on').fill('2026-02-03')
  await boxOf(page, 'Due on').fill('2099-02-03')
  await page.getByRole('button', { name: 'Enter the certificate' }).click()
  await page.waitForURL(/\/references\/RX-4$/)
  await registerInstrument(page, 'REF-4', BENCH_GAUGE)
  await open(page, '/instruments/REF-4/calibrate')
  await page.getByRole('radio', { name: /^RX-4/ }).check()
  await page.getByLabel(/^Ambient/).fill('20')
  await beginRun(page)
  // The piston alone is heavier than nothing: vented, what is applied is typed.
  await typeReading(page, '0.000', '4.001')
  // By hand: what weighs 200 kPa on 4.032 cm² in air of 20 °C, 1013.25 hPa and 50 %, less the piston.
  const air = 1.1992
  const massesOf = (kPa: number) => (kPa * 1000 * 4.032e-4) / (9.8122 * (1 - air / 7920)) - 0.8
  await expect(page.locator('.apply').getByText(`put on ${massesOf(200).toFixed(4)} kg`)).toBeVisible()
  for (const [kPa, output] of [
    [200, '12.003'],
    [400, '20.005'],
  ] as const) {
    await page.getByLabel('masses, kg').fill(massesOf(kPa).toFixed(4))
    await page.keyboard.press('Enter')
    await page.keyboard.type(output)
    await page.keyboard.press('Enter')
    await accepted(page, kPa === 200 ? 2 : 3)
  }
  await page.getByRole('button', { name: /^Leave as it is/ }).click()
  const text = await restoreAndSign(page)
  expect(text).toContain(`${massesOf(200).toFixed(4)} kg`)
  expect(text).toContain('A₀ = 4.032 cm² at 20 °C')
  const record = await (await page.request.get(page.url().replace('/records/', '/api/v1/records/'))).json()
  expect(record.results[0].points[1].applied).toBeCloseTo(200, 2)
  expect(record.rounds[0].steps[1].readings[0].massesKg).toBe(massesOf(200).toFixed(4))
})

test('taken along, quarantined, back: it says where it is, and while quarantined nothing is begun with it', async ({
  page,
}) => {
  await registerIndicator(page, 'RX-2', 'its accuracy as declared')
  await page.getByRole('button', { name: 'Take it along' }).click()
  await expect(page.getByText('with Ilka Varga')).toBeVisible()
  await page.getByRole('button', { name: 'Change location or status…' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('It is').click()
  await page.getByRole('option', { name: 'quarantined' }).click()
  await dialog.getByRole('button', { name: 'Keep' }).click()
  await expect(dialog.getByRole('alert')).toContainText('Say why it must not be used')
  await dialog.getByLabel('Why, or anything to know').fill('fell off the bench')
  await dialog.getByRole('button', { name: 'Keep' }).click()
  await expect(page.getByText(/quarantined since .*said by Ilka Varga: fell off the bench/)).toBeVisible()
  await registerInstrument(page, 'REF-2', BENCH_GAUGE)
  await open(page, '/instruments/REF-2/calibrate')
  await page
    .getByText(/more that do not suit/)
    .first()
    .click()
  await expect(page.getByText('quarantined: fell off the bench').first()).toBeVisible()
})

test('what makes no sense in a reference is said at its box, and nothing is stored', async ({ page }) => {
  await open(page, '/references/new')
  await boxOf(page, 'Code').fill('RX 3')
  await boxOf(page, 'What it is').fill('Trial')
  await boxOf(page, 'From').fill('10')
  await boxOf(page, 'To').fill('1')
  await boxOf(page, 'Resolution').fill('0.1')
  await boxOf(page, '±, row 1').fill('0')
  await page.getByRole('button', { name: 'Register', exact: true }).click()
  await expect(page.locator('form').getByRole('alert')).toContainText('Code takes letters, digits')
  await expect(page.getByText('must be above zero').first()).toBeVisible()
  expect((await page.request.get(`${new URL(page.url()).origin}/references/RX%203`)).status()).toBe(404)
})

test('a demo reference that came back out of its accuracy says so in its picture’s words', async ({ page }) => {
  await open(page, '/references/R-02')
  await expect(page.getByRole('img', { name: /worst against its accuracy .* beyond/ })).toBeVisible()
  await expect(page.getByText(/Found .* bar high at .* It was adjusted then/)).toBeVisible()
  await expect(page.getByText(/At that pace it stays within its accuracy for/)).toBeVisible()
})

test('references are ranked together by their risk, and one press takes the best', async ({ page }) => {
  await registerInstrument(page, 'REF-3', BENCH_GAUGE) // nobody else begins a run on it
  await open(page, '/instruments/REF-3/calibrate')
  const ranked = page.getByRole('region', { name: 'Recommended reference sets' })
  const items = ranked.getByRole('listitem')
  await expect(items.first()).toContainText('chosen')
  const risks = (await items.allTextContents()).map((text) => Number(/false accept ([\d.]+) %/.exec(text)?.[1]))
  expect(risks.length).toBeGreaterThan(2)
  expect(risks).toEqual(risks.toSorted((a, b) => a - b))
  const output = page.getByRole('group', { name: 'Reads the output' })
  await output.getByRole('radio').nth(1).check()
  await expect(items.nth(0)).not.toContainText('chosen')
  await ranked.getByRole('button', { name: /^Take the best: R-\d+ with R-06/ }).click()
  await expect(items.nth(0)).toContainText('chosen')
  await expect(output.getByRole('radio').nth(0)).toBeChecked()
  await expect(ranked.getByRole('button')).toHaveCount(0)
})

test('a digital certificate goes out, and one comes in: the form is filled from it, to be looked at', async ({
  page,
}) => {
  await open(page, '/references/R-03')
  const link = await page.getByRole('link', { name: 'DCC', exact: true }).first().getAttribute('href')
  const xml = await (await page.request.get(`${address()}${link}`)).text()
  expect(xml).toContain('schemaVersion="3.')
  const points = Number(/([\d.-]+ )*/.exec(/<si:valueXMLList>([^<]*)/.exec(xml)?.[1] ?? '')?.[0].split(' ').length)
  expect(points).toBeGreaterThan(3)
  await open(page, '/references/R-03/certificate')
  const files = page.locator('input[type=file]')
  const upload = (name: string, mimeType: string, text: string) =>
    files.first().setInputFiles({ name, mimeType, buffer: Buffer.from(text) })
  await upload(
    'theirs.xml',
    'application/xml',
    xml.replace(/<dcc:uniqueIdentifier>[^<]*/, '<dcc:uniqueIdentifier>OM-7'),
  )
  await expect(page.getByText('Filled in from theirs.xml: look at it before it is entered.')).toBeVisible()
  await expect(boxOf(page, 'Certificate number')).toHaveValue('OM-7')
  const rows = page.getByRole('group', { name: 'Points as given back' })
  await expect(rows.getByLabel(/^There was, row/)).toHaveCount(points)
  await upload('points.csv', 'text/csv', 'It showed,There was,U\n0,0.0002,0.001\n4,4.001,0.0015\n')
  await expect(page.getByText('Filled in from points.csv')).toBeVisible()
  await expect(rows.getByLabel('There was, row 2')).toHaveValue('4.001')
  await expect(rows.getByLabel(/^There was, row/)).toHaveCount(2)
  await upload('points.csv', 'text/csv', 'It showed,There was,U\n0,x,0.001\n')
  await expect(page.getByText(/Line 2: “x” is no number/)).toBeVisible()
  await upload('other.xml', 'application/xml', '<a/>')
  await expect(page.getByText(/This file is no digital calibration certificate/)).toBeVisible()
})

test('a reference is calibrated here against a higher one, and its reviewed record becomes its certificate', async ({
  page,
}) => {
  const id = crypto.randomUUID()
  const range = {
    ...{ mark: '', serialNumber: '', rangeLow: 0, rangeHigh: 500, overRange: null, resolution: 0.01 },
    measures: { kind: 'pressure', pressureKind: 'gauge', unit: 'kPa' },
    ...{ accuracy: [{ of: 'percentSpan', value: 0.5 }], accuracyCombine: 'sum', knownBy: 'accuracy' },
    ...{ driftFrom: 'declared', driftPerYear: [], temperature: null },
  }
  const reference = {
    ...{ code: 'RX-5', deviceKind: 'indicator', description: 'Trial gauge', maker: '', model: '', serialNumber: '' },
    ...{ location: '', warmUpMinutes: null, runsOnBattery: false, channels: 1, ranges: [range] },
    media: { 'dry-gas': true, air: false, water: false, oil: false },
  }
  const registered = await post(page, 'references', { id, reference })
  expect(registered.status(), await registered.text()).toBe(200)
  await open(page, '/references/RX-5')
  await page.getByRole('button', { name: 'Calibrate it here, against a higher one' }).click()
  await page.waitForURL(/\/instruments\/RX-5\/calibrate$/)
  await beginRun(page)
  await expect(page.getByText('Point 1 of 11')).toBeVisible()
  // It shows 0.1 % too much, rising and falling.
  const percents = [0, 20, 40, 60, 80, 100, 80, 60, 40, 20, 0]
  await takeReadings(
    page,
    percents.map((percent) => [(percent * 5).toFixed(2), (percent * 5.005).toFixed(2)] as const),
  )
  await page.getByRole('button', { name: /^Leave as it is/ }).click()
  await restoreAndSign(page)
  const record = page.url()
  const make = page.getByRole('form', { name: 'Certificate of the reference' })
  await make.getByRole('button', { name: /^Make it the certificate of RX-5/ }).click()
  await expect(make.getByRole('alert')).toContainText('is not reviewed')
  await workAs(page, MIRREN.id)
  await goTo(page, record)
  await page.getByLabel(/^Password of/).fill(DEMO_PASSWORD)
  await page.getByRole('button', { name: 'Sign as reviewed' }).click()
  await expect(page.getByText(/Reviewed by Mirren Oakes/)).toBeVisible()
  await workAs(page, ILKA.id)
  await goTo(page, record)
  await make.getByRole('button', { name: /^Make it the certificate of RX-5/ }).click()
  await page.waitForURL(/\/references\/RX-5$/)
  await expect(page.getByRole('link', { name: /^our own record \d+/ })).toBeVisible()
  const { references } = await (await page.request.get(`${address()}/api/v1/references`)).json()
  const own = (references as Reference[]).find(({ code }) => code === 'RX-5')
  const points = own?.certificates[0]?.ranges[0]?.points ?? []
  expect(points.map(({ correction }) => Number(correction.toFixed(6)))).toEqual([0, -0.1, -0.2, -0.3, -0.4, -0.5])
})
