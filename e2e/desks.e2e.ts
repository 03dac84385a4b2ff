import { randomUUID } from 'node:crypto'
import type { Page } from '@playwright/test'
import { DEMO_CAPSULES } from '../scripts/demo/desks'
import {
  answerSteps,
  beginRun,
  expect,
  open,
  post,
  registerInstrument,
  restoreAndSign,
  takeReadings,
  test,
  typeReading,
} from './barys'
import { expectRow } from './certificateRow'
import { readTag } from './rangeTag'

/** An instrument of its own for each test, so that no other test finds its range changed. */
const BELLOWS = {
  description: 'Trial of the range desk',
  area: 'Bench',
  kind: 'pneumatic-transmitter',
  pressureKind: 'differential',
  unit: 'kPa',
  lrl: -40,
  url: 40,
  minSpan: 4.5,
  lrv: 0,
  urv: 15,
  signal: '20-100kPa',
  errorLimit: { combine: 'larger', terms: [{ kind: 'percentSpan', value: 1 }] },
  adjustLimit: null,
  intervalMonths: 12,
  testPoints: [0, 50, 100],
  pointOrder: 'up',
  hookUp: 'bench',
  body: {
    family: 'bellows body, pneumatic',
    capsule: 'B-40',
    maxSpan: 40,
    allowsReverse: false,
    links: [
      { name: 'short', minSpan: 4.5, maxSpan: 10 },
      { name: 'middle', minSpan: 10, maxSpan: 22 },
      { name: 'long', minSpan: 22, maxSpan: 40 },
    ],
    link: 'middle',
  },
}

/** The shelf as the demo fills it, whatever the test before has taken from it. */
test.beforeEach(async ({ page }) => {
  for (const { id, kept } of DEMO_CAPSULES)
    expect((await post(page, `capsules/${id}/count`, { kept })).status()).toBe(200)
})

async function want(page: Page, lrv: string, urv: string): Promise<void> {
  await page.getByLabel('LRV wanted').fill(lrv)
  await page.getByLabel('URV wanted').fill(urv)
}

/** A box by how its label begins; a note may follow in it. */
const boxOf = (page: Page, label: string) => page.getByLabel(new RegExp(`^${label.replace(/[()/.%]/g, '\\$&')}`))

const verdict = (page: Page) => page.getByRole('region', { name: 'Verdict' })

/** Applies what stands on the range desk, by keyboard, and waits for Prepare. */
async function apply(page: Page, reason: string): Promise<void> {
  await page.getByRole('button', { name: /^Apply and open its calibration/ }).click()
  await page.getByLabel('Reason').fill(reason)
  await page.getByRole('button', { name: 'Apply and open its calibration', exact: true }).click()
  await page.waitForURL(/\/calibrate$/)
}

/** The calibration that follows, read without an error to speak of, to its sealed certificate. */
async function calibrate(
  page: Page,
  { lrv, urv, lower, upper }: { lrv: number; urv: number; lower: number; upper: number },
): Promise<string> {
  await beginRun(page)
  const rows = [0, 50, 100].map((percent): [string, string] => [
    (lrv + ((urv - lrv) * percent) / 100).toFixed(3),
    (lower + ((upper - lower) * (percent + 0.2)) / 100).toFixed(2),
  ])
  await takeReadings(page, rows)
  await page.getByRole('button', { name: /^Leave as it is/ }).click()
  const text = await restoreAndSign(page)
  for (const row of rows) {
    const ideal = lower + ((upper - lower) * (Number(row[0]) - lrv)) / (urv - lrv)
    const error = Number(row[1]) - ideal
    expectRow(text, row, { ideal, error, percent: (error / (upper - lower)) * 100 })
  }
  return text
}

