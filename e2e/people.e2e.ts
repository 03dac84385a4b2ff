import { randomUUID } from 'node:crypto'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import { Secret, TOTP } from 'otpauth'
import { DEMO_PEOPLE } from '../scripts/demo/people'
import { DEMO_PASSWORD } from '../src/schema/demo'
import { address, expect, goTo, ILKA, JOREN, MIRREN, NOOR, open, post, signAndRead, TAVI, test, workAs } from './barys'

type RoleName = 'technician' | 'reviewer' | 'planner' | 'reader'
const NOBODYS = randomUUID()
const EVERYBODY: readonly RoleName[] = ['technician', 'reviewer', 'planner', 'reader']
const FINDERS: readonly RoleName[] = ['technician', 'planner', 'reviewer']
const TECHNICIANS: readonly RoleName[] = ['technician']
const REGISTER: readonly RoleName[] = ['technician', 'planner']

/** Every route that writes for somebody, and whose it is. Written down here, apart from what the server goes by. */
const WHOSE: Record<string, readonly RoleName[]> = {
  instruments: REGISTER,
  'instruments/[id]/configuration': REGISTER,
  'instruments/[id]/desks': REGISTER,
  'instruments/[id]/range-changes': REGISTER,
  'instruments/[id]/set-ups': REGISTER,
  'instruments/[id]/notes': REGISTER,
  'instruments/[id]/standing': REGISTER,
  'instruments/[id]/tag': REGISTER,
  capsules: REGISTER,
  'capsules/[id]/count': REGISTER,
  'lists/[list]/import': REGISTER,
  references: REGISTER,
  'references/[id]/edit': REGISTER,
  'references/[id]/whereabouts': REGISTER,
  'references/[id]/certificates': REGISTER,
  'references/[id]/certificates/[certificateId]/document': REGISTER,
  'references/[id]/own-calibration': REGISTER,
  'references/[id]/own-certificate': REGISTER,
  'references/[id]/impact': EVERYBODY,
  'references/[id]/findings': FINDERS,
  'references/[id]/follow-ups': FINDERS,
  'findings/[sequence]/undo': FINDERS,
  runs: TECHNICIANS,
  'runs/[id]/readings': TECHNICIANS,
  'runs/[id]/overshoots': TECHNICIANS,
  'runs/[id]/work-steps': TECHNICIANS,
  'runs/[id]/decision': TECHNICIANS,
  'runs/[id]/adjustments': TECHNICIANS,
  'runs/[id]/rounds': TECHNICIANS,
  'runs/[id]/loop-checks': TECHNICIANS,
  'runs/[id]/terminal-checks': TECHNICIANS,
  'runs/[id]/corrections': TECHNICIANS,
  'runs/[id]/exchanges': TECHNICIANS,
  'runs/[id]/pauses': TECHNICIANS,
  'runs/[id]/links': TECHNICIANS,
  'runs/[id]/links/orders': TECHNICIANS,
  'runs/[id]/links/vent': EVERYBODY,
  'runs/[id]/abandon': TECHNICIANS,
  'runs/[id]/seal': TECHNICIANS,
  'runs/[id]/presence': EVERYBODY,
  'records/[sequence]/review': ['reviewer'],
  'records/[sequence]/amend': TECHNICIANS,
  devices: ['technician', 'planner'],
  'devices/[id]': ['technician', 'planner'],
  'devices/[id]/try': ['technician', 'planner'],
  'practice/attempts': EVERYBODY,
  'practice/jobs': ['reviewer', 'planner'],
  'audit/verify': EVERYBODY,
  'session/password': EVERYBODY,
  'session/elsewhere': EVERYBODY,
  'session/factor': EVERYBODY,
  'session/factor/confirm': EVERYBODY,
  'session/factor/end': EVERYBODY,
}
/** Routes of administrators, whatever their role; and what would be taken from one. */
const REASON = 'trying who may'
const ADMINISTRATORS: Record<string, object> = {
  people: { name: 'Somebody New', initials: 'SN', role: 'reader', password: 'seven odd herons' },
  'people/[id]': { role: 'reader', isAdministrator: true, reason: REASON },
  'people/[id]/standing': { isActive: false, reason: REASON },
  'people/[id]/reset-code': {},
  site: { name: 'Another Place', address: '1 Other Lane' },
}
/** Routes that say who somebody is, or that store nothing. */
const OPEN_ROUTES = ['session', 'session/demo', 'session/end', 'session/first', 'session/reset', 'calc/[name]']

