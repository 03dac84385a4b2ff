import './ownPlant'
import { test as base, expect, type Page } from '@playwright/test'
import { DEMO_PEOPLE } from '../scripts/demo/people'
import { workLists } from '../src/core/run/work/workLists'
import type { WorkList } from '../src/core/run/work/workStep'
import { DEMO_PASSWORD } from '../src/schema/demo'
import type { RunView } from '../src/schema/runView'
import { actsOf, countActs } from './acts'
import { pdfText } from './pdfText'

export { expect }
export const [ILKA, JOREN, MIRREN, TAVI, NOOR] = DEMO_PEOPLE

/** A transmitter of gauge pressure, 0 … 400 kPa on 4–20 mA, ±0.5 %, three points up, on the bench. */
export const BENCH_GAUGE = {
  description: 'Trial on the bench',
  area: 'Bench',
  kind: 'pressure-transmitter',
  pressureKind: 'gauge',
  unit: 'kPa',
  lrl: 0,
  url: 500,
  minSpan: 20,
  lrv: 0,
  urv: 400,
  signal: '4-20mA',
  errorLimit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 0.5 }] },
  adjustLimit: null,
  intervalMonths: 12,
  testPoints: [0, 50, 100],
  pointOrder: 'up',
  hookUp: 'bench',
}

/** Address of the server under test. */
export const address = (): string => {
  const found = process.env.BARYS_ADDRESS
  if (!found) throw new Error('no server: globalSetup did not run')
  return found
}

/** Looked at as often as a screen is drawn: what is awaited thousands of times comes within some tens of milliseconds. */
const OFTEN = { intervals: [20, 20, 40, 40, 80, 160], timeout: 15_000 }

/** Tests in which Ilka works at the browser. */
export const test = base.extend<{ page: Page }>({
  page: async ({ page, context }, use, info) => {
    if (process.env.BARYS_ACTS) await countActs(page)
    await workAs(page, ILKA.id)
    await use(page)
    if (process.env.BARYS_ACTS) console.log('acts', info.title, JSON.stringify(await actsOf(page)))
    await context.close()
  },
})

/** Signs one of the demo's people in at a browser, as their button would. */
export async function workAs(page: Page, personId: string, at = address()): Promise<void> {
  const answer = await post(page, 'session/demo', { personId }, at)
  expect(answer.status(), await answer.text()).toBe(200)
}

/** Goes to an address and waits until the page takes keys and clicks. */
export async function goTo(page: Page, url: string) {
  const answer = await page.goto(url)
  await page.locator('html[data-ready]').waitFor({ state: 'attached' })
  return answer
}

/** Registers an instrument; returns its id. */
export async function registerInstrument(page: Page, tag: string, configuration: object): Promise<string> {
  const answer = await post(page, 'instruments', { tag, configuration })
  expect(answer.status(), await answer.text()).toBe(200)
  return (await answer.json()).id
}

/** Opens a page of the server under test. */
export const open = (page: Page, path: string) => goTo(page, `${address()}${path}`)

/** Starts a run from the instrument's Prepare page with what it offers and goes through Isolate; returns its id. */
export async function startRun(page: Page, tag: string, at = address()): Promise<string> {
  await goTo(page, `${at}/instruments/${tag}/calibrate`)
  return beginRun(page)
}

/**
 * Begins the run that is prepared on the screen, with Isolate answered past the screen; returns the run's id. Isolate by
 * the keyboard is a test of its own.
 */
