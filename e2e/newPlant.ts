import { expect, type Page } from '@playwright/test'
import { answerSteps, goTo, typeReading } from './barys'
import { pdfText } from './pdfText'

/** The people of a plant that is made here; Odile was registered at its first start. */
const ODILE = { name: 'Odile Marren', password: 'a long enough one' }
const TAM = { name: 'Tam Odell', initials: 'TO', role: 'technician: does the work', password: 'bench and brass' }
const RHEA = { name: 'Rhea Quill', initials: 'RQ', role: 'reviewer: looks at', password: 'ink and paper' }

async function signIn(page: Page, at: string, { name, password }: { name: string; password: string }): Promise<void> {
  await page.context().clearCookies()
  await goTo(page, `${at}/sign-in`)
  await page.getByLabel('Name', { exact: true }).fill(name)
  await page.getByLabel('Password', { exact: true }).fill(password)
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await page.waitForURL(`${at}/`)
}

async function registerPerson(page: Page, person: typeof TAM): Promise<void> {
  const form = page.getByRole('form', { name: 'Register a person' })
  await form.getByLabel('Name', { exact: true }).fill(person.name)
  await form.getByLabel('Initials').fill(person.initials)
  await form.getByLabel('Here as').click()
  await page.getByRole('option', { name: new RegExp(`^${person.role}`) }).click()
  await form.getByLabel('First password').fill(person.password)
  await form.getByRole('button', { name: 'Register' }).click()
  await expect(page.getByRole('row', { name: new RegExp(person.name) })).toBeVisible()
}

type Device = {
  readonly code: string
  readonly what: string
  readonly kind?: string
  readonly measures?: string
  readonly to: string
  readonly resolution: string
  readonly accuracy: string
  readonly certificate: string
}

/** A reference with its certificate, from the step of the guide that leads to it. */
async function registerReference(page: Page, at: string, device: Device): Promise<void> {
  await goTo(page, `${at}/start`)
  await page.getByRole('link', { name: 'Register a reference' }).click()
  await page.waitForURL(/\/references\/new$/)
  const box = (label: string) => page.getByLabel(label, { exact: true })
  await box('Code').fill(device.code)
  await box('What it is').fill(device.what)
  if (device.kind) await box('Kind').first().selectOption({ label: device.kind })
  if (device.measures)
    await page.getByRole('group', { name: 'What it measures' }).getByLabel('Kind').selectOption(device.measures)
  else await page.getByRole('group', { name: 'What it measures' }).getByLabel('Unit').selectOption('bar')
  await box('From').fill('0')
  await box('To').fill(device.to)
  await box('Resolution').fill(device.resolution)
  await box('±, row 1').fill(device.accuracy)
  await page.getByRole('button', { name: 'Register', exact: true }).click()
  await page.getByRole('link', { name: 'Enter a certificate' }).click()
  await box('Certificate number').fill(device.certificate)
  await box('Laboratory').fill('Upstream metrology')
  await box('Accreditation').fill('UM-3')
  await box('Calibrated on').fill('2026-01-12')
  await box('Due on').fill('2099-01-12')
  await box('k').fill('2')
  const points = page.getByRole('group', { name: 'Points as given back' })
  await points.getByRole('button', { name: 'Add a row' }).click()
  await box('It showed, row 1').fill(device.to)
  await box('or correction, row 1').fill('0')
  await box('U, ±, row 1').fill(device.resolution)
  await page.getByRole('button', { name: 'Enter the certificate' }).click()
  await page.waitForURL(new RegExp(`/references/${device.code}$`))
  await expect(page.getByRole('row', { name: new RegExp(device.certificate) })).toBeVisible()
}

const HEADS = [
  'Tag',
  'Service',
  'Area',
  'Kind',
  'Pressure',
  'Unit',
  'LRL',
  'URL',
  'Smallest span',
  'LRV',
  'URV',
  'Output',
  'MPE',
  'Interval, months',
  'Test points',
  'Points taken',
  'Hook-up',
  'Last calibrated',
  'Due',
]
const line = (tag: string, urv = '6') =>
  [
    ...[tag, 'Weir gate', 'Weir', 'pressure transmitter', 'gauge', 'bar', '0', '10', '1', '0', urv, '4-20mA'],
    ...['0.5 % of span', '12', '"0; 50; 100"', 'up only', 'on the bench', '2026-09-01', '2027-09-01'],
  ].join(',')
const list = (name: string, lines: readonly string[]) => ({
  name,
  mimeType: 'text/csv',
  buffer: Buffer.from([HEADS.map((head) => `"${head}"`).join(','), ...lines].join('\n')),
})

