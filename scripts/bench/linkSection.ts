import { randomUUID } from 'node:crypto'
import { mkdtempSync, rmSync } from 'node:fs'
import { chmod } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as delay } from 'node:timers/promises'
import { setFlagsFromString } from 'node:v8'
import { runInNewContext } from 'node:vm'
import { type AutomaticPlan, afterSeen, automaticStart } from '../../src/bench/automatic/automaticRun'
import { actOnRig } from '../../src/bench/rig/actOnRig'
import { advanceRig } from '../../src/bench/rig/advanceRig'
import { readRig } from '../../src/bench/rig/readRig'
import type { Rig } from '../../src/bench/rig/rigModel'
import { randomStream } from '../../src/core/statistics/randomStream'
import { automaticPlan } from '../../src/plans/automaticOf'
import type { AutomaticSettings } from '../../src/schema/links'
import type { RunView } from '../../src/schema/runView'
import { startCluster } from '../setup/cluster'
import { ensureDatabase, migrate } from '../setup/database'
import { benchRig } from '../stand-ins/demoRig'
import { type StartedStandIns, startStandIns } from '../stand-ins/start'
import { table } from './report'

const SOAK_HOURS = 24
const SOAK_SPEED = 400
const SOAK: AutomaticSettings = { settle: 'window', seconds: 0.5, readings: 3, unattendedMinutes: 0 }
const OWN_SPEED = 10
const OWN: AutomaticSettings = { settle: 'time', seconds: 3, readings: 3, unattendedMinutes: 0 }

/** Runs that take their own readings: what they add of their own to what settling needs, and a day of them without growth. */
export async function linkSection(): Promise<string> {
  const folder = mkdtempSync(join(tmpdir(), 'barys-links-'))
  await chmod(folder, 0o755) // as root the cluster runs as another user, who must be able to enter
  const cluster = await startCluster(join(folder, 'cluster'))
  try {
    await ensureDatabase(cluster)
    await migrate(cluster.ownerUrl, cluster.applicationRole)
    Object.assign(process.env, { DATABASE_URL: cluster.applicationUrl, BARYS_LOCAL_PORTS: '1-65535' })
    const plant = await makePlant()
    const own = await ownTime(plant)
    const soak = await soaked(plant)
    const { pool } = await import('../../src/server/database')
    await pool().end()
    return [
      table(
        'Runs that take their own readings: nine points up and down over TCP against the stand-ins, as the server does it',
        ['', 'seconds'],
        [
          ['the run', own.took.toFixed(2)],
          [
            'what settling needs: way of the source, hold and readings, looked at a hundred times a second without a device',
            own.needed.toFixed(2),
          ],
          ['of its own', (own.took - own.needed).toFixed(2)],
        ],
      ),
      table(
        `A soak of ${SOAK_HOURS} simulated hours: ${soak.runs} runs one after the other, ${soak.readings} readings, in ${(soak.seconds / 60).toFixed(1)} min, ${((SOAK_HOURS * 3600) / soak.seconds).toFixed(0)} times as fast as the clock`,
        ['after a collection of garbage', 'at the end of the first hour', 'at the end'],
        [
          ['heap, MB', soak.first.heapMB.toFixed(1), soak.last.heapMB.toFixed(1)],
          ['open handles', String(soak.first.handles), String(soak.last.handles)],
          [
            'claims; rows of what is shown live',
            `${soak.first.claims}; ${soak.first.live}`,
            `${soak.last.claims}; ${soak.last.live}`,
          ],
          ['readings beyond nine a run', String(soak.first.beyond), String(soak.last.beyond)],
        ],
      ),
    ].join('\n')
  } finally {
    cluster.stop()
    rmSync(folder, { recursive: true, force: true })
  }
}

type Plant = Awaited<ReturnType<typeof makePlant>>

async function makePlant() {
  const bench = await import('../../tests/support/benchPlant')
  const { ownReference } = await import('../../tests/support/ownReference')
  const { pool } = await import('../../src/server/database')
  const source = {
    ...bench.PUMP,
    ...{ id: randomUUID(), code: 'T-S', unit: 'bar' as const, rangeLow: -1, rangeHigh: 10, resolution: 0.0001 },
  }
  await bench.peopleAndReferences()
  await ownReference(pool(), source)
  return { bench, source }
}

/** A run on a new instrument with its devices linked. */
async function linkedRun({ bench, source }: Plant, standIns: StartedStandIns) {
  const { registerInstrument } = await import('../../src/server/services/register/instruments')
  const { registerDevice } = await import('../../src/server/services/links/devices')
  const { beginLink } = await import('../../src/server/services/links/links')
  const tag = `S-${randomUUID().slice(0, 8)}`
  const { id: instrumentId } = await registerInstrument(
    {
      tag,
      configuration: {
        ...bench.CONFIGURATION,
        ...{ unit: 'bar', lrl: -1, url: 10, minSpan: 0.3, lrv: 0, urv: 6, pointOrder: 'up-down' },
        testPoints: [0, 25, 50, 75, 100],
      },
    },
    bench.as(bench.ANNA),
  )
  const run = await bench.runOnNewInstrument(tag, {
    ...{ instrumentId, inputUnit: 'bar', inputReferenceId: source.id },
  })
  const device = (kind: 'source' | 'meter', serves: string, port = 0) =>
    registerDevice(
      { id: randomUUID(), name: `${kind} of ${tag}`, kind, address: `127.0.0.1:${port}`, channel: null, serves },
      bench.as(bench.ANNA),
    )
  const sourceId = (await device('source', source.code, standIns.ports.source)).id
  const meterId = (await device('meter', bench.METER.code, standIns.ports.meter)).id
  const session = await beginLink(
    { id: randomUUID(), sourceId, members: [{ runId: run.id, meterId, transmitterId: null }] },
    bench.as(bench.ANNA),
  )
  return { run, session }
}

