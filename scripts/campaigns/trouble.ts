import { spawnSync } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { mkdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { DEMO_PEOPLE } from '../demo/people'
import { freePort } from '../setup/cluster'
import { withClient } from '../setup/database'
import { ROOT } from '../setup/root'
import { runConductor, StepFailure } from '../setup/steps'
import { Client, CONFIGURATION, calibrated, referencesOf, registered } from './client'
import { campaignPlant, type Plant, verifiedPlant } from './plant'

const ILKA = DEMO_PEOPLE[0].id
const DAY_MS = 24 * 60 * 60_000

/**
 * A disk that is full and has room again, and a server whose clock is set back by a day and put right: what is told meanwhile, and
 * whether everything verifies afterwards. Needs root, for a small disk of its own in memory.
 */
async function campaign(): Promise<void> {
  const disk = join(tmpdir(), 'barys-small-disk')
  mkdirSync(disk, { recursive: true, mode: 0o755 })
  if (spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=900m,mode=755', 'tmpfs', disk]).status !== 0)
    throw new StepFailure('disk', 'a small disk could not be made', 'Run this as root, where mounting is allowed.')
  process.env.TMPDIR = disk
  const plant = await campaignPlant()
  try {
    const full = await diskFull(plant, disk)
    const clock = await clockSetBack(plant)
    const report = await verifiedPlant(plant)
    const faults = report.faults.slice(0, 5)
    console.log(
      JSON.stringify({ full, clock, verified: { records: report.records, acts: report.acts, faults } }, null, 2),
    )
    process.exitCode = report.faults.length === 0 && full.faultsOfOurs === 0 && clock.refused === 0 ? 0 : 1
  } finally {
    plant.end()
    spawnSync('umount', [disk])
    rmSync(disk, { recursive: true, force: true })
  }
}

async function diskFull(plant: Plant, disk: string) {
  const port = await freePort()
  const server = await plant.start(port)
  const client = new Client(() => `http://127.0.0.1:${port}`, ILKA)
  const references = await referencesOf(client)
  await calibrated(client, await registered(client), references)
  const ballast = join(disk, 'ballast')
  spawnSync('dd', ['if=/dev/zero', `of=${ballast}`, 'bs=1M'])
  const statuses: Record<string, number> = {}
  const words = new Set<string>()
  for (let tries = 0; tries < 400; tries++) {
    const tag = `F-${randomUUID().slice(0, 8)}`
    const answer = await client.tried('instruments', {
      tag,
      configuration: { ...CONFIGURATION, description: 'x'.repeat(200) },
    })
    const status = String(answer?.status ?? 0)
    statuses[status] = (statuses[status] ?? 0) + 1
    const body = await answer?.text().catch(() => '')
    if (status !== '200' && body)
      words.add(/"reason":"([^"]*)"/.exec(body)?.[1]?.replace(/\([0-9a-f]{8}\)/, '(…)') ?? body.slice(0, 80))
  }
  rmSync(ballast)
  const after = await calibrated(client, await registered(client), references)
  await server.stop()
  return { statuses, words: [...words], sealedAfterwards: after, faultsOfOurs: statuses['500'] ?? 0 }
}

async function clockSetBack(plant: Plant) {
  const port = await freePort()
  const client = new Client(() => `http://127.0.0.1:${port}`, ILKA)
  const sealed: number[] = []
  let refused = 0
  for (const shift of [0, -DAY_MS, 0]) {
    const server = await plant.start(port, {
      NODE_OPTIONS: `--import=${join(ROOT, 'scripts/campaigns/shiftClock.mjs')}`,
      BARYS_CLOCK_SHIFT_MS: String(shift),
    })
    try {
      const references = await referencesOf(client)
      sealed.push(await calibrated(client, await registered(client), references))
    } catch (error) {
      refused++
      console.error(error)
    }
    await server.stop()
  }
  // What an auditor is shown of it: the clock of the server was another than that of the database. The demo’s people are left out there.
  const told = await withClient(plant.cluster.ownerUrl, async (db) => {
    const { rows } = await db.query(
      `SELECT count(*)::int AS lines FROM ledger AS l JOIN event AS e ON e.id = l.key::bigint
        WHERE l.relation = 'event' AND abs(extract(epoch FROM l.at::timestamptz - e.at)) BETWEEN 86000 AND 86800`,
    )
    return rows[0].lines
  })
  return { sealed, refused, actsOfAnotherClock: told }
}

// Last, so that everything it needs is there.
await runConductor(campaign)
