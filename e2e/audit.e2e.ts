import { expect, MIRREN, open, test, workAs } from './barys'

test('the audit trail says who did what, when and why, and is filtered by instrument and person', async ({ page }) => {
  await workAs(page, MIRREN.id)
  await open(page, '/audit')
  const rows = page.getByRole('table', { name: 'Acts, the newest first' }).getByRole('row')
  await expect(rows.nth(50)).toBeVisible()
  const filter = page.getByRole('form', { name: 'Which acts' })
  await filter.getByLabel('Instrument').fill('PT-302')
  await filter.getByRole('button', { name: 'Show' }).click()
  await page.waitForURL(/tag=PT-302/)
  await expect(rows.filter({ hasText: 'instrument registered' })).toHaveCount(1)
  for (const row of await rows.all()) expect(await row.textContent()).toMatch(/PT-302|About/)
  await page
    .getByRole('link', { name: /^record \d+$/ })
    .first()
    .click()
  await page.waitForURL(/\/records\/\d+$/)
})

test('page by page it leads to the first act, and none is shown twice', async ({ page }) => {
  await workAs(page, MIRREN.id)
  await open(page, '/audit?kind=run+sealed')
  const seen = new Set<string>()
  for (;;) {
    const texts = await page.getByRole('row').filter({ hasText: 'run signed and sealed' }).allTextContents()
    for (const text of texts) expect(seen.has(text), text).toBe(false)
    for (const text of texts) seen.add(text)
    const earlier = page.getByRole('link', { name: 'Earlier' })
    if ((await earlier.count()) === 0) break
    const from = page.url()
    await earlier.click()
    await expect(page).not.toHaveURL(from)
    await expect(page.getByRole('link', { name: 'Newest' })).toBeVisible()
  }
  expect(seen.size).toBeGreaterThan(150)
})

test('as a file it holds what its page shows', async ({ page }) => {
  await workAs(page, MIRREN.id)
  await open(page, '/audit?tag=PT-302&kind=run+sealed')
  const shown = await page.getByRole('row').filter({ hasText: 'run signed and sealed' }).count()
  const href = await page.getByRole('link', { name: 'As CSV' }).getAttribute('href')
  const answer = await page.request.get(new URL(href ?? '', page.url()).href)
  expect(answer.headers()['content-type']).toContain('text/csv')
  const [head, made, ...lines] = (await answer.text()).replace('\uFEFF', '').split('\r\n')
  expect(head).toBe('When (UTC),When,Who,What,Instrument,Record,About,Why')
  expect(made).toMatch(/,this file was made,.*last of \d+ acts: [0-9a-f]{64},checkpoints signed with \S+ \(Ed25519\)$/)
  expect(lines).toHaveLength(shown)
  for (const line of lines) expect(line).toContain('run signed and sealed,PT-302,')
})

test('everything is verified by the screen, with progress; a hash of no record is told', async ({ page }) => {
  await workAs(page, MIRREN.id)
  await open(page, '/records')
  await page.getByRole('link', { name: 'Verification' }).click()
  await page.getByRole('button', { name: 'Verify everything' }).click()
  await expect(page.getByRole('progressbar', { name: 'Verified so far' })).toBeVisible()
  await expect(page.getByText(/of \d+ records/)).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Everything agrees' })).toBeVisible({ timeout: 120_000 })
  const hash = 'ab'.repeat(32)
  await page.getByLabel('A hash that must be in the chain').fill(hash)
  await page.getByRole('button', { name: 'Verify everything' }).click()
  await expect(page.getByRole('heading', { name: '1 thing does not agree' })).toBeVisible({ timeout: 120_000 })
  await expect(page.getByText(`${hash} is in neither chain`)).toBeVisible()
})