/** Follows the guide from an empty plant to its first reviewed certificate. */
export async function fromNothing(page: Page, at: string): Promise<void> {
  await signIn(page, at, ODILE)
  await page.getByRole('link', { name: 'Go on with it' }).click()
  await page.getByRole('link', { name: 'Register people' }).click()
  await page.waitForURL(/\/people$/)
  await page.getByLabel('Certificates are numbered').fill('WM-{year}-{number:4}')
  await page.getByRole('button', { name: 'Keep' }).click()
  await expect(page.getByText('Saved. Records sealed from now on carry it.')).toBeVisible()
  await registerPerson(page, TAM)
  await registerPerson(page, RHEA)

  await signIn(page, at, TAM)
  await registerReference(page, at, {
    ...{
      code: 'W-01',
      what: 'Pressure indicator',
      to: '12',
      resolution: '0.0005',
      accuracy: '0.02',
      certificate: 'UM-81',
    },
  })
  await registerReference(page, at, {
    ...{ code: 'W-02', what: 'Loop meter', kind: 'electrical meter', measures: 'electrical', to: '24' },
    ...{ resolution: '0.001', accuracy: '0.02', certificate: 'UM-82' },
  })
  await goTo(page, `${at}/start`)
  await page
    .getByRole('listitem')
    .filter({ hasText: 'Instruments' })
    .getByRole('link', { name: 'Import a list' })
    .click()
  await page.waitForURL(/\/import/)
  await page.locator('input[type=file]').setInputFiles(list('weir.csv', [line('PT-1'), line('PT-2')]))
  await page.getByRole('button', { name: 'Check 2 rows' }).click()
  await page.getByRole('button', { name: 'Import all 2 rows' }).click()
  await expect(page.getByText('2 registered.')).toBeVisible()

  // Not all are due today: the list said when.
  await goTo(page, `${at}/`)
  await expect(page.getByText('Nothing is due in that time')).toBeVisible()
  await goTo(page, `${at}/instruments/PT-1/calibrate`)
  await page.getByLabel('The nameplate says the same').check()
  await page.getByRole('button', { name: /Begin the run/ }).click()
  await page.waitForURL(/\/runs\//)
  await answerSteps(page)
  await typeReading(page, '0.0000', '4.002')
  await typeReading(page, '3.0000', '12.005')
  await typeReading(page, '6.0000', '20.004')
  await page.getByRole('button', { name: /^Leave as it is/ }).click()
  await answerSteps(page)
  await page.getByLabel(/^Password of/).fill(TAM.password)
  await page.getByRole('checkbox').check()
  await page.getByRole('button', { name: 'Sign and seal' }).click()
  await page.waitForURL(/\/records\/1$/)

  await signIn(page, at, RHEA)
  await expect(page.getByText('next: The first certificate')).toBeVisible()
  await goTo(page, `${at}/records/1`)
  await page.getByLabel(/^Password of/).fill(RHEA.password)
  await page.getByRole('button', { name: 'Sign as reviewed' }).click()
  await expect(page.getByText(/Reviewed by Rhea Quill/)).toBeVisible()
  const { text } = await pdfText(await (await page.request.get(`${at}/api/v1/records/1/certificate`)).body())
  expect(text).toContain(`no. WM-${new Date().getUTCFullYear()}-0001`)
  expect(text).toContain('Weir Mill workshop')
  expect(text).toContain('UM-81, Upstream metrology, accreditation UM-3')
  expect(text).not.toContain('NOT REVIEWED')
  await goTo(page, `${at}/start`)
  await expect(page.getByText('Everything is there.')).toBeVisible()
}

/** A large list with wrong rows is looked at, taken where it is fine, mended, and repeated. */
export async function importTwoThousand(page: Page, at: string): Promise<void> {
  await signIn(page, at, TAM)
  await goTo(page, `${at}/import`)
  const tags = Array.from({ length: 2000 }, (_, index) => `WX-${index}`)
  const isWrong = (index: number) => index % 54 === 7
  const wrong = tags.map((tag, index) => line(tag, isWrong(index) ? '60' : '6'))
  const file = page.locator('input[type=file]')
  await file.setInputFiles(list('wrong.csv', wrong))
  await page.getByRole('button', { name: 'Check 2000 rows' }).click()
  await expect(page.getByRole('heading', { name: '1963 new, 37 with errors' })).toBeVisible()
  await expect(page.getByRole('table', { name: 'Cells to be mended' })).toContainText('outside what the sensor can do')
  // One is mended in its cell, the others in the file.
  await page.getByLabel('URV, line 9', { exact: true }).fill('6')
  await page.getByRole('button', { name: 'Check the rows again' }).click()
  await expect(page.getByRole('heading', { name: '1964 new, 36 with errors' })).toBeVisible()
  await page.getByRole('button', { name: 'Import 1964 valid rows' }).click()
  await expect(page.getByText('1964 registered.')).toBeVisible({ timeout: 60_000 })
  const right = list(
    'right.csv',
    tags.map((tag) => line(tag)),
  )
  await file.setInputFiles(right)
  await page.getByRole('button', { name: 'Check 2000 rows' }).click()
  await expect(page.getByRole('heading', { name: '36 new, 1964 already registered, unchanged' })).toBeVisible()
  await page.getByRole('button', { name: 'Import all 36 rows' }).click()
  await expect(page.getByText('36 registered.')).toBeVisible()
  await file.setInputFiles(right)
  await page.getByRole('button', { name: 'Check 2000 rows' }).click()
  await expect(page.getByRole('heading', { name: '2000 already registered, unchanged' })).toBeVisible()
  await expect(page.getByText('There is nothing to take.')).toBeVisible()
  // What goes out comes back as nothing new, as a workbook too.
  const exported = await (await page.request.get(`${at}/api/v1/lists/instruments.xlsx`)).body()
  const mimeType = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'
  await file.setInputFiles({ name: 'exported.xlsx', mimeType, buffer: exported })
  await page.getByRole('button', { name: 'Check 2002 rows' }).click()
  await expect(page.getByRole('heading', { name: '2002 already registered, unchanged' })).toBeVisible({
    timeout: 30_000,
  })
}

/** Calibrations of years before come in by point, and stand on the page of their instrument and in the ranking. */
export async function importEarlier(page: Page, at: string): Promise<void> {
  await signIn(page, at, TAM)
  await goTo(page, `${at}/import?list=calibrations`)
  const years = ['2022', '2023', '2024', '2025']
  const lines = years.map((year, index) => ['WX-1', `${year}-03-04`, `UM-${year}`, '50', `0,0${index + 1}`, ''])
  const csv = (rows: readonly (readonly string[])[]) => ({
    name: 'years.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      [['Tag', 'Date', 'Certificate', 'Test point', 'As found', 'As left'], ...rows]
        .map((row) => row.join(';'))
        .join('\n'),
    ),
  })
  const file = page.locator('input[type=file]')
  await file.setInputFiles(csv([...lines, ['WX-none', '2025-03-04', '', '50', '0.1', '']]))
  await page.getByRole('button', { name: 'Check 5 rows' }).click()
  await expect(page.getByRole('heading', { name: '4 new, 1 with errors' })).toBeVisible()
  await expect(page.getByText('no instrument is registered as WX-none')).toBeVisible()
  await page.getByRole('button', { name: 'Import 4 valid rows' }).click()
  await expect(page.getByText('4 registered.')).toBeVisible()
  await goTo(page, `${at}/instruments/WX-1`)
  const table = page.getByRole('region', { name: /Earlier calibrations/ })
  await expect(table.getByRole('row', { name: /UM-2025/ })).toContainText('+0.04 at 50')
  await goTo(page, `${at}/instruments/WX-1/calibrate`)
  await expect(page.getByText('by how this one was found 4 times')).toBeVisible()
}

/** A site that writes a comma: on the pages that show figures none has a point any more. */
export async function showsCommas(page: Page, at: string): Promise<void> {
  await signIn(page, at, ODILE)
  await goTo(page, `${at}/people`)
  const form = page.getByRole('form', { name: 'Who issues the certificates' })
  await form.getByLabel('Decimals are shown after').click()
  await page.getByRole('option', { name: 'a comma, as in 4,012' }).click()
  await form.getByLabel('Units of conditions').click()
  await page.getByRole('option', { name: '°F, inHg, in' }).click()
  await form.getByRole('button', { name: 'Keep' }).click()
  await expect(page.getByText('Saved. Records sealed from now on carry it.')).toBeVisible()
  await goTo(page, `${at}/records/1`)
  await expect(page.getByRole('cell', { name: /^[+−]?\d+,\d+$/ }).first()).toBeVisible()
  const words = (await page.locator('main').allInnerTexts()).join(' ')
  expect(words.replace(/Barys \d+\.\d+\.\d+/g, '').match(/.{0,20}\d\.\d.{0,10}/g)).toBeNull()
}
