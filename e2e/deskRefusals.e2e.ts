import { randomUUID } from 'node:crypto'
import type { Page } from '@playwright/test'
import { address, beginRun, expect, MIRREN, open, post, test, workAs } from './barys'

const CELL = {
  description: 'Trial of refusals',
  area: 'Bench',
  kind: 'dp-transmitter',
  pressureKind: 'differential',
  unit: 'kPa',
  lrl: -60,
  url: 60,
  minSpan: 2,
  lrv: 0,
  urv: 40,
  signal: '4-20mA',
  errorLimit: { combine: 'larger', terms: [{ kind: 'absolute', value: 0.2, unit: 'kPa' }] },
  adjustLimit: null,
  intervalMonths: 12,
  testPoints: [0, 50, 100],
  pointOrder: 'up',
  hookUp: 'bench',
}

async function register(page: Page, tag: string, changes: object = {}): Promise<string> {
  const answer = await post(page, 'instruments', { tag, configuration: { ...CELL, ...changes } })
  expect(answer.status(), await answer.text()).toBe(200)
  return (await answer.json()).id
}
const wanted = (urv: number) => ({
  lrv: 0,
  urv,
  displayScale: null,
  transfer: { kind: 'linear' },
  hostRoot: false,
  source: 'typed',
})
const change = (urv: number, basedOnVersion = 1) => ({
  id: randomUUID(),
  basedOnVersion,
  wanted: wanted(urv),
  capsule: null,
  capsuleWork: null,
  reason: 'trial',
})

test('a range is not changed under the hands of whoever calibrates it', async ({ page }) => {
  const id = await register(page, 'NO-1')
  await open(page, '/instruments/NO-1/calibrate')
  await beginRun(page)
  await open(page, '/instruments/NO-1/range')
  await page.getByLabel('URV wanted').fill('30')
  await expect(page.getByText('Ilka Varga is calibrating it: finish that first.')).toBeVisible()
  await expect(page.getByRole('button', { name: /^Apply and open/ })).toBeDisabled()
  const answer = await post(page, `instruments/${id}/range-changes`, change(30))
  expect(answer.status()).toBe(409)
  expect(await answer.text()).toContain('finish or abandon that calibration first')
})

test('somebody else was first: what was planned stays on the screen, with what to do', async ({ page }) => {
  const id = await register(page, 'NO-2')
  await open(page, '/instruments/NO-2/range')
  await page.getByLabel('URV wanted').fill('30')
  expect((await post(page, `instruments/${id}/range-changes`, change(25))).status()).toBe(200)
  await page.getByRole('button', { name: /^Apply and open its calibration/ }).click()
  await page.getByLabel('Reason').fill('mine')
  await page.getByRole('button', { name: 'Apply and open its calibration', exact: true }).click()
  await expect(page.getByText(/made version 2 while this change was planned/)).toBeVisible()
  await page.getByRole('button', { name: 'Cancel' }).click()
  await expect(page.getByLabel('URV wanted')).toHaveValue('30')
  // A limit in kPa does not move with the span: said before anybody applies it.
  await expect(page.getByRole('region', { name: 'Verdict' })).toContainText('becomes ±0.667 % of span; it was ±0.5 %')
})

test('a changed range is due that day', async ({ page }) => {
  const id = await register(page, 'NO-3')
  expect((await post(page, `instruments/${id}/range-changes`, change(25))).status()).toBe(200)
  await open(page, '/instruments/NO-3')
  await expect(page.getByText(/^Due .*\(today\)/)).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Range changes' })).toBeVisible()
})

test('the register takes link positions, and refuses a link where it does not serve the range', async ({ page }) => {
  await register(page, 'NO-4')
  await open(page, '/instruments/NO-4/edit')
  await page.getByRole('button', { name: 'Add link or capsule' }).click()
  await page.getByLabel('Family of bodies it belongs to').fill('trial bodies')
  for (const [index, [name, from, to]] of [
    ['A', '2', '20'],
    ['B', '20', '60'],
  ].entries()) {
    await page.getByRole('button', { name: 'Add a link position' }).click()
    await page.getByLabel(`Link position ${index + 1}`).fill(name ?? '')
    await page
      .getByLabel('Span from')
      .nth(index)
      .fill(from ?? '')
    await page
      .getByLabel('… to')
      .nth(index)
      .fill(to ?? '')
  }
  const standsAt = async (name: string) => {
    await page.getByLabel('Span link stands at').click()
    await page.getByRole('option', { name: new RegExp(`^${name}\\b`) }).click()
  }
  await standsAt('A')
  await page.getByLabel('Why is it changed?').fill('link looked at')
  await page.getByRole('button', { name: 'Save as version 2' }).click()
  await expect(page.getByText(/the link stands at A, and this span needs B/)).toBeVisible()
  await standsAt('B')
  await page.getByRole('button', { name: 'Save as version 2' }).click()
  await page.waitForURL(/\/instruments\/NO-4$/)
  await expect(page.getByRole('definition').filter({ hasText: 'span link at B' })).toBeVisible()
  await open(page, '/instruments/NO-4/range')
  await page.getByLabel('URV wanted').fill('12')
  await expect(page.getByRole('region', { name: 'Verdict' })).toContainText('from B to A')
})

