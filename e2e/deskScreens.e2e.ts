import type { Page } from '@playwright/test'
import { expect, NOOR, open, post, test, workAs } from './barys'
import { chooseTheme, smallTargets } from './looks'

const saved = (page: Page) => page.getByText(/^Saved .* by Ilka Varga\.$/)

test('a tank: a tap is dragged and stepped by keys, saved, reopens as saved, exports as JSON', async ({ page }) => {
  await open(page, '/instruments/LT-602/vessel')
  const handle = page.getByRole('slider', { name: 'Instrument' })
  await expect(handle).toHaveAttribute('aria-valuenow', '0.06')
  const box = await handle.boundingBox()
  if (!box) throw new Error('the handle is not drawn')
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 - 60, { steps: 6 })
  await page.mouse.up()
  const dragged = Number(await boxAt(page, 'Instrument at').inputValue())
  expect(dragged).toBeGreaterThan(0.1)
  await handle.focus()
  await page.keyboard.press('ArrowDown')
  const stepped = Number(await boxAt(page, 'Instrument at').inputValue())
  expect(dragged - stepped).toBeCloseTo(0.01, 6)
  // A tap over the level of 0 % cannot see it: said in words, and nothing can be taken to the range desk.
  await boxAt(page, 'Lower tap at').fill('0.5')
  await expect(page.getByText(/lies below the lower tap/).first()).toBeVisible()
  await expect(page.getByRole('button', { name: 'Take its range to the range desk' })).toBeDisabled()
  await boxAt(page, 'Lower tap at').fill('0.12')
  await boxAt(page, 'Density of the liquid').fill('0')
  await expect(page.getByText('0 kg/m³ is no density of a liquid').first()).toBeVisible()
  await boxAt(page, 'Density of the liquid').fill('1345')
  await page.getByRole('button', { name: 'Save with the instrument' }).click()
  await expect(saved(page)).toBeVisible()
  await open(page, '/instruments/LT-602/vessel')
  await expect(boxAt(page, 'Density of the liquid')).toHaveValue('1345')
  await expect(boxAt(page, 'Instrument at')).toHaveValue(String(stepped))
  await expect(saved(page)).toBeVisible()
  await boxAt(page, 'Density of the liquid').fill('1346')
  await expect(page.getByText(/^Changed since it was saved .* by Ilka Varga\.$/)).toBeVisible()
  const href = await page.getByRole('link', { name: 'JSON' }).getAttribute('href')
  const exported = await (await page.request.get(new URL(href ?? '', page.url()).href)).json()
  expect(exported).toMatchObject({
    instrument: { tag: 'LT-602' },
    savedBy: 'Ilka Varga',
    setUp: { kind: 'level', input: { vessel: { kind: 'open', density: 1345, sensor: stepped } } },
  })
  // LRV by hand: line from the tap at 0.12 m to the instrument, ρ·g·h.
  const lrv = exported.comesTo.answer.lrv
  expect(lrv.value).toBeCloseTo((1345 * 9.8124 * (0.12 - stepped)) / 1000, 6)
})

const boxAt = (page: Page, label: string) => page.getByLabel(new RegExp(`^${label}`))

test('a loop: where the error sits, volts at the terminals, and both schools', async ({ page }) => {
  await open(page, '/instruments/LT-602/loop')
  const out = page.getByRole('region', { name: 'What comes out' })
  // 23.7 V less 20 mA over 198 Ω, the input resistor of 120.2 Ω, and the wire, 2·86/(58·0.75)·(1 + 0.00393·12) Ω.
  const wire = ((2 * 86) / (58 * 0.75)) * (1 + 0.00393 * 12)
  await expect(out).toContainText(`${(23.7 - 0.02 * (198 + 120.2 + wire)).toFixed(2)} V`)
  await expect(out).toContainText(`${(23.7 - 0.0225 * (198 + 120.2 + wire)).toFixed(2)} V`)
  await expect(out).toContainText('most of it sits in LI-602 B')
  await expect(out).toContainText('Leave the transmitter true, mend the loop')
  await page.getByLabel('Limit, ± %, row 1').fill('0.05')
  await expect(out).toContainText('Outside its own limit: LY-602')
  await page.getByLabel('Supply, V').fill('10')
  await expect(page.getByText(/is as much as the supply gives/).first()).toBeVisible()
})

test('a host whose scale is left behind is said before it shows wrong, and scaled by one click', async ({ page }) => {
  const at = async (label: string) => Number(await page.getByLabel(label).inputValue())
  // A level goes on in a line; a flow, whose root the host takes, grows as the root.
  for (const [tag, wanted, grows] of [
    ['LT-602', 18.4, (x: number) => x],
    ['FT-601', 31, Math.sqrt],
  ] as const) {
    await open(page, `/instruments/${tag}/range`)
    const [lrv, urv] = [await at('LRV wanted'), await at('URV wanted')]
    const [lower, upper] = [await at('Host at 0 %'), await at('Host at 100 %')]
    await page.getByLabel('URV wanted').fill(String(wanted))
    const verdict = page.getByRole('region', { name: 'Verdict' })
    await expect(verdict).toContainText(`at ${wanted} kPa it would show`)
    await page.getByRole('button', { name: /^Scale the host/ }).click()
    const carried = lower + (upper - lower) * grows((wanted - lrv) / (urv - lrv))
    // As finely as a range is set: a ten-thousandth of the span.
    expect((await at('Host at 100 %')) / carried, tag).toBeCloseTo(1, 4)
    expect(await at('Host at 0 %')).toBeCloseTo(lower, 9)
    await expect(verdict).not.toContainText('it would show')
    await expect(page.getByRole('region', { name: 'Changes with it' })).toContainText('Host: scale from')
  }
})

