import { beginRun, expect, open, restoreAndSign, takeReadings, test, typeReading } from './barys'

const isNear = (figure: string, value: number): boolean => {
  const decimals = figure.split('.')[1]?.length ?? 0
  return Math.abs(Number(figure.replace('−', '-')) - value) <= 1.5 * 10 ** -decimals + 1e-9
}

test('a guard band with conditions: statements, uncertainty and acceptance are those of the arithmetic by hand', async ({
  page,
}) => {
  await open(page, '/instruments/PT-505/calibrate')
  await page.getByLabel('Decision rule').click()
  await page.getByRole('option', { name: 'guard band with conditions' }).click()
  await expect(page.getByText(/Uncertainty to be expected at its tightest/)).toBeVisible()
  const words = (await page.getByText(/Uncertainty to be expected/).textContent()) ?? ''
  const ratio = Number(/the limit is ([\d.]+) times that/.exec(words)?.[1])
  await beginRun(page)
  const { world } = await (await page.request.get(page.url().replace('/runs/', '/api/v1/runs/'))).json()
  const { lrv, urv } = world.configuration
  const [term] = world.configuration.errorLimit.terms
  const limit = term.value as number // ±% of span, the only term of this instrument
  expect(world.configuration.errorLimit.terms).toEqual([{ kind: 'percentSpan', value: limit }])
  const { inputReference: reference, outputReference: meter } = world

  /**
   * U, k = 2, % of span: half-widths of rectangular distributions, JCGM 100 4.3.7; up and down are set alike, so that
   * hysteresis adds only what digits leave.
   */
  const uncertainty = (applied: number, output: number) => {
    const accuracyOf = (value: number, { accuracy, rangeLow, rangeHigh }: typeof reference) =>
      accuracy.terms
        .map(({ kind, value: percent }: { kind: string; value: number }) =>
          kind === 'percentReading' ? (percent / 100) * Math.abs(value) : (percent / 100) * (rangeHigh - rangeLow),
        )
        .reduce((sum: number, each: number) => sum + each, 0)
    const ofSpan = (value: number) => (value / (urv - lrv)) * 100
    const ofOutput = (value: number) => (value / 16) * 100
    const step = Math.max(0.0001, reference.resolution)
    const halfWidths = [
      ofSpan(accuracyOf(applied, reference)),
      ofSpan(step / 2),
      ofOutput(accuracyOf(output, meter)),
      ofOutput(0.0005),
      (years(meter) * (ofOutput(output) * (meter.driftPerYear?.terms[0]?.value ?? 0))) / 100,
      (years(reference) * (ofSpan(applied) * (reference.driftPerYear?.terms[0]?.value ?? 0))) / 100,
    ]
    return (2 * Math.hypot(...halfWidths)) / Math.sqrt(3)
  }

  const years = ({ calibratedOn }: { calibratedOn: string }) =>
    (Date.parse(world.day) - Date.parse(calibratedOn)) / (365.25 * 86_400_000)

  // Errors set so that one point passes, one lies in the guard band inside the limit, one in that outside it, one beyond.
  const worst = uncertainty(urv, 20)
  const errors = [
    0,
    limit - worst / 2,
    limit + worst / 2,
    0.02,
    limit + 3 * worst,
    0.02,
    limit + worst / 2,
    limit - worst / 2,
    0,
  ]
  const percents = [0, 25, 50, 75, 100, 75, 50, 25, 0]
  const rows = percents.map((percent, index) => {
    const applied = (lrv + ((urv - lrv) * percent) / 100).toFixed(4)
    return { applied, output: (4 + 0.16 * (percent + (errors[index] ?? 0))).toFixed(3) }
  })
  for (const { applied, output } of rows) await typeReading(page, applied, output)
  await expect(page.locator('.verdict-line')).toContainText('Failed')
  await expect(page.locator('.notice.is-outside').first()).toContainText('guard band with conditions')

  // Adjusted, it passes everywhere.
  await page
    .getByRole('button', { name: /^(Adjust|Correct the fault)/ })
    .first()
    .click()
  const reason = page.getByRole('dialog').getByLabel('Reason')
  if (await reason.isVisible()) {
    await reason.fill('both ends are off')
    await page.getByRole('dialog').getByRole('button', { name: 'Adjust' }).click()
  }
  const form = page.getByRole('form', { name: 'Record an adjustment' })
  await form.getByLabel('In words').fill('trimmed at both ends')
  await form.getByLabel('Kind').click()
  await page.getByRole('option', { name: 'upper sensor trim', exact: true }).click()
  await form.getByRole('button', { name: 'Record this act' }).click()
  await expect(form.getByRole('alert')).toContainText('Trim the lower end first, or say why not')
  await form.getByLabel(/^Why here or now/).fill('the lower end stood right')
  await form.getByRole('button', { name: 'Record this act' }).click()
  await page.getByRole('button', { name: /^Adjustment done/ }).click()
  await expect(page.getByText('Point 1 of 9')).toBeVisible()
  await takeReadings(
    page,
    percents.map(
      (percent) => [(lrv + ((urv - lrv) * percent) / 100).toFixed(4), (4 + 0.16 * percent).toFixed(3)] as const,
    ),
  )
  const text = await restoreAndSign(page)

  for (const [index, { applied, output }] of rows.entries()) {
    const ideal = 4 + (16 * (Number(applied) - lrv)) / (urv - lrv)
    const error = ((Number(output) - ideal) / 16) * 100
    const u = uncertainty(Number(applied), Number(output))
    const accepted = Math.abs(error) <= limit - u
    const statement = accepted
      ? 'inside'
      : Math.abs(error) <= limit
        ? 'cond\\. pass'
        : Math.abs(error) <= limit + u
          ? 'cond\\. fail'
          : 'fail'
    const row = new RegExp(
      `${applied} ${output} ${ideal.toFixed(4)} \\S+ (\\S+) \\S+ ±(\\S+) ±(\\S+) ±(\\S+) ${statement}`,
      'g',
    )
    const printed = [...text.matchAll(row)].map(([, ...figures]) => figures)
    const wanted = [error, limit, limit - u, u]
    // Two digits of U; up to one in the last place for the digits that up and down differ by.
    const agrees = printed.some((figures) => figures.every((figure, at) => isNear(figure, wanted[at] ?? 0)))
    expect(agrees, `row ${index}: printed ${JSON.stringify(printed)}, by hand ${JSON.stringify(wanted)}`).toBe(true)
  }
  expect(text).toContain('As found: FAIL: outside its error limit by more than its uncertainty')
  expect(text).toContain('As left: PASS')
  expect(text).toContain('Rule: guard band with conditions (ILAC-G8:09/2019)')
  expect(text).toMatch(/Impact: The process may have been measured up to \S+ bar wrong since it was last left inside/)
  expect(ratio).toBeCloseTo(limit / worst, 1)
})