test('a range inside the capsule and its link: only re-ranged, applied by keyboard, calibrated, labelled', async ({
  page,
}) => {
  const id = await registerInstrument(page, 'DESK-1', BELLOWS)
  await open(page, '/instruments/DESK-1/range')
  await want(page, '-2', '16')
  await expect(verdict(page)).toContainText('Fits as it is')
  await expect(verdict(page)).toContainText('field work')
  // Output table by hand: half of 20 … 100 kPa at the middle of −2 … 16.
  const table = page.getByRole('region', { name: 'New output' })
  await expect(table.getByRole('row', { name: /^50 % 7\.00 60\.0 7\.00/ })).toBeVisible()
  await page.getByLabel('URV wanted').press('Enter')
  await expect(page.getByLabel('Reason')).toBeFocused()
  await page.keyboard.type('new pump, larger differential')
  await page.getByRole('button', { name: 'Apply and open its calibration', exact: true }).click()
  await page.waitForURL(/\/calibrate$/)
  const text = await calibrate(page, { lrv: -2, urv: 16, lower: 20, upper: 100 })
  expect(text).toContain('−2 … 16 kPa')
  const tag = await readTag(page, id)
  expect(tag.text).toContain('DESK-1')
  expect(tag.text).toContain('−2 … 16 kPa')
  expect(tag.text).toContain('link middle')
  expect(tag.code).toMatch(/\/instruments\/DESK-1$/)
  await open(page, '/instruments/DESK-1')
  await expect(page.getByText('new pump, larger differential').first()).toBeVisible()
})

test('a range in another band: the link is moved, and the register knows where it stands', async ({ page }) => {
  const id = await registerInstrument(page, 'DESK-2', BELLOWS)
  await open(page, '/instruments/DESK-2/range')
  await want(page, '0', '31')
  await expect(verdict(page)).toContainText('Fits after one change')
  await expect(verdict(page)).toContainText('from middle to long')
  await expect(page.getByRole('region', { name: 'What must be done' })).toContainText(
    'Move the span link from middle to long',
  )
  await apply(page, 'filter changed for a finer one')
  const certificate = await calibrate(page, { lrv: 0, urv: 31, lower: 20, upper: 100 })
  // On air both errors are pressures: the certificate and the ladder of its record say which is which.
  expect(certificate).toContain('At input, kPa')
  await expect(page.getByLabel('Unit of the error').first().locator('option')).toHaveText([
    '% span',
    'kPa',
    'kPa at input',
  ])
  expect((await readTag(page, id)).text).toContain('link long')
  await open(page, '/instruments/DESK-2')
  await expect(page.getByRole('definition').filter({ hasText: 'span link at long' })).toBeVisible()
  await expect(page.getByText(/Link from middle to long/)).toBeVisible()
})

test('a range beyond the capsule: another from stock, its torque from the manual, one fewer on the shelf', async ({
  page,
}) => {
  const id = await registerInstrument(page, 'DESK-3', BELLOWS)
  await open(page, '/instruments/DESK-3/range')
  await want(page, '0', '95')
  await expect(verdict(page)).toContainText('Needs another capsule')
  await expect(verdict(page)).toContainText('shop work')
  await expect(verdict(page)).toContainText('B-150')
  const steps = page.getByRole('region', { name: 'What must be done' })
  for (const words of ['No tool ever touches a diaphragm', 'New gaskets and O-rings', 'index marks', 'crosswise'])
    await expect(steps).toContainText(words)
  await page.getByRole('button', { name: /^Apply and open its calibration/ }).click()
  await page.getByLabel('Reason').fill('whey line doubled')
  await page.getByRole('button', { name: 'Apply and open its calibration', exact: true }).click()
  await expect(page.getByRole('alert')).toBeVisible() // without a torque nothing is applied
  await page.getByLabel('Torque', { exact: true }).fill('27.5')
  await page.getByLabel('Where it stands: manual and page').fill('maker’s manual, page 31')
  await page.getByRole('button', { name: 'Apply and open its calibration', exact: true }).click()
  await page.waitForURL(/\/calibrate$/)
  await calibrate(page, { lrv: 0, urv: 95, lower: 20, upper: 100 })
  const tag = await readTag(page, id)
  expect(tag.text).toContain('Capsule B-150')
  await open(page, '/instruments/DESK-3')
  await expect(page.getByText(/bolts to 27\.5 N·m \(maker’s manual, page 31\)/)).toBeVisible()
  await open(page, '/references')
  await expect(page.getByRole('row', { name: /^B-150/ })).toContainText('0')
  await page.getByRole('button', { name: 'One B-150 more' }).click()
  await expect(page.getByRole('button', { name: 'One B-150 fewer' })).toBeEnabled()
})

