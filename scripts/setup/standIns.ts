import { AT_THE_MANIFOLD } from '../demo/devices'
import { type StartedStandIns, startStandIns } from '../stand-ins/start'
import { withClient } from './database'
import { say } from './steps'

/** What the bench of the demo is made of: always the same instruments. */
const SEED = 20_261

/**
 * Starts the devices of the demo's bench in the place of real ones, and says in the list where they answer. Nothing where
 * the list has none of them.
 */
export async function startDemoDevices(ownerUrl: string): Promise<StartedStandIns | null> {
  const hasAny = await withClient(
    ownerUrl,
    async (db) => (await db.query('SELECT FROM device WHERE is_stand_in LIMIT 1')).rowCount === 1,
  )
  if (!hasAny) return null
  const started = await startStandIns({
    ...{ only: ['source', 'meter', 'transmitter'], ports: {}, seed: SEED, speed: 1 },
    instruments: AT_THE_MANIFOLD.map(({ fault }) => fault),
  })
  const at = (port: number | undefined) => `127.0.0.1:${port}`
  await withClient(ownerUrl, async (db) => {
    for (const kind of ['source', 'meter'] as const)
      await db.query('UPDATE device SET address = $2 WHERE is_stand_in AND kind = $1', [kind, at(started.ports[kind])])
    for (const [index, { tag }] of AT_THE_MANIFOLD.entries())
      await db.query(
        `UPDATE device SET address = $2 FROM instrument
          WHERE is_stand_in AND kind = 'transmitter' AND instrument.id = instrument_id AND instrument.tag = $1`,
        [tag, at(started.transmitters[index])],
      )
  })
  say('devices', 'a simulated source, meter and transmitters answer on loopback')
  return started
}