/** Lets a run take its own readings to the end, as the server's worker does. @returns how long that took, s */
async function taken(
  { bench }: Plant,
  { run, session }: Awaited<ReturnType<typeof linkedRun>>,
  settings: AutomaticSettings,
): Promise<number> {
  const { LinkWork } = await import('../../src/server/services/links/linkWork')
  const { insertOrder } = await import('../../src/server/sql/links/linkOrder')
  const { takeSessions } = await import('../../src/server/sql/links/linkSession')
  const { selectLive } = await import('../../src/server/sql/links/linkLive')
  const { pool, transaction } = await import('../../src/server/database')
  const held = (await transaction((db) => takeSessions(db, randomUUID()))).find(({ id }) => id === session.id)
  if (!held) throw new Error('the session was not taken')
  const work = await LinkWork.open(session, held)
  const order = (act: Parameters<typeof insertOrder>[1]['act']) =>
    insertOrder(pool(), {
      id: randomUUID(),
      sessionId: session.id,
      runId: run.id,
      act,
      personId: bench.ANNA.id,
    })
  await work.step()
  await order({ kind: 'begin', settings })
  let began = 0
  let took = 0
  for (;;) {
    const at = performance.now()
    await work.step()
    const shown = await selectLive(pool(), run.id)
    if (shown?.automatic && began === 0) began = at
    if (began !== 0 && !shown?.automatic) {
      took = (performance.now() - began) / 1000
      break
    }
    await delay(Math.max(0, work.paceMs - (performance.now() - at)))
  }
  await order({ kind: 'end' })
  while (await work.step()) await delay(work.paceMs)
  await work.close()
  return took
}

async function ownTime(plant: Plant): Promise<{ took: number; needed: number }> {
  const standIns = await startStandIns({
    ...{ only: ['source', 'meter'], ports: {}, seed: 5, speed: OWN_SPEED },
    instruments: [null],
  })
  try {
    const linked = await linkedRun(plant, standIns)
    const plan = automaticPlan(linked.run, OWN)
    return { took: await taken(plant, linked, OWN), needed: secondsNeeded(plan) }
  } finally {
    await standIns.stop()
  }
}

const LOOK_S = 0.01

/** What the same run takes where nothing has to be asked over a network: the source goes as fast as the stand-in does. */
function secondsNeeded(plan: AutomaticPlan): number {
  const stream = randomStream(5)
  const began: Rig = actOnRig(actOnRig(benchRig(), { act: 'hose', to: 'on' }), { act: 'pump', to: 'at-work' })
  let rig = advanceRig(began, 2, stream)
  let state = automaticStart
  let seconds = 0
  for (; state.phase !== 'done' && state.phase !== 'stopped'; seconds += LOOK_S) {
    rig = advanceRig(rig, LOOK_S * OWN_SPEED, stream)
    const { reference, milliamp } = readRig(rig)
    const next = afterSeen(state, { seconds, applied: reference, outputs: [milliamp ?? 0] }, plan)
    state = next.state
    for (const order of next.orders) if (order.order === 'set') rig = actOnRig(rig, { act: 'source', to: order.to })
  }
  return seconds
}

async function soaked(plant: Plant) {
  const { pool } = await import('../../src/server/database')
  const standIns = await startStandIns({
    ...{ only: ['source', 'meter'], ports: {}, seed: 5, speed: SOAK_SPEED },
    instruments: [null],
  })
  setFlagsFromString('--expose-gc')
  const collect: () => void = runInNewContext('gc')
  const runs: RunView[] = []
  const look = async () => {
    collect()
    const count = async (sql: string) => Number((await pool().query(sql)).rows[0]?.count)
    const recorded = await count('SELECT count(*) FROM reading')
    return {
      heapMB: process.memoryUsage().heapUsed / 2 ** 20,
      handles: process.getActiveResourcesInfo().length,
      claims: await count('SELECT count(*) FROM link_claim'),
      live: await count('SELECT count(*) FROM link_live'),
      // Nine of each run of the soak, and nine of the one whose own time was measured.
      beyond: recorded - 9 * (runs.length + 1),
    }
  }
  const began = performance.now()
  const simulated = () => ((performance.now() - began) / 1000) * SOAK_SPEED
  let first: Awaited<ReturnType<typeof look>> | null = null
  while (simulated() < SOAK_HOURS * 3600) {
    const linked = await linkedRun(plant, standIns)
    await taken(plant, linked, SOAK)
    runs.push(linked.run)
    if (!first && simulated() > 3600) first = await look()
  }
  const last = await look()
  await standIns.stop()
  return {
    first: first ?? last,
    last,
    runs: runs.length,
    readings: runs.length * 9,
    seconds: (performance.now() - began) / 1000,
  }
}
