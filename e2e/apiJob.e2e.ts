import { createHash, randomUUID } from 'node:crypto'
import type { Page } from '@playwright/test'
import { freePort } from '../scripts/setup/cluster'
import { startServer } from '../scripts/setup/server'
import { DEMO_PASSWORD } from '../src/schema/demo'
import { address, beginRun, expect, JOREN, open, post, test, workAs } from './barys'
import { isRounded } from './certificateRow'
import { pdfText } from './pdfText'

/** Pascals in one of a unit, written down here from NIST SP 811 and Tanaka 2001 (from memory), not taken from Barys. */
const PA = {
  kPa: 1000,
  bar: 1e5,
  mbar: 100,
  psi: 6894.757293168,
  'inH2O@20C': 0.0254 * 998.2067 * 9.80665,
  mmHg: 133.322387415,
}
type Unit = keyof typeof PA

/** Ends of each signal, from IEC 60381 and IEC 60382 or common practice. */
const SIGNALS = { '4-20mA': [4, 20], '20-100kPa': [20, 100], display: null } as const

type Case = {
  name: string
  unit: Unit
  read: Unit
  sensor: readonly [lrl: number, url: number]
  range: readonly [lrv: number, urv: number]
  signal: keyof typeof SIGNALS
  pressureKind: 'gauge' | 'differential' | 'absolute'
  limitPercent: number
  /** Error of the instrument in % of span at each fifth of its range. */
  errors: readonly number[]
}

const CASES: Case[] = [
  {
    name: 'zero elevated, read in millibar',
    unit: 'kPa',
    read: 'mbar',
    sensor: [-60, 60],
    range: [-22, 31],
    signal: '4-20mA',
    pressureKind: 'differential',
    limitPercent: 0.4,
    errors: [0.1, 0.15, 0.2, 0.1, 0.3, 0.35],
  },
  {
    name: 'zero suppressed, reverse-acting, read in psi',
    unit: 'bar',
    read: 'psi',
    sensor: [0, 12],
    range: [9.5, 1.5],
    signal: '4-20mA',
    pressureKind: 'gauge',
    limitPercent: 0.5,
    errors: [0, -0.2, -0.3, -0.45, -0.2, 0.1],
  },
  {
    name: 'pneumatic, in inches of water at 20 °C',
    unit: 'inH2O@20C',
    read: 'kPa',
    sensor: [-150, 150],
    range: [0, 112],
    signal: '20-100kPa',
    pressureKind: 'differential',
    limitPercent: 1.5,
    errors: [0.2, 0.4, 0.9, 1.1, 0.8, 0.5],
  },
  {
    name: 'absolute, in millimetres of mercury, read on its display',
    unit: 'mmHg',
    read: 'kPa',
    sensor: [0, 900],
    range: [0, 760],
    signal: 'display',
    pressureKind: 'absolute',
    limitPercent: 1,
    errors: [0, 0.3, 0.5, 0.6, 0.4, 0.2],
  },
]

/** Applied and output as a technician would type them, and the errors that follow, all by the arithmetic written here. */
function byHand({ unit, read, range: [lrv, urv], signal, errors }: Case) {
  const [low, high] = SIGNALS[signal] ?? [lrv, urv]
  return errors.map((error, index) => {
    const target = lrv + (index / (errors.length - 1)) * (urv - lrv)
    const applied = ((target * PA[unit]) / PA[read]).toFixed(4)
    const share = ((Number(applied) * PA[read]) / PA[unit] - lrv) / (urv - lrv)
    const output = (low + (share + error / 100) * (high - low)).toFixed(3)
    const ideal = low + share * (high - low)
    return { applied, output, ideal, errorPercent: ((Number(output) - ideal) / Math.abs(high - low)) * 100 }
  })
}

type Points = { indicated: number; correction: number }[]

/** The same with what the certificate of the reference adds between its points, on straight lines; as typed where it adds nothing. */
function corrected(
  typed: ReturnType<typeof byHand>,
  { unit, read, range: [lrv, urv], signal }: Case,
  reference: { unit: string; calibration?: { isApplied: boolean; points: Points } },
) {
  const { calibration } = reference
  if (!calibration?.isApplied) return typed
  expect(reference.unit, 'read in the unit of its certificate').toBe(read)
  const [low, high] = SIGNALS[signal] ?? [lrv, urv]
  return typed.map((each) => {
    const shown = Number(each.applied)
    const above = calibration.points.findIndex(({ indicated }) => indicated >= shown)
    const [a, b] = [calibration.points[Math.max(above - 1, 0)], calibration.points[above]]
    if (!a || !b) throw new Error(`${shown} lies beyond the certificate`)
    const share = a === b ? 0 : (shown - a.indicated) / (b.indicated - a.indicated)
    const there = shown + a.correction + share * (b.correction - a.correction)
    const ideal = low + (((there * PA[read]) / PA[unit] - lrv) / (urv - lrv)) * (high - low)
    return { ...each, ideal, errorPercent: ((Number(each.output) - ideal) / Math.abs(high - low)) * 100 }
  })
}