test('a range nothing in stock can do, and a negative span, are refused in words, here and by the server', async ({
  page,
}) => {
  const id = await registerInstrument(page, 'DESK-4', BELLOWS)
  await open(page, '/instruments/DESK-4/range')
  await want(page, '0', '300')
  await expect(verdict(page)).toContainText('Cannot be done with what there is')
  await expect(verdict(page)).toContainText('URV 300 kPa lies above the upper limit of 40 kPa')
  await expect(verdict(page)).toContainText('B-150: URV 300 kPa lies above the upper limit of 150 kPa')
  await expect(page.getByRole('button', { name: /^Apply and open/ })).toBeDisabled()
  await want(page, '15', '0')
  await expect(verdict(page)).toContainText('this body cannot act in reverse')
  await want(page, '0', 'ten')
  await expect(page.getByText(/no unit|no number|begins with/i).first()).toBeVisible()
  const wanted = { displayScale: null, transfer: { kind: 'linear' }, hostRoot: false, source: 'typed' }
  const send = (lrv: number, urv: number, more: object = {}) =>
    post(page, `instruments/${id}/range-changes`, {
      id: randomUUID(),
      basedOnVersion: 1,
      wanted: { ...wanted, lrv, urv },
      capsule: null,
      capsuleWork: null,
      reason: 'trial',
      ...more,
    })
  for (const [lrv, urv, words] of [
    [0, 300, 'above the upper limit'],
    [15, 0, 'cannot act in reverse'],
    [0, 2, 'under the smallest'],
    [0, 15, 'the range it has already'],
    [0, 95, 'the torque of the bolts is not recorded'],
  ] as const) {
    const answer = await send(lrv, urv)
    expect(answer.status()).toBe(422)
    expect(await answer.text()).toContain(words)
  }
  expect((await send(0, 20, { basedOnVersion: 7 })).status()).toBe(409)
  await open(page, '/instruments/DESK-4')
  await expect(page.getByText('registered', { exact: true })).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Range changes' })).toHaveCount(0)
  // What was refused leaves an instrument that is calibrated on the range it has.
  await open(page, '/instruments/DESK-4/calibrate')
  await calibrate(page, { lrv: 0, urv: 15, lower: 20, upper: 100 })
  expect((await readTag(page, id)).text).toContain('0 … 15 kPa')
})

const CELL = {
  ...BELLOWS,
  kind: 'level-transmitter',
  signal: '4-20mA',
  lrl: -25,
  url: 25,
  minSpan: 0.5,
  urv: 20,
  body: { family: null, capsule: null, maxSpan: null, allowsReverse: true, links: [], link: null },
}

