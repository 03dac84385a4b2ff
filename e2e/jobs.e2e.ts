import type { Page } from '@playwright/test'
import { DEMO_PASSWORD } from '../src/schema/demo'
import {
  accepted,
  beginRun,
  expect,
  goTo,
  JOREN,
  open,
  registerInstrument,
  restoreAndSign,
  startRun,
  test,
  typeReading,
  workAs,
} from './barys'
import { expectRow } from './certificateRow'

/** Jobs as they are done, on instruments of this file alone; every figure is worked out here by hand. */
const percentSpan = (value: number) => ({ combine: 'sum', terms: [{ kind: 'percentSpan', value }] })
const TRANSMITTER = {
  description: 'Trial of a job',
  area: 'Bench',
  kind: 'dp-transmitter',
  pressureKind: 'differential',
  unit: 'kPa',
  lrl: -60,
  url: 60,
  minSpan: 2,
  lrv: 0,
  urv: 40,
  signal: '4-20mA',
  errorLimit: percentSpan(0.5),
  adjustLimit: null,
  intervalMonths: 12,
  testPoints: [0, 50, 100],
  pointOrder: 'up',
  hookUp: 'three-valve',
}
type Row = readonly [applied: string, output: string]
const milliamp = (percent: number, decimals = 3) => (4 + 0.16 * percent).toFixed(decimals)
const row = (percent: number, error: number): Row => [(0.4 * percent).toFixed(3), milliamp(percent + error)]
const expectRows = (text: string, rows: readonly Row[]) => {
  for (const each of rows) {
    const ideal = 4 + 16 * (Number(each[0]) / 40)
    const error = Number(each[1]) - ideal
    expectRow(text, each, { ideal, error, percent: (error / 16) * 100 })
  }
}

for (const [place, hookUp] of [
  ['on the bench', 'bench'],
  ['in the field', 'three-valve'],
] as const)
  test(`an analogue 4–20 mA transmitter with two screws, ${place}: the pad, the ends, the certificate${hookUp === 'bench' ? '' : ', and the host by volts'}`, async ({
    page,
  }) => {
    const tag = `JOB-S${hookUp === 'bench' ? 1 : 2}`
    await registerInstrument(page, tag, {
      ...TRANSMITTER,
      hookUp,
      adjustedBy: 'screws',
      adjustLimit: percentSpan(0.25),
    })
    await startRun(page, tag)
    // Zero 1.5 % high; the span screw adds 0.2 of its own to the zero: at 100 % it stands 2.5 % high.
    let [zero, full] = [1.5, 2.5]
    const read = async () => {
      const rows = [0, 50, 100].map((percent) => row(percent, zero + ((full - zero) * percent) / 100))
      for (const each of rows) await typeReading(page, ...each)
      return rows
    }
    const found = await read()
    await expect(page.locator('.causes li').first()).toContainText('zero and span both off')
    await expect(page.getByText(/communicator/)).toHaveCount(0) // it has none
    await page.getByRole('button', { name: /^Adjust/ }).click()
    const next = page.locator('strong', { hasText: /^Next:/ })
    await expect(page.getByRole('img', { name: /^Convergence pad/ })).toBeVisible()
    for (let acts = 1; await next.isVisible(); acts++) {
      const [, screw, set] = /Next: (zero|span) screw, set ([\d.]+) mA/.exec((await next.textContent()) ?? '') ?? []
      const at = screw === 'zero' ? 0 : 100
      const before = screw === 'zero' ? zero : full
      const after = (Number(set) - 4) / 0.16 - at
      const moved = after - before
      if (screw === 'zero') [zero, full] = [after, full + moved]
      else [zero, full] = [zero + 0.2 * moved, after]
      await page.getByLabel(/^output before/).fill(milliamp(at + before))
      await page.getByLabel(/^output after/).fill(milliamp(at + after))
      await page.getByRole('button', { name: 'Record this act' }).click()
      await expect(page.locator('ol.cautions li')).toHaveCount(acts)
      expect(acts).toBeLessThanOrEqual(6)
    }
    await page.getByRole('button', { name: /Adjustment done/ }).click()
    await expect(page.getByText('Point 1 of 3')).toBeVisible()
    const left = await read()
    if (hookUp !== 'bench') {
      // 250 Ω: 1, 3, 5 V by Ohm's law; 3.05 V is 1.25 % of 4 V high. No host is read.
      await page.getByLabel('Resistor, Ω').fill('250')
      await expect(page.locator('.loop-table')).toContainText('3000.0 mV')
      for (const [percent, volts] of [
        [0, '1.000'],
        [50, '30.5'],
        [100, '5.000'],
      ] as const)
        await page.getByLabel(`Volts at ${percent} %`).fill(volts)
      await page.getByRole('button', { name: 'Record what the host shows' }).click()
      await expect(page.getByRole('form', { name: 'Loop check' }).getByRole('alert')).toContainText('30.5 for 3.05 V?')
      await page.getByLabel('Volts at 50 %').fill('3.05')
      await page.getByRole('button', { name: 'Record what the host shows' }).click()
      await expect(page.locator('.loop-table')).toContainText('+1.25 % by volts')
      // Inside its own ±2 %: it is judged by that, not by the transmitter's ±0.5 %.
      await expect(page.getByText('outside its own')).toHaveCount(0)
    }
    const text = await restoreAndSign(page)
    expectRows(text, [...found, ...left])
    expect(text).toContain('zero screw')
    expect(text).not.toContain('trim')
    if (hookUp !== 'bench') expect(text).toMatch(/3\.05 V over 250 Ω 3\.0000 \+1\.25 ±2 %, inside/)
  })

