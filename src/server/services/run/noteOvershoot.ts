import { Refusal } from '@/core/refusal'
import { refuseBeyondSensor } from '@/core/run/judge/readingNotice'
import type { NewOvershoot } from '@/schema/run'
import type { RunView } from '@/schema/runView'
import { transaction } from '../../database'
import { Conflict } from '../../refusals'
import { insertOvershoot } from '../../sql/run/overshoot'
import type { Actor } from '../actor'
import { loadRun } from './loadRun'
import { takeOpenRun } from './openRun'
import { isRepeated, refuseForeignId } from './repeated'

/**
 * Notes that the point being read was gone past. The point stays unread: it is approached again from its own side, as
 * easing back to it would hide hysteresis. Sent twice, it is noted once.
 *
 * @throws {Refusal} for a point of another round, or an input the sensor cannot take
 * @throws {Conflict} when the point has been read
 */
export function noteOvershoot(runId: string, noted: NewOvershoot, { person, now }: Actor): Promise<RunView> {
  return transaction(async (db) => {
    const { run } = await takeOpenRun(db, runId)
    const step = run.rounds.at(-1)?.steps.find(({ id }) => id === noted.stepId)
    if (!step) throw new Refusal('stepId', 'that point is not in the present round', 'reload the run')
    const known = step.overshoots?.find(({ id }) => id === noted.id)
    if (isRepeated(known, noted, ['applied'])) return run
    if (step.readings.length > 0)
      throw new Conflict('stepId', 'that point has been read already', 'correct its reading if it was overshot')
    if (noted.applied !== null) refuseBeyondSensor(Number(noted.applied), run.world)
    refuseForeignId(await insertOvershoot(db, { ...noted, runId, at: now, personId: person.id }))
    return loadRun(db, runId)
  })
}
