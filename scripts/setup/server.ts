import { type ChildProcess, spawn } from 'node:child_process'
import { once } from 'node:events'
import { get } from 'node:http'
import { join } from 'node:path'
import { text } from 'node:stream/consumers'
import { setTimeout as delay } from 'node:timers/promises'
import { ROOT } from './root'
import { StepFailure } from './steps'

/** What a server process is started with. */
export type ServerSettings = { port: number; databaseUrl: string; distFolder: string; env?: Record<string, string> }

/** A running application server. */
export type Server = {
  readonly process: ChildProcess
  readonly address: string
  /** Asks it to end and waits until it has. */
  readonly stop: () => Promise<void>
}

/**
 * Starts the built application and waits until it answers. It listens on the loopback address, or on what BARYS_LISTEN
 * says.
 *
 * @throws {StepFailure} when it ends or does not answer within a minute
 */
export async function startServer({ port, databaseUrl, distFolder, env = {} }: ServerSettings): Promise<Server> {
  const child = spawn(process.execPath, ['--import', 'tsx', join(ROOT, 'scripts/app.ts')], {
    cwd: ROOT,
    // By the channel it learns that whoever started it is gone, and ends too.
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    // In a group of its own, so that Ctrl-C reaches only the conductor, which then stops things in order.
    detached: true,
    env: {
      ...process.env,
      NODE_ENV: 'production',
      PORT: String(port),
      DATABASE_URL: databaseUrl,
      BARYS_DIST: distFolder,
      NEXT_TELEMETRY_DISABLED: '1',
      ...env,
    },
  })
  const address = `http://127.0.0.1:${port}`
  await untilHealthy(child, address)
  return { process: child, address, stop: () => stopChild(child) }
}

async function untilHealthy(child: ChildProcess, address: string): Promise<void> {
  for (let tries = 0; tries < 300; tries++) {
    if (child.exitCode !== null || child.signalCode !== null)
      throw new StepFailure(
        'server',
        `it ended with ${child.exitCode ?? child.signalCode}`,
        'Its message stands above.',
      )
    if (await isHealthy(address)) return
    await delay(200) // polling interval, not a guess at how long a start takes
  }
  await stopChild(child)
  throw new StepFailure('server', 'it does not answer', `Look at ${address}/api/v1/health and the messages above.`)
}

/**
 * Whether a Barys at this address answers and reaches its database. Over a connection of its own with a timer of its own: a
 * fetch whose server comes up just then was seen never to settle, its timeout gone with the garbage.
 */
export function isHealthy(address: string, patienceMs = 2000): Promise<boolean> {
  return new Promise((resolve) => {
    let hasAnswered = false
    const request = get(`${address}/api/v1/health`, { agent: false }, (answer) => {
      hasAnswered = true
      text(answer).then(
        (body) => resolve(answer.statusCode === 200 && isBarys(body)),
        () => resolve(false), // cut off in the midst of it
      )
    })
    const timer = setTimeout(() => request.destroy(), patienceMs)
    request.on('error', () => resolve(false))
    request.on('close', () => {
      clearTimeout(timer)
      if (!hasAnswered) resolve(false)
    })
  })
}

function isBarys(body: string): boolean {
  try {
    return JSON.parse(body)?.name === 'barys'
  } catch {
    return false
  }
}

async function stopChild(child: ChildProcess): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return
  const ended = once(child, 'exit')
  child.kill('SIGTERM')
  const patience = setTimeout(() => child.kill('SIGKILL'), 8000)
  await ended
  clearTimeout(patience)
}
