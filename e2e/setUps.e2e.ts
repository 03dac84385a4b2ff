import { randomUUID } from 'node:crypto'
import type { Page } from '@playwright/test'
import { DEMO_CAPSULES } from '../scripts/demo/desks'
import {
  accepted,
  answerSteps,
  beginRun,
  expect,
  open,
  post,
  registerInstrument,
  restoreAndSign,
  takeReadings,
  test,
} from './barys'
import { expectRow } from './certificateRow'

/** Set-ups by sheet, a drum by its glass, and bodies changed, each through to its certificate; figures by hand. */
const percentSpan = (value: number) => ({ combine: 'sum', terms: [{ kind: 'percentSpan', value }] })
const DEVICE = {
  description: 'Trial of a set-up',
  area: 'Bench',
  kind: 'dp-transmitter',
  pressureKind: 'differential',
  unit: 'kPa',
  lrl: -250,
  url: 250,
  minSpan: 1,
  lrv: 0,
  urv: 40,
  signal: '4-20mA',
  errorLimit: percentSpan(0.5),
  adjustLimit: null,
  intervalMonths: 12,
  testPoints: [0, 50, 100],
  pointOrder: 'up',
  hookUp: 'bench',
  adjustedBy: 'buttons',
}

type Wanted = Readonly<Record<string, string>>
type SetUp = {
  readonly name: string
  readonly tag: string
  readonly register: object
  readonly choose?: Readonly<Record<string, string>>
  readonly wanted: Wanted
  /** What it should then show at 0, 50 and 100 %: PV, output, display. */
  readonly shows: readonly (readonly [pv: string, output: string, display: string])[]
  /** Output in mA for an applied pressure, by hand. */
  readonly ideal: (applied: number) => number
  readonly points: readonly string[]
}

const straight = (lrv: number, urv: number) => (applied: number) => 4 + (16 * (applied - lrv)) / (urv - lrv)
const rooted = (urv: number) => (applied: number) => 4 + 16 * Math.sqrt(applied / urv)

const SET_UPS: readonly SetUp[] = [
  {
    name: 'pressure, in another unit, with damping',
    tag: 'SET-P',
    register: {},
    choose: { Unit: 'bar' },
    wanted: { 'LRV, at 0 %': '0', 'URV, at 100 %': '1.6', 'Damping, s': '1.5' },
    shows: [
      ['0.0000', '4.000', ''],
      ['0.8000', '12.000', ''],
      ['1.6000', '20.000', ''],
    ],
    ideal: straight(0, 1.6),
    points: ['0.0000', '0.8000', '1.6000'],
  },
  {
    // Sensor 1 ft above the bottom, density 0.9, 20 ft: (20 − 1)·0.9 = 17.1 ftH2O, shown as 1 … 20 ft. Common practice.
    name: 'level, the sensor a foot above the bottom, of another density',
    tag: 'SET-L',
    register: { kind: 'level-transmitter', unit: 'ftH2O@20C', lrl: -80, url: 80, urv: 20 },
    choose: { Application: 'level' },
    wanted: {
      'LRV, at 0 %': '0',
      'URV, at 100 %': '17.1',
      'Unit on the display': 'ft',
      'Display at 0 %': '1',
      'Display at 100 %': '20',
      'Its decimals': '2',
      'Damping, s': '2',
    },
    shows: [
      ['0.000', '4.000', '1.00'],
      ['8.550', '12.000', '10.50'],
      ['17.100', '20.000', '20.00'],
    ],
    ideal: straight(0, 17.1),
    points: ['0.000', '8.550', '17.100'],
  },
  {
    // The head of the standpipe at 4 mA: 40 … 80 psi. Common practice, no source.
    name: 'an elevated tank over its standpipe',
    tag: 'SET-E',
    register: {
      kind: 'level-transmitter',
      unit: 'psi',
      pressureKind: 'gauge',
      lrl: 0,
      url: 150,
      minSpan: 1.5,
      lrv: 0,
      urv: 100,
    },
    choose: { Application: 'level' },
    wanted: {
      'LRV, at 0 %': '40',
      'URV, at 100 %': '80',
      'Unit on the display': '%',
      'Display at 0 %': '0',
      'Display at 100 %': '100',
      'Its decimals': '1',
    },
    shows: [
      ['40.00', '4.000', '0.0'],
      ['60.00', '12.000', '50.0'],
      ['80.00', '20.000', '100.0'],
    ],
    ideal: straight(40, 80),
    points: ['40.00', '60.00', '80.00'],
  },
  {
    name: 'flow, dropping to zero below its cut-off',
    tag: 'SET-D',
    register: { kind: 'flow-transmitter', testPoints: [25, 50, 100] },
    choose: { Application: 'flow, drop below the cut-off' },
    wanted: {
      'URV, at 100 %': '25',
      'Cut-off, % of flow': '10',
      'Unit on the display': 't/h',
      'Display at 0 %': '0',
      'Display at 100 %': '60',
      'Its decimals': '1',
    },
    // Half of the difference is 70.71 % of the flow: ISO 5167-1.
    shows: [
      ['0.000', '4.000', '0.0'],
      ['12.500', '15.314', '42.4'],
      ['25.000', '20.000', '60.0'],
    ],
    ideal: rooted(25),
    points: ['6.250', '12.500', '25.000'],
  },
  {
    name: 'flow, with a straight line below its cut-off',
    tag: 'SET-S',
    register: { kind: 'flow-transmitter', testPoints: [25, 50, 100] },
    choose: { Application: 'flow, straight line below the cut-off' },
    wanted: { 'URV, at 100 %': '16', 'Cut-off, % of flow': '8' },
    shows: [
      ['0.000', '4.000', ''],
      ['8.000', '15.314', ''],
      ['16.000', '20.000', ''],
    ],
    ideal: rooted(16),
    points: ['4.000', '8.000', '16.000'],
  },
]