test('sharing the risk where the references are too poor is refused before the run begins', async ({ page }) => {
  await open(page, '/instruments/PDT-402/calibrate')
  await page.getByLabel('Decision rule').click()
  await page.getByRole('option', { name: 'shared risk' }).click()
  await expect(page.getByText(/the limit is [0-3]\.\d times that/)).toBeVisible()
  await page.getByLabel('The nameplate says the same').check()
  await page.getByRole('button', { name: /Begin the run/ }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'sharing the risk asks for 4' })).toBeVisible()
  await expect(page).toHaveURL(/\/calibrate$/)
})

test('readings that do not count are taken again: the next ones are as found, and the certificate shows both', async ({
  page,
}) => {
  await open(page, '/instruments/PT-204/calibrate')
  await beginRun(page)
  const { world } = await (await page.request.get(page.url().replace('/runs/', '/api/v1/runs/'))).json()
  const { lrv, urv } = world.configuration
  const percents = [0, 25, 50, 75, 100, 75, 50, 25, 0]
  const round = async (output: (percent: number) => number) => {
    for (const percent of percents)
      await typeReading(page, (lrv + ((urv - lrv) * percent) / 100).toFixed(4), (4 + 0.16 * output(percent)).toFixed(3))
  }
  await round(() => 0.05) // the equalising valve, or a leak: nothing follows
  await expect(page.locator('.notice.is-outside').first()).toContainText('Take the readings again')
  await page.getByRole('button', { name: /^Take the readings again/ }).click()
  await expect(page.getByText('Point 1 of 9')).toBeVisible()
  await expect(page.getByRole('listitem').filter({ hasText: 'As found' })).toHaveAttribute('aria-current', 'step')
  await round((percent) => percent + 0.02)
  await expect(page.locator('.verdict-line')).toContainText('Inside its limit')
  await page.getByRole('button', { name: /^Leave as it is/ }).click()
  const text = await restoreAndSign(page)
  expect(text).toMatch(/As found: inside its error limit \(largest \+0\.0[12]\d % of span\)/)
  expect(text).toContain('Readings, taken again, not counted')
  expect(text).toContain('Readings, as found')
  expect(text).toContain('Not adjusted: the as-found readings are also the as-left readings.')
  expect(text).not.toContain('Impact:')
})