async function referenceId(page: Page, code: string): Promise<string> {
  const { references } = await (await page.request.get(`${address()}/api/v1/references`)).json()
  const found = references.find((each: { code: string }) => each.code === code)
  if (!found) throw new Error(`the demo has no ${code}`)
  return found.facts.ranges[0].id
}

async function done<T>(answer: Awaited<ReturnType<typeof post>>): Promise<T> {
  expect(answer.status(), await answer.text()).toBe(200)
  return answer.json()
}

/** Answers a list by the API, in the order in which it gives the steps. */
async function answerAll(page: Page, runId: string, list: 'isolate' | 'restore'): Promise<void> {
  const path = `runs/${runId}/work-steps`
  const lists: Record<'isolate' | 'restore', { id: string; takesWords?: true }[]> = await (
    await page.request.get(`${address()}/api/v1/${path}`)
  ).json()
  expect(lists[list].length).toBeGreaterThan(3)
  for (const { id: item, takesWords } of lists[list])
    await done(
      await post(page, path, {
        id: randomUUID(),
        list,
        item,
        outcome: 'done',
        words: takesWords ? 'shift lead told' : null,
      }),
    )
}

const REFERENCES = { gauge: 'R-02', differential: 'R-04', absolute: 'R-05' } as const
const METERS = { '4-20mA': 'R-06', '20-100kPa': 'R-01', display: null } as const

for (const job of CASES)
  test(`by the API: ${job.name}; record and certificate agree with the arithmetic by hand`, async ({ page }) => {
    const typed = byHand(job)
    const tag = `API-${randomUUID().slice(0, 6)}`
    const meter = METERS[job.signal]
    const configuration = {
      description: job.name,
      area: 'Bench',
      kind: 'pressure-transmitter',
      pressureKind: job.pressureKind,
      unit: job.unit,
      lrl: job.sensor[0],
      url: job.sensor[1],
      minSpan: 1,
      lrv: job.range[0],
      urv: job.range[1],
      signal: job.signal,
      errorLimit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: job.limitPercent }] },
      adjustLimit: null,
      intervalMonths: 12,
      testPoints: [0, 20, 40, 60, 80, 100],
      pointOrder: 'up',
      hookUp: 'bench',
    }
    const { id: instrumentId } = await done<{ id: string }>(await post(page, 'instruments', { tag, configuration }))
    const id = randomUUID()
    await done(
      await post(page, 'runs', {
        id,
        instrumentId,
        inputUnit: job.read,
        inputReferenceId: await referenceId(page, REFERENCES[job.pressureKind]),
        outputReferenceId: meter && (await referenceId(page, meter)),
        environment: { ambientCelsius: '20,5', relativeHumidityPercent: '', barometricHPa: null },
      }),
    )
    await answerAll(page, id, 'isolate')
    const run = await (await page.request.get(`${address()}/api/v1/runs/${id}`)).json()
    for (const [index, { applied, output }] of typed.entries())
      await done(
        await post(page, `runs/${id}/readings`, {
          id: randomUUID(),
          stepId: run.rounds[0].steps[index].id,
          applied,
          output,
        }),
      )
    await done(await post(page, `runs/${id}/decision`, { round: 0, decision: 'leave', reason: null }))
    await answerAll(page, id, 'restore')
    const { sequence, hash } = await done<{ sequence: number; hash: string }>(
      await post(page, `runs/${id}/seal`, { password: DEMO_PASSWORD, confirmed: true, remark: '' }),
    )

    const sealed = await page.request.get(`${address()}/api/v1/records/${sequence}`)
    expect(
      createHash('sha256')
        .update(await sealed.body())
        .digest('hex'),
    ).toBe(hash)
    const record = await sealed.json()
    const readings = corrected(typed, job, record.world.inputReference)
    for (const [index, { ideal, errorPercent }] of readings.entries()) {
      expect(record.results[0].points[index].idealOutput).toBeCloseTo(ideal, 6)
      expect(record.results[0].points[index].errorPercentSpan).toBeCloseTo(errorPercent, 5)
    }
    const largest = readings.reduce((a, b) =>
      Math.abs(b.errorPercent) > Math.abs(a.errorPercent) ? b : a,
    ).errorPercent
    expect(record.results[0].largestErrorPercentSpan).toBeCloseTo(largest, 5)
    expect(record.conformity).toMatchObject({ asFound: 'inside', asLeft: 'inside' })

    const { text } = await pdfText(
      await (await page.request.get(`${address()}/api/v1/records/${sequence}/certificate`)).body(),
    )
    for (const { applied, output } of readings) expect(text).toContain(`${applied} ${output}`.replaceAll('-', '−'))
    const [, printed = ''] = /As found: inside its error limit \(largest ([+−]?[\d.]+) % of span\)/.exec(text) ?? []
    expect(isRounded(printed, largest), `${printed}, by hand ${largest}`).toBe(true)
  })