for (const job of SET_UPS)
  test(`set up by its buttons: ${job.name}, by sheet through to the certificate`, async ({ page }) => {
    await registerInstrument(page, job.tag, { ...DEVICE, ...job.register })
    await open(page, `/instruments/${job.tag}/set-up`)
    const inputs = page.getByRole('region', { name: 'What goes in' })
    for (const [label, value] of Object.entries(job.choose ?? {}))
      await inputs.getByLabel(label, { exact: true }).selectOption(value)
    for (const [label, value] of Object.entries(job.wanted)) await inputs.getByLabel(label, { exact: true }).fill(value)
    const shown = page.getByRole('region', { name: 'What it then shows' })
    for (const [index, figures] of job.shows.entries()) {
      const cells = shown
        .getByRole('row')
        .nth(index + 1)
        .getByRole('cell')
      for (const [column, figure] of figures.entries())
        if (figure !== '')
          await expect
            .poll(async () => Number(await cells.nth(column + 1).textContent()))
            .toBeCloseTo(Number(figure), 3)
    }
    // The order that keeps a device consistent.
    const items = page.getByRole('region', { name: 'What to key in' }).getByRole('listitem')
    const names = await items.locator('strong').allTextContents()
    const place = (name: string) => names.findIndex((each) => each.startsWith(name))
    expect(place('Unit of measure')).toBeLessThan(place('LRV'))
    if (place('Unit on the display') >= 0) {
      expect(place('URV')).toBeLessThan(place('Display at'))
      expect(place('Application')).toBeLessThan(place('Unit on the display'))
    }
    await page.getByRole('button', { name: 'Save the sheet' }).click()
    await expect(page.getByRole('link', { name: 'Sheet on paper' })).toBeVisible()
    // A value that reads back otherwise is flagged, and not recorded.
    const urv = job.wanted['URV, at 100 %'] ?? ''
    await page.getByLabel('URV (100 %) reads back').fill(`${Number(urv) + 1}`)
    await expect(page.getByText(/differs from/)).toBeVisible()
    await page.getByLabel('URV (100 %) reads back').fill(urv)
    await expect(page.getByText(/differs from/)).toHaveCount(0)
    for (const box of await page.locator('.sheet-items li.is-changed input[type="checkbox"]').all())
      if (!(await box.isChecked())) await box.check()
    await page.getByRole('button', { name: /^Record as version 2/ }).click()
    await page.getByRole('dialog').getByLabel('Reason').fill('set up for its place')
    await page.getByRole('dialog').getByRole('button', { name: 'Record and open its calibration' }).click()
    await page.waitForURL(/\/calibrate$/)
    if (job.wanted['Damping, s']) {
      // Five times the damping becomes the hold; here nobody waits for it.
      await expect(page.getByLabel('Hold, s')).toHaveValue(String(Math.ceil(5 * Number(job.wanted['Damping, s']))))
      await page.getByLabel('Hold, s').fill('')
      await page.getByLabel('Damping found, s').fill(job.wanted['Damping, s'] ?? '')
      await page.getByLabel('Hold, s').fill('')
    }
    await beginRun(page)
    const rows = job.points.map((applied): [string, string] => [
      applied,
      (job.ideal(Number(applied)) + 0.016).toFixed(3),
    ])
    await takeReadings(page, rows)
    await page.getByRole('button', { name: /^Leave as it is/ }).click()
    const text = await restoreAndSign(page)
    for (const row of rows) {
      const ideal = job.ideal(Number(row[0]))
      const error = Number(row[1]) - ideal
      expectRow(text, row, { ideal, error, percent: (error / 16) * 100 })
    }
    expect(text).toContain('set up for its place')
    expect(text).toContain(`URV (100 %)`)
    expect(text).toContain(`(reads back ${urv})`)
    if (job.wanted['Damping, s']) expect(text).toContain(`as found ${job.wanted['Damping, s']} s`)
  })

