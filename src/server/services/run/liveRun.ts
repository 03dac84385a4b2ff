import type { LiveEvent } from '@/schema/links'
import { pool } from '../../database'
import { log } from '../../log'
import { selectLive } from '../../sql/links/linkLive'
import { selectRunMark } from '../../sql/run/runPresence'

type Listener = (event: LiveEvent) => void
type Watched = { readonly listeners: Set<Listener>; timer: ReturnType<typeof setInterval>; last: string }

const LOOK_MS = 350
// Next may load this module more than once in one process; a run is looked at once for all who watch it.
const held = globalThis as typeof globalThis & { barysLive?: Map<string, Watched> }

/** Tells somebody how the devices of a run stand whenever that changes, and whether something was recorded. @returns how to stop */
export function watchRun(runId: string, listener: Listener): () => void {
  held.barysLive ??= new Map()
  const all = held.barysLive
  const watched = all.get(runId) ?? {
    listeners: new Set<Listener>(),
    timer: setInterval(() => void look(runId), LOOK_MS),
    last: '',
  }
  watched.last = '' // whoever comes is told how it stands
  watched.listeners.add(listener)
  all.set(runId, watched)
  void look(runId)
  return () => {
    watched.listeners.delete(listener)
    if (watched.listeners.size > 0) return
    clearInterval(watched.timer)
    all.delete(runId)
  }
}

async function look(runId: string): Promise<void> {
  const watched = held.barysLive?.get(runId)
  if (!watched) return
  try {
    const [shown, mark] = await Promise.all([selectLive(pool(), runId), selectRunMark(pool(), runId)])
    const event: LiveEvent = { shown, mark: mark ?? '' }
    const text = JSON.stringify(event)
    if (text === watched.last) return
    watched.last = text
    for (const listener of watched.listeners) listener(event)
  } catch (error) {
    // The database is away: looked at again.
    log.warn({ error: error instanceof Error ? error.message : error }, 'live values')
  }
}
