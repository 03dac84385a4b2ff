import { randomUUID } from 'node:crypto'
import type { TakenPoint } from '@/bench/automatic/automaticRun'
import { Refusal } from '@/core/refusal'
import { worldAt } from '@/core/run/plan/worldAt'
import { channelsOf, outstanding } from '@/plans/automaticOf'
import type { RunView } from '@/schema/runView'
import { pool } from '../../database'
import type { LinkedMember } from '../../links/sessionDevices'
import type { Actor } from '../actor'
import { loadRun } from '../run/loadRun'
import { noteOvershoot } from '../run/noteOvershoot'
import { recordTaken } from '../run/recordReading'
import { decimalText, linkedDigits } from './linkedDigits'

/** A run as it stands, with the references that serve it now. */
export async function presentRun(id: string): Promise<RunView> {
  const run = await loadRun(pool(), id)
  return { ...run, world: worldAt(run.world, run.exchanges ?? []) }
}

/** @throws {Refusal} where a run reads what no device here gives */
export function refuseUnreadable(runs: readonly RunView[], members: readonly LinkedMember[]): void {
  for (const [index, { world }] of runs.entries()) {
    const member = members[index]
    const { tag } = world.instrument
    if (!member?.meter) throw new Refusal('members', `${tag} has no meter that is linked`, 'type its readings')
    if (world.readsDigital && !member.transmitter)
      throw new Refusal('members', `PV and AO of ${tag} are read, and it has no link of its own`, 'type its readings')
  }
}

/**
 * Stores what was read at a point, for each instrument at the manifold.
 *
 * @throws {Refusal} where that point is not to be read any more
 */
export async function recordPoint(
  runs: readonly RunView[],
  { applied, outputs, heldSeconds, settledBy }: TakenPoint,
  person: Actor['person'],
): Promise<void> {
  let place = 0
  for (const run of runs) {
    const digits = linkedDigits(run.world)
    const [step] = outstanding(run)
    const [output, pv, ao] = channelsOf(run.world, { output: 0, pv: 0, ao: 0 }).map(() => outputs[place++])
    if (!step || !output) throw new Refusal('run', 'that point is not to be read any more', 'look at the run')
    const reading = {
      ...{ id: randomUUID(), stepId: step.id, supersedes: null, reason: null },
      applied: decimalText(applied.mean, digits.applied),
      output: decimalText(output.mean, digits.output),
      ...(pv && { pv: decimalText(pv.mean, digits.pv) }),
      ...(ao && { ao: decimalText(ao.mean, digits.output) }),
      heldSeconds: Math.round(heldSeconds),
      taking: {
        way: 'automatic' as const,
        readings: output.count,
        appliedSpread: spreadText(applied.deviation),
        outputSpread: spreadText(output.deviation),
        settledBy,
      },
    }
    await recordTaken(run.id, reading, { person, now: new Date() })
  }
}

const spreadText = (deviation: number): string => Number(deviation.toPrecision(3)).toString()

/** Notes for each instrument at the manifold that its point was gone past. */
export async function notePast(runs: readonly RunView[], applied: number, person: Actor['person']): Promise<void> {
  for (const run of runs) {
    const [step] = outstanding(run)
    const digits = linkedDigits(run.world)
    if (step)
      await noteOvershoot(
        run.id,
        { id: randomUUID(), stepId: step.id, applied: decimalText(applied, digits.applied) },
        { person, now: new Date() },
      )
  }
}