test('a range widened by hand in the register takes its display along', async ({ page }) => {
  await registerInstrument(page, 'SET-W', { ...DEVICE, displayScale: { lower: 0, upper: 8, unit: 'm' } })
  await open(page, '/instruments/SET-W/edit')
  await page.getByLabel('URV (100 % output)').fill('60')
  // 8 m over 40 kPa are 12 m over 60 kPa.
  await expect(page.getByText('a display that goes on showing the same goes from 0 to 12 m')).toBeVisible()
  await page.getByRole('button', { name: 'Take that' }).click()
  await expect(page.getByLabel('Display at 100 % output')).toHaveValue('12')
  await expect(page.getByRole('button', { name: 'Take that' })).toHaveCount(0)
  await page.getByLabel('Why is it changed?').fill('taller tank')
  await page.getByRole('button', { name: 'Save as version 2' }).click()
  await page.waitForURL(/\/instruments\/SET-W$/)
  await expect(page.getByText(/0 … 12 m\b/).first()).toBeVisible()
})

test('an instrument with screws has no sheet, and is told why', async ({ page }) => {
  await registerInstrument(page, 'SET-N', { ...DEVICE, adjustedBy: 'screws' })
  await open(page, '/instruments/SET-N/set-up')
  await expect(page.getByText('This instrument is set by its screws: nothing is keyed in.')).toBeVisible()
})

/** A cell of its own, between the taps of a drum. */
const DRUM = {
  ...DEVICE,
  kind: 'level-transmitter',
  hookUp: 'wet-leg',
  lrl: -25,
  url: 25,
  minSpan: 0.5,
  adjustedBy: 'trims',
}

