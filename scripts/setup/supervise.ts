import type { ChildProcess } from 'node:child_process'
import { StepFailure, say } from './steps'

/** So many ends within so long are no accident: what comes up only to fail again would hide its cause. Ours, no source. */
const MOST_ENDS = 5
const WITHIN_MS = 60_000

/** What is looked after: a process, and how it is asked to end. */
export type Supervised = {
  readonly process: Pick<ChildProcess, 'once' | 'exitCode' | 'signalCode'>
  readonly stop: () => Promise<void>
}

/**
 * Keeps a server running until it is told to stop: one that ends by itself is started again, with its reason in the log, so
 * that what it drives is taken in hand again within seconds.
 *
 * @throws {StepFailure} after {@link MOST_ENDS} ends within a minute
 */
export async function supervise(
  start: () => Promise<Supervised>,
  { stop, now = () => performance.now() }: { readonly stop: AbortSignal; readonly now?: () => number },
): Promise<void> {
  const ends: number[] = []
  for (;;) {
    let reason: string
    try {
      const server = await start()
      if (await isAskedFirst(server, stop)) {
        say('stopping', 'server, then database')
        await server.stop()
        return
      }
      reason = `it ended by itself (${server.process.exitCode ?? server.process.signalCode})`
    } catch (error) {
      // The first start tells its own reason; so does one that was asked to stop meanwhile.
      if (!(error instanceof StepFailure) || ends.length === 0 || stop.aborted) throw error
      ;({ reason } = error)
    }
    ends.push(now())
    const recent = ends.filter((at) => at > now() - WITHIN_MS)
    if (recent.length >= MOST_ENDS)
      throw new StepFailure(
        'server',
        `${reason}, for the ${MOST_ENDS}th time within a minute`,
        'Its messages stand above; start again. Everything accepted is in the database.',
      )
    say('server', `${reason}; starting it again`)
  }
}

function isAskedFirst({ process: child }: Supervised, stop: AbortSignal): Promise<boolean> {
  if (stop.aborted) return Promise.resolve(true)
  if (child.exitCode !== null || child.signalCode !== null) return Promise.resolve(false)
  return new Promise((resolve) => {
    const asked = () => resolve(true)
    stop.addEventListener('abort', asked, { once: true })
    child.once('exit', () => {
      stop.removeEventListener('abort', asked)
      resolve(false)
    })
  })
}
