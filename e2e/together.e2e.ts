import {
  address,
  beginRun,
  expect,
  goTo,
  ILKA,
  JOREN,
  NOOR,
  open,
  post,
  startRun,
  test,
  typeReading,
  workAs,
} from './barys'

test('two people in one run see each other and what the other records, without loading anything again', async ({
  page,
  browser,
}) => {
  await startRun(page, 'PT-306')
  const context = await browser.newContext()
  const other = await context.newPage()
  try {
    await workAs(other, JOREN.id)
    await goTo(other, page.url())
    await expect(other.getByText('Ilka Varga is in this run too: As found, 0 % rising')).toBeVisible()
    await expect(page.getByText('Joren Halde is in this run too: As found, 0 % rising')).toBeVisible()
    await typeReading(page, '0.001', '4.003')
    // The other screen moves on by itself.
    await expect(other.getByText('Point 2 of 9')).toBeVisible()
    await expect(other.getByRole('cell', { name: '4.003', exact: true })).toBeVisible()
    await expect(page.getByText('Joren Halde is in this run too: As found, 25 % rising')).toBeVisible()
    await other.close()
    await expect(page.getByText('Joren Halde is in this run too')).toHaveCount(0, { timeout: 30_000 })
  } finally {
    await context.close()
  }
})

test('what is typed and not sent is found again on another device', async ({ page, browser }) => {
  await startRun(page, 'PT-403')
  const kept = page.waitForResponse((answer) => {
    const sent = answer.request().postData() ?? ''
    return answer.url().endsWith('/presence') && sent.includes('"-0.4500"') && sent.includes('"4.0"')
  })
  await page.keyboard.type('-0.4500')
  await page.keyboard.press('Enter')
  await page.keyboard.type('4.0')
  expect((await kept).status()).toBe(200)
  const context = await browser.newContext()
  const tablet = await context.newPage()
  try {
    await workAs(tablet, ILKA.id)
    await goTo(tablet, page.url())
    await expect(tablet.getByLabel(/^applied,/)).toHaveValue('-0.4500')
    await expect(tablet.getByLabel(/^reading,/)).toHaveValue('4.0')
    // Finished here, it is gone there.
    await tablet.getByLabel(/^reading,/).fill('4.006')
    await tablet.getByLabel(/^reading,/).press('Enter')
    await expect(tablet.getByText('Point 2 of 9')).toBeVisible()
    await expect(page.getByText('Point 2 of 9')).toBeVisible()
    await expect(page.getByLabel(/^applied,/)).toHaveValue('')
  } finally {
    await context.close()
  }
})

test('a run is paused with a word on how it is left, takes nothing meanwhile, and goes on by Enter', async ({
  page,
}) => {
  const id = await startRun(page, 'PT-506')
  await typeReading(page, '0.001', '4.003')
  await page.getByRole('button', { name: 'Pause…' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: 'Pause the run' }).click()
  await expect(dialog.getByRole('alert')).toContainText('Give the reason')
  await dialog.getByLabel('Reason').fill('called away; vented, pump hanging on')
  await dialog.getByRole('button', { name: 'Pause the run' }).click()
  await expect(page.getByText(/Paused by Ilka Varga, .*: called away; vented, pump hanging on/)).toBeVisible()
  await expect(page.getByLabel(/^applied,/)).toHaveCount(0)

  const refused = await post(page, `runs/${id}/decision`, { round: 0, decision: 'leave', reason: null })
  expect(refused.status()).toBe(409)
  expect((await refused.json()).refusals[0]).toMatchObject({ remedy: 'go on with it first' })

  // Somebody else, elsewhere, goes on.
  await workAs(page, JOREN.id)
  await open(page, `/runs/${id}`)
  await expect(page.getByRole('button', { name: /^Go on/ })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.getByText('Point 2 of 9')).toBeVisible()
  await expect(page.getByLabel(/^applied,/)).toBeFocused()
})

