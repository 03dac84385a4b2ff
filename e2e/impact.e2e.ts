import type { Page } from '@playwright/test'
import type { SealedRecord } from '../src/schema/record'
import type { Reference } from '../src/schema/reference'
import { address, expect, open, test } from './barys'

/* R-02 of the demo came back from the laboratory too high. What that changes is worked out here on its own. */

const get = async <T>(page: Page, path: string): Promise<T> =>
  (await page.request.get(`${address()}/api/v1/${path}`)).json()

/** Between points on a straight line. */
function between(x: number, points: readonly (readonly [number, number])[]): number {
  const at = points.findIndex(([point]) => point >= x)
  const [x1 = 0, y1 = 0] = points[at] ?? []
  const [x0 = x1, y0 = y1] = points[at - 1] ?? []
  return x1 === x0 ? y1 : y0 + ((x - x0) / (x1 - x0)) * (y1 - y0)
}

/** The worst error of a 4–20 mA instrument's first round, % of span, with the reference as it was found. */
function worstError({ world, rounds }: SealedRecord, found: readonly (readonly [number, number])[]): number {
  const { lrv, urv } = world.configuration
  const errors = (rounds[0]?.steps ?? []).map(({ readings }) => {
    const { applied = '', output = '' } = readings.at(-1) ?? {}
    const there = Number(applied) + between(Number(applied), found)
    return ((Number(output) - 4) / 16 - (there - lrv) / (urv - lrv)) * 100
  })
  return errors.reduce((worst, error) => (Math.abs(error) > Math.abs(worst) ? error : worst), 0)
}

test('a reference that was off: what becomes of its calibrations, attached as a finding, undone, done again', async ({
  page,
}) => {
  await open(page, '/references/R-02')
  await page.getByRole('link', { name: 'look what it changes' }).click()
  await page.waitForURL(/\/references\/R-02\/impact/)
  const counts = page.locator('.impact-counts')
  await expect(counts).toBeVisible()
  await page.getByRole('button', { name: 'all along' }).click()
  await expect(page.getByText('it was off by the whole amount from the first day')).toBeVisible()
  const rows = page.getByRole('table', { name: 'What changes' }).locator('tbody tr')
  await expect(rows.first()).toContainText('PT-901')
  const { references } = await get<{ references: Reference[] }>(page, 'references')
  const range = references.find(({ code }) => code === 'R-02')?.certificates[0]?.ranges[0]
  const found = range?.found.map(({ indicated, correction }) => [indicated, correction] as const) ?? []
  expect(found.length).toBeGreaterThan(3)
  // Every row that says fail is one by hand too, and says the figure that comes out by hand.
  const fails = rows.filter({ has: page.getByRole('img', { name: 'pass → fail' }) })
  await expect.poll(() => fails.count()).toBeGreaterThan(2) // two when it moved little by little
  const failing = await fails.all()
  for (const row of failing) {
    const link = await row.locator('a[href^="/records/"]').first().getAttribute('href')
    const record = await get<SealedRecord>(page, (link ?? '').slice(1))
    const error = worstError(record, found)
    expect(Math.abs(error)).toBeGreaterThan(0.3)
    await expect(row).toContainText(`${error > 0 ? '+' : '−'}${Math.abs(error).toFixed(3)}`)
  }
  await expect(counts.locator('dd').first()).toHaveText(String(failing.length))
  // Little by little at most as many.
  await page.getByRole('button', { name: 'little by little' }).click()
  await expect.poll(async () => Number(await counts.locator('dd').first().textContent())).toBeLessThan(failing.length)
  await page.getByRole('button', { name: 'on a day' }).click()
  await expect(page.getByText('is still empty: on which day did it move?')).toBeVisible()
  await page.getByLabel('Last known right').fill('2026-13-01')
  await expect(page.getByText('is no date: enter it as 2026-03-31')).toBeVisible()
  await page.reload()
  await expect(rows.first()).toContainText('PT-901')

  await page.getByRole('button', { name: /^Attach the finding to \d+ records/ }).click()
  await page.getByLabel('What was found, and what is done about it').fill('Sent back; the shift leads were told.')
  await page.getByRole('button', { name: 'Attach', exact: true }).click()
  await expect(page.getByText(/Finding \d+ attached/)).toBeVisible()
  await expect(page.getByText('Sent back; the shift leads were told.')).toBeVisible()
  await rows.first().locator('a[href^="/records/"]').first().click()
  await page.waitForURL(/\/records\/\d+$/)
  await expect(page.getByText('Sent back; the shift leads were told.')).toBeVisible()
  await expect(page.getByText('the record gives exactly this hash')).toBeVisible()
  await page.getByRole('button', { name: 'Undo…' }).click()
  await page.getByLabel(/reason/i).fill('It was another device.')
  await page.getByRole('button', { name: 'Undo it' }).click()
  await expect(page.getByText(/Undone by finding \d+/)).toBeVisible()

  await open(page, '/references/R-02/impact')
  await page.getByRole('button', { name: /^Put \d+ instruments? on the day sheet$/ }).click()
  await expect(page.getByText(/On the day sheet now: .*PT-901/)).toBeVisible()
  await open(page, '/')
  await page.getByRole('searchbox').fill('PT-901')
  await expect(page.getByText(/Recalibration requested: R-02 was off, as found by certificate/)).toBeVisible()
})

test('the report of an impact as CSV, XLSX and PDF has every row; nonsense is refused in words', async ({ page }) => {
  await open(page, '/references/R-02/impact')
  const rows = page.getByRole('table', { name: 'What changes' }).locator('tbody tr')
  await expect(rows.first()).toBeVisible()
  const count = await rows.count()
  const file = async (name: string) => {
    const link = await page.getByRole('link', { name, exact: true }).getAttribute('href')
    return page.request.get(`${address()}${link}`)
  }
  const csv = await (await file('CSV')).text()
  expect(csv.trim().split('\r\n')).toHaveLength(count + 1)
  expect(csv).toContain('PT-901')
  expect((await (await file('XLSX')).body()).subarray(0, 2).toString()).toBe('PK')
  expect((await (await file('Report')).body()).subarray(0, 5).toString()).toBe('%PDF-')
  const { references } = await get<{ references: Reference[] }>(page, 'references')
  const id = references.find(({ code }) => code === 'R-02')?.id
  const bad = await page.request.get(`${address()}/api/v1/references/${id}/impact/report.pdf?ask=nonsense`)
  expect(bad.status()).toBe(422)
})
