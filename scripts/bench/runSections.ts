import { randomUUID } from 'node:crypto'
import { mkdtempSync, rmSync } from 'node:fs'
import { chmod } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { chromium, type Page } from '@playwright/test'
import type { RunView } from '../../src/schema/runView'
import { buildIfStale } from '../setup/build'
import { freePort, startCluster } from '../setup/cluster'
import { ensureDatabase, migrate } from '../setup/database'
import { chromiumPath } from '../setup/debianPackages'
import { startServer } from '../setup/server'
import { median, quantile, table } from './report'

const DIST = '.next-test'
/** Twenty-one points up and down in five cycles: two hundred and one readings a run. */
const POINTS = Array.from({ length: 21 }, (_, index) => index * 5)

/**
 * Accepting a reading beside the bare insert with commit, over one connection to a cluster that does write to the disk;
 * then over HTTP; then from a keystroke to the painted error, in Chromium.
 */
export async function runSections(): Promise<string[]> {
  const folder = mkdtempSync(join(tmpdir(), 'barys-bench-'))
  await chmod(folder, 0o755) // as root the cluster runs as another user, who must be able to enter
  const cluster = await startCluster(join(folder, 'cluster'))
  try {
    await ensureDatabase(cluster)
    await migrate(cluster.ownerUrl, cluster.applicationRole)
    process.env.DATABASE_URL = cluster.applicationUrl
    const bench = await import('../../tests/support/benchPlant')
    const { pool } = await import('../../src/server/database')
    pool().options.max = 1 // both kinds of insert go over the same connection
    await bench.peopleAndReferences()
    const accepting = await acceptSection(bench)
    const overHttp = await servedSections(bench, cluster.applicationUrl)
    await pool().end()
    return [accepting, ...overHttp]
  } finally {
    cluster.stop()
    rmSync(folder, { recursive: true, force: true })
  }
}

type Bench = typeof import('../../tests/support/benchPlant')
const ROUNDS = 3

const longRun = (bench: Bench): Promise<RunView> =>
  bench.runOnNewInstrument(`B-${randomUUID().slice(0, 8)}`, {
    plan: { testPoints: POINTS, pointOrder: 'up-down', cycles: 5, dwellSeconds: null, stabilityPercent: null },
  })

const INSERT = `INSERT INTO reading (id, run_id, step_id, applied, output, taken_at, taken_by)
                VALUES ($1, $2, $3, $4, $5, $6, $7)`

async function acceptSection(bench: Bench): Promise<string> {
  const { pool } = await import('../../src/server/database')
  const { recordReading } = await import('../../src/server/services/run/recordReading')
  const times: Record<'bare' | 'accepted', number[]> = { bare: [], accepted: [] }
  for (let round = 0; round < ROUNDS; round++) {
    const [bareRun, run] = [await longRun(bench), await longRun(bench)]
    const steps = bareRun.rounds[0]?.steps ?? []
    for (const [index, step] of (run.rounds[0]?.steps ?? []).entries()) {
      const bareStep = steps[index]
      if (!bareStep) continue
      const reading = bench.readingOf(step)
      const now = new Date()
      const insert = async () => {
        const values = [randomUUID(), bareRun.id, bareStep.id, reading.applied, reading.output, now, bench.ANNA.id]
        await pool().query({ name: 'bare', text: INSERT, values })
      }
      const accept = async () => {
        await recordReading(run.id, reading, { person: bench.ANNA, now })
      }
      // Turn about, so that neither always comes second.
      const order = [['bare', insert] as const, ['accepted', accept] as const]
      for (const [name, work] of index % 2 ? order : order.toReversed()) times[name].push(await milliseconds(work))
    }
  }
  const warm = (name: keyof typeof times) => times[name].slice(20)
  const ratio = median(warm('accepted')) / median(warm('bare'))
  return table(
    `Accepting a reading: ${warm('accepted').length} each, turn about, one connection, PostgreSQL writing to the disk`,
    ['', 'median, ms', '95 %, ms', 'ratio'],
    [
      ['bare INSERT with commit', median(warm('bare')).toFixed(3), quantile(warm('bare'), 0.95).toFixed(3), '1'],
      [
        'Barys: checked, stored, judged',
        median(warm('accepted')).toFixed(3),
        quantile(warm('accepted'), 0.95).toFixed(3),
        ratio.toFixed(2),
      ],
    ],
  )
}