test('a meter on volts is asked about by its nature; taken all the same, Judge leads back to the row', async ({
  page,
}) => {
  await registerInstrument(page, 'JOB-V1', TRANSMITTER)
  await startRun(page, 'JOB-V1')
  const question = page.locator('.entry-question')
  const type = async (applied: string, output: string) => {
    await page.getByLabel(/^applied,/).focus()
    for (const figure of [applied, output]) {
      await page.keyboard.type(figure)
      await page.keyboard.press('Enter')
    }
  }
  await type('0.000', '4.001')
  await accepted(page, 1)
  await type('20.000', '3.001')
  await expect(question).toContainText('3.001 looks like volts across 250 Ω')
  await page.keyboard.press('Enter')
  await accepted(page, 2)
  // A mark that slipped is put right by one key.
  await type('40.000', '2.0003')
  await expect(question).toContainText('2.0003 for 20.003 mA? The decimal mark')
  await page.keyboard.press('+')
  await expect(page.getByLabel(/^reading,/)).toHaveValue('20.003')
  await page.keyboard.press('Enter')
  await accepted(page, 3)
  await expect(page.getByText('Some readings look like slips')).toBeVisible()
  await page.getByRole('button', { name: 'Check this row' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog).toContainText('Correct the 50 % point')
  await dialog.getByLabel('Why is it corrected?').fill('meter stood on volts')
  await dialog.getByRole('button', { name: 'Store the correction' }).click()
  await expect(dialog).toContainText('That is what stands already')
  await dialog.getByLabel('Reading').fill('12.004')
  await dialog.getByRole('button', { name: 'Store the correction' }).click()
  await page.getByRole('button', { name: /^Leave as it is/ }).click()
  const text = await restoreAndSign(page)
  expectRows(text, [
    ['0.000', '4.001'],
    ['20.000', '12.004'],
    ['40.000', '20.003'],
  ])
  expect(text).toContain('20.000 → 3.001 replaced by 20.000 → 12.004')
})

test('sides swapped: the output sits on its low end while the pressure rises, and Judge says to look', async ({
  page,
}) => {
  await registerInstrument(page, 'JOB-W1', { ...TRANSMITTER, testPoints: [0, 25, 50, 75, 100] })
  await startRun(page, 'JOB-W1')
  for (const [percent, output] of [
    [0, '4.003'],
    [25, '3.801'],
    [50, '3.799'],
    [75, '3.802'],
    [100, '3.800'],
  ] as const)
    await typeReading(page, (0.4 * percent).toFixed(3), output)
  await expect(page.locator('.causes')).toContainText('high and low side swapped')
  await expect(page.getByRole('button', { name: /^Adjust Enter/ })).toHaveCount(0) // no trim cures that
})

test('left outside: it is judged again, repaired by decision, and never led back into service', async ({ page }) => {
  await registerInstrument(page, 'JOB-O1', TRANSMITTER)
  await startRun(page, 'JOB-O1')
  for (const percent of [0, 50, 100]) await typeReading(page, ...row(percent, 1.2))
  await page
    .getByRole('button', { name: /^Adjust/ })
    .first()
    .click()
  await page.getByLabel('In words').fill('trimmed, it went the other way')
  await page.getByLabel(/^at applied/).fill('0.000')
  await page.getByRole('button', { name: 'Record this act' }).click()
  await page.getByRole('button', { name: /Adjustment done/ }).click()
  await expect(page.getByText('Point 1 of 3')).toBeVisible()
  for (const percent of [0, 50, 100]) await typeReading(page, ...row(percent, percent === 50 ? 6 : 0.1))
  const track = page.getByRole('list', { name: 'Stages of the run' })
  await expect(track.locator('[aria-current="step"]')).toHaveText('Judge')
  // A stage that is done can be looked at; nothing is changed there.
  await track.getByRole('button', { name: 'Isolate' }).click()
  await expect(page.getByText('Isolate as it was done')).toBeVisible()
  await page.getByRole('button', { name: 'Back to Judge' }).click()
  await page
    .getByRole('button', { name: /^Take out for repair/ })
    .first()
    .click()
  const dialog = page.getByRole('dialog')
  if (await dialog.isVisible()) {
    await dialog.getByLabel('Reason').fill('it does not hold')
    await dialog.getByRole('button', { name: 'Take out for repair' }).click()
  }
  await expect(page.locator('.run-left')).toContainText('Marked as out of service')
  await expect(page.locator('.run-left')).not.toContainText('Open the block valve')
  const text = await restoreAndSign(page, 'to the workshop, spare fitted')
  expect(text).toContain('As left: OUTSIDE its error limit (largest +6.0')
})

test('two people typing at once: what the other stored takes no figure away, and Enter ahead is kept', async ({
  page,
  browser,
}) => {
  await registerInstrument(page, 'JOB-T1', { ...TRANSMITTER, testPoints: [0, 25, 50, 60, 75, 90, 100] })
  await startRun(page, 'JOB-T1')
  const context = await browser.newContext()
  const other = await context.newPage()
  try {
    await workAs(other, JOREN.id)
    await goTo(other, page.url())
    await expect(other.getByText('Point 1 of 7')).toBeVisible()
    await page.getByLabel(/^applied,/).focus()
    await page.keyboard.type('0.004')
    await page.keyboard.press('Enter')
    await page.keyboard.type('4.01')
    await typeReading(other, '0.000', '4.002')
    await expect(page.getByText('Point 2 of 7')).toBeVisible()
    await expect(page.getByText(/was stored elsewhere; you had/)).toContainText('0.004 → 4.01')
    await expect(page.getByLabel(/^applied,/)).toHaveValue('') // it goes into no other point by itself
    await page.getByRole('button', { name: 'Forget it' }).click()
    // An answer that comes when all is typed: figures with their Enters stand in their own boxes, never as one number.
    let typed = Promise.resolve()
    await page.route('**/readings', async (route) => {
      await typed
      await route.continue()
    })
    await page.getByLabel(/^applied,/).focus()
    const ahead = async (...figures: readonly string[]) => {
      let release = () => {}
      typed = new Promise((done) => {
        release = done
      })
      for (const figure of figures) {
        await page.keyboard.type(figure)
        await page.keyboard.press('Enter')
      }
      release()
    }
    await ahead('10.000', '8.002', '20.000', '12.003')
    await accepted(page, 3)
    await expect(page.getByText('Point 4 of 7')).toBeVisible()
    await expect(page.getByRole('cell', { name: '12.003', exact: true })).toBeVisible()
    // One that is asked about holds up what was typed after it, and loses nothing of that.
    await ahead('24.000', '13.601', '30.000', '14.001', '36.000')
    await expect(page.locator('.entry-question')).toContainText('would be right at 60 %; here 16.000 is expected')
    await page.getByLabel(/^reading,/).press('Enter')
    await accepted(page, 5)
    await expect(page.getByText('Point 6 of 7')).toBeVisible()
    await expect(page.getByLabel(/^applied,/)).toHaveValue('36.000')
  } finally {
    await context.close()
  }
})

test('the next point is on the screen before the own reading is answered: not one figure typed for it is lost', async ({
  page,
}) => {
  await registerInstrument(page, 'JOB-T2', TRANSMITTER)
  await startRun(page, 'JOB-T2')
  let answer = () => {}
  const mayAnswer = new Promise<void>((done) => {
    answer = done
  })
  // Stored at once, answered late; the screen learns of it from its own next look at the run.
  await page.route('**/readings', async (route) => {
    const response = await route.fetch()
    await mayAnswer
    await route.fulfill({ response })
  })
  await page.evaluate(() => {
    // What has the focus the moment the next point is drawn, before anything else is done.
    new MutationObserver((_, observer) => {
      if (!document.body.textContent?.includes('Point 2 of')) return
      observer.disconnect()
      document.body.dataset.focusAtNext = document.activeElement?.closest('label')?.textContent ?? 'nothing'
    }).observe(document.body, { subtree: true, childList: true, characterData: true })
  })
  await typeReading(page, '0.001', '4.003')
  await expect(page.getByText(/^Point 2 of/)).toBeVisible()
  await expect(page.locator('body')).toHaveAttribute('data-focus-at-next', /^applied,/)
  await page.keyboard.type('12.345')
  await page.keyboard.press('Enter')
  await page.keyboard.type('5.67')
  await expect(page.getByLabel(/^applied,/)).toHaveValue('12.345')
  await expect(page.getByLabel(/^reading,/)).toHaveValue('5.67')
  const answered = page.waitForResponse('**/readings')
  answer()
  await answered
  await page.keyboard.type('8')
  await expect(page.getByLabel(/^applied,/)).toHaveValue('12.345')
  await expect(page.getByLabel(/^reading,/)).toHaveValue('5.678')
})

test('a reference exchanged on the way: readings keep theirs, and the certificate says so', async ({ page }) => {
  await registerInstrument(page, 'JOB-X1', {
    ...TRANSMITTER,
    pressureKind: 'gauge',
    kind: 'pressure-transmitter',
    hookUp: 'bench',
    lrl: 0,
    url: 800,
    urv: 400,
  })
  await startRun(page, 'JOB-X1')
  await typeReading(page, '0.000', '4.001')
  await page.getByRole('button', { name: 'Exchange a reference…' }).click()
  const dialog = page.getByRole('dialog')
  const before = (await dialog.getByLabel('Instead of').textContent()) ?? ''
  await dialog.getByLabel('From now on').click()
  await page.getByRole('option', { name: /^R-02/ }).click()
  await dialog.getByLabel('Reason').fill('battery of the first ran flat')
  await dialog.getByRole('button', { name: 'Exchange it' }).click()
  await expect(dialog).toHaveCount(0)
  await expect(page.getByText(/reference R-02/)).toBeVisible()
  await typeReading(page, '200.00', '12.002')
  await typeReading(page, '400.00', '20.001')
  await page.getByRole('button', { name: /^Leave as it is/ }).click()
  const text = await restoreAndSign(page)
  const code = /R-\d+/.exec(before)?.[0] ?? ''
  expect(text).toContain(`R-02 in the place of ${code} from`)
  expect(text).toContain('battery of the first ran flat')
  const record = await (await page.request.get(page.url().replace('/records/', '/api/v1/records/'))).json()
  const names = (index: number) =>
    record.results[0].points[index].budget.lines.map(({ name }: { name: string }) => name).join(' ')
  expect(names(0)).toContain(code)
  expect(names(1)).toContain('R-02')
  expect(names(1)).not.toContain(code)
})

test('a shop calibration read by a null instrument: nominal and departure are typed, the output is computed', async ({
  page,
}) => {
  await registerInstrument(page, 'JOB-N1', { ...TRANSMITTER, hookUp: 'bench' })
  await open(page, '/instruments/JOB-N1/calibrate')
  await page.getByLabel(/^Output read by a null instrument/).check()
  await beginRun(page)
  const taken = [
    ['0.000', '0', '0.10'],
    ['20.000', '50', '-0.20'],
    ['40.000', '100', '0.30'],
  ] as const
  for (const [index, figures] of taken.entries()) {
    await page.getByLabel(/^applied,/).focus()
    for (const figure of figures) {
      await page.keyboard.type(figure)
      await page.keyboard.press('Enter')
    }
    await accepted(page, index + 1)
  }
  await page.getByRole('button', { name: /^Leave as it is/ }).click()
  const text = await restoreAndSign(page)
  // 4 + 0.16·(nominal + departure) mA.
  for (const [applied, nominal, off] of taken) {
    const output = (4 + 0.16 * (Number(nominal) + Number(off))).toFixed(4)
    const ideal = 4 + 0.4 * Number(applied)
    expectRow(text, [applied, output], { ideal, error: Number(output) - ideal, percent: Number(off) })
  }
  expect(text).toContain('50 % rising: set to 50 %, off by −0.20 %')
})

test('a day’s list of what to take: each thing once, ticked off, kept with notes and a photo of the place', async ({
  page,
}) => {
  await registerInstrument(page, 'JOB-L1', { ...TRANSMITTER, adjustedBy: 'screws' })
  await registerInstrument(page, 'JOB-L2', { ...TRANSMITTER, adjustedBy: 'trims', hookUp: 'bench' })
  await open(page, '/take?tags=JOB-L1,JOB-L2,NO-SUCH')
  await expect(page.getByText('2 jobs')).toBeVisible()
  const items = (name: string) => page.getByRole('region', { name })
  await expect(items('Tools and fittings')).toContainText('screwdrivers for zero and span – JOB-L1')
  await expect(items('Meter, supply, communicator')).toContainText('digital communicator – JOB-L2')
  await expect(items('Protection').getByText('goggles')).toHaveCount(1)
  await expect(items('References').getByRole('listitem')).not.toHaveCount(0)
  const left = async () => Number(/(\d+) to pack/.exec((await page.getByText(/to pack$/).textContent()) ?? '')?.[1])
  const before = await left()
  await page.getByLabel(/^goggles/).check()
  expect(await left()).toBe(before - 1)
  await page.reload()
  await expect(page.getByLabel(/^goggles/)).toBeChecked()
  const note = page.getByRole('form', { name: 'Note at JOB-L1' })
  await note.getByLabel('Worth knowing next time').fill('manifold plugs are 14 mm; key of the gate at the shift office')
  const picture = Buffer.from(
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
    'base64',
  )
  await note
    .getByLabel('Photo of the place of JOB-L1')
    .setInputFiles({ name: 'place.png', mimeType: 'image/png', buffer: picture })
  await expect(note.getByText('Photo chosen')).toBeVisible()
  await note.getByRole('button', { name: 'Keep this note' }).click()
  await expect(page.getByText('manifold plugs are 14 mm')).toBeVisible()
  const photo = page.getByRole('img', { name: /^The place of JOB-L1/ })
  await expect.poll(() => photo.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBeGreaterThan(0)
  await page.reload()
  await expect(page.getByText('manifold plugs are 14 mm')).toBeVisible()
})

/** Counts the keys that a person presses, apart from figures and words. */
function keysOf(page: Page) {
  let count = 0
  return {
    press: async (...keys: readonly string[]) => {
      for (const key of keys) {
        count += key.split('+').length
        await page.keyboard.press(key)
      }
    },
    count: () => count,
  }
}

test('a plain five-point check up and down of a registered transmitter costs at most 45 keys beside its figures', async ({
  page,
}) => {
  await registerInstrument(page, 'JOB-K1', { ...TRANSMITTER, testPoints: [0, 25, 50, 75, 100], pointOrder: 'up-down' })
  await open(page, '/instruments/JOB-K1/calibrate')
  const keys = keysOf(page)
  await expect(page.getByLabel('The nameplate says the same')).toBeFocused()
  await keys.press('Space', 'Enter')
  await page.waitForURL(/\/runs\//)
  const step = page.locator('.work-next')
  const done = page.getByRole('button', { name: /^Done/ })
  const place = page.locator('.work-foot p', { hasText: /^Step \d+ of \d+$/ })
  const partDone = async (isLast: boolean) => {
    await expect(done).toBeFocused()
    const at = Number(/Step (\d+)/.exec((await place.textContent()) ?? '')?.[1])
    const all = await page
      .getByRole('button', { name: /^All \d+ of this part done/ })
      .textContent()
      .catch(() => null)
    const count = Number(/All (\d+)/.exec(all ?? '')?.[1])
    await keys.press('Shift+Enter')
    if (isLast) return
    await expect(place).toHaveText(new RegExp(`^Step ${at + count} of`))
  }
  await expect(step).toBeVisible()
  for (const part of [1, 2, 3]) await partDone(part === 3)
  await expect(page.getByText('Point 1 of 9')).toBeVisible()
  for (const [index, percent] of [0, 25, 50, 75, 100, 75, 50, 25, 0].entries()) {
    const [applied, output] = row(percent, 0.05)
    await page.keyboard.type(applied)
    await keys.press('Enter')
    await page.keyboard.type(output)
    await keys.press('Enter')
    await accepted(page, index + 1)
  }
  await expect(page.getByRole('button', { name: /^Leave as it is/ })).toBeFocused()
  await keys.press('Enter')
  await expect(step).toContainText('Loop check')
  await expect(done).toBeFocused()
  await keys.press('Enter')
  await expect(step).toContainText('Vent the pump')
  await partDone(false)
  await partDone(false)
  await partDone(false)
  await expect(page.getByLabel('In words')).toBeFocused()
  await page.keyboard.type('shift lead told')
  await keys.press('Enter')
  await expect(page.getByLabel(/^Password of/)).toBeFocused()
  await page.keyboard.type(DEMO_PASSWORD)
  await keys.press('Tab', 'Tab', 'Tab', 'Space')
  await expect(page.getByRole('checkbox')).toBeChecked()
  expect(keys.count() + 1).toBeLessThanOrEqual(45) // and Enter, which seals
  await keys.press('Enter')
  await page.waitForURL(/\/records\/\d+$/)
})

test('registered on screen, and another one like it: only what is its own is typed', async ({ page }) => {
  await open(page, '/register')
  const box = (label: string) => page.getByLabel(label, { exact: true })
  for (const [label, text] of [
    ['Tag', 'JOB-R1'],
    ['Description', 'Trial of registering'],
    ['Area', 'Bench'],
    ['Sensor lower limit (LRL)', '-60'],
    ['Sensor upper limit (URL)', '60'],
    ['Smallest span', '2'],
    ['LRV (0 % output)', '0'],
    ['URV (100 % output)', '40'],
    ['Serial number', 'X-17'],
  ] as const)
    await box(label).fill(text)
  await page.getByLabel('Error limit, ±').fill('0.5')
  await page.getByRole('button', { name: 'Register', exact: true }).click()
  await page.waitForURL(/\/instruments\/JOB-R1$/)
  await page.getByRole('link', { name: 'Register one like this' }).click()
  await expect(box('URV (100 % output)')).toHaveValue('40')
  await expect(box('Serial number')).toHaveValue('')
  await box('Tag').fill('JOB-R2')
  await page.getByRole('button', { name: 'Register', exact: true }).click()
  await page.waitForURL(/\/instruments\/JOB-R2$/)
  await expect(page.getByText('0 … 40 kPa diff.').first()).toBeVisible()
})

test('how it is adjusted follows its output: air has no trims, and the choice is put right in sight', async ({
  page,
}) => {
  await open(page, '/register')
  const adjusted = page.getByRole('combobox', { name: 'Adjusted by' })
  await expect(adjusted).toHaveText('digital trims')
  await page.getByRole('combobox', { name: 'Output', exact: true }).click()
  await page.getByRole('option', { name: /^3 … 15 psi/ }).click()
  await expect(adjusted).toHaveText('two screws, zero and span')
  await adjusted.click()
  await expect(page.getByRole('option', { name: 'digital trims' })).toHaveCount(0)
})
