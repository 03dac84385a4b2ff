import { worldAt } from '@/core/run/plan/worldAt'
import { workLists } from '@/core/run/work/workLists'
import type { World } from '@/schema/world'
import { pool } from '../../database'
import { NotFound } from '../../refusals'
import { selectExchanges } from '../../sql/run/referenceExchange'
import { selectRun } from '../../sql/run/run'
import { type StepRow, selectSteps } from '../../sql/run/runRound'

/** What of a run never changes once it is there. */
type KnownRun = {
  /** As it stands now: references exchanged so far stand in the place of those they replaced. */
  readonly world: World
  /** How many have been exchanged. */
  readonly exchangeCount: number
  /** How many steps of Isolate have to be answered before it is read. */
  readonly isolateSteps: number
  readonly steps: ReadonlyMap<string, KnownStep>
}
type KnownStep = StepRow & {
  /** The step before it in its round; null for the first. */
  readonly stepBefore: string | null
}

const MOST_KEPT = 200
/**
 * Worlds and steps are never changed (triggers see to it), so what has been read once need not be read again, but for
 * references exchanged since: the statement that stores a reading counts them.
 */
const known = new Map<string, KnownRun>()

/**
 * The world of a run and one of its steps.
 *
 * @throws {NotFound} for an unknown run
 * @returns the step as null where the run has no such step
 */
export async function worldAndStep(
  runId: string,
  stepId: string,
): Promise<Omit<KnownRun, 'steps'> & { readonly step: KnownStep | null }> {
  const kept = known.get(runId)
  // A round may have been opened since.
  const { steps, ...run } = kept?.steps.has(stepId) ? kept : await read(runId)
  return { ...run, step: steps.get(stepId) ?? null }
}

/** A reference of it was exchanged: it is read anew. */
export const forgetRun = (runId: string): void => {
  known.delete(runId)
}

async function read(runId: string): Promise<KnownRun> {
  const run = await selectRun(pool(), runId)
  if (!run) throw new NotFound('run', 'there is no such run', 'open it from its instrument')
  const exchanges = await selectExchanges(pool(), runId)
  const world = worldAt(run.world, exchanges)
  const rows = await selectSteps(pool(), runId)
  const steps = new Map(
    rows.map((row, index) => {
      const before = rows[index - 1]
      return [row.id, { ...row, stepBefore: before?.round === row.round ? before.id : null }]
    }),
  )
  const found = {
    world,
    exchangeCount: exchanges.length,
    steps,
    isolateSteps: workLists({ world, rounds: [] })?.isolate.length ?? 0,
  }
  const [oldest] = known.keys()
  if (known.size >= MOST_KEPT && oldest !== undefined) known.delete(oldest)
  known.set(runId, found)
  return found
}