test('a reader looks on: everything is to be seen, nothing to be done', async ({ page }) => {
  const id = await startRun(page, 'PT-703')
  await typeReading(page, '0.001', '4.003')
  await workAs(page, NOOR.id)
  await open(page, `/runs/${id}`)
  await expect(page.getByText('Noor Selby is a reader and looks on: a technician does this work.')).toBeVisible()
  await expect(page.getByRole('cell', { name: '4.003', exact: true })).toBeVisible()
  await expect(page.getByRole('textbox')).toHaveCount(0)
  await expect(page.getByRole('button', { name: /Abandon|Pause|Correct/ })).toHaveCount(0)
  // Nor where a form stands for others.
  await open(page, '/instruments/LT-702')
  await page.getByRole('link', { name: /Go on with/ }).click()
  await page.waitForURL(/\/runs\//)
  await expect(page.getByText('a technician does this work')).toBeVisible()
  await expect(page.getByRole('textbox')).toHaveCount(0)
})

test('a point is held as long and as still as the plan asks, and the record says how long', async ({ page }) => {
  await open(page, '/instruments/FT-406/calibrate')
  await page.getByLabel('Hold, s').fill('2')
  await page.getByLabel('Steady, ±%').fill('0.1') // ±0.016 mA
  const id = await beginRun(page)
  const { world } = await (await page.request.get(`${address()}/api/v1/runs/${id}`)).json()
  const applied = page.getByLabel(/^applied,/)
  const reading = page.getByLabel(/^reading,/)
  await applied.fill(Number(world.configuration.lrv).toFixed(4))
  await applied.press('Enter')
  await reading.fill('4.000')
  await reading.press('Enter')
  await expect(page.getByRole('alert').filter({ hasText: /held \d s of 2 s: let it settle/ })).toBeVisible()
  await reading.fill('4.050')
  await reading.press('Enter')
  await expect(page.getByRole('alert').filter({ hasText: 'it moved by 0.0500 mA, more than ±0.0160' })).toBeVisible()
  await expect(page.getByRole('timer')).toHaveText(/^held [2-9] s$/) // the stopwatch of the screen, awaited
  await reading.press('Enter')
  await expect(page.getByText(/^Point 2 of/)).toBeVisible()
  const run = await (await page.request.get(`${address()}/api/v1/runs/${id}`)).json()
  expect(run.rounds[0].steps[0].readings[0].heldSeconds).toBeGreaterThanOrEqual(2)
  expect(run.world).toMatchObject({ dwellSeconds: 2, stabilityPercent: 0.1 })
})

test('what somebody else records before this screen has first told of itself is seen too', async ({
  page,
  browser,
}) => {
  const id = await startRun(page, 'PDT-206')
  const { rounds } = await (await page.request.get(`${address()}/api/v1/runs/${id}`)).json()
  const context = await browser.newContext()
  const other = await context.newPage()
  try {
    await workAs(other, JOREN.id)
    // The first beat reaches the server only after the other person’s note.
    let release = () => {}
    const noted = new Promise<void>((resolve) => {
      release = resolve
    })
    await other.route('**/presence', async (route) => {
      await noted
      await route.continue()
    })
    await goTo(other, page.url())
    const answer = await post(page, `runs/${id}/overshoots`, {
      id: crypto.randomUUID(),
      stepId: rounds[0].steps[0].id,
      applied: null,
    })
    expect(answer.status()).toBe(200)
    await expect(other.getByText('past 1 ×')).toHaveCount(0)
    release()
    await expect(other.getByText('past 1 ×', { exact: true })).toBeVisible()
  } finally {
    await context.close()
  }
})

test('a look at the run that is out of date takes nothing off the screen', async ({ page }) => {
  await startRun(page, 'FT-502')
  let release = () => {}
  const held = new Promise<void>((resolve) => {
    release = resolve
  })
  let looks = 0
  // The first look is answered as the run was before the reading, and arrives after it.
  await page.route(/\/api\/v1\/runs\/[0-9a-f-]+$/, async (route) => {
    looks += 1
    const answer = await route.fetch()
    if (looks === 1) await held
    await route.fulfill({ response: answer })
  })
  // Somebody else's mark makes the screen look again.
  const id = page.url().split('/').at(-1)
  const { rounds } = await (await page.request.get(`${address()}/api/v1/runs/${id}`)).json()
  const noted = await post(page, `runs/${id}/overshoots`, {
    id: crypto.randomUUID(),
    stepId: rounds[0].steps[0].id,
    applied: null,
  })
  expect(noted.status()).toBe(200)
  await expect.poll(() => looks).toBe(1)
  await typeReading(page, '0.001', '4.003')
  release()
  await expect.poll(() => looks).toBeGreaterThan(1) // it looks once more instead
  await expect(page.getByText('past 1 ×')).toBeVisible()
  await expect(page.getByText('Point 2 of')).toBeVisible()
  await expect(page.getByRole('cell', { name: '4.003', exact: true })).toBeVisible()
})