test('no route writes that is not in this table', () => {
  const api = join(import.meta.dirname, '../src/app/api/v1')
  const writing = readdirSync(api, { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('route.ts') && /export const POST/.test(readFileSync(join(api, file), 'utf8')))
    .map((file) => file.replace(/\/?route\.ts$/, ''))
  expect(writing.toSorted()).toEqual([...Object.keys(WHOSE), ...Object.keys(ADMINISTRATORS), ...OPEN_ROUTES].toSorted())
})

const pathOf = (route: string) =>
  route
    .replace('[id]', NOBODYS)
    .replace('[certificateId]', NOBODYS)
    .replace('[list]', 'instruments')
    .replace('[sequence]', '99999999')
for (const person of DEMO_PEOPLE.filter(({ id }) => id !== JOREN.id))
  test(`what a ${person.role} may send, route by route`, async ({ page }) => {
    await workAs(page, person.id)
    await expectRights(page, person)
  })

/** Sends to every route with the session of the page: what the role may is past its check, all else is refused. */
async function expectRights(page: Page, { role, isAdministrator }: { role: RoleName; isAdministrator: boolean }) {
  for (const [route, roles] of Object.entries(WHOSE)) {
    const status = (await post(page, pathOf(route), {})).status()
    // Past the check of the role, an empty body is refused as what it is; signing out elsewhere needs none.
    if (roles.includes(role)) expect(route === 'session/elsewhere' ? [200] : [400, 404, 422], route).toContain(status)
    else expect(status, route).toBe(403)
  }
  for (const [route, body] of Object.entries(ADMINISTRATORS)) {
    const status = (await post(page, pathOf(route), isAdministrator ? {} : body)).status()
    expect(isAdministrator ? [400, 404] : [403], route).toContain(status)
  }
}

test('somebody is deactivated, comes back, and changes what they are here as: what they may, request by request', async ({
  page,
  browser,
}) => {
  await workAs(page, TAVI.id)
  const name = `Ebba Lind ${randomUUID().slice(0, 6)}`
  const given = { name, initials: 'EL', role: 'technician', password: 'seven odd herons', isAdministrator: false }
  const { id } = await (await post(page, 'people', given)).json()
  const theirs = await browser.newPage()
  const enter = () => post(theirs, 'session', { name, password: given.password })
  const stand = (isActive: boolean) => post(page, `people/${id}/standing`, { isActive, reason: 'left, and came back' })
  expect((await enter()).status()).toBe(200)
  await expectRights(theirs, { role: 'technician', isAdministrator: false })

  expect((await stand(false)).status()).toBe(200)
  for (const route of [...Object.keys(WHOSE), ...Object.keys(ADMINISTRATORS)])
    expect((await post(theirs, pathOf(route), {})).status(), route).toBe(401)
  expect((await theirs.request.get(`${address()}/api/v1/records/1`)).status()).toBe(401)
  expect((await enter()).status()).toBe(422)

  expect((await stand(true)).status()).toBe(200)
  // The session of before stays ended.
  expect((await post(theirs, 'instruments', {})).status()).toBe(401)
  expect((await enter()).status()).toBe(200)
  await expectRights(theirs, { role: 'technician', isAdministrator: false })
  for (const role of ['reader', 'reviewer'] as const) {
    await post(page, `people/${id}`, { role, isAdministrator: false, reason: 'other work' })
    await expectRights(theirs, { role, isAdministrator: false })
  }
  await post(page, `people/${id}`, { role: 'planner', isAdministrator: true, reason: 'other work' })
  await expectRights(theirs, { role: 'planner', isAdministrator: true })
  await theirs.close()
})

test('people and site are reached from every page: by the bar, by keys, by the menu of a phone', async ({ page }) => {
  await workAs(page, TAVI.id)
  const heading = page.getByRole('heading', { name: 'People', level: 1 })
  for (const width of [1280, 1024, 961]) {
    await page.setViewportSize({ width, height: 800 })
    await open(page, '/')
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width)
    await page.getByRole('link', { name: 'People' }).click()
    await expect(heading).toBeVisible()
    await expect(page.getByRole('link', { name: 'People' })).toHaveAttribute('aria-current', 'page')
  }
  await open(page, '/records')
  await page.keyboard.press('g')
  await page.keyboard.press('o')
  await expect(heading).toBeVisible()
  await page.setViewportSize({ width: 390, height: 800 })
  await open(page, '/')
  await page.getByRole('button', { name: 'Menu' }).click()
  await page.getByRole('link', { name: 'People' }).click()
  await expect(heading).toBeVisible()
})

