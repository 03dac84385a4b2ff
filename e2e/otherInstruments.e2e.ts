import type { Page } from '@playwright/test'
import {
  answerSteps,
  BENCH_GAUGE,
  beginRun,
  expect,
  ILKA,
  open,
  post,
  registerInstrument,
  restoreAndSign,
  sign,
  signAndRead,
  startRun,
  test,
  typeReading,
} from './barys'
import { expectRow, isRounded } from './certificateRow'

/** Inches of water at 20 °C in kPa, by hand: 0.0254 m × 998.2067 kg/m³ × 9.80665 m/s² (Tanaka 2001, from memory). */
const KPA_PER_INH2O_20C = (0.0254 * 998.2067 * 9.80665) / 1000
const signed = (value: number, decimals: number) =>
  `${value > 0 ? '+' : ''}${value.toFixed(decimals)}`.replace('-', '−')

async function readAll(page: Page, readings: readonly (readonly [string, string])[]): Promise<void> {
  for (const [applied, output] of readings) await typeReading(page, applied, output)
}

test('a dial gauge, read on its dial: no meter is asked for, and the error is in bar', async ({ page }) => {
  await open(page, '/instruments/PI-109/calibrate')
  await expect(page.getByText('Reads the output')).toHaveCount(0)
  await startRun(page, 'PI-109')
  // 0 … 9.2 bar, ±1 % of span. At 2.3 bar it shows 2.35: +0.05 bar is +0.543 % of 9.2 bar.
  const up = [
    ['0.000', '0.00'],
    ['2.300', '2.35'],
    ['4.600', '4.62'],
    ['6.900', '6.90'],
    ['9.200', '9.18'],
  ] as const
  await readAll(page, [...up, ...up.toReversed().slice(1)])
  await page.getByRole('button', { name: /^Leave as it is/ }).click()
  const text = await restoreAndSign(page)
  expectRow(text, ['2.300', '2.35'], { ideal: 2.3, error: 0.05, percent: (0.05 / 9.2) * 100 })
  expect(text).toContain('Not adjusted: the as-found readings are also the as-left readings.')
  expect(text).toContain('output display only')
})

test('read in another unit than the range: inches of water at 20 °C on a range in kPa', async ({ page }) => {
  await open(page, '/instruments/LT-304/calibrate')
  await page.getByLabel('Applied, unit').click()
  await page.getByRole('option', { name: 'inH2O (20 °C)', exact: true }).click()
  await beginRun(page)
  await expect(page.getByText('apply 0.000')).toBeVisible()
  await typeReading(page, '0.00', '4.003')
  // 0 … 21.6 kPa: the 25 % point is 5.4 kPa
  await expect(page.locator('.entry-target')).toContainText(
    `apply ${(5.4 / KPA_PER_INH2O_20C).toFixed(3)} inH2O (20 °C)`,
  )
  const applied = '21.70'
  const ideal = 4 + (16 * Number(applied) * KPA_PER_INH2O_20C) / 21.6
  await page.getByLabel(/^applied,/).fill(applied)
  await page.getByLabel(/^reading,/).fill('8.020')
  await expect(page.locator('.entry-says')).toContainText(`ideal ${ideal.toFixed(4)} mA`)
  await expect(page.locator('.entry-says')).toContainText(`${signed(((8.02 - ideal) / 16) * 100, 3)} %`)
})

test('a reference 1.5 m higher in water: asked about, corrected at every point, found inside, and nothing is advised', async ({
  page,
}) => {
  // 0 … 24 bar, ±0.3 %. (998.2 − 1.2) · 9.80665 · 1.5 = 14.67 kPa = 0.147 bar: 0.61 % of span, twice the limit.
  await open(page, '/instruments/PT-505/calibrate')
  await page.getByLabel('Ref. higher, mm').fill('1500')
  await page.getByRole('group', { name: 'Line to the reference' }).getByLabel('Line filled with').click()
  await page.getByRole('option', { name: 'water', exact: true }).click()
  const question = page.getByLabel(/^Checked: the reference 1500 mm higher, line filled with water/)
  await expect(
    page.getByText(/the instrument sees \+0\.15 bar against the reference, 2\.0 times its error limit/),
  ).toBeVisible()
  await page.getByLabel('The nameplate says the same').check()
  await page.getByRole('button', { name: /^Begin the run/ }).click()
  await expect(page.getByText(/check height, sign and fill, then confirm them/i)).toBeVisible()
  await question.check()
  // Confirmed is what stood there then: another height is asked about again.
  await page.getByLabel('Ref. higher, mm').fill('1400')
  await expect(page.getByLabel(/^Checked: the reference 1400 mm higher/)).not.toBeChecked()
  await page.getByLabel('Ref. higher, mm').fill('1500')
  await expect(question).not.toBeChecked()
  await question.check()
  await beginRun(page)
  const head = 0.14666
  const given = [0, 5.853, 11.853, 17.853, 23.853]
  const reading = (applied: number) => [applied.toFixed(4), (4 + (16 * (applied + head)) / 24).toFixed(3)] as const
  await expect(page.locator('.entry-target')).toContainText('−0.1467')
  const up = given.map(reading)
  await readAll(page, [...up, ...up.toReversed().slice(1)])
  await expect(page.locator('.notice')).toContainText('Leave it alone')
  await expect(page.getByText('No fault found in these readings.')).toBeVisible()
  await page.getByRole('button', { name: /^Leave as it is/ }).click()
  const text = await restoreAndSign(page)
  expect(text).toContain('1500 mm above the instrument, line filled with water of 998')
  expect(text).toContain('Corrections made to the readings')
  expect(text).toContain('As found: inside its error limit')
})