export async function beginRun(page: Page): Promise<string> {
  await page.getByLabel('The nameplate says the same').check()
  await page.getByRole('button', { name: /Begin the run/ }).click()
  await page.waitForURL(/\/runs\//)
  const id = page.url().split('/').at(-1) ?? ''
  if (process.env.BARYS_ACTS) await answerSteps(page)
  else await answerByApi(page, 'isolate')
  await expect(page.getByText(/^Point 1 of/)).toBeVisible()
  return id
}

/** The run on the screen, as it is stored. */
async function shownRun(page: Page): Promise<RunView> {
  return (await page.request.get(`${originOf(page)}/api/v1${new URL(page.url()).pathname}`)).json()
}
/** Of the server that the page came from: a test may run several. */
const originOf = (page: Page) => new URL(page.url()).origin

/** Answers what is left of a list by the API, in its order, and shows the run anew. By the keyboard it is a test of its own. */
async function answerByApi(page: Page, list: WorkList): Promise<void> {
  const run = await shownRun(page)
  const answered = (run.workSteps ?? []).filter((step) => step.list === list).map(({ item }) => item)
  for (const { id: item, takesWords } of workLists(run)?.[list] ?? []) {
    if (answered.includes(item)) continue
    const words = takesWords ? 'Shift lead told.' : null
    const step = { id: crypto.randomUUID(), list, item, outcome: 'done', words }
    const answer = await post(page, `runs/${run.id}/work-steps`, step, originOf(page))
    expect(answer.status(), await answer.text()).toBe(200)
  }
  await goTo(page, page.url())
}

/**
 * Takes readings by the API at the points that come next, and shows the run anew: where what they are is not the matter, but
 * what comes of them. Typing them is a test of its own.
 */
export async function takeReadings(page: Page, rows: readonly (readonly [applied: string, output: string])[]) {
  const run = await shownRun(page)
  const open = run.rounds.at(-1)?.steps.filter(({ readings }) => readings.length === 0) ?? []
  for (const [index, [applied, output]] of rows.entries()) {
    const reading = { id: crypto.randomUUID(), stepId: open[index]?.id, applied, output }
    const answer = await post(page, `runs/${run.id}/readings`, reading, originOf(page))
    expect(answer.status(), await answer.text()).toBe(200)
  }
  await goTo(page, page.url())
}

/** Ticks every step of Isolate or Restore by Enter, up to a step or to the end; by parts where acts are counted. */
export async function answerSteps(page: Page, upTo?: RegExp): Promise<void> {
  const place = page.locator('.work-foot p', { hasText: /^Step \d+ of \d+$/ })
  await expect(place).toBeVisible()
  for (;;) {
    const [, position, count] = /Step (\d+) of (\d+)/.exec((await place.textContent()) ?? '') ?? []
    if (upTo?.test((await page.locator('.work-next').textContent()) ?? '')) return
    const words = page.locator('.work-foot').getByLabel('In words')
    const part = page.getByRole('button', { name: /^All \d+ of this part done/ })
    let ticked = 1
    if (await words.isVisible()) {
      await words.fill('Shift lead told.')
      await words.press('Enter')
    } else {
      await expect(page.getByRole('button', { name: /^Done/ })).toBeFocused()
      if (process.env.BARYS_ACTS && !upTo && (await part.isVisible())) {
        ticked = Number(/\d+/.exec((await part.textContent()) ?? '')?.[0])
        await page.keyboard.press('Shift+Enter')
      } else await page.keyboard.press('Enter')
    }
    if (Number(position) - 1 + ticked === Number(count)) return expect(page.locator('.work-foot')).toHaveCount(0)
    await expect.poll(() => place.textContent(), OFTEN).toBe(`Step ${Number(position) + ticked} of ${count}`)
  }
}

/** Puts the instrument back, by the API, signs, and returns the text of the certificate. */
export async function restoreAndSign(page: Page, remark?: string): Promise<string> {
  if (process.env.BARYS_ACTS) await answerSteps(page)
  else {
    await expect(page.locator('.work-foot p', { hasText: /^Step \d+ of \d+$/ })).toBeVisible()
    await answerByApi(page, 'restore')
  }
  return signAndRead(page, remark)
}

/** Signs and seals the run on the screen; returns the text of its certificate. */
export async function signAndRead(page: Page, remark?: string): Promise<string> {
  if (remark) await page.getByLabel(/^Remark/).fill(remark)
  await sign(page)
  await page.waitForURL(/\/records\/\d+$/)
  await expect(page.getByText('the record gives exactly this hash')).toBeVisible()
  const api = page.url().replace('/records/', '/api/v1/records/')
  return (await pdfText(await (await page.request.get(`${api}/certificate`)).body())).text
}

/** Signs the run on the screen with the password of the demo's people. */
export async function sign(page: Page): Promise<void> {
  await page.getByLabel(/^Password of/).fill(DEMO_PASSWORD)
  await page.getByRole('checkbox').check()
  await page.getByRole('button', { name: 'Sign and seal' }).click()
}

/** Types one reading by keyboard into the entry line and waits until the ladder shows it as accepted. */
export async function typeReading(page: Page, applied: string, output: string): Promise<void> {
  const before = await acceptedCount(page)
  await page.getByLabel(/^applied,/).focus()
  await page.keyboard.type(applied)
  await page.keyboard.press('Enter')
  await page.keyboard.type(output)
  await page.keyboard.press('Enter')
  await accepted(page, before + 1)
}

/** Waits until so many readings are accepted; asked whether digits were left out, it says that they were not read. */
export async function accepted(page: Page, count: number): Promise<void> {
  const question = page.locator('.entry-question')
  const look = async () => {
    const now = await acceptedCount(page)
    if (now < count && (await question.isVisible())) await page.keyboard.press('Enter')
    return now
  }
  await expect.poll(look, OFTEN).toBe(count)
}

/** How many rows of the ladder carry a verdict. */
export const acceptedCount = (page: Page) => page.locator('.ladder tbody tr td:last-child svg').count()

/** Sends JSON as our own pages do. */
export function post(page: Page, path: string, data: unknown, at = address()) {
  return page.request.post(`${at}/api/v1/${path}`, { data: data as object, headers: { origin: at } })
}