test('a drum at 30 bar: its hot range from the vessel desk through the range desk to a sealed calibration', async ({
  page,
}) => {
  const id = await registerInstrument(page, 'DESK-5', CELL)
  await open(page, '/instruments/DESK-5/vessel')
  await page.getByRole('button', { name: 'Boiler drum' }).click()
  const fill = (label: string, text: string) => boxOf(page, label).fill(text)
  await fill('Steam tap over water tap, m', '0.7')
  await fill('Gravity, m/s²', '9.81')
  await fill('Drum pressure (gauge)', '30')
  await fill('Barometric pressure, hPa', '1000')
  await fill('Reference leg, °C', '60')
  await fill('Cold water, °C', '20')
  // Steam tables at 31 bar absolute (IAPWS-IF97, Python iapws 1.5.2): ρw 819.387, ρs 15.5028, leg at 60 °C 984.514 kg/m³.
  const [lrv, urv] = [(15.5028 - 984.514) * 9.81 * 0.7, (819.387 - 984.514) * 9.81 * 0.7].map((pa) => pa / 1000)
  const out = page.getByRole('region', { name: 'What comes out' })
  await expect(out).toContainText(`−${Math.abs(lrv ?? 0).toFixed(2)}`)
  await expect(out).toContainText(`−${Math.abs(urv ?? 0).toFixed(2)}`)
  await expect(page.getByText(/calibrated cold it shows/)).toBeVisible()
  await page.getByRole('slider', { name: 'Drum pressure' }).focus()
  await page.keyboard.press('ArrowRight')
  await expect(page.getByLabel('Drum pressure (gauge)')).toHaveValue('30.1')
  await fill('Drum pressure (gauge)', '30')
  await page.getByRole('button', { name: 'Take its range to the range desk' }).click()
  await page.waitForURL(/from=vessel/)
  await expect(page.getByText('from the vessel', { exact: true })).toBeVisible()
  const [settableLrv, settableUrv] = [
    Number(await page.getByLabel('LRV wanted').inputValue()),
    Number(await page.getByLabel('URV wanted').inputValue()),
  ]
  expect(settableLrv).toBeCloseTo(lrv ?? 0, 3)
  expect(settableUrv).toBeCloseTo(urv ?? 0, 3)
  await apply(page, 'hot range for 30 bar')
  const text = await calibrate(page, { lrv: settableLrv, urv: settableUrv, lower: 4, upper: 20 })
  expect(text).toContain('0 … 100 %')
  expect((await readTag(page, id)).text).toContain('Host shows 0 … 100 %')
})

test('a flow set-up with the root in the host: one root on every way, the host checked by its root, sealed', async ({
  page,
}) => {
  const id = await registerInstrument(page, 'DESK-6', { ...CELL, kind: 'flow-transmitter', hookUp: 'three-valve' })
  await open(page, '/instruments/DESK-6/flow')
  const fill = (label: string, text: string) => boxOf(page, label).fill(text)
  await fill('Differential pressure', '16')
  await fill('at a flow of', '40')
  await fill('Unit of flow', 't/h')
  await fill('Flow at 100 %', '45')
  await fill('Low-flow cut-off, % of flow', '10')
  await fill('Error of differential pressure, ± % of span', '0.15')
  await fill('Allowed, ± % of the flow itself', '5')
  await fill('Zero shift to look at', '0')
  await page.getByRole('combobox', { name: 'Root is taken in the' }).selectOption('host')
  await expect(page.getByText('The root is taken exactly once on every way.')).toBeVisible()
  await page.getByRole('combobox', { name: 'Panel meter' }).selectOption('straight line')
  await expect(page.getByText('Panel meter: not taken at all')).toBeVisible()
  await page.getByRole('combobox', { name: 'Panel meter' }).selectOption('takes a root')
  // 16 kPa at 40 t/h is 16·(45/40)² = 20.25 kPa at 45 t/h (square-root law).
  await expect(page.getByRole('region', { name: 'What comes out' })).toContainText('20.25')
  await page.getByRole('button', { name: 'Take its range to the range desk' }).click()
  await page.waitForURL(/from=flow/)
  await expect(page.getByLabel('URV wanted')).toHaveValue('20.25')
  // The host takes the root of a straight line: half of it shows 70.7 % of 45 t/h.
  await expect(page.getByRole('region', { name: 'New output' }).getByRole('row', { name: /^50 %/ })).toContainText(
    (45 * Math.SQRT1_2).toFixed(1),
  )
  await expect(page.getByRole('region', { name: 'Changes with it' })).toContainText('taken in the host')
  await apply(page, 'new plate')
  await beginRun(page)
  for (const [applied, output] of [
    ['0.000', '4.010'],
    ['10.125', '12.012'],
    ['20.250', '20.008'],
  ] as const)
    await typeReading(page, applied, output)
  await page.getByRole('button', { name: /^Leave as it is/ }).click()
  await answerSteps(page, /host|loop/i)
  await page.getByLabel('Host shows at 50 %').fill('31.9')
  await page.getByRole('button', { name: 'Record what the host shows' }).click()
  const text = await restoreAndSign(page)
  expect(text).toContain((45 * Math.SQRT1_2).toFixed(2).slice(0, 4)) // what the host should show
  expect((await readTag(page, id)).text).toContain('takes the root')
})