test('oil is asked about where nobody has said that it may go in, and is never offered for oxygen', async ({
  page,
}) => {
  const range = { ...BENCH_GAUGE, unit: 'bar', lrl: 0, url: 60, minSpan: 2, lrv: 2, urv: 42, hookUp: 'two-valve' }
  await registerInstrument(page, 'OIL-1', range)
  await open(page, '/instruments/OIL-1/calibrate')
  const tester = page.locator('label.choice', { hasText: 'R-14' })
  await tester.click()
  const question = page.getByLabel(/^Looked into, and it may be used: R-14 works with oil/)
  await expect(question).not.toBeChecked()
  await page.getByLabel('The nameplate says the same').check()
  await page.getByRole('button', { name: /Begin the run/ }).click()
  await expect(page.locator('.run-foot')).toContainText('nobody has said whether oil may go into the instrument')
  await question.check()
  await beginRun(page)
  const { world } = await (await page.request.get(page.url().replace('/runs/', '/api/v1/runs/'))).json()
  expect(world.mediumConfirmed.by).toBe(ILKA.name)

  await registerInstrument(page, 'OIL-2', { ...range, fluidHazards: ['oxygen'], processFluid: 'oxygen' })
  await open(page, '/instruments/OIL-2/calibrate')
  await expect(tester).toContainText('oil ignites in oxygen under pressure')
  await expect(question).toHaveCount(0)
  await open(page, '/instruments/OIL-2')
  await expect(page.getByText('Hazards of the fluid')).toBeVisible()
})

test('bowed beyond its limit: advised to repair, left outside with a remark, and the certificate says so', async ({
  page,
}) => {
  await startRun(page, 'PT-505')
  // 0 … 24 bar, ±0.3 %: the middle is +0.9 % = 0.144 mA high, the ends are right; no zero or span cures that.
  const up = [
    ['0.000', '4.000'],
    ['6.000', '8.110'],
    ['12.000', '12.144'],
    ['18.000', '16.110'],
    ['24.000', '20.000'],
  ] as const
  await readAll(page, [...up, ...up.toReversed().slice(1)])
  await expect(page.getByText('Repair it: not linear (bowed)')).toBeVisible()
  await expect(page.locator('.figures .shape')).toContainText('not linear (bowed)')
  const corridor = await page.getByRole('img', { name: /^Error corridor/ }).boundingBox()
  expect((corridor?.x ?? 0) + (corridor?.width ?? 0)).toBeLessThanOrEqual(1280)
  await page.getByRole('button', { name: /^Take out for repair/ }).click()
  await expect(page.locator('.run-left')).toContainText('Marked as out of service') // it does not go back
  await answerSteps(page)
  await sign(page)
  await expect(page.getByRole('alert').filter({ hasText: 'say in the remark what happens with it' })).toBeVisible()
  const text = await signAndRead(page, 'Žluťoučký kůň: spare fitted, shift lead told (Иванов)')
  expect(text).toMatch(/As found: OUTSIDE its error limit \(largest \+0\.900? % of span\)/)
  expect(text).toContain('Decision: taken out for repair.')
  expect(text).toContain('Remark: Žluťoučký kůň: spare fitted, shift lead told (Иванов)')
})

