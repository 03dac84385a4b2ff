import { randomUUID } from 'node:crypto'
import { setTimeout as delay } from 'node:timers/promises'
import { pool } from '../../database'
import { log } from '../../log'
import { selectSession, takeSessions } from '../../sql/links/linkSession'
import { LinkWork } from './linkWork'

const LOOK_MS = 1000
/** A worker that says nothing for so long is gone, and its sessions are taken over. */
const GONE_MS = 4000

type Worker = { readonly id: string; look: Promise<void> | null }
// Next may load this module more than once in one process; the worker must be one.
const held = globalThis as typeof globalThis & { barysLinkWorker?: Worker }

/** Begins to look after sessions of links, this process's and those of processes that are gone; once a process. */
export function startLinkWorker(): void {
  if (held.barysLinkWorker) return
  held.barysLinkWorker = { id: randomUUID(), look: null }
  setInterval(() => void lookForSessions(), LOOK_MS).unref()
}

/** Takes what nobody works; called at once where a session was just begun. */
export function lookForSessions(): Promise<void> {
  const worker = held.barysLinkWorker
  if (!worker) return Promise.resolve()
  worker.look ??= taken(worker.id).finally(() => {
    worker.look = null
  })
  return worker.look
}

async function taken(worker: string): Promise<void> {
  const now = new Date()
  try {
    const found = await takeSessions(pool(), { worker, now, silentSince: new Date(now.getTime() - GONE_MS) })
    for (const each of found) void worked(each, worker)
  } catch (error) {
    told(error) // the database is away: looked for again
  }
}

type Taken = Awaited<ReturnType<typeof takeSessions>>[number]

/** Works a session to its end, or until another has it. */
async function worked({ id, lastBeat }: Taken, worker: string): Promise<void> {
  let work: LinkWork | null = null
  try {
    const session = await selectSession(pool(), id)
    if (!session?.isOpen) return
    work = await LinkWork.open(session, { worker, lastBeat })
    for (let isOurs = true; isOurs; ) {
      const began = performance.now()
      isOurs = await work.step()
      await delay(Math.max(0, work.paceMs - (performance.now() - began)))
    }
  } catch (error) {
    told(error) // not worked any more, it is taken anew in a few seconds
  } finally {
    await work?.close().catch(told)
  }
}

const told = (error: unknown): void =>
  log.error({ error: error instanceof Error ? { message: error.message, stack: error.stack } : error }, 'link worker')
