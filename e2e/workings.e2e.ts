import { CALCULATIONS } from '../src/calc/registry'
import { address, expect, open, post, test } from './barys'

test('every calculation opens with its example worked out, its steps beside it, and no fault on the console', async ({
  page,
}) => {
  const faults: string[] = []
  page.on('pageerror', ({ message }) => faults.push(message))
  page.on('console', (message) => message.type() === 'error' && faults.push(message.text()))
  for (const { name, title, runInSteps } of CALCULATIONS) {
    await open(page, `/workings/${name}`)
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(title)
    const out = page.getByRole('region', { name: 'What comes out' })
    if (runInSteps) await page.getByRole('button', { name: 'Work it out' }).click()
    await expect(out.locator('dl, .causes, table').first(), name).toBeVisible()
    await expect(out.getByText('NaN')).toHaveCount(0)
  }
  expect(faults).toEqual([])
})

test('by keyboard: find a calculation, type with a decimal comma, read answer and workings', async ({ page }) => {
  await open(page, '/')
  await page.keyboard.press('g')
  await page.keyboard.press('w')
  await page.waitForURL(/\/workings$/)
  await page.keyboard.press('/')
  await page.keyboard.type('sense resistor')
  await page.keyboard.press('Tab')
  await page.keyboard.press('Enter')
  await page.waitForURL(/sense-resistor/)
  await page.getByLabel('Resistor, Ω').fill('250')
  await page.getByLabel('Current, mA').fill('12,5')
  const out = page.getByRole('region', { name: 'What comes out' })
  await expect(out.locator('dd').first()).toHaveText('3.125 V') // Ohm’s law: 12.5 mA · 250 Ω
  await expect(out.locator('.working-steps')).toContainText('Ohm’s law')
})

test('what cannot be worked out is said at the field and in the answer', async ({ page }) => {
  await open(page, '/workings/zero-trim')
  await page.getByLabel('Pressure on the cell, by the reference').fill('3')
  const out = page.getByRole('region', { name: 'What comes out' })
  await expect(out).toContainText('is not zero within ±0.01')
  await expect(out).toContainText('lower sensor trim')
  await page.getByLabel('PV shown').fill('much')
  await expect(page.getByLabel('PV shown')).toHaveAttribute('aria-invalid', 'true')
  await expect(out).toContainText('is not a number')
  await page.getByRole('button', { name: 'Example' }).click()
  await expect(out.locator('dd').first()).toHaveText('0.38 kPa')
})

test('rows are added and removed, kinds are changed, and the answer follows', async ({ page }) => {
  await open(page, '/workings/error-limit')
  const first = page.getByRole('region', { name: 'What comes out' }).locator('dd').first()
  await expect(first).toHaveText('0.3386 mbar') // 0.15 % of 92.4, and two counts of 0.1: by hand
  await page.getByRole('button', { name: 'Remove row 2' }).click()
  await expect(first).toHaveText('0.1386 mbar')
  await page.locator('.calc-row select').first().selectOption('percentSpan')
  await expect(first).toHaveText('0.24 mbar') // 0.15 % of 160
})

test('a long calculation runs beside the page, shows how far it is, and stops when told', async ({ page }) => {
  await open(page, '/workings/monte-carlo')
  await page.getByLabel('Kind').first().selectOption('fixed')
  await page.getByLabel('Trials').fill('5000000')
  await page.getByRole('button', { name: 'Work it out' }).click()
  await expect(page.getByRole('progressbar')).toBeVisible()
  await page.getByRole('button', { name: 'Stop' }).click()
  await expect(page.getByText('Stopped; nothing was kept.')).toBeVisible()
  await page.getByLabel('Trials').fill('200000')
  await page.getByRole('button', { name: 'Work it out' }).click()
  await expect(page.getByRole('region', { name: 'What comes out' }).locator('canvas')).toBeVisible()
})

test('a diagnosis follows the readings: leave AO and PV out and the stage cannot be told any more', async ({
  page,
}) => {
  await open(page, '/workings/diagnose')
  const out = page.getByRole('region', { name: 'What comes out' })
  const first = out.locator('.causes li').first()
  await expect(first).toContainText('output stage off')
  await expect(first).toContainText('output trim at 4 and 20 mA against the meter')
  await expect(out.getByRole('img', { name: /Error corridor/ })).toBeVisible()
  // Its points are read out by the arrow keys, first to last.
  await out.getByRole('img', { name: /Error corridor/ }).focus()
  await page.keyboard.press('ArrowRight')
  await expect(out.getByText(/^Readings, rising, 0 kPa: .+ % of span, /)).toBeAttached()
  await page.keyboard.press('End')
  await expect(out.getByText(/^Readings, falling, .+ kPa: .+ % of span, /)).toBeAttached()
  for (let row = 1; row <= 9; row++) {
    await page.getByLabel(`PV, row ${row}`, { exact: true }).fill('')
    await page.getByLabel(`AO, row ${row}`, { exact: true }).fill('')
  }
  await expect(first).toContainText('zero shift')
  await expect(first).toContainText('mounting tilt')
  await page.getByLabel('Output, row 3', { exact: true }).fill('21.059')
  await expect(out).toContainText('the output at 50 % rising (reading 3)')
})

