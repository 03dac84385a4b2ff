import { createHash } from 'node:crypto'
import { DEMO_PASSWORD } from '../src/schema/demo'
import { acceptedCount, answerSteps, expect, open, test } from './barys'
import { expectRow, isRounded } from './certificateRow'
import { pdfText } from './pdfText'

/** PDT-401 of the demo: 0 … 3.1 kPa, 4–20 mA, ±0.3 % of span, adjust beyond ±0.15 %. */
const RANGE = { lrv: 0, urv: 3.1 }
const AS_FOUND = [
  ['0.0002', '4.021'],
  ['0.7752', '8.030'],
  ['1.5498', '12.038'],
  ['2.3255', '16.060'],
  ['3.1004', '20.064'],
  ['2.3247', '16.058'],
  ['1.5506', '12.047'],
  ['0.7749', '8.034'],
  ['0.0001', '4.022'],
] as const
const AS_LEFT = [
  ['0.0001', '4.001'],
  ['0.7750', '8.002'],
  ['1.5501', '12.003'],
  ['2.3249', '15.999'],
  ['3.1002', '20.003'],
  ['2.3251', '16.001'],
  ['1.5499', '12.000'],
  ['0.7751', '8.001'],
  ['0.0000', '4.000'],
] as const

/** The independent calculation: nothing of Barys in it. */
function byHand([applied, output]: readonly [string, string]) {
  const ideal = 4 + (16 * (Number(applied) - RANGE.lrv)) / (RANGE.urv - RANGE.lrv)
  const error = Number(output) - ideal
  const signed = (value: number, decimals: number) =>
    `${value > 0 ? '+' : ''}${value.toFixed(decimals)}`.replace('-', '−')
  return {
    ideal: ideal.toFixed(4),
    errorMilliamp: signed(error, 4),
    errorPercent: signed((error / 16) * 100, 3),
    percent: (error / 16) * 100,
    errorInput: signed((error / 16) * (RANGE.urv - RANGE.lrv), 4),
  }
}

test('the whole job by keyboard alone, from the day sheet to the certificate', async ({ page }) => {
  const press = (key: string) => page.keyboard.press(key)
  await open(page, '/')

  // Day sheet: find the job and start it.
  await press('/')
  await page.keyboard.type('cyclone')
  await expect(page.getByRole('listbox').getByRole('option')).toHaveCount(1)
  await press('Enter')

  // Prepare: the comparison of the nameplate has the focus; ticked, Enter begins.
  await page.waitForURL(/PDT-401\/calibrate$/)
  await expect(page.getByLabel('The nameplate says the same')).toBeFocused()
  await press('Space')
  await press('Enter')
  await page.waitForURL(/\/runs\//)

  // Isolate: each step has the focus when its turn comes; Enter ticks it.
  await answerSteps(page)

  // As found: the entry line has the focus; applied, Enter, reading, Enter.
  await takeRound(page, AS_FOUND)
  await expect(page.getByText('Outside its limit')).toBeVisible()
  const outside = AS_FOUND.filter((reading) => Math.abs(byHand(reading).percent) > 0.3).length
  await expect(page.getByText(`at ${outside} of 9 points`)).toBeVisible()

  // Judge: what the readings suggest has the focus.
  await expect(page.getByRole('button', { name: /^Adjust/ })).toBeFocused()
  await press('Enter')

  // Adjust: the words have the focus; kind and figures by Tab.
  await expect(page.getByLabel('In words')).toBeFocused()
  await page.keyboard.type('both sides vented')
  await press('Tab')
  await page.keyboard.type('0.000')
  await press('Tab')
  await page.keyboard.type('0.077')
  await press('Tab')
  await page.keyboard.type('0.000')
  await press('Enter')
  await expect(
    page
      .getByRole('listitem')
      .filter({ hasText: /(lower sensor|zero) trim: both sides vented; at 0\.000 kPa PV 0\.077 → 0\.000 kPa/ }),
  ).toBeVisible()
  for (let presses = 0; presses < 12 && !(await isFocused(page, 'Adjustment done: read as left')); presses++)
    await press('Tab')
  await press('Enter')

  await expect(page.getByText('Point 1 of 9')).toBeVisible()
  await takeRound(page, AS_LEFT)

  // Restore: back in the reverse order, by Enter; the hand-over in words.
  await answerSteps(page)

  // Sign: the password has the focus; Enter signs.
  await expect(page.getByLabel(/^Password of/)).toBeFocused()
  await page.keyboard.type(DEMO_PASSWORD)
  for (
    let presses = 0;
    presses < 12 && !(await page.getByRole('checkbox').evaluate((box) => box === document.activeElement));
    presses++
  )
    await press('Tab')
  await press('Space')
  await press('Enter')
  await page.waitForURL(/\/records\/\d+$/)
  await expect(page.getByText('the record gives exactly this hash')).toBeVisible()

  const api = page.url().replace('/records/', '/api/v1/records/')
  await certificateSaysWhatWasRead(await (await page.request.get(`${api}/certificate`)).body())
  const sealed = await page.request.get(api)
  expect(
    createHash('sha256')
      .update(await sealed.body())
      .digest('hex'),
  ).toBe(sealed.headers()['x-barys-sha256'])
})

const isFocused = (page: import('@playwright/test').Page, name: string) =>
  page.getByRole('button', { name }).evaluate((button) => button === document.activeElement)

async function takeRound(
  page: import('@playwright/test').Page,
  readings: readonly (readonly [string, string])[],
): Promise<void> {
  for (const [index, reading] of readings.entries()) {
    await expect(page.getByText(`Point ${index + 1} of 9`)).toBeVisible()
    await expect(page.getByLabel(/^applied,/)).toBeFocused()
    await page.keyboard.type(reading[0])
    await page.keyboard.press('Enter')
    await expect(page.getByLabel(/^reading,/)).toBeFocused()
    await page.keyboard.type(reading[1])
    // What is said before the reading is accepted agrees with the calculation by hand.
    await expect(page.locator('.entry-says')).toContainText(`${byHand(reading).errorPercent} %`)
    await expect(page.locator('.entry-says')).toContainText(`${byHand(reading).errorMilliamp} mA`)
    await page.keyboard.down('Enter')
    await expect.poll(() => acceptedCount(page)).toBe(index + 1)
    await page.keyboard.down('Enter') // held: it repeats, into whatever has the focus by now
    await page.keyboard.up('Enter')
  }
}

async function certificateSaysWhatWasRead(pdf: Buffer): Promise<void> {
  const { text, pages, fontsEmbedded } = await pdfText(pdf)
  expect(fontsEmbedded).toBe(true)
  for (const [applied, output] of [...AS_FOUND, ...AS_LEFT]) {
    const { ideal, percent } = byHand([applied, output])
    expectRow(text, [applied, output], { ideal: Number(ideal), error: Number(output) - Number(ideal), percent })
  }
  const worst = AS_FOUND.map(byHand).reduce((a, b) => (Math.abs(b.percent) > Math.abs(a.percent) ? b : a))
  const [, printed = ''] = /As found: OUTSIDE its error limit \(largest ([+−]?[\d.]+) % of span\)/.exec(text) ?? []
  expect(isRounded(printed, worst.percent), printed).toBe(true)
  expect(text).toContain('As left: inside its error limit')
  expect(text).toContain('both sides vented')
  expect(text).toContain('Performed by Ilka Varga')
  expect(text).toContain('simple acceptance (ILAC-G8:09/2019)')
  for (let page = 1; page <= pages; page++) expect(text).toContain(`page ${page} of ${pages}`)
}