test('a drum: cold by its glass, hot by an offset that is remembered, then the computed range', async ({ page }) => {
  test.setTimeout(240_000)
  // Taps 0.6 m apart, glass from 0.05 m over 0.5 m; water at 20 °C 998.2067 kg/m³ (Tanaka 2001): ΔP = −ρ·g·(H − h).
  const [H, G] = [0.6, 9.81]
  const applied = (glass: number) => (-998.2067 * G * (H - (0.05 + (glass / 100) * 0.5))) / 1000
  const [lrv, urv] = [-5.9, 0]
  const id = await registerInstrument(page, 'SET-G', { ...DRUM, lrv, urv, errorLimit: percentSpan(1) })
  const input = {
    ...{
      tapDistance: H,
      gravity: G,
      pressure: 30,
      pressureUnit: 'bar',
      barometric: 1000,
      legCelsius: 60,
      ambientCelsius: 20,
    },
    ...{ glassBottom: 0.05, glassHeight: 0.5, unit: 'kPa' },
  }
  const desk = { id: randomUUID(), desk: 'vessel', setUp: { kind: 'drum', calibrated: 'hot', input } }
  expect((await post(page, `instruments/${id}/desks`, desk)).status()).toBe(200)
  await open(page, '/instruments/SET-G/calibrate')
  await page
    .getByText(/more that do not suit/)
    .click()
    .catch(() => {})
  await page.getByText('Gauge glass of the boiler drum, cold').click()
  const why = page.getByLabel(/^Why a reference that does not suit/)
  if (await why.isVisible()) await why.fill('the glass is the level that counts')
  await page.getByLabel('Points, % of input span').fill('10 50 90')
  await page.getByLabel('The nameplate says the same').check()
  await page.getByRole('button', { name: /Begin the run/ }).click()
  await page.waitForURL(/\/runs\//)
  await expect(page.locator('.run-left')).toContainText('Close the equaliser before anything is zeroed')
  await answerSteps(page)
  const glass = page.getByLabel(/^glass,/)
  const rows: [string, string][] = []
  const target = page.locator('.apply')
  for (const [index, percent] of [10, 50, 90].entries()) {
    await expect(page.getByText(`Point ${index + 1} of 3`)).toBeVisible()
    // What to fill to: the level whose ΔP lies at this point of the range.
    const level = ((H + (lrv + ((urv - lrv) * percent) / 100) / (0.9982067 * G) - 0.05) / 0.5) * 100
    await expect(target).toContainText(`water at ${level.toFixed(1)}`)
    const typed = level.toFixed(1)
    const kPa = applied(Number(typed))
    const output = (4 + (16 * (kPa - lrv)) / (urv - lrv) + 0.03).toFixed(3)
    await glass.focus()
    await page.keyboard.type(typed)
    await page.keyboard.press('Enter')
    await page.keyboard.type(output)
    await page.keyboard.press('Enter')
    await accepted(page, index + 1)
    rows.push([kPa.toFixed(4), output])
  }
  await page.getByRole('button', { name: /^Leave as it is/ }).click()
  await answerSteps(page, /^Hot:/)
  await page.getByLabel('Gauge glass shows, %').fill('53')
  await page.getByLabel(/^Output shows/).fill('12.000')
  await page.getByLabel(/^Output after the shift/).fill('12.480')
  await page.getByLabel('Pressure in the drum, and what else matters').fill('30 bar, steady')
  await page.getByRole('button', { name: 'Record the offset' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'hot offset' })).toBeVisible()
  const text = await restoreAndSign(page)
  for (const [kPa, output] of rows) {
    const found = [...text.matchAll(new RegExp(`(−[\\d.]+) ${output.replace('.', '\\.')} `, 'g'))].map(
      ([, figure = '']) => Number(figure.replace('−', '-')),
    )
    expect(
      found.some((figure) => Math.abs(figure - Number(kPa)) < 0.002),
      `${kPa} in ${found}`,
    ).toBe(true)
  }
  expect(text).toContain('% of the glass')
  // The computed range: on top of the offset it would count twice.
  await open(page, '/instruments/SET-G/range?from=vessel')
  await expect(page.getByText(/A hot offset stands in it/)).toContainText('shifted by +3.00 % of span')
  await page.getByRole('button', { name: /^Apply and open its calibration/ }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Reason').fill('hot range for 30 bar')
  await dialog.getByRole('button', { name: 'Apply and open its calibration' }).click()
  await expect(dialog.getByRole('alert')).toContainText(/a hot offset stands in it/i)
  await dialog.getByLabel('The hot offset is taken back at the instrument').check()
  await dialog.getByRole('button', { name: 'Apply and open its calibration' }).click()
  await page.waitForURL(/\/calibrate$/)
  // Steam tables at 31 bar absolute (IAPWS-IF97, Python iapws 1.5.2): ρs 15.5028, leg at 60 °C 984.514 kg/m³.
  await expect(page.getByText(/Registered: SET-G/)).toContainText(
    `−${Math.abs(((15.5028 - 984.514) * G * H) / 1000).toFixed(4)}`,
  )
  await open(page, '/instruments/SET-G/range')
  await expect(page.getByText(/A hot offset stands in it/)).toHaveCount(0)
})

const BODY = {
  ...DEVICE,
  kind: 'pneumatic-transmitter',
  signal: '20-100kPa',
  lrl: -40,
  url: 40,
  minSpan: 4.5,
  urv: 15,
  errorLimit: percentSpan(1),
  adjustedBy: 'screws-and-link',
}
const bellows = (construction: string) => ({
  family: 'bellows body, pneumatic',
  capsule: 'B-40',
  maxSpan: 40,
  allowsReverse: true,
  construction,
  links: [
    { name: 'short', minSpan: 4.5, maxSpan: 10 },
    { name: 'middle', minSpan: 10, maxSpan: 22 },
    { name: 'long', minSpan: 22, maxSpan: 40 },
  ],
  link: 'middle',
})

for (const [construction, tag, first, last] of [
  ['force-balance', 'SET-B1', 'Loosen the lock of the flexure', 'Lock of the flexure loosened once more'],
  ['motion-balance', 'SET-B2', 'Unscrew the housing by hand', 'Housing screwed on by the turns that were counted'],
] as const)
  test(`another capsule in a ${construction} body: its own shop steps, the torque with its page, the certificate tells`, async ({
    page,
  }) => {
    for (const { id, kept } of DEMO_CAPSULES)
      expect((await post(page, `capsules/${id}/count`, { kept })).status()).toBe(200)
    await registerInstrument(page, tag, { ...BODY, body: bellows(construction) })
    await open(page, `/instruments/${tag}/range`)
    await page.getByLabel('LRV wanted').fill('0')
    await page.getByLabel('URV wanted').fill('120')
    const verdict = page.getByRole('region', { name: 'Verdict' })
    await expect(verdict).toContainText('Needs another capsule')
    const capsule = /([A-Z]-\d+), of which/.exec((await verdict.textContent()) ?? '')?.[1] ?? ''
    const steps = await page.locator('.desk-steps li').allTextContents()
    const at = (words: string) => steps.findIndex((step) => step.includes(words))
    expect(at(first)).toBeGreaterThan(-1)
    expect(at(first)).toBeLessThan(at('Old capsule out'))
    expect(at('Old capsule out')).toBeLessThan(at(last))
    await page.getByRole('button', { name: /^Apply and open its calibration/ }).click()
    const dialog = page.getByRole('dialog')
    await dialog.getByLabel('Torque', { exact: true }).fill('34')
    await dialog.getByLabel('Where it stands: manual and page').fill('manual of the body, page 41')
    await dialog.getByLabel('Reason').fill('new pump')
    await dialog.getByRole('button', { name: 'Apply and open its calibration' }).click()
    await page.waitForURL(/\/calibrate$/)
    await beginRun(page)
    const rows = [0, 60, 120].map((kPa): [string, string] => [kPa.toFixed(3), (20 + (80 * kPa) / 120 + 0.2).toFixed(2)])
    await takeReadings(page, rows)
    await page.getByRole('button', { name: /^Leave as it is/ }).click()
    const text = await restoreAndSign(page)
    for (const row of rows) {
      const ideal = 20 + (80 * Number(row[0])) / 120
      const error = Number(row[1]) - ideal
      expectRow(text, row, { ideal, error, percent: (error / 80) * 100 })
    }
    expect(text).toContain(`capsule ${capsule} put in`)
    expect(text).toContain('bolts to 34 N·m, by manual of the body, page 41')
  })

test('ends that change places are called reverse-acting, and asked about', async ({ page }: { page: Page }) => {
  await registerInstrument(page, 'SET-R', DEVICE)
  await open(page, '/instruments/SET-R/range')
  await page.getByLabel('LRV wanted').fill('12')
  await page.getByLabel('URV wanted').fill('0')
  await expect(page.getByRole('region', { name: 'Verdict' })).toContainText('reverse-acting. Is that meant?')
  await page.getByRole('button', { name: /^Apply and open its calibration/ }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Reason').fill('valve opens on fall')
  await dialog.getByRole('button', { name: 'Apply and open its calibration' }).click()
  await expect(dialog.getByRole('alert')).toContainText('LRV and URV change places')
  await dialog.getByLabel(/The range is reversed on purpose/).check()
  await dialog.getByRole('button', { name: 'Apply and open its calibration' }).click()
  await page.waitForURL(/\/calibrate$/)
})