test('two screws by hand: set what the pad says, read again, and both ends come home', async ({ page }) => {
  await open(page, '/workings/two-screws')
  const out = page.getByRole('region', { name: 'What comes out' })
  const figure = (title: string) => out.locator('dl > div', { hasText: title }).locator('dd')
  await expect(figure('Next screw')).toHaveText('zero')
  const aim = Number.parseFloat(((await figure('Set the reading to').textContent()) ?? '').replace('−', '-'))
  // The instrument behind the example: zero moves full by 0.97 of its move, span moves zero by 0.35 of its own.
  const fullAfter = 100 + 0.97 * (aim - 21.5)
  const addMove = async (row: number, screw: string, before: number, after: number) => {
    await page.getByRole('button', { name: 'Add a row' }).click()
    await page.getByLabel(`Screw, row ${row}`).selectOption(screw)
    await page.getByLabel(`Read before, row ${row}`).fill(before.toFixed(2))
    await page.getByLabel(`Set to, row ${row}`).fill(after.toFixed(2))
  }
  await addMove(3, 'zero', 21.5, aim)
  await page.getByLabel('Read again at 0 % since the last move').fill('')
  await expect(figure('Next screw')).toHaveText('span')
  await addMove(4, 'span', fullAfter, 100)
  await page.getByLabel('Read again at 0 % since the last move').fill((aim + 0.35 * (100 - fullAfter)).toFixed(2))
  await expect(figure('Both ends inside the limit')).toHaveText('yes')
  await expect(out.getByRole('img', { name: /Both ends are inside the limit/ })).toBeVisible()
})

test('the API answers every example as the page does; nobody need be chosen', async ({ page }) => {
  await page.context().clearCookies()
  for (const { name, example, answer } of CALCULATIONS) {
    const reply = await post(page, `calc/${name}`, example)
    expect(reply.status(), name).toBe(200)
    expect(answer.safeParse(await reply.json()).success, name).toBe(true)
  }
})

test('bad input to the API: 422 with field, reason and remedy; an unknown name 404; a foreign page 403', async ({
  page,
}) => {
  const refusalsOf = async (name: string, body: unknown, status: number) => {
    const reply = await post(page, `calc/${name}`, body)
    expect(reply.status()).toBe(status)
    const { refusals } = await reply.json()
    for (const { field, reason, remedy } of refusals) expect(field && reason && remedy).toBeTruthy()
    return refusals
  }
  expect(await refusalsOf('convert', { quantity: 'density', value: 1, from: 'kPa', to: 'kg/m3' }, 422)).toMatchObject([
    { field: 'from' },
  ])
  expect(await refusalsOf('convert', { quantity: 'pressure', value: '1', from: 'Pa', to: 'x' }, 422)).toMatchObject([
    { field: 'value' },
    { field: 'to' },
  ])
  const range = { lrv: 5, urv: 5, unit: 'kPa' }
  expect(await refusalsOf('signal', { range, signal: '4-20mA', given: 'percent', number: 1 }, 422)).toMatchObject([
    { field: 'range.urv' },
  ])
  await refusalsOf(
    'gauge-class',
    { gaugeClass: 'EN 837-1 class 1', scaleLow: 0, scaleHigh: 10, unit: 'bar', at: 11, hasStopPin: false },
    422,
  )
  await refusalsOf('no-such', {}, 404)
  const foreign = await page.request.post(`${address()}/api/v1/calc/convert`, {
    data: {},
    headers: { origin: 'http://elsewhere.example' },
  })
  expect(foreign.status()).toBe(403)
})

test('the API document and the page that shows it come from this machine alone', async ({ page }) => {
  const reply = await page.request.get(`${address()}/api/v1/openapi.json`)
  const document = await reply.json()
  expect(document.openapi).toBe('3.1.0')
  expect(Object.keys(document.paths)).toHaveLength(CALCULATIONS.length)
  const elsewhere: string[] = []
  page.on(
    'request',
    (request) =>
      !request.url().startsWith(address()) && !request.url().startsWith('data:') && elsewhere.push(request.url()),
  )
  await open(page, '/docs/api')
  await page.getByText('POST /api/v1/calc/diagnose').click()
  await expect(page.locator('#diagnose pre').first()).toContainText('"readings"')
  expect(elsewhere).toEqual([])
})
