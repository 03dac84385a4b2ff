import { spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { setTimeout as delay } from 'node:timers/promises'
import { parseArgs } from 'node:util'
import { DEMO_PEOPLE } from '../demo/people'
import { seededRandom } from '../demo/random'
import { freePort } from '../setup/cluster'
import { withClient } from '../setup/database'
import type { Server } from '../setup/server'
import { runConductor } from '../setup/steps'
import { Client, calibrated, rangeChanged, referencesOf, registered } from './client'
import { campaignPlant, type Plant, verifiedPlant } from './plant'
import { ScreenTechnician, screenFaults } from './screenTechnician'

/** Where what is sent to a route is stored. */
const TABLE_OF: Record<string, string> = {
  readings: 'reading',
  'work-steps': 'work_step',
  runs: 'run',
  'range-changes': 'range_change',
}

/**
 * Technicians work by the API while server, postmaster and single backends are killed at random moments. At the end every write
 * that was acknowledged is looked for: lost, there twice, or half. Two of them work by the screen, in real browsers that are killed too.
 */
async function campaign(): Promise<void> {
  const { values } = parseArgs({
    options: {
      kills: { type: 'string', default: '300' },
      people: { type: 'string', default: '6' },
      seed: { type: 'string', default: '1' },
      /** Only browsers, with more time between: then their screens come to read something. */
      browsers: { type: 'boolean', default: false },
    },
  })
  const plant = await campaignPlant()
  const random = seededRandom(Number(values.seed))
  const port = await freePort()
  let server: Server = await plant.start(port)
  let isOver = false
  const technicians = DEMO_PEOPLE.filter(({ role }) => role === 'technician')
  const clients = Array.from(
    { length: Number(values.people) },
    (_, index) => new Client(() => `http://127.0.0.1:${port}`, technicians[index % technicians.length]?.id ?? ''),
  )
  const [first] = clients
  if (!first) throw new Error('nobody works')
  const references = await referencesOf(first)
  const screens = technicians
    .slice(0, 2)
    .map(
      ({ id }) =>
        new ScreenTechnician(
          () => `http://127.0.0.1:${port}`,
          new Client(() => `http://127.0.0.1:${port}`, id),
          references,
        ),
    )
  const odd: string[] = []
  const records: number[] = []
  const changes: string[] = []
  const working = clients.map(async (client) => {
    while (!isOver) {
      try {
        const instrument = await registered(client)
        records.push(await calibrated(client, instrument, references))
        await rangeChanged(client, instrument, 1)
        changes.push(instrument)
      } catch (error) {
        odd.push(String(error))
      }
    }
  })
  const reading = screens.map((screen) => screen.work())
  const killed = { server: 0, backend: 0, postmaster: 0, browser: 0, 'during the start': 0 }
  const began = Date.now()
  for (let kill = 0; kill < Number(values.kills); kill++) {
    await delay((150 + 900 * random()) * (values.browsers ? 5 : 1))
    const what = values.browsers ? 0 : random()
    if (what < 0.15) {
      const screen = screens[kill % screens.length]
      killed.browser += screen?.kill() ? 1 : 0
    } else if (what < 0.27) {
      killed.server++
      server.process.kill('SIGKILL')
      // A fifth of them are killed again while they come up.
      if (random() < 0.2) {
        killed['during the start']++
        const doomed = plant.start(port).then(
          (started) => started.process.kill('SIGKILL'),
          () => false,
        )
        await Promise.race([doomed, delay(1500 * random())])
        spawnSync('pkill', ['-KILL', '-P', String(process.pid), '-f', 'scripts/app.ts'])
        await doomed
      }
      server = await plant.start(port)
    } else if (what < 0.66) {
      killed.backend += killBackend(plant) ? 1 : 0
    } else {
      killed.postmaster++
      const pid = plant.cluster.postmasterPid()
      if (pid) process.kill(pid, 'SIGKILL')
      while (plant.cluster.postmasterPid() !== undefined) await delay(20) // polling interval
      await restarted(plant)
    }
    await untilUp(plant)
    if (kill % 10 === 9) console.log(`${kill + 1} kills, ${records.length} records`)
  }
  isOver = true
  for (const screen of screens) screen.end()
  await Promise.all([...working, ...reading])
  await server.stop()
  const acknowledged = clients.flatMap((client) => client.acknowledged)
  const found = await lookedFor(plant, acknowledged)
  const shown = screens.flatMap(({ acknowledged: of }) => of)
  const onScreen = {
    shownAsAccepted: shown.length,
    fewerWhenOpenedAgain: screens.reduce((sum, { lostOnScreen }) => sum + lostOnScreen, 0),
    ...(await screenFaults(plant.cluster.ownerUrl, shown)),
  }
  const report = await verifiedPlant(plant)
  console.log(
    JSON.stringify(
      {
        minutes: Math.round((Date.now() - began) / 6000) / 10,
        killed,
        kills: Object.values(killed).reduce((sum, each) => sum + each, 0),
        acknowledged: acknowledged.length,
        ...found,
        screens: onScreen,
        records: records.length,
        recordsTwice: records.length - new Set(records).size,
        rangeChanges: changes.length,
        refusedUnexpectedly: odd.length,
        odd: odd.slice(0, 5),
        verified: {
          records: report.records,
          acts: report.acts,
          checkpoints: report.checkpoints,
          faults: report.faults.length,
        },
        faults: report.faults.slice(0, 10),
      },
      null,
      2,
    ),
  )
  plant.end()
  const ofScreens = onScreen.lost + onScreen.twice + onScreen.fewerWhenOpenedAgain
  const wrong = found.lost + found.twice + found.otherwise + found.half + ofScreens + report.faults.length
  process.exitCode = wrong === 0 ? 0 : 1
}

/** A backend killed outright: the postmaster then starts all of them anew. */
function killBackend(plant: Plant): boolean {
  const pid = plant.cluster.postmasterPid()
  const { stdout } = spawnSync('pgrep', ['-P', String(pid), '-f', 'barys_app'], { encoding: 'utf8' })
  const [backend] = stdout.split('\n').filter(Boolean)
  if (!backend) return false
  try {
    process.kill(Number(backend), 'SIGKILL')
    return true
  } catch {
    return false // it ended by itself meanwhile
  }
}

/** Its children may still hold the port for a moment. */
async function restarted(plant: Plant): Promise<void> {
  for (;;)
    try {
      plant.cluster.restart()
      return
    } catch {
      await delay(200) // polling interval
    }
}

async function untilUp(plant: Plant): Promise<void> {
  for (;;)
    try {
      await withClient(plant.cluster.ownerUrl, (db) => db.query('SELECT 1'))
      return
    } catch {
      if (!existsSync(plant.folder)) throw new Error('the plant is gone')
      await delay(50) // polling interval
    }
}

/** Every acknowledged write in its table: once, and as it was sent. */
async function lookedFor(plant: Plant, acknowledged: Client['acknowledged']) {
  const counts = { lost: 0, twice: 0, otherwise: 0, half: 0 }
  await withClient(plant.cluster.ownerUrl, async (db) => {
    for (const { path, id, body } of acknowledged) {
      const table = TABLE_OF[path.split('/').at(-1) ?? '']
      if (!table) continue
      const { rows } = await db.query(`SELECT * FROM ${table} WHERE id = $1`, [id])
      if (rows.length === 0) counts.lost++
      else if (rows.length > 1) counts.twice++
      else if (table === 'reading' && (rows[0].applied !== body.applied || rows[0].output !== body.output))
        counts.otherwise++
    }
    // Nothing half: a sealed run has its record, signature and event; a range change its configuration.
    const { rows } = await db.query(
      `SELECT ((SELECT count(*) FROM run AS r WHERE status = 'sealed' AND NOT EXISTS (SELECT FROM seal AS s WHERE s.run_id = r.id))
             + (SELECT count(*) FROM seal AS s WHERE NOT EXISTS (SELECT FROM signature AS g WHERE g.run_id = s.run_id))
             + (SELECT count(*) FROM range_change AS c
                 WHERE NOT EXISTS (SELECT FROM instrument_configuration AS v WHERE v.id = c.to_configuration)))::int AS half`,
    )
    counts.half = rows[0].half
  })
  return counts
}

// Last, so that everything it needs is there.
await runConductor(campaign)
