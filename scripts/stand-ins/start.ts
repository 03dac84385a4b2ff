import type { Server, Socket } from 'node:net'
import { FAULTS } from '../../src/bench/simulate/faults'
import type { Cause } from '../../src/core/diagnosis/cause'
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

export type LaidFault = { readonly cause: Cause; readonly size: number }

export type StandInSettings = {
  readonly only: readonly StandIn[]
  /** Ports; a free one where left out. */
  readonly ports: Readonly<Partial<Record<StandIn, number>>>
  readonly seed: number
  /** How much faster than the clock the world goes on. */
  readonly speed: number
  /** An instrument each at the one manifold, with what is wrong with it: by its cause, and its size, % of span. */
  readonly instruments: readonly (LaidFault | null)[]
}

/** What was started: ports by stand-in, transmitters in the order of their instruments, and how to end them all. */
export type StartedStandIns = {
  readonly ports: Readonly<Partial<Record<Exclude<StandIn, 'transmitter'>, number>>>
  readonly transmitters: readonly number[]
  readonly world: SharedWorld
  readonly stop: () => Promise<unknown>
}

/**
 * Starts stand-ins that share one world, on loopback.
 *
 * @throws {StepFailure} for a fault that the simulator has not, or a port that is taken
 */
export async function startStandIns({
  only,
  ports: wanted,
  seed,
  speed,
  instruments,
}: StandInSettings): Promise<StartedStandIns> {
  const world = new SharedWorld(
    instruments.map((fault) => benchRig(modelWith(fault, seed))),
    { seed, speed },
  )
  // As it would be found: hooked up, the source vented.
  world.act({ act: 'hose', to: 'on' })
  const servers: Server[] = []
  const sockets = new Set<Socket>()
  const started = async (name: StandIn, port: number, serve: (port: number) => Promise<Server>): Promise<number> => {
    const server = await serve(port).catch((cause) => {
      for (const each of servers) each.close()
      throw new StepFailure(name, `port ${port} cannot be listened on`, 'Choose another, or none.', { cause })
    })
    servers.push(server)
    // Whoever is connected when it ends is hung up on: a server alone would wait for them for ever.
    server.on('connection', (socket) => {
      sockets.add(socket)
      socket.once('close', () => sockets.delete(socket))
    })
    const address = server.address()
    return typeof address === 'object' && address ? address.port : port
  }
  const ports: { source?: number; meter?: number } = {}
  const transmitters: number[] = []
  if (only.includes('source'))
    ports.source = await started('source', wanted.source ?? 0, (port) => serveLines(sourceDevice(world), port))
  if (only.includes('meter'))
    ports.meter = await started('meter', wanted.meter ?? 0, (port) => serveLines(meterDevice(world), port))
  if (only.includes('transmitter'))
    for (const index of instruments.keys()) {
      const port = index === 0 ? (wanted.transmitter ?? 0) : 0
      transmitters.push(
        await started('transmitter', port, (at) => serveRegisters(transmitterRegisters(world, index), at)),
      )
    }
  return {
    ...{ ports, transmitters, world },
    stop: () => {
      const ended = Promise.all(servers.map((server) => new Promise((done) => server.close(done))))
      for (const socket of sockets) socket.destroy()
      return ended
    },
  }
}

function modelWith(fault: LaidFault | null, seed: number) {
  if (!fault) return BENCH_MODEL
  const lay = FAULTS[fault.cause]
  if (!lay)
    throw new StepFailure('fault', `there is no ${fault.cause}`, `Choose one of ${Object.keys(FAULTS).join(', ')}.`)
  const plan = { percents: [0, 100], isUpAndDown: false, cycles: 1, pumpScatterPercent: 0, referenceEndPercent: null }
  return lay({ model: BENCH_MODEL, plan }, fault.size, randomStream(seed)).model
}
