import type { Server } from 'node:net'
import type { Cause } from '../../src/core/diagnosis/cause'
import { FAULTS } from '../../src/core/simulate/faults'
import { randomStream } from '../../src/core/statistics/randomStream'
import { StepFailure } from '../setup/steps'
import { BENCH_MODEL, benchRig } from './demoRig'
import { serveLines } from './lineServer'
import { meterDevice } from './meter'
import { serveRegisters } from './modbus/server'
import { sourceDevice } from './source'
import { transmitterRegisters } from './transmitter'
import { SharedWorld } from './world'

/** The stand-ins there are, by what they are to the rig. */
export const STAND_INS = ['source', 'meter', 'transmitter'] as const
export type StandIn = (typeof STAND_INS)[number]

export type StandInSettings = {
  readonly only: readonly StandIn[]
  /** Ports; a free one where left out. */
  readonly ports: Readonly<Partial<Record<StandIn, number>>>
  readonly seed: number
  /** How much faster than the clock the world goes on. */
  readonly speed: number
  /** A fault of the instrument by its cause, and its size, % of span. */
  readonly fault: { readonly cause: Cause; readonly size: number } | null
}

/**
 * Starts stand-ins that share one world, on loopback.
 *
 * @returns their ports, and how to end them
 * @throws {StepFailure} for a fault that the simulator has not, or a port that is taken
 */
export async function startStandIns(settings: StandInSettings) {
  const { seed, speed } = settings
  const world = new SharedWorld(benchRig(modelWith(settings)), { seed, speed })
  // As it would be found: hooked up, the source vented.
  world.act({ act: 'hose', to: 'on' })
  const serve = {
    source: (port: number) => serveLines(sourceDevice(world), port),
    meter: (port: number) => serveLines(meterDevice(world), port),
    transmitter: (port: number) => serveRegisters(transmitterRegisters(world), port),
  } as const
  const servers: Server[] = []
  const ports: Partial<Record<StandIn, number>> = {}
  for (const name of settings.only) {
    const server = await serve[name](settings.ports[name] ?? 0).catch((cause) => {
      for (const each of servers) each.close()
      throw new StepFailure(name, `port ${settings.ports[name]} cannot be listened on`, 'Choose another, or none.', {
        cause,
      })
    })
    servers.push(server)
    const address = server.address()
    if (typeof address === 'object' && address) ports[name] = address.port
  }
  return { ports, stop: () => Promise.all(servers.map((server) => new Promise((done) => server.close(done)))) }
}

function modelWith({ fault, seed }: StandInSettings) {
  if (!fault) return BENCH_MODEL
  const lay = FAULTS[fault.cause]
  if (!lay)
    throw new StepFailure('fault', `there is no ${fault.cause}`, `Choose one of ${Object.keys(FAULTS).join(', ')}.`)
  const plan = { percents: [0, 100], isUpAndDown: false, cycles: 1, pumpScatterPercent: 0, referenceEndPercent: null }
  return lay({ model: BENCH_MODEL, plan }, fault.size, randomStream(seed)).model
}