test('what the API does not take from anybody', async ({ page }) => {
  const { rounds, id } = await (async () => {
    await open(page, '/instruments/PT-302')
    await page.getByRole('link', { name: /Go on with/ }).click()
    await page.waitForURL(/\/runs\//)
    return (await page.request.get(`${address()}/api/v1/runs/${page.url().split('/').at(-1)}`)).json()
  })()
  const step = rounds[0].steps.find((each: { readings: unknown[] }) => each.readings.length === 0)
  const reading = { id: randomUUID(), stepId: step.id, applied: '95.00', output: '20.01' }
  const refused = async (path: string, body: unknown) => {
    const answer = await post(page, path, body)
    expect(answer.status()).toBeGreaterThanOrEqual(400)
    expect(answer.status()).toBeLessThan(500)
    return JSON.stringify(await answer.json())
  }
  const readings = `runs/${id}/readings`
  expect(await refused(readings, { ...reading, output: 'NaN' })).toContain('is not a number')
  expect(await refused(readings, { ...reading, output: null })).toContain('output')
  expect(await refused(readings, { ...reading, applied: '1e9' })).toContain('outside what the sensor can do')
  expect(await refused(readings, { ...reading, reason: 'because' })).toContain('only a correction takes one')
  expect(await refused(readings, { ...reading, id: 'no-uuid' })).toContain('id')
  expect(await refused(`runs/${id}/decision`, { round: 0, decision: 'leave' })).toContain('not all its points are read')
  expect(await refused(`runs/${id}/rounds`, { round: 1 })).toContain('as-found')
  expect(await refused(`runs/${id}/seal`, { password: DEMO_PASSWORD, confirmed: true })).toContain('as-found')
  expect(await refused(`runs/${id}/seal`, { password: 'not mine', confirmed: true })).toContain(
    'do not belong together',
  )
  expect(await refused(`runs/${id}/seal`, { password: DEMO_PASSWORD, confirmed: false })).toContain(
    'confirm that these are the readings',
  )
  // An error worked out by the sender counts for nothing: the field is not even read.
  const kept = await post(page, readings, { ...reading, errorPercentSpan: 0, verdict: 'inside' })
  expect(kept.status()).toBe(200)
  // The short answer is sent as it is, the long one of the whole run packed; neither stays in a cache.
  expect(kept.headers()).toMatchObject({ 'cache-control': 'no-store, no-transform' })
  expect(kept.headers()).not.toHaveProperty('content-encoding')
  const whole = await page.request.get(`${address()}/api/v1/runs/${id}`)
  expect(whole.headers()).toMatchObject({ 'cache-control': 'no-store', 'content-encoding': 'gzip' })
})

test('two application servers on one database: a run begun on one goes on at the other', async ({ page }) => {
  const other = await startServer({
    port: await freePort(),
    databaseUrl: process.env.DATABASE_URL ?? '',
    distFolder: process.env.BARYS_DIST ?? '.next-test',
  })
  try {
    await open(page, '/instruments/PT-108/calibrate')
    const id = await beginRun(page)
    const { rounds } = await (await page.request.get(`${other.address}/api/v1/runs/${id}`)).json()
    await workAs(page, JOREN.id, other.address)
    const reading = { id: randomUUID(), stepId: rounds[0].steps[0].id, applied: '0.001', output: '4.002' }
    const sent = await Promise.all([
      post(page, `runs/${id}/readings`, reading, other.address),
      post(page, `runs/${id}/readings`, reading),
    ])
    expect(sent.map((answer) => answer.status())).toEqual([200, 200])
    await page.reload()
    await expect(page.getByText('Point 2 of 9')).toBeVisible()
  } finally {
    await other.stop()
  }
})