async function milliseconds(work: () => Promise<void>): Promise<number> {
  const start = performance.now()
  await work()
  return performance.now() - start
}

async function servedSections(bench: Bench, databaseUrl: string): Promise<string[]> {
  await buildIfStale(DIST)
  const server = await startServer({ port: await freePort(), databaseUrl, distFolder: DIST })
  try {
    const cookie = await signIn(server.address, bench)
    return [
      await httpSection(await longRun(bench), { bench, cookie, address: server.address }),
      await paintSection({ bench, cookie, address: server.address }),
      await scriptSection(await longRun(bench), { cookie, address: server.address }),
    ]
  } finally {
    await server.stop()
  }
}

/** The scripts a browser fetches for the first paint of a run, as sent (gzip); those fetched after it come on top. */
async function scriptSection(run: RunView, { cookie, address }: Omit<Served, 'bench'>): Promise<string> {
  const page = await (await fetch(`${address}/runs/${run.id}`, { headers: { cookie } })).text()
  // What only browsers without modules load does not count: none of those that run Barys does.
  const tags = [...page.matchAll(/<script[^>]* src="([^"]+)"[^>]*>/g)].filter(([tag]) => !/nomodule/i.test(tag))
  const sizes: number[] = []
  for (const [, source] of tags) {
    const script = await (await fetch(`${address}${source}`)).arrayBuffer()
    sizes.push(gzipSync(Buffer.from(script)).length)
  }
  const total = sizes.reduce((sum, size) => sum + size, 0)
  return table(
    'First load of a run: scripts in the page, gzip',
    ['', 'files', 'kB'],
    [['before the first paint', String(sizes.length), (total / 1024).toFixed(0)]],
  )
}

type Served = { bench: Bench; cookie: string; address: string }
const jsonTo = (address: string, cookie: string) => ({
  method: 'POST',
  headers: { 'content-type': 'application/json', origin: address, cookie },
})

async function signIn(address: string, bench: Bench): Promise<string> {
  const answer = await fetch(`${address}/api/v1/session`, {
    ...jsonTo(address, ''),
    body: JSON.stringify({ name: bench.ANNA.name, password: bench.BENCH_PASSWORD }),
  })
  if (!answer.ok) throw new Error(`signing in: ${await answer.text()}`)
  return answer.headers
    .getSetCookie()
    .map((each) => each.split(';')[0])
    .join('; ')
}

/** A reading over HTTP beside the lightest request there is, so that what is the frame's share shows. */
async function httpSection(run: RunView, { bench, cookie, address }: Served): Promise<string> {
  const readings: number[] = []
  const health: number[] = []
  for (const step of run.rounds[0]?.steps ?? []) {
    const body = JSON.stringify(bench.readingOf(step))
    readings.push(
      await milliseconds(async () => {
        const answer = await fetch(`${address}/api/v1/runs/${run.id}/readings`, { ...jsonTo(address, cookie), body })
        if (!answer.ok) throw new Error(await answer.text())
        await answer.json()
      }),
    )
    health.push(
      await milliseconds(async () => {
        await (await fetch(`${address}/api/v1/health`)).json()
      }),
    )
  }
  const row = (name: string, times: readonly number[]) => [
    name,
    median(times.slice(20)).toFixed(2),
    quantile(times.slice(20), 0.95).toFixed(2),
  ]
  return table(
    'The same over HTTP, signed in, one after the other',
    ['', 'median, ms', '95 %, ms'],
    [row('a reading accepted', readings), row('/api/v1/health (one SELECT 1)', health)],
  )
}

type Paints = { toDom: number[]; toPaint: number[]; isInFirstFrame: boolean[] }
const FRAME_MS = 1000 / 60