test('otherwise than advised needs a reason; adjusting again keeps both rounds', async ({ page }) => {
  await startRun(page, 'PDT-405') // reverse-acting: 2.9 … 0 kPa, ±0.3 %, adjust beyond ±0.15 %
  const ideal = (kPa: string) => 4 + (16 * (Number(kPa) - 2.9)) / (0 - 2.9)
  const inputs = ['2.9000', '2.1750', '1.4500', '0.7250', '0.0000', '0.7250', '1.4500', '2.1750', '2.9000']
  const round = (offset: number) => inputs.map((kPa) => [kPa, (ideal(kPa) + offset).toFixed(3)] as const)
  const act = async (words: string) => {
    await page.getByLabel('In words').fill(words)
    await page.getByLabel(/^at applied/).fill('0.0000') // a zero trim says what acted on the cell
    await page.getByRole('button', { name: 'Record this act' }).click()
    await expect(page.getByRole('listitem').filter({ hasText: words })).toBeVisible()
    await page.getByRole('button', { name: /Adjustment done/ }).click()
    await expect(page.getByText('Point 1 of 9')).toBeVisible()
  }
  await readAll(page, round(0))
  await page.getByRole('button', { name: /^Adjust…/ }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Adjust' }).click()
  await expect(page.getByRole('dialog').getByRole('alert')).toContainText('Give the reason')
  await page.getByRole('dialog').getByLabel('Reason').fill('sensor replaced')
  await page.getByRole('dialog').getByRole('button', { name: 'Adjust' }).click()
  await act('first trim')
  await readAll(page, round(0.064)) // 0.064 of 16 mA is +0.4 %: worse than before
  // What is left outside is judged as what was found so, and advised on.
  await expect(page.locator('.verdict-line')).toContainText('Outside its limit')
  await expect(page.locator('.stage-track [aria-current="step"]')).toHaveText('Judge')
  const sent = writesOf(page)
  await page.getByRole('button', { name: /^Adjust Enter/ }).click()
  await expect(page.getByLabel('In words')).toBeVisible()
  expect(sent).toEqual(['decision'])
  await act('second trim')
  await readAll(page, round(0.002))
  await page.getByRole('button', { name: 'Does not apply…' }).click()
  await page.getByRole('dialog').getByLabel('Reason').fill('there is no host on this loop')
  sent.length = 0
  await page.getByRole('dialog').getByRole('button', { name: 'It does not apply' }).click()
  await expect(page.getByRole('img', { name: /^not applicable/ })).toBeVisible()
  expect(sent).toEqual(['work-steps'])
  const text = await restoreAndSign(page)
  expect(text).toContain('Readings, as left, round 1 of 2')
  expect(text).toContain('Readings, as left, round 2 of 2')
  expect(text).toContain('Decision “adjust”, because: sensor replaced')
  expect(text).toContain('As left: inside its error limit (largest +0.0')
  // Reverse-acting: too much output, too little input.
  const row = /2\.1750 8\.064 ([\d.]+) \+([\d.]+) \+([\d.]+) (−[\d.]+)/.exec(text)?.slice(1) ?? []
  for (const [index, value] of [8, 0.064, 0.4, -0.0116].entries())
    expect(isRounded(row[index] ?? '', value), `${row[index]}, by hand ${value}`).toBe(true)
})

/** What the page sends from now on, other than who is there: the last part of each address. */
function writesOf(page: Page): string[] {
  const sent: string[] = []
  page.on('request', (request) => {
    const name = request.url().split('/').at(-1) ?? ''
    if (request.method() === 'POST' && name !== 'presence') sent.push(name)
  })
  return sent
}

test('an abandoned run is kept and makes room; a sealed one is shown as its record', async ({ page }) => {
  const id = await startRun(page, 'PT-503')
  await page.getByRole('button', { name: 'Abandon this run…' }).click()
  await page.getByRole('dialog').getByLabel('Reason').fill('outage moved')
  await page.getByRole('dialog').getByRole('button', { name: 'Abandon the run' }).click()
  await page.waitForURL(/\/instruments\/PT-503$/)
  await expect(page.getByRole('link', { name: 'Start calibration' })).toBeVisible()
  await expect(page.getByRole('listitem').filter({ hasText: 'begun by Ilka Varga: outage moved' })).toBeVisible()
  const answer = await post(page, `runs/${id}/abandon`, { reason: 'again' })
  expect(answer.status()).toBe(409)
  expect((await answer.json()).refusals[0].reason).toContain('this run is abandoned')

  const first = (await page.request.get(new URL('/api/v1/records/1', page.url()).href)).json()
  await open(page, `/runs/${(await first).run.id}`)
  await page.waitForURL(/\/records\/1$/)
})
