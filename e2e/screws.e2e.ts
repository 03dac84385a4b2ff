import type { Page } from '@playwright/test'
import { expect, post, restoreAndSign, startRun, test, typeReading } from './barys'
import { expectRow } from './certificateRow'

/** A pneumatic transmitter, 0 … 12.6 kPa to 3 … 15 psi, with two screws that disturb each other. */
const INTERACTION = 0.42
const FULL = 12.6
const [LOWER, SPAN] = [3, 12] // psi
const TAG = 'PDT-731'

/** Errors at both ends in % of span, and what the screws do to them: the instrument behind the test, worked by hand. */
class Transmitter {
  constructor(
    private zero: number,
    private full: number,
  ) {}

  output(percent: number): number {
    return LOWER + (SPAN / 100) * (percent + this.zero + ((this.full - this.zero) * percent) / 100)
  }

  /** Turns a screw until its own end reads so much; returns the reading before. */
  set(screw: 'zero' | 'span', reading: number): number {
    const before = this.output(screw === 'zero' ? 0 : 100)
    const move = ((reading - before) / SPAN) * 100
    this.zero += screw === 'zero' ? move : INTERACTION * move
    this.full += move
    return before
  }
}

const PERCENTS = [0, 25, 50, 75, 100, 75, 50, 25, 0]
type Typed = readonly [applied: string, output: string]

/** Reads every point; returns what was typed. */
async function readAll(page: Page, instrument: Transmitter): Promise<Typed[]> {
  const rows = PERCENTS.map(
    (percent): Typed => [((FULL * percent) / 100).toFixed(3), instrument.output(percent).toFixed(3)],
  )
  for (const [applied, output] of rows) await typeReading(page, applied, output)
  return rows
}

async function registerTransmitter(page: Page): Promise<void> {
  const percentSpan = (value: number) => ({ combine: 'sum', terms: [{ kind: 'percentSpan', value }] })
  const configuration = {
    description: 'Strainer, to the local panel',
    area: 'Utilities',
    kind: 'pneumatic-transmitter',
    pressureKind: 'differential',
    unit: 'kPa',
    lrl: -40,
    url: 40,
    minSpan: 4.5,
    lrv: 0,
    urv: FULL,
    signal: '3-15psi',
    errorLimit: percentSpan(1.2),
    adjustLimit: percentSpan(0.7),
    intervalMonths: 6,
    testPoints: [0, 25, 50, 75, 100],
    pointOrder: 'up-down',
    hookUp: 'pneumatic',
  }
  const answer = await post(page, 'instruments', { tag: TAG, configuration })
  expect(answer.status(), await answer.text()).toBe(200)
}

test('interacting screws: the pad says what to set, both ends come home, and the certificate agrees', async ({
  page,
}) => {
  const instrument = new Transmitter(2.4, -3.1)
  await registerTransmitter(page)
  await startRun(page, TAG)
  const found = await readAll(page, instrument)
  await expect(page.getByText('Outside its limit')).toBeVisible()
  // Judge names the cause with its figures, and what looks the same.
  const first = page.locator('.causes li').first()
  await expect(first).toContainText('zero and span both off')
  await expect(first).toContainText(/zero \+2\.[34]\d % of span, span −5\.[45]\d %/)
  await expect(first).toContainText('both ends approximately first, then converge')
  await page.getByRole('button', { name: /^Adjust/ }).click()

  const next = page.locator('strong', { hasText: /^Next:/ })
  const says = async () => {
    const words = (await next.textContent()) ?? ''
    const [, screw, reading] = /Next: (zero|span) screw, set ([\d.]+) psi/.exec(words) ?? []
    return { screw: screw as 'zero' | 'span', reading: Number(reading) }
  }
  await expect(next).toBeVisible()
  let acts = 0
  while (await next.isVisible()) {
    const { screw, reading } = await says()
    const before = instrument.set(screw, reading)
    acts++
    await expect(page.getByLabel('Kind')).toHaveText(`${screw} screw`) // the form offers what the pad asks for
    await page.getByLabel(/^output before/).fill(before.toFixed(3))
    await page.getByLabel(/^output after/).fill(reading.toFixed(3))
    await page.getByRole('button', { name: 'Record this act' }).click()
    await expect(page.locator('ol.cautions li')).toHaveCount(acts)
    expect(acts).toBeLessThanOrEqual(6) // three passes
  }
  await expect(page.getByText('Both ends should now be inside.')).toBeVisible()
  await expect(page.getByRole('img', { name: /^Convergence pad/ })).toBeVisible()
  await page.getByRole('button', { name: /Adjustment done/ }).click()
  await expect(page.getByText('Point 1 of 9')).toBeVisible()
  const left = await readAll(page, instrument)
  await expect(page.locator('.verdict-line')).toContainText('Inside its limit')
  const text = await restoreAndSign(page)
  for (const row of [...found, ...left]) {
    const ideal = LOWER + (SPAN * Number(row[0])) / FULL
    const error = Number(row[1]) - ideal
    expectRow(text, row, { ideal, error, percent: (error / SPAN) * 100 })
  }
  expect(text).toContain('zero screw')
  expect(text).toMatch(/As left: inside its error limit \(largest/) // and inside the adjust limit
})

test('a zero trim at a live pressure is refused with the reason, and nothing is stored', async ({ page }) => {
  await startRun(page, 'PT-801') // 0 … 8.4 bar, 4 … 20 mA
  for (const percent of PERCENTS)
    await typeReading(page, ((8.4 * percent) / 100).toFixed(4), (4.2 + 0.16 * percent).toFixed(3))
  await expect(page.locator('.causes li').first()).toContainText('mounting tilt')
  await expect(page.locator('.causes li').first()).toContainText('zero trim at true zero')
  await page.getByRole('button', { name: /^Adjust/ }).click()
  const record = async (applied: string) => {
    await page.getByLabel('In words').fill('zeroed')
    await page.getByLabel(/^at applied/).fill(applied)
    await page.getByRole('button', { name: 'Record this act' }).click()
  }
  await record('2.1')
  await expect(page.locator('form').getByRole('alert')).toContainText('which is not zero')
  await record('')
  await expect(page.locator('form').getByRole('alert')).toContainText('not said what acted on the cell')
  await expect(page.locator('ol.cautions li')).toHaveCount(0)
  await record('0.0000')
  await expect(page.locator('ol.cautions li')).toHaveCount(1)
})
