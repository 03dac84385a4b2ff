import { workLists } from '@/core/run/workLists'
import type { World } from '@/schema/world'
import { pool } from '../database'
import { NotFound } from '../refusals'
import { selectRun } from '../sql/run'

type KnownWorld = {
  readonly world: World
  /** How many steps of Isolate have to be answered before it is read. */
  readonly isolateSteps: number
}

const MOST_KEPT = 200
/** A run's world never changes once it is begun (a trigger sees to it), so it need not be read again. */
const known = new Map<string, KnownWorld>()

/**
 * The world of a run.
 *
 * @throws {NotFound} for an unknown id
 */
export async function worldOfRun(runId: string): Promise<KnownWorld> {
  const kept = known.get(runId)
  if (kept) return kept
  const run = await selectRun(pool(), runId)
  if (!run) throw new NotFound('run', 'there is no such run', 'open it from its instrument')
  const { world } = run
  const found = { world, isolateSteps: workLists({ world, rounds: [] })?.isolate.length ?? 0 }
  const [oldest] = known.keys()
  if (known.size >= MOST_KEPT && oldest !== undefined) known.delete(oldest)
  known.set(runId, found)
  return found
}