test('an item of the loop that has to be seen to stands among what changes with a range', async ({ page }) => {
  await open(page, '/instruments/LT-602/range')
  await page.getByLabel('URV wanted').fill('23.1')
  await page.getByLabel('Host at 100 %').fill('1.7')
  await expect(page.getByRole('region', { name: 'Changes with it' })).toContainText('LI-602 B: new scale plate')
  await page.getByRole('button', { name: 'Save as a proposal' }).click()
  await expect(saved(page)).toBeVisible()
  await open(page, '/instruments/LT-602/range')
  await expect(page.getByLabel('URV wanted')).toHaveValue('23.1')
  await open(page, '/instruments/LT-602')
  await expect(page.getByRole('link', { name: /^Range desk .* saved .*Ilka Varga/ })).toBeVisible()
})

test('an end of a range may be typed with a unit of its own; water without its temperature is refused', async ({
  page,
}) => {
  await open(page, '/instruments/PT-801/range')
  await page.getByLabel('URV wanted').fill('600 kPa')
  await expect(
    page.getByRole('region', { name: 'New output' }).getByRole('row', { name: /^100 % 6\.000/ }),
  ).toBeVisible()
  await page.getByLabel('URV wanted').fill('40 inH2O')
  await expect(page.getByText(/inH2O alone is ambiguous/).first()).toBeVisible()
})

test('who may not change the register looks on; a flow meter outside its standard is refused by name', async ({
  page,
}) => {
  await workAs(page, NOOR.id)
  await open(page, '/instruments/FT-601/flow')
  await expect(page.getByRole('button', { name: 'Save with the instrument' })).toBeDisabled()
  await page.getByLabel('Bore, mm').fill('73.5')
  await expect(page.getByText(/β = 0\.901 lies outside ISO 5167-2/).first()).toBeVisible()
  const answer = await post(page, 'instruments/5d1f7c02-6a51-4f0e-9a57-0c1d4be0a001/desks', {})
  expect(answer.status()).toBe(403)
})

test('every desk by fingers at 800 px, and on paper without what only a screen needs', async ({ page }) => {
  for (const path of ['PDT-704/range', 'LT-103/vessel', 'FT-601/flow', 'LT-602/loop', 'PT-204/set-up']) {
    await open(page, `/instruments/${path}`)
    await chooseTheme(page, 'Dark')
    await page.setViewportSize({ width: 800, height: 1100 })
    expect(await page.evaluate(() => document.documentElement.scrollWidth), path).toBeLessThanOrEqual(800)
    expect(await smallTargets(page), path).toEqual([])
    await page.emulateMedia({ media: 'print' })
    await page.evaluate(() => window.dispatchEvent(new Event('beforeprint'))) // as printing does; media alone do not
    await expect(page.locator('.desk :is(button, .MuiButton-root):visible')).toHaveCount(0)
    await expect(page.getByText(/^(Range|Vessel|Flow) desk of|^(Loop card|Set-up sheet) of/)).toHaveText(
      new RegExp(`${path.split('/')[0]}, version \\d+ of its configuration, printed .+\\.$`),
    )
    await expect(page.locator('body')).toHaveCSS('color', 'rgb(32, 38, 42)') // ink on white, whatever the screen had
    await expect(page.locator('.top-bar')).toBeHidden()
    await expect(page.locator('.vessel-handle:visible')).toHaveCount(0)
    // A chart is whole: no wider than its column.
    for (const canvas of await page.locator('.picture canvas').all())
      expect(
        await canvas.evaluate((it) => it.getBoundingClientRect().width - (it.parentElement?.clientWidth ?? 0)),
        path,
      ).toBeLessThanOrEqual(1)
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
    await page.emulateMedia({ media: null })
    await page.evaluate(() => window.dispatchEvent(new Event('afterprint')))
    await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark')
    await page.setViewportSize({ width: 1280, height: 800 })
    await chooseTheme(page, 'Light')
  }
})

test('a capsule is added to the shelf and counted', async ({ page }) => {
  await open(page, '/references')
  await page.getByRole('button', { name: 'Add a capsule' }).click()
  const dialog = page.getByRole('dialog')
  const fill = (label: string, text: string) => dialog.getByLabel(new RegExp(`^${label}`)).fill(text)
  await fill('Code', 'C-600')
  await fill('Family of bodies', 'cell body, digital')
  await fill('What it is', 'Differential cell, ±600 kPa')
  await fill('Lower limit', '600')
  await fill('Upper limit', '-600')
  await fill('Smallest span', '12')
  await fill('In stock', '2')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(dialog.getByRole('alert')).toContainText('Must lie above LRL')
  await fill('Lower limit', '-600')
  await fill('Upper limit', '600')
  await dialog.getByRole('button', { name: 'Save' }).click()
  const row = page.getByRole('row', { name: /^C-600/ })
  await expect(row).toBeVisible()
  await row.getByRole('button', { name: 'One C-600 fewer' }).click()
  await expect(row.locator('.capsule-count .num')).toHaveText('1')
})
