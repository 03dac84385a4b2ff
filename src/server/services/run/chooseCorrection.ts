import { isCorrected } from '@/core/reference/correctedValue'
import { Refusal } from '@/core/refusal'
import { worldAt } from '@/core/run/plan/worldAt'
import { referencesOf } from '@/plans/referencesOf'
import type { NewCorrectionChoice } from '@/schema/run'
import type { RunView } from '@/schema/runView'
import type { WorkingReference } from '@/schema/world'
import { transaction } from '../../database'
import { insertExchange } from '../../sql/run/referenceExchange'
import type { Actor } from '../actor'
import { loadRun } from './loadRun'
import { takeOpenRun } from './openRun'
import { isRepeated, refuseForeignId } from './repeated'
import { forgetRun } from './worldAndStep'

/**
 * Makes the corrections of a reference of the run, or leaves them: for every reading, those taken already too. What was
 * shown stays as it was typed.
 *
 * @throws {Refusal} for a reference without points to be corrected by, or one that is used so already
 */
export async function chooseCorrection(
  runId: string,
  sent: NewCorrectionChoice,
  { person, now }: Actor,
): Promise<RunView> {
  const chosen = await transaction(async (db) => {
    const { run } = await takeOpenRun(db, runId)
    const { id, referenceId, isApplied, reason } = sent
    const known = run.exchanges?.find((exchange) => exchange.id === id)
    const told = known && {
      referenceId: known.standard.id,
      isApplied: isCorrected(known.standard),
      reason: known.reason,
    }
    if (told && isRepeated(told, sent, ['referenceId', 'isApplied', 'reason'])) return run
    if (run.world.amends) throw new Refusal('run', 'an amendment corrects what was recorded', 'change it in a new run')
    const standard = switched(run, referenceId, isApplied)
    const row = { id, runId, replaces: referenceId, standard, reason, at: now, personId: person.id }
    refuseForeignId(await insertExchange(db, row))
    return loadRun(db, runId)
  })
  forgetRun(runId)
  return chosen
}

/** The reference as it is used now, with its corrections made or not. */
function switched({ world, exchanges = [] }: RunView, referenceId: string, isApplied: boolean): WorkingReference {
  const standard = referencesOf(worldAt(world, exchanges)).find(({ id }) => id === referenceId)
  if (!standard) throw new Refusal('referenceId', 'that reference is none of this run', 'reload the run')
  const { calibration, column, code } = standard
  if (!calibration && !column)
    throw new Refusal(
      'referenceId',
      `${code} has no points to be corrected by`,
      'enter its certificate by points first',
    )
  if (!world.statesUncertainty)
    throw new Refusal('run', 'this run was begun before corrections were made', 'begin a new one')
  if (isCorrected(standard) === isApplied)
    throw new Refusal(
      'isApplied',
      `its readings are ${isApplied ? 'corrected' : 'taken as shown'} already`,
      'reload the run',
    )
  return {
    ...standard,
    ...(calibration && { calibration: { ...calibration, isApplied } }),
    ...(column && { column: { ...column, isApplied } }),
  }
}
