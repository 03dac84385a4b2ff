import type { Page } from '@playwright/test'
import { PRACTICE_JOBS } from '../src/bench/practice/practiceJob'
import { playByAdvice } from '../src/bench/practice/scriptedTechnician'
import { BENCH_SET_UPS } from '../src/bench/rig/benchSetUps'
import { address, expect, ILKA, JOREN, MIRREN, open, post, test, workAs } from './barys'

const press = (page: Page, name: RegExp | string) => page.getByRole('button', { name }).click()

test('a job is played: taken out in order, looked at, named, set right, restored, signed; judged with its reasons, and its course is there again', async ({
  page,
}) => {
  await open(page, '/practice')
  await page.getByRole('link', { name: 'Another scale' }).click()
  await expect(page.getByRole('heading', { name: 'Another scale' })).toBeVisible()
  await page.getByLabel('Time goes').selectOption('20')
  await page.getByLabel('Look closer', { exact: true }).selectOption('settings')
  await press(page, /^Look$/)
  const seen = page.getByRole('list', { name: 'Seen so far' })
  await expect(seen).toContainText('Read its settings by the communicator: LRV 0, URV')
  await press(page, 'What would tell most now?')
  await expect(page.getByText('its ends are not those of the register')).toBeVisible()
  await page.keyboard.press('r')
  await expect(seen.getByRole('listitem')).toHaveCount(2)
  await page.getByLabel('It is', { exact: true }).selectOption('range-differs')
  const { lrv, urv } = BENCH_SET_UPS['three-valve'].model.range
  await page.getByLabel('LRV, kPa').fill(String(lrv))
  await page.getByLabel('URV, kPa').fill(String(urv))
  await press(page, 'Set the range')
  await press(page, 'Have it put right')
  await expect(page.getByText('that is put right at the rig itself')).toBeVisible()
  await press(page, 'Finish and sign this practice')
  await page.waitForURL(/\/practice\/attempts\//)
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Another scale: 100 of 100')
  const judged = page.getByRole('table', { name: 'How it was judged' })
  await expect(judged).toContainText('You said that it is set to another range, and so it is.')
  await expect(judged).toContainText('Nothing was opened or closed that should not have been.')
  const acts = page.getByRole('list', { name: 'Every act' })
  await expect(acts).toContainText('range 0 … 36 kPa')
  await acts.getByRole('button').last().click()
  await expect(page.locator('.desk-slider')).toContainText('finished')
  await open(page, '/practice')
  await expect(page.getByRole('row', { name: /Another scale/ })).toContainText('100')
})

test('a wrong order and a wrong cause are told in words, and earn nothing', async ({ page }) => {
  await open(page, '/practice/moved')
  await press(page, 'block valve, low side: open')
  await press(page, 'vent, low side: closed')
  await expect(page.getByRole('log', { name: 'What came of it' })).toContainText('One side of the cell stood')
  await page.getByLabel('It is', { exact: true }).selectOption('plugged')
  await press(page, 'Have it put right')
  await press(page, 'Finish and sign this practice')
  await page.waitForURL(/\/practice\/attempts\//)
  const judged = page.getByRole('table', { name: 'How it was judged' })
  await expect(judged).toContainText('You said that the line is plugged; in truth its range begins elsewhere.')
  await expect(judged).toContainText('1 × something was put right that was not wrong')
  await expect(judged).toContainText('0 of 35')
  await expect(judged).toContainText('valves do not stand as in service')
})

test('nothing of practice reaches what is real; a course that cannot have been is refused; another’s stays theirs', async ({
  page,
}) => {
  const read = async (path: string) => (await page.request.get(`${address()}/api/v1/${path}`)).text()
  const before = [await read('references'), await read('lists/calibrations?format=csv')]
  const [job] = PRACTICE_JOBS
  if (!job) throw new Error('no job')
  const { log } = playByAdvice(job, 99)
  const attempt = { id: crypto.randomUUID(), jobId: job.id, seed: 99, log }
  const answer = await post(page, 'practice/attempts', attempt)
  expect((await answer.json()).score).toBe(100)
  // Sent twice it is kept once, and whoever sends it does not say what it was worth.
  expect((await post(page, 'practice/attempts', { ...attempt, score: 5 })).status()).toBe(200)
  expect([await read('references'), await read('lists/calibrations?format=csv')]).toEqual(before)
  const backwards = { ...attempt, id: crypto.randomUUID(), log: log.toReversed() }
  expect((await post(page, 'practice/attempts', backwards)).status()).toBe(422)
  const open_ = { ...attempt, id: crypto.randomUUID(), log: log.slice(0, -1) }
  expect((await (await post(page, 'practice/attempts', open_)).json()).refusals[0].reason).toBe(
    'this practice is not finished',
  )
  await workAs(page, JOREN.id)
  expect((await page.goto(`${address()}/practice/attempts/${attempt.id}`))?.status()).toBe(404)
  await workAs(page, MIRREN.id)
  await open(page, `/practice/attempts/${attempt.id}`)
  await expect(page.getByText(`Signed as practised by ${ILKA.name}`)).toBeVisible()
})

test('who teaches makes a job and sees how everybody does; what cannot go wrong there is refused', async ({ page }) => {
  await workAs(page, MIRREN.id)
  await open(page, '/practice')
  await expect(page.getByRole('heading', { name: 'How everybody does' })).toBeVisible()
  await press(page, 'Make a job')
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Title').fill('After the storm')
  await dialog.getByLabel('The shift says').fill('Lightning went into the tray.')
  await dialog.getByLabel('At', { exact: true }).selectOption('bench')
  await dialog.getByLabel('What is wrong').selectOption('leg-lost')
  await dialog.getByRole('button', { name: 'Put it on the list' }).click()
  await expect(dialog.getByRole('alert')).toContainText('That cannot go wrong at this hook-up')
  await dialog.getByLabel('What is wrong').selectOption('failure-signal')
  await dialog.getByRole('button', { name: 'Put it on the list' }).click()
  await expect(page.getByRole('link', { name: 'After the storm' })).toBeVisible()
  await page.getByRole('link', { name: 'After the storm' }).click()
  await expect(page.getByText('Lightning went into the tray.')).toBeVisible()
})
