import type { Page } from '@playwright/test'
import { expect, ILKA, open, startRun, TAVI, test, workAs } from './barys'

// WCAG 2.2, 1.4.10: at 320 CSS pixels, which is 1280 at 400 %, nothing needs two directions; 1.4.4: at 200 %.
const PAGES = [
  ...['/', '/instruments', '/instruments/PT-302', '/instruments/FT-601/flow', '/instruments/LT-602/vessel'],
  ...['/instruments/PT-302/range', '/instruments/PT-302/calibrate', '/records', '/records/40', '/references/R-02'],
  ...['/workings/diagnose', '/workings/uncertainty-budget', '/bench', '/people', '/audit', '/audit/verify', '/start'],
]

const widths = (page: Page) =>
  page.evaluate(() => ({ needs: document.documentElement.scrollWidth, has: document.documentElement.clientWidth }))

/** How much of the height is taken by what stays while the page scrolls. */
const staying = (page: Page) =>
  page.evaluate(() => {
    const heights = [...document.querySelectorAll('body *')]
      .filter((element) => ['sticky', 'fixed'].includes(getComputedStyle(element).position))
      // Of tables only their heads stay, and those within the table.
      .filter((element) => element.closest('table') === null)
      .map((element) => element.getBoundingClientRect().height)
    return Math.max(0, ...heights) / window.innerHeight
  })

for (const [width, height] of [
  [390, 844],
  [640, 400],
] as const)
  test(`at ${width} × ${height} no page scrolls sideways, and nothing that stays takes more than a third`, async ({
    page,
  }) => {
    test.setTimeout(300_000)
    await page.setViewportSize({ width, height })
    await workAs(page, TAVI.id)
    for (const path of PAGES) {
      await open(page, path)
      const { needs, has } = await widths(page)
      expect(needs, path).toBeLessThanOrEqual(has)
      expect(await staying(page), path).toBeLessThan(0.34)
    }
  })

test('a run, enlarged to 200 and 400 %: its foot gives way and the entry line is still worked', async ({ page }) => {
  await startRun(page, 'PT-902')
  for (const [width, height] of [
    [640, 400],
    [320, 256],
  ] as const) {
    await page.setViewportSize({ width, height })
    expect(await staying(page)).toBeLessThan(0.34)
    await page.getByLabel(/^applied,/).fill('1')
    await expect(page.getByLabel(/^applied,/)).toBeInViewport()
    await page.getByLabel(/^applied,/).fill('')
  }
})

test('letters alone can be turned off and changed, and stay so at this browser', async ({ page }) => {
  await workAs(page, ILKA.id)
  await open(page, '/records')
  await page.getByRole('button', { name: 'List of keys' }).click()
  await page.getByRole('textbox', { name: 'Key: register a new instrument' }).fill('k')
  await page.getByRole('button', { name: 'Close' }).click()
  await open(page, '/references')
  await page.keyboard.press('n')
  await page.keyboard.press('k')
  await page.waitForURL(/\/register$/)
  await open(page, '/records')
  await page.getByRole('button', { name: 'List of keys' }).click()
  await page.getByRole('checkbox', { name: /^Letters alone do something/ }).click()
  await page.getByRole('button', { name: 'Close' }).click()
  await open(page, '/references')
  for (const key of ['k', 'n', '?', 'g', 'r', '/']) await page.keyboard.press(key)
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await expect(page).toHaveURL(/\/references$/)
})

test('a list prints whole, whatever page of it the screen shows', async ({ page }) => {
  await workAs(page, TAVI.id)
  await open(page, '/instruments')
  await expect(page.getByRole('grid')).toBeVisible()
  await page.evaluate(() => window.dispatchEvent(new Event('beforeprint')))
  const rows = page.getByRole('table').getByRole('row')
  expect(await rows.count()).toBeGreaterThan(50)
  await expect(rows.filter({ hasText: 'PT-302' })).toHaveCount(1)
  await page.evaluate(() => window.dispatchEvent(new Event('afterprint')))
  await expect(page.getByRole('grid')).toBeVisible()
})

test('the title of a run says of which instrument, and how far', async ({ page }) => {
  await startRun(page, 'PT-903')
  await expect(page).toHaveTitle('PT-903: As found · Barys')
})

test('a screen reader is told that a point was stored and which comes next; the verdict once the typing pauses', async ({
  page,
}) => {
  await startRun(page, 'PT-904')
  const spoken = page.locator('.entry [role="status"]')
  await expect(spoken).toHaveText('')
  const applied = page.getByLabel(/^applied,/)
  await expect(applied).toHaveAttribute('aria-describedby', 'entry-says')
  await page.keyboard.press('=')
  await page.keyboard.press('Enter')
  await page.keyboard.type('4.001')
  await expect(spoken).toHaveText(/^error [+−]?\d.*(inside|outside)/)
  await page.keyboard.press('Enter')
  await expect(spoken).toHaveText(/^Point 1 stored\. Point 2: /)
})