test('whatever is sent to the desks is answered in words, and nothing is half-written', async ({ page }) => {
  const id = await register(page, 'NO-5')
  const bodies: [route: string, body: unknown, status: number][] = [
    ['desks', {}, 400],
    ['desks', { id: randomUUID(), desk: 'kitchen', setUp: {} }, 400],
    ['desks', { id: 'x', desk: 'range', setUp: wanted(20) }, 400],
    ['desks', { id: randomUUID(), desk: 'range', setUp: { ...wanted(20), urv: 'ten' } }, 400],
    ['desks', { id: randomUUID(), desk: 'flow', setUp: { meter: { kind: 'river' } } }, 400],
    ['range-changes', { ...change(20), wanted: null }, 400],
    ['range-changes', { ...change(20), reason: '' }, 400],
    ['range-changes', { ...change(20), capsuleWork: { torque: -4, torqueUnit: 'N·m', manual: 'x', serial: '' } }, 400],
    ['range-changes', change(20, 9), 409],
    ['range-changes', change(61), 422],
  ]
  for (const [route, body, status] of bodies) {
    const answer = await post(page, `instruments/${id}/${route}`, body)
    expect(answer.status(), JSON.stringify(body)).toBe(status)
    const { refusals } = await answer.json()
    expect(refusals.length).toBeGreaterThan(0)
    expect(JSON.stringify(refusals)).not.toMatch(/NaN|undefined|Infinity|Error:/)
  }
  for (const desk of ['range', 'vessel', 'flow', 'loop', 'set-up', 'kitchen'])
    expect((await page.request.get(`${address()}/api/v1/instruments/${id}/desks/${desk}`)).status()).toBe(404)
  await open(page, '/instruments/NO-5')
  await expect(page.getByText('not set up')).toHaveCount(5)
  await expect(page.getByRole('heading', { name: 'Range changes' })).toHaveCount(0)
})

test('what has no two-wire loop has no loop card, here and by the server', async ({ page }) => {
  const id = await register(page, 'NO-7', { signal: '20-100kPa' })
  await open(page, '/instruments/NO-7/loop')
  await expect(page.getByText('The output is 20 … 100 kPa, and the loop card reckons two-wire loops')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Save with the instrument' })).toHaveCount(0)
  const supply = {
    supplyVolts: 23,
    wireLength: 60,
    wireArea: 1,
    wireCelsius: 20,
    burdenOhms: 240,
    leastTerminalVolts: 11,
  }
  const host = { name: 'host', senseOhms: null, allowancePercent: 1, shows0: null, shows50: null, shows100: null }
  const set = { id: randomUUID(), desk: 'loop', setUp: { supply, items: [], host } }
  const answer = await post(page, `instruments/${id}/desks`, set)
  expect(answer.status()).toBe(422)
  expect(JSON.stringify(await answer.json())).toContain('20 … 100 kPa')
  const wired = await register(page, 'NO-8')
  expect((await post(page, `instruments/${wired}/desks`, set)).status()).toBe(200)
})

test('a reviewer looks on at every desk: nothing can be saved or applied', async ({ page }) => {
  const id = await register(page, 'NO-6')
  await workAs(page, MIRREN.id)
  await open(page, '/instruments/NO-6/range')
  await page.getByLabel('URV wanted').fill('30')
  await expect(page.getByRole('region', { name: 'Verdict' })).toContainText('Fits as it is')
  await expect(page.getByRole('button', { name: /^Apply and open/ })).toBeDisabled()
  await expect(page.getByRole('button', { name: 'Save as a proposal' })).toBeDisabled()
  expect((await post(page, `instruments/${id}/range-changes`, change(30))).status()).toBe(403)
})
