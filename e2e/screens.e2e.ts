import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import type { Page } from '@playwright/test'
import type { AxeResults } from 'axe-core'
import { expect, open, startRun, test, typeReading } from './barys'

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')

/** Serious and critical findings of axe (WCAG 2.2 A and AA) on the page as it stands, one line each. */
async function seriousFindings(page: Page): Promise<string[]> {
  await page.evaluate(AXE)
  const results: AxeResults = await page.evaluate(
    'axe.run({ runOnly: ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"] })',
  )
  return results.violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .flatMap(({ id, nodes }) =>
      nodes.map(({ html, failureSummary }) => `${id}: ${html.slice(0, 120)} ${failureSummary?.split('\n')[1]}`),
    )
}

async function chooseTheme(page: Page, theme: 'Light' | 'Dark' | 'Sun'): Promise<void> {
  await page.getByLabel('Theme').selectOption(theme.toLowerCase())
  await expect(page.locator('html')).toHaveAttribute('data-theme', theme.toLowerCase())
}

const SCREENS = [
  '/',
  '/instruments',
  '/instruments/PT-302',
  '/instruments/PDT-301/calibrate',
  '/register',
  '/references',
  '/records',
  '/records/5',
]

for (const path of SCREENS)
  test(`${path}: axe finds nothing serious in any theme, and nothing scrolls sideways at 800 px`, async ({ page }) => {
    await open(page, path)
    for (const theme of ['Light', 'Dark', 'Sun'] as const) {
      await chooseTheme(page, theme)
      expect(await seriousFindings(page), theme).toEqual([])
    }
    await page.setViewportSize({ width: 800, height: 1100 })
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(800)
  })

test('the run: axe finds nothing serious, nothing scrolls at 1280×800, and it works at 800 px', async ({ page }) => {
  await startRun(page, 'PT-404')
  await typeReading(page, '0.002', '4.010')
  for (const theme of ['Light', 'Dark', 'Sun'] as const) {
    await chooseTheme(page, theme)
    expect(await seriousFindings(page), theme).toEqual([])
  }
  expect(await page.evaluate(() => document.documentElement.scrollHeight)).toBeLessThanOrEqual(800)
  await page.setViewportSize({ width: 800, height: 1100 })
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(800)
  await typeReading(page, '7.251', '8.021')
})

test('the day sheet finds by words, shows what is due, and leads to the instrument', async ({ page }) => {
  await open(page, '/')
  await expect(page.getByText(/\d+ overdue · \d+ this week · \d+ open/)).toBeVisible()
  await page.keyboard.press('/')
  await page.keyboard.type('no such thing')
  await expect(page.getByText('Nothing matches “no such thing”')).toBeVisible()
  await page.getByRole('searchbox').fill('drum')
  await page.getByRole('link', { name: 'LT-501' }).click()
  await page.waitForURL(/LT-501$/)
  await expect(page.getByRole('img', { name: /Range −7.35 to −1.45 kPa on a sensor for −25 to 25/ })).toBeVisible()
})

test('an open run is gone on with, from the day sheet and from its instrument', async ({ page }) => {
  await open(page, '/instruments/LT-702')
  await page.getByRole('link', { name: /Go on with Joren Halde’s run/ }).click()
  await expect(page.getByText('Outside its limit')).toBeVisible()
  await open(page, '/instruments/LT-702/calibrate')
  await page.waitForURL(/\/runs\//)
})

test('an address that leads nowhere says where to go', async ({ page }) => {
  const answer = await open(page, '/instruments/NOPE-1')
  expect(answer?.status()).toBe(404)
  await expect(page.getByText('Nothing is kept here')).toBeVisible()
})
