import type { Page } from '@playwright/test'
import { beginRun, expect, open, restoreAndSign, test } from './barys'
import { expectRow, isRounded } from './certificateRow'

const PERCENTS = [0, 25, 50, 75, 100, 75, 50, 25, 0]

/** What a digital transmitter shows at a point, by a rule written down here: PV in % of span, AO and meter in mA. */
type Shows = (percent: number) => { pv: number; ao: number; meter: number }

/** Begins a run that reads PV and AO too, and reads every point by keyboard. */
async function beginDigital(page: Page, tag: string): Promise<void> {
  await open(page, `/instruments/${tag}/calibrate`)
  await page.getByLabel(/Read PV and AO too/).check()
  await beginRun(page)
}

async function readAll(page: Page, urv: number, shows: Shows): Promise<void> {
  const accepted = page.locator('.ladder tbody tr td:last-child svg')
  for (const [index, percent] of PERCENTS.entries()) {
    const { pv, ao, meter } = shows(percent)
    await page.getByLabel(/^applied,/).focus()
    for (const figure of [
      ((urv * percent) / 100).toFixed(4),
      ((urv * pv) / 100).toFixed(4),
      ao.toFixed(3),
      meter.toFixed(3),
    ]) {
      await page.keyboard.type(figure)
      await page.keyboard.press('Enter')
    }
    await expect(accepted).toHaveCount(index + 1)
  }
}

const milliamp = (percent: number) => 4 + 0.16 * percent

/** Every row of both tables of the certificate, worked out again from what was typed. */
function expectEveryRow(text: string, urv: number, shows: Shows): void {
  for (const [index, percent] of PERCENTS.entries()) {
    const { pv, ao, meter } = shows(percent)
    const applied = ((urv * percent) / 100).toFixed(4)
    const typed = { pv: ((urv * pv) / 100).toFixed(4), ao: ao.toFixed(3), meter: meter.toFixed(3) }
    const ideal = 4 + (16 * Number(applied)) / urv
    const error = Number(typed.meter) - ideal
    expectRow(text, [applied, typed.meter], { ideal, error, percent: (error / 16) * 100 })
    const name = `${percent} % ${index < 5 ? 'rising' : 'falling'}`
    const pattern = new RegExp(`${name} ${typed.pv} ${typed.ao} ${typed.meter} ([+−]?[\\d.]+) ([+−]?[\\d.]+)`, 'g')
    const sensor = ((Number(typed.pv) - Number(applied)) / urv) * 100
    const output = ((Number(typed.meter) - Number(typed.ao)) / 16) * 100
    const agrees = [...text.matchAll(pattern)].some(
      ([, first = '', second = '']) => isRounded(first, sensor) && isRounded(second, output),
    )
    expect(agrees, `${name}: PV less applied ${sensor}, meter less AO ${output}`).toBe(true)
  }
}

async function adjustAndRecord(
  page: Page,
  acts: readonly { kind: string; applied?: string; before: string; after: string }[],
): Promise<void> {
  await page.getByRole('button', { name: /^Adjust/ }).click()
  for (const [index, { kind, applied, before, after }] of acts.entries()) {
    await page.getByLabel('Kind').click()
    await page.getByRole('option', { name: kind, exact: true }).click()
    if (applied) await page.getByLabel(/^at applied/).fill(applied)
    // Trims of the sensor are seen in PV.
    const seen = kind.includes('sensor') ? 'PV' : 'output'
    await page.getByLabel(new RegExp(`^${seen} before`)).fill(before)
    await page.getByLabel(new RegExp(`^${seen} after`)).fill(after)
    await page.getByRole('button', { name: 'Record this act' }).click()
    await expect(page.locator('ol.cautions li')).toHaveCount(index + 1)
  }
  await page.getByRole('button', { name: /Adjustment done/ }).click()
  await expect(page.getByText('Point 1 of 9')).toBeVisible()
}