test('an administrator hands over a code, by the screen; with it somebody sets a password, and then a second factor', async ({
  page,
  browser,
}) => {
  await workAs(page, TAVI.id)
  const name = `Falk Ree ${randomUUID().slice(0, 6)}`
  await post(page, 'people', { name, initials: 'FR', role: 'reader', password: 'seven odd herons' })
  await open(page, '/people')
  await page.getByRole('button', { name: `Change ${name}` }).click()
  await page.getByRole('button', { name: 'Code for a new password' }).click()
  const code = (await page.getByRole('dialog').getByRole('status').locator('strong').textContent()) ?? ''

  const theirs = await browser.newPage()
  await goTo(theirs, `${address()}/sign-in/code`)
  const form = theirs.getByRole('form', { name: 'New password by a code' })
  await form.getByLabel('Name').fill(name)
  await form.getByLabel('Code you were handed').fill(code.toLowerCase())
  await form.getByLabel('New password').fill('password1')
  await form.getByRole('button', { name: 'Save and sign in' }).click()
  await expect(form.getByText(/is one of those that are tried first/).first()).toBeVisible()
  await form.getByLabel('New password').fill('nine green ladders')
  await form.getByRole('button', { name: 'Save and sign in' }).click()
  await theirs.waitForURL(`${address()}/`)
  await goTo(theirs, `${address()}/people`)
  await expect(theirs.getByText('At this browser only.')).toBeVisible()
  await expect(theirs.getByRole('form', { name: 'Register a person' })).toHaveCount(0)

  // A second factor, by its key.
  const factor = theirs.getByRole('form', { name: 'Second factor' })
  await factor.getByLabel('Your password').fill('nine green ladders')
  await factor.getByRole('button', { name: 'Set one up' }).click()
  const secret = (await factor.locator('.num').textContent()) ?? ''
  const used = new TOTP({ secret: Secret.fromBase32(secret) }).generate()
  await factor.getByLabel('Six digits').fill(used)
  await factor.getByRole('button', { name: 'Use it from now on' }).click()
  await expect(factor.getByText('Signing in asks for the six digits')).toBeVisible()
  await theirs.context().clearCookies()
  await goTo(theirs, `${address()}/sign-in`)
  const enter = theirs.getByRole('form', { name: 'Sign in by name and password' })
  await enter.getByLabel('Name').fill(name)
  await enter.getByLabel('Password').fill('nine green ladders')
  await enter.getByRole('button', { name: 'Sign in' }).click()
  const box = enter.getByLabel('Six digits of your authenticator')
  await expect(box).toBeFocused()
  // The code that set it up was used.
  await box.fill(used)
  await enter.getByRole('button', { name: 'Sign in' }).click()
  await expect(enter.getByText(/used already|one of this moment/).first()).toBeVisible()
  await theirs.close()
})

test('nobody signed in may send anything, nor read what belongs to the plant', async ({ page }) => {
  await page.context().clearCookies()
  for (const route of [...Object.keys(WHOSE), ...Object.keys(ADMINISTRATORS)])
    expect((await post(page, pathOf(route), {})).status(), route).toBe(401)
  for (const path of ['records/1', 'records/1/certificate', `runs/${NOBODYS}`])
    expect((await page.request.get(`${address()}/api/v1/${path}`)).status(), path).toBe(401)
  await page.goto(`${address()}/records/1`)
  await page.waitForURL(/\/sign-in\?to=%2Frecords%2F1$/)
})

test('signing in by name and password leads where one wanted to go; a wrong one says nothing of who exists', async ({
  page,
}) => {
  await page.context().clearCookies()
  await page.goto(`${address()}/references`)
  const form = page.getByRole('form', { name: 'Sign in by name and password' })
  const enter = async (name: string, password: string) => {
    await form.getByLabel('Name').fill(name)
    await form.getByLabel('Password').fill(password)
    await form.getByRole('button', { name: 'Sign in' }).click()
  }
  await enter('Nobody Known', 'some password')
  const alert = form.getByRole('alert')
  await expect(alert).toHaveText(/Name and password do not belong together/)
  const words = await alert.textContent()
  await enter('Tavi Brandt', 'not that one')
  await expect(alert).toHaveText(words ?? '')
  await enter('tavi brandt', DEMO_PASSWORD) // however it is capitalised
  await page.waitForURL(/\/references$/)
  await page.getByRole('button', { name: 'Sign out' }).click()
  await page.waitForURL(/\/sign-in$/)
  expect((await page.request.get(`${address()}/api/v1/records/1`)).status()).toBe(401)
})

