import { expect, open, registerInstrument, test } from './barys'

const CONFIGURATION = {
  description: 'Trial of its standing',
  area: 'Bench',
  kind: 'pressure-transmitter',
  pressureKind: 'gauge',
  unit: 'kPa',
  lrl: 0,
  url: 500,
  minSpan: 20,
  lrv: 0,
  urv: 400,
  signal: '4-20mA',
  errorLimit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 0.5 }] },
  adjustLimit: null,
  intervalMonths: 12,
  testPoints: [0, 50, 100],
  pointOrder: 'up',
  hookUp: 'bench',
}

test('an instrument is given another tag, retired and put back, and its page tells all of it', async ({ page }) => {
  await registerInstrument(page, 'TAG-1', CONFIGURATION)
  await open(page, '/instruments/TAG-1')
  await page.getByRole('button', { name: 'Give it another tag…' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('New tag').fill('PDT-301')
  await dialog.getByLabel('Reason').fill('loop renumbered')
  await dialog.getByRole('button', { name: 'Give it the tag' }).click()
  await expect(dialog.getByRole('alert')).toContainText('PDT-301 is registered already')
  await dialog.getByLabel('New tag').fill('TAG-2')
  await dialog.getByRole('button', { name: 'Give it the tag' }).click()
  await page.waitForURL(/\/instruments\/TAG-2$/)
  await expect(page.getByText(/TAG-1 became TAG-2, .*Ilka Varga: loop renumbered/)).toBeVisible()
  // Whoever has the old one on a drawing finds it.
  await open(page, '/instruments/TAG-1')
  await expect(page.getByRole('heading', { name: 'TAG-2' })).toBeVisible()
  await page.getByRole('button', { name: 'Retire it…' }).click()
  await dialog.getByLabel('Reason').fill('line shut down')
  await dialog.getByRole('button', { name: 'Retire it' }).click()
  await expect(page.getByText(/^Retired .* by Ilka Varga: line shut down\. Nothing of it is due\.$/)).toBeVisible()
  await expect(page.getByRole('link', { name: 'Start calibration' })).toHaveCount(0)
  await page.getByRole('button', { name: 'Put it back into the register…' }).click()
  await dialog.getByLabel('Reason').fill('line runs again')
  await dialog.getByRole('button', { name: 'Put it back' }).click()
  await expect(page.getByRole('link', { name: 'Start calibration' })).toBeVisible()
})