test('an output-stage fault is found and cured by an output trim, not by a sensor trim', async ({ page }) => {
  const URV = 18 // bar
  await beginDigital(page, 'PT-209')
  // PV right; the meter 0.08 mA above AO at every point: 0.5 % of span, outside the limit.
  const found: Shows = (percent) => ({ pv: percent, ao: milliamp(percent), meter: milliamp(percent) + 0.08 })
  const left: Shows = (percent) => ({ pv: percent, ao: milliamp(percent), meter: milliamp(percent) })
  await readAll(page, URV, found)
  await expect(page.getByText('Outside its limit')).toBeVisible()
  const first = page.locator('.causes li').first()
  await expect(first).toContainText('output stage off (PV right, meter and AO differ)')
  await expect(first).toContainText('output: zero +0.50 % of span')
  await expect(first).toContainText('output trim at 4 and 20 mA against the meter; a sensor trim would make PV wrong')
  await adjustAndRecord(page, [{ kind: 'output trim', before: '4.080', after: '4.000' }])
  await readAll(page, URV, left)
  const text = await restoreAndSign(page)
  expect(text).toContain('output trim: 4.080 → 4.000 mA')
  expect(text).toContain('Digital readings')
  expectEveryRow(text, URV, found)
  expectEveryRow(text, URV, left)
})

test('a sensor-stage fault: PV and meter agree with each other and not with the reference', async ({ page }) => {
  const URV = 15.8 // kPa
  await beginDigital(page, 'FT-802')
  // The sensor reads 0.6 % too much of everything; what it feels it sends rightly.
  const found = (percent: number) => ({
    pv: percent * 1.006,
    ao: milliamp(percent * 1.006),
    meter: milliamp(percent * 1.006),
  })
  await readAll(page, URV, found)
  const first = page.locator('.causes li').first()
  await expect(first).toContainText('sensor stage off (PV wrong, AO and meter agree)')
  await expect(first).toContainText(/PV: span \+0\.(59|60|61) %/)
  await page.getByText('The 9 readings').click()
  const mark = await page.locator('.ladder tbody tr td:last-child svg').first().boundingBox()
  const left = await page.locator('.run-left').boundingBox()
  expect((mark?.x ?? 999) + (mark?.width ?? 0)).toBeLessThanOrEqual((left?.x ?? 0) + (left?.width ?? 0)) // no column is pushed out
  await expect(first).toContainText('sensor trim, lower then upper')
  await adjustAndRecord(page, [
    { kind: 'lower sensor trim', applied: '0.0000', before: '0.000', after: '0.000' },
    { kind: 'upper sensor trim', applied: '15.8000', before: (15.8 * 1.006).toFixed(4), after: '15.8000' },
  ])
  const cured: Shows = (percent) => ({ pv: percent, ao: milliamp(percent), meter: milliamp(percent) })
  await readAll(page, URV, cured)
  const text = await restoreAndSign(page)
  expectEveryRow(text, URV, found)
  expectEveryRow(text, URV, cured)
  expect(text).toContain('As left: inside its error limit')
  expect(text).toContain('PV 15.8948 → 15.8000 kPa')
})

test('the ladder shows PV and AO, Backspace goes back through the boxes, and nothing scrolls at 1280×800', async ({
  page,
}) => {
  await beginDigital(page, 'PT-204')
  await page.getByLabel(/^applied,/).fill('0.0000')
  await page.getByLabel(/^PV,/).focus()
  await page.keyboard.press('Backspace')
  await expect(page.getByLabel(/^applied,/)).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.getByLabel(/^PV,/)).toBeFocused()
  await page.getByLabel(/^PV,/).fill('0.0o')
  await expect(page.locator('.entry-says')).toContainText('is not a number')
  await expect(page.getByRole('columnheader', { name: 'AO', exact: true })).toBeVisible()
  expect(await page.evaluate(() => document.documentElement.scrollHeight)).toBeLessThanOrEqual(800)
  await page.setViewportSize({ width: 800, height: 1100 })
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(800)
})