/** From a key pressed in the output box to the error in the document, and to the frame that shows it. */
async function paintSection({ bench, cookie, address }: Served): Promise<string> {
  const browser = await chromium.launch({
    executablePath: chromiumPath(),
    args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking'],
  })
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    const cookies = cookie.split('; ').map((pair) => {
      const at = pair.indexOf('=')
      return { name: pair.slice(0, at), value: pair.slice(at + 1), url: address }
    })
    await page.context().addCookies(cookies)
    const paints: Paints = { toDom: [], toPaint: [], isInFirstFrame: [] }
    for (let times = 0; times < 6; times++) {
      const { toDom, toPaint, isInFirstFrame } = await typeRun(page, await ordinaryRun(bench), address)
      paints.toDom.push(...toDom)
      paints.toPaint.push(...toPaint)
      paints.isInFirstFrame.push(...isInFirstFrame)
    }
    const row = (name: string, times: readonly number[]) => [
      name,
      median(times).toFixed(1),
      quantile(times, 0.95).toFixed(1),
      `${((100 * times.filter((time) => time <= FRAME_MS).length) / times.length).toFixed(0)} %`,
    ]
    const inTime = (100 * paints.isInFirstFrame.filter(Boolean).length) / paints.isInFirstFrame.length
    return table(
      `Keystroke to painted error: ${paints.toPaint.length} keys in the output box, nine points, Chromium without a graphics card`,
      ['', 'median, ms', '95 %, ms', 'within 16.7 ms'],
      [
        row('key to error in the document', paints.toDom),
        row('key to the end of the frame that shows it', paints.toPaint),
        [`shown by the very next frame: ${inTime.toFixed(1)} % of keys`, '', '', ''],
      ],
    )
  } finally {
    await browser.close()
  }
}

/** Five points up and down, as most runs have them. */
const ordinaryRun = (bench: Bench): Promise<RunView> =>
  bench.runOnNewInstrument(`B-${randomUUID().slice(0, 8)}`, {
    plan: {
      testPoints: [0, 25, 50, 75, 100],
      pointOrder: 'up-down',
      cycles: 1,
      dwellSeconds: null,
      stabilityPercent: null,
    },
  })

/** Types every reading of a run, and gives the times its keys took. */
async function typeRun(page: Page, run: RunView, address: string): Promise<Paints> {
  await page.goto(`${address}/runs/${run.id}`)
  await page.getByText(/^Point 1 of/).waitFor()
  await page.evaluate(WATCH_PAINTS)
  const steps = run.rounds[0]?.steps ?? []
  for (const step of steps) {
    await page.getByText(`Point ${step.position + 1} of`).waitFor()
    await page.getByLabel(/^applied,/).fill(step.percent.toFixed(2))
    await page.getByLabel(/^reading,/).focus()
    for (const key of (4 + 0.16 * step.percent).toFixed(3)) {
      await page.keyboard.press(key)
      await page.waitForTimeout(80) // twelve keys a second, faster than a hand types figures
    }
    if (step !== steps.at(-1)) await page.keyboard.press('Enter')
  }
  return page.evaluate<Paints>('window.barysPaints')
}

/** Runs in the page: a key counts once the words beside the boxes have changed, and is painted when that frame is done. */
const WATCH_PAINTS = `
  window.barysPaints = { toDom: [], toPaint: [], isInFirstFrame: [] }
  let pressed = null
  document.addEventListener('keydown', (event) => {
    if (!/^[0-9.]$/.test(event.key)) return
    pressed = event.timeStamp
    requestAnimationFrame(() => window.barysPaints.isInFirstFrame.push(pressed === null))
  }, true)
  new MutationObserver(() => {
    if (pressed === null) return
    const key = pressed
    pressed = null
    window.barysPaints.toDom.push(performance.now() - key)
    requestAnimationFrame(() => {
      const { port1, port2 } = new MessageChannel()
      port1.onmessage = () => window.barysPaints.toPaint.push(performance.now() - key)
      port2.postMessage(0)
    })
  }).observe(document.querySelector('.entry-says'), { subtree: true, childList: true, characterData: true })
`
