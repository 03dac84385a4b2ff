import { randomUUID } from 'node:crypto'
import { setTimeout as delay } from 'node:timers/promises'
import { pool, transaction } from '../../database'
import { log } from '../../log'
import { releaseSession, selectSession, type TakenSession, takeSessions } from '../../sql/links/linkSession'
import { LinkWork } from './linkWork'

const LOOK_MS = 1000

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
  try {
    const found = await transaction((db) => takeSessions(db, worker))
    for (const each of found) void worked(each)
  } catch (error) {
    told(error) // the database is away: looked for again
  }
}

/** Works a session to its end, or until another has it; let go of it may be taken at once, by this process too. */
async function worked(held: TakenSession): Promise<void> {
  let work: LinkWork | null = null
  try {
    const session = await selectSession(pool(), held.id)
    if (!session?.isOpen) return
    work = await LinkWork.open(session, held)
    for (let isOurs = true; isOurs; ) {
      const began = performance.now()
      isOurs = await work.step()
      await delay(Math.max(0, work.paceMs - (performance.now() - began)))
    }
  } catch (error) {
    told(error)
  } finally {
    await work?.close().catch(told)
    await releaseSession(pool(), held).catch(told)
  }
}

const told = (error: unknown): void =>
  log.error({ error: error instanceof Error ? { message: error.message, stack: error.stack } : error }, 'link worker')