test('after five failures a name has to wait, even with the right password; others do not', async ({ page }) => {
  await page.context().clearCookies()
  const tries = (name: string, password: string) => post(page, 'session', { name, password })
  for (let failure = 0; failure < 5; failure++) expect((await tries(NOOR.name, `guess ${failure}`)).status()).toBe(422)
  const waiting = await tries(NOOR.name, DEMO_PASSWORD)
  expect(waiting.status()).toBe(429)
  expect((await waiting.json()).refusals[0].remedy).toMatch(/^wait \d+ min, then try again$/)
  expect((await tries('Tavi Brandt', DEMO_PASSWORD)).status()).toBe(200)
})

test('a cookie of somebody’s own making signs nobody in', async ({ page }) => {
  await page.context().clearCookies()
  await page.context().addCookies([{ name: 'barys-session', value: `Fe26.2*1*${ILKA.id}`, url: address() }])
  expect((await post(page, 'instruments', {})).status()).toBe(401)
})

async function password(page: Page): Promise<void> {
  await page.getByLabel(/^Password of/).fill(DEMO_PASSWORD)
}

/** Demo instruments that no other file works on: a run left open on one of them would forbid the amendment. */
const PT_OF_ITS_OWN = /PT-90[56]/

test('a record is returned with a remark, amended by a new one, and that is reviewed', async ({ page }) => {
  // The reviewer finds what waits, and returns one.
  await workAs(page, MIRREN.id)
  await open(page, '/records')
  await expect(page.getByRole('checkbox', { name: /^Only those to be reviewed/ })).toBeChecked()
  await page.getByRole('row').filter({ hasText: 'to be reviewed' }).filter({ hasText: PT_OF_ITS_OWN }).last().click()
  await page.waitForURL(/\/records\/\d+$/)
  const returned = page.url().split('/').at(-1)
  await page.getByRole('button', { name: 'Return it' }).click()
  const review = page.getByRole('form', { name: 'Review this record' })
  await expect(review.getByRole('alert')).toContainText('Say what is to be done')
  await page.getByLabel(/^Remark/).fill('the reading at 50 % rising looks mistyped')
  await password(page)
  await page.getByRole('button', { name: 'Return it' }).click()
  await expect(page.getByText(/Returned by Mirren Oakes.*looks mistyped/)).toBeVisible()

  // A technician amends it: the old one stays, the new one begins with everything in it.
  await workAs(page, ILKA.id)
  await open(page, `/records/${returned}`)
  await page.getByRole('button', { name: /^Amend by a new record/ }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Reason').fill('figure at 50 % rising')
  await dialog.getByLabel('Ambient, °C').fill('24.5')
  // One that cannot have served is refused, with what is amiss; the one that did is put back.
  const reference = dialog.getByLabel('Pressure reference')
  const named = (await reference.textContent()) ?? ''
  await reference.click()
  await page.getByRole('option', { name: /^R-05/ }).click()
  await dialog.getByRole('button', { name: 'Begin the amendment' }).click()
  await expect(dialog.getByRole('alert')).toContainText('R-05 measures absolute pressure')
  await reference.click()
  await page.getByRole('option', { name: named }).click()
  await dialog.getByRole('button', { name: 'Begin the amendment' }).click()
  await page.waitForURL(/\/runs\//)
  await expect(page.getByText(`Amends record ${returned}: figure at 50 % rising.`)).toBeVisible()
  await page.locator('.ladder').first().locator('tbody tr').nth(2).getByRole('button').click()
  const correction = page.getByRole('dialog')
  const reading = correction.getByLabel('Reading')
  const corrected = (Number(await reading.inputValue()) + 0.001).toFixed(3)
  await reading.fill(corrected)
  await correction.getByLabel('Why is it corrected?').fill('last digit')
  await correction.getByRole('button', { name: 'Store the correction' }).click()
  await expect(correction).toHaveCount(0)
  const text = await signAndRead(page, 'as amended')
  const amendment = page.url().split('/').at(-1)
  expect(text).toContain(`Amends record ${returned} (SHA-256`)
  expect(text).toContain('because: figure at 50 % rising')
  expect(text).toContain(`${corrected}`)
  expect(text).toContain('ambient 24.5 °C')
  await open(page, `/records/${returned}`)
  await expect(page.getByText(`Amended: record ${amendment} stands in its place.`)).toBeVisible()
  expect((await post(page, `records/${returned}/amend`, { id: randomUUID(), reason: 'once more' })).status()).toBe(409)

  // The amendment is reviewed, once.
  await workAs(page, MIRREN.id)
  await open(page, `/records/${amendment}`)
  await password(page)
  await page.getByRole('button', { name: 'Sign as reviewed' }).click()
  await expect(page.getByText(/Reviewed by Mirren Oakes/)).toBeVisible()
  const twice = await post(page, `records/${amendment}/review`, { outcome: 'reviewed', password: DEMO_PASSWORD })
  expect(twice.status()).toBe(409)
})
