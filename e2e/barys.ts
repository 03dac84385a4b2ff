import { test as base, expect, type Page } from '@playwright/test'
import { DEMO_PEOPLE } from '../scripts/demo/people'

export { expect }
export const [ILKA, JOREN, MIRREN] = DEMO_PEOPLE

/** Address of the server under test. */
export const address = (): string => {
  const found = process.env.BARYS_ADDRESS
  if (!found) throw new Error('no server: globalSetup did not run')
  return found
}

/** Tests in which Ilka works at the browser. */
export const test = base.extend<{ page: Page }>({
  page: async ({ page, context }, use) => {
    await workAs(page, ILKA.id)
    await use(page)
    await context.close()
  },
})

/** Chooses who works at a browser, as the picker would. */
export async function workAs(page: Page, personId: string, at = address()): Promise<void> {
  await page.context().addCookies([{ name: 'barys-person', value: personId, url: at }])
}

/** Goes to an address and waits until the page takes keys and clicks. */
export async function goTo(page: Page, url: string) {
  const answer = await page.goto(url)
  await page.locator('html[data-ready]').waitFor({ state: 'attached' })
  return answer
}

/** Opens a page of the server under test. */
export const open = (page: Page, path: string) => goTo(page, `${address()}${path}`)

/** Starts a run from the instrument's Prepare page with what it offers; returns the run's id. */
export async function startRun(page: Page, tag: string, at = address()): Promise<string> {
  await goTo(page, `${at}/instruments/${tag}/calibrate`)
  await page.getByRole('button', { name: /Begin as found/ }).click()
  await page.waitForURL(/\/runs\//)
  return page.url().split('/').at(-1) ?? ''
}

/** Types one reading by keyboard into the entry line and waits until the ladder shows it as accepted. */
export async function typeReading(page: Page, applied: string, output: string): Promise<void> {
  const before = await acceptedCount(page)
  await page.getByLabel(/^applied,/).focus()
  await page.keyboard.type(applied)
  await page.keyboard.press('Enter')
  await page.keyboard.type(output)
  await page.keyboard.press('Enter')
  await expect.poll(() => acceptedCount(page)).toBe(before + 1)
}

/** How many rows of the ladder carry a verdict. */
export const acceptedCount = (page: Page) => page.locator('.ladder tbody tr td:last-child svg').count()

/** Sends JSON as our own pages do. */
export function post(page: Page, path: string, data: unknown, at = address()) {
  return page.request.post(`${at}/api/v1/${path}`, { data: data as object, headers: { origin: at } })
}
