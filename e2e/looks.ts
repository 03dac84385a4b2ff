import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import type { Page } from '@playwright/test'
import type { AxeResults } from 'axe-core'
import { expect } from './barys'

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')

const WCAG = { runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'] }
/** A theme changes colours and nothing else. */
const COLOURS = { runOnly: { type: 'rule', values: ['color-contrast', 'link-in-text-block'] } }

/** Serious and critical findings of axe (WCAG 2.2 A and AA) on the page as it stands, one line each. */
export async function seriousFindings(page: Page, rules: typeof WCAG | typeof COLOURS = WCAG): Promise<string[]> {
  await page.evaluate(AXE)
  const results: AxeResults = await page.evaluate(`axe.run(${JSON.stringify(rules)})`)
  return results.violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .flatMap(({ id, nodes }) =>
      nodes.map(({ html, failureSummary }) => `${id}: ${html.slice(0, 120)} ${failureSummary?.split('\n')[1]}`),
    )
}

/** Every rule of axe in the light theme, and those of colour in the two others. */
export async function isSoundInEveryTheme(page: Page, where = ''): Promise<void> {
  for (const theme of ['Light', 'Dark', 'Sun'] as const) {
    await chooseTheme(page, theme)
    expect(await seriousFindings(page, theme === 'Light' ? WCAG : COLOURS), `${where} ${theme}`).toEqual([])
  }
}

export async function chooseTheme(page: Page, theme: 'Light' | 'Dark' | 'Sun'): Promise<void> {
  await page.getByLabel('Theme').selectOption(theme.toLowerCase())
  await expect(page.locator('html')).toHaveAttribute('data-theme', theme.toLowerCase())
}

/** Labels that stand on a box too short for them, as a person sees them: with their end cut off. */
export const cutLabels = (page: Page): Promise<(string | null)[]> =>
  page.evaluate(() =>
    [...document.querySelectorAll('label.MuiInputLabel-root')]
      .filter((label) => label.clientWidth > 0 && label.scrollWidth > label.clientWidth + 1)
      .map((label) => label.textContent),
  )

/** A screen of the run as it must stand: axe in three themes, no scrolling at 1280×800, a tablet of 800 px with gloves on. */
export async function standsStill(page: Page, stage: string): Promise<void> {
  await isSoundInEveryTheme(page, stage)
  expect(await page.evaluate(() => document.documentElement.scrollHeight), stage).toBeLessThanOrEqual(800)
  await page.setViewportSize({ width: 800, height: 1100 })
  expect(await page.evaluate(() => document.documentElement.scrollWidth), stage).toBeLessThanOrEqual(800)
  expect(await smallTargets(page), stage).toEqual([])
  await page.setViewportSize({ width: 1280, height: 800 })
}

/** What can be touched in a run, at a desk or in the bar and is lower than 44 px; a box counts with the label around it. */
export const smallTargets = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const LEAST = 43.5 // 44 px, of which layout may round away a half
    const touched = document.querySelectorAll(
      ':is(.run, .desk, .top-bar) :is(button, a, input, select, textarea, summary)',
    )
    return [...touched].flatMap((element) => {
      if (element.getAttribute('aria-hidden') === 'true' || element.closest('[aria-hidden="true"]')) return []
      const target = element.closest('label, .MuiInputBase-root') ?? element
      const { width, height: around } = target.getBoundingClientRect()
      const height = Math.max(around, element.getBoundingClientRect().height)
      if (width === 0 || height >= LEAST) return []
      return [`${height.toFixed(1)} px: ${target.outerHTML.slice(0, 120)}`]
    })
  })
