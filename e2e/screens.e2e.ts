import { expect, open, startRun, test, typeReading } from './barys'
import { chooseTheme, cutLabels, isSoundInEveryTheme, seriousFindings, standsStill } from './looks'

const SCREENS = [
  '/',
  '/instruments',
  '/instruments/PT-302',
  '/instruments/PDT-301/calibrate',
  '/register',
  '/references',
  '/import',
  '/references/R-02',
  '/references/R-13/edit',
  '/references/R-02/certificate',
  '/references/R-02/impact',
  '/records',
  '/records/5',
  '/bench',
  '/practice',
  '/practice/range',
  '/devices',
  '/workings',
  '/workings/diagnose',
  '/workings/two-screws',
  '/workings/uncertainty-budget',
  '/docs/api',
  '/people',
  '/instruments/PDT-704/range',
  '/instruments/LT-103/vessel',
  '/instruments/LT-501/vessel',
  '/instruments/FT-601/flow',
  '/instruments/LT-602/loop',
  '/instruments/PT-801/vessel',
  '/instruments/PT-204/set-up',
  '/instruments/LT-101/edit',
  '/take?tags=LT-101,PDT-301',
  '/workings/orifice',
]

for (const path of SCREENS)
  test(`${path}: axe finds nothing serious in any theme; nothing scrolls sideways and no label is cut, at 1280, 800, 390 px`, async ({
    page,
  }) => {
    await open(page, path)
    await isSoundInEveryTheme(page)
    expect(await cutLabels(page)).toEqual([])
    for (const width of [800, 390]) {
      await page.setViewportSize({ width, height: 1100 })
      expect(await page.evaluate(() => document.documentElement.scrollWidth), `${width} px`).toBeLessThanOrEqual(width)
      expect(await cutLabels(page), `${width} px`).toEqual([])
    }
  })

test('the day sheet finds by words, shows what is due, and leads to the instrument', async ({ page }) => {
  await open(page, '/')
  await expect(page.getByText(/\d+ overdue · \d+ this week · \d+ open/)).toBeVisible()
  await page.keyboard.press('/')
  await page.keyboard.type('no such thing')
  await expect(page.getByText('No results for “no such thing”')).toBeVisible()
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

for (const width of [800, 390])
  test(`whoever shares a tablet or a phone ${width} px wide can sign out on it`, async ({ page }) => {
    await page.setViewportSize({ width, height: 900 })
    await open(page, '/')
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width)
    // There the bar is a menu.
    await page.getByRole('button', { name: 'Menu' }).click()
    await page.getByRole('button', { name: 'Sign out' }).click()
    await page.waitForURL(/\/sign-in$/)
  })

test('an address that leads nowhere says where to go', async ({ page }) => {
  const answer = await open(page, '/instruments/NOPE-1')
  expect(answer?.status()).toBe(404)
  await expect(page.getByText('Page not found')).toBeVisible()
})

test('the arrow keys choose a job, Enter starts it, Escape leaves nothing behind', async ({ page }) => {
  await open(page, '/')
  const list = page.getByRole('listbox', { name: 'Jobs by area' })
  await list.focus()
  const chosen = () => list.getByRole('option', { selected: true }).locator('.tag').textContent()
  const first = await chosen()
  await page.keyboard.press('ArrowDown')
  const second = await chosen()
  expect(second).not.toBe(first)
  await page.keyboard.press('ArrowUp')
  expect(await chosen()).toBe(first)
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  await page.waitForURL(new RegExp(`${second}/calibrate$|/runs/`))
})

test('keys lead from page to page, and ? lists them', async ({ page }) => {
  await open(page, '/')
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible()
  expect(await seriousFindings(page)).toEqual([])
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toBeHidden()
  for (const [keys, path] of [
    ['gi', '/instruments'],
    ['gf', '/references'],
    ['gr', '/records'],
    ['gd', '/'],
    ['n', '/register'],
  ] as const) {
    for (const key of keys) await page.keyboard.press(key)
    await page.waitForURL((url) => url.pathname === path)
  }
})

test('a chosen theme and a chosen person are remembered', async ({ page }) => {
  await open(page, '/')
  await chooseTheme(page, 'Sun')
  await page.getByLabel('Working as').selectOption({ label: 'Joren Halde, technician' })
  await expect(page.getByLabel('Working as').locator('option:checked')).toHaveText('Joren Halde, technician')
  await open(page, '/')
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'sun')
  await expect(page.getByLabel('Working as').locator('option:checked')).toHaveText('Joren Halde, technician')
})

test('the lists find by words and open by Enter', async ({ page }) => {
  await open(page, '/instruments')
  await page.keyboard.press('/')
  await page.keyboard.type('whey')
  await expect(page.getByRole('row', { name: /PDT-701/ })).toBeVisible()
  await page.keyboard.press('Enter')
  await page.waitForURL(/PDT-701$/)
  await open(page, '/records')
  await page.getByRole('searchbox').fill('zzz')
  await expect(page.getByText('No results for “zzz”')).toBeVisible()
  await page.getByRole('searchbox').fill('LT-501')
  await page
    .getByRole('row', { name: /LT-501/ })
    .first()
    .click()
  await page.waitForURL(/\/records\/\d+$/)
  await expect(page.getByRole('link', { name: 'LT-501' }).first()).toBeVisible()
})

test('references: the one out of date is marked, in words too', async ({ page }) => {
  await open(page, '/references')
  await expect(page.getByRole('row', { name: /R-07/ })).toContainText('out of date since')
  await expect(page.getByRole('row', { name: /R-04/ })).toContainText('±(0.02 % of reading + 0.005 % of span)')
})

test('a phone shows the run without scrolling sideways, targets large enough for a thumb', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 840 })
  await startRun(page, 'PT-303')
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  const box = await page
    .getByLabel(/^applied,/)
    .locator('xpath=..')
    .boundingBox()
  expect(box?.height).toBeGreaterThanOrEqual(44)
  await typeReading(page, '5.002', '4.003')
  const verdict = await page.locator('.ladder tbody tr td:last-child svg').first().boundingBox()
  expect((verdict?.x ?? 999) + (verdict?.width ?? 0)).toBeLessThanOrEqual(390)
})

test('two edits of one version: the second is told, with what to do, and keeps what was typed', async ({
  page,
  context,
}) => {
  const other = await context.newPage()
  for (const each of [page, other]) {
    await open(each, '/instruments/PT-801/edit')
    await each.getByLabel('Why is it changed?').fill('new supply')
    await each.getByLabel('Interval, months').fill(each === page ? '6' : '9')
  }
  await page.getByRole('button', { name: 'Save as version 2' }).click()
  await page.waitForURL(/PT-801$/)
  await other.getByRole('button', { name: 'Save as version 2' }).click()
  await expect(
    other.getByRole('alert').filter({ hasText: 'Ilka Varga made version 2 while this one was being edited' }),
  ).toBeVisible()
  await expect(other.getByLabel('Interval, months')).toHaveValue('9')
  await other.close()
})

test('the run the demo left in Judge: causes, then the convergence pad', async ({ page }) => {
  await open(page, '/instruments/LT-702') // the demo plant has a run open on it; last in this file, as it decides that run
  await page.getByRole('link', { name: /Go on with/ }).click()
  await page.waitForURL(/\/runs\//)
  await expect(page.locator('.causes li').first()).toBeVisible()
  await standsStill(page, 'Judge')
  await page.getByRole('button', { name: /^Adjust/ }).click()
  await expect(page.getByRole('img', { name: /^Convergence pad/ })).toBeVisible()
  await standsStill(page, 'Adjust')
})
