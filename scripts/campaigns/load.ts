import { randomUUID } from 'node:crypto'
import { setTimeout as delay } from 'node:timers/promises'
import { parseArgs } from 'node:util'
import { DEMO_PEOPLE } from '../demo/people'
import { freePort } from '../setup/cluster'
import { runConductor } from '../setup/steps'
import { Client, calibrated, type OpenRun, opened, referencesOf, registered } from './client'
import { campaignPlant, verifiedPlant } from './plant'

/**
 * A hundred technicians store a reading each second for a minute, each in a run of their own, while ten certificates a
 * second are asked for; on one application process and on two that share the database. Beside it what one of them waits
 * for in calm. The certificates are kept ones, as each is from its seal on, or with `--new` such as nobody drew yet.
 */
async function campaign(): Promise<void> {
  const { values } = parseArgs({
    options: {
      people: { type: 'string', default: '100' },
      seconds: { type: 'string', default: '60' },
      servers: { type: 'string', default: '1' },
      certificates: { type: 'string', default: '10' },
      new: { type: 'boolean', default: false },
    },
  })
  const plant = await campaignPlant()
  const ports = await Promise.all(Array.from({ length: Number(values.servers) }, () => freePort()))
  const servers = await Promise.all(ports.map((port) => plant.start(port)))
  const technicians = DEMO_PEOPLE.filter(({ role }) => role === 'technician')
  const clients = Array.from(
    { length: Number(values.people) },
    (_, index) =>
      new Client(
        () => `http://127.0.0.1:${ports[index % ports.length]}`,
        technicians[index % technicians.length]?.id ?? '',
      ),
  )
  const [first] = clients
  if (!first) throw new Error('nobody works')
  const references = await referencesOf(first)
  const sequence = await calibrated(first, await registered(first), references)
  const runs = await Promise.all(
    clients.map(async (client): Promise<ReadRun> => ({ ...(await opened(client, references, MANY_POINTS)), next: 0 })),
  )
  if (!values.new) for (let which = 1; which <= sequence; which++) await drawn(first, which)
  const calm = await each(clients.slice(0, 1), runs, 15)
  let isOver = false
  const certificates: { ms: number; status: number }[] = []
  const asking = (async () => {
    const open: Promise<unknown>[] = []
    while (!isOver) {
      for (let ask = 0; ask < Number(values.certificates); ask++) {
        const which = 1 + ((certificates.length + ask) % Math.max(1, sequence))
        open.push(asked(first, which).then((one) => certificates.push(one)))
      }
      await delay(1000) // so many a second
    }
    await Promise.all(open)
  })()
  const loaded = await each(clients, runs, Number(values.seconds))
  isOver = true
  await asking
  for (const server of servers) await server.stop()
  const report = await verifiedPlant(plant)
  console.log(
    JSON.stringify(
      {
        people: clients.length,
        servers: ports.length,
        calm: told(calm),
        loaded: told(loaded),
        certificates: {
          asked: certificates.length,
          ...quantiles(certificates.map(({ ms }) => ms)),
          statuses: counted(certificates.map(({ status }) => status)),
        },
        verified: report.faults.length,
      },
      null,
      2,
    ),
  )
  plant.end()
  process.exitCode = loaded.every(({ status }) => status === 200) && report.faults.length === 0 ? 0 : 1
}

/** Twenty-one points up and back down, three times: more than a reading a second needs. */
const MANY_POINTS = {
  testPoints: Array.from({ length: 21 }, (_, index) => index * 5).join('; '),
  ...{ pointOrder: 'up-down', cycles: 3 },
}

type ReadRun = OpenRun & { next: number }
type Stored = { ms: number; status: number }

/** Each stores a reading a second, point after point. */
async function each(clients: readonly Client[], runs: readonly ReadRun[], seconds: number): Promise<Stored[]> {
  const stored: Stored[] = []
  await Promise.all(
    clients.map(async (client, index) => {
      const run = runs[index]
      if (!run) return
      await delay((1000 * index) / clients.length) // spread over the second, as people are
      const began = performance.now()
      for (let turn = 0; turn < seconds; turn++) {
        const step = run.steps[run.next++]
        if (!step) throw new Error('every point of the run is read')
        const at = performance.now()
        const answer = await client.tried(`runs/${run.id}/readings`, {
          ...{ id: randomUUID(), stepId: step.id, applied: (2 * step.percent).toFixed(2) },
          output: (4 + 0.16 * step.percent + 0.001).toFixed(3),
        })
        await answer?.arrayBuffer().catch(() => null)
        stored.push({ ms: performance.now() - at, status: answer?.status ?? 0 })
        await delay(Math.max(0, began + 1000 * (turn + 1) - performance.now())) // the next second
      }
    }),
  )
  return stored
}

/** A record of the demo came without its certificate: it is drawn as its seal would have. */
async function drawn(client: Client, sequence: number): Promise<void> {
  const { status } = await asked(client, sequence)
  if (status !== 200) throw new Error(`the certificate of record ${sequence} answered ${status}`)
}

async function asked(client: Client, sequence: number): Promise<Stored> {
  const at = performance.now()
  const status = await client.statusOf(`records/${sequence}/certificate`)
  return { ms: performance.now() - at, status }
}

function quantiles(times: readonly number[]) {
  const sorted = times.toSorted((a, b) => a - b)
  const at = (p: number) =>
    Math.round((sorted[Math.min(sorted.length - 1, Math.floor(p * sorted.length))] ?? 0) * 10) / 10
  return { medianMs: at(0.5), p95Ms: at(0.95), worstMs: at(1) }
}

const counted = (statuses: readonly number[]) =>
  Object.fromEntries(
    [...new Set(statuses)].map((status) => [status, statuses.filter((each) => each === status).length]),
  )

const told = (stored: readonly Stored[]) => ({
  readings: stored.length,
  ...quantiles(stored.map(({ ms }) => ms)),
  statuses: counted(stored.map(({ status }) => status)),
})

// Last, so that everything it needs is there.
await runConductor(campaign)
