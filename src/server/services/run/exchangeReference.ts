import { calendarDate } from '@/core/format/formatTime'
import { Refusal } from '@/core/refusal'
import { askedReferences, askedWords, unfitReferences } from '@/core/run/plan/runFitness'
import { worldAt } from '@/core/run/plan/worldAt'
import { referencesOf } from '@/plans/referencesOf'
import { standingAt } from '@/plans/standingReference'
import type { NewExchange } from '@/schema/run'
import type { RunView } from '@/schema/runView'
import type { WorkingReference } from '@/schema/world'
import { transaction } from '../../database'
import { insertExchange } from '../../sql/run/referenceExchange'
import type { Actor } from '../actor'
import { siteGravity, siteTimeZone } from '../people/site'
import { referenceToUse } from '../references/ownedReferences'
import { loadRun } from './loadRun'
import { takeOpenRun } from './openRun'
import { isRepeated, refuseForeignId } from './repeated'
import { refuseItself } from './startedReferences'
import { forgetRun } from './worldAndStep'

/**
 * Puts another reference in the place of one of the run. Readings taken before keep theirs; those after are judged by the
 * new one.
 *
 * @throws {Refusal} for a reference of another kind, or one that does not fit the points it is to serve
 */
export async function exchangeReference(runId: string, sent: NewExchange, { person, now }: Actor): Promise<RunView> {
  const exchanged = await transaction(async (db) => {
    const { run } = await takeOpenRun(db, runId)
    const known = run.exchanges?.find(({ id }) => id === sent.id)
    if (known && isRepeated({ ...known, standardId: known.standard.id }, sent, ['replaces', 'standardId', 'reason']))
      return run
    if (run.world.amends) throw new Refusal('run', 'an amendment corrects what was recorded', 'exchange nothing in it')
    const day = calendarDate(now, await siteTimeZone(db))
    const standard = await referenceToUse(db, { rangeId: sent.standardId, day, field: 'standardId' })
    const standing = standard && standingAt(standard, run.world.environment, await siteGravity(db))
    const { exchange, old } = planned(run, sent, { standard: standing, at: now.toISOString() })
    await refuseItself(db, run.world.instrument.id, { references: [exchange.standard], field: 'standardId' })
    const after = worldAt(run.world, [...(run.exchanges ?? []), exchange])
    const unfit = unfitReferences(after, day).find(({ code }) => code === exchange.standard.code)
    if (unfit)
      throw new Refusal(
        'standardId',
        `${unfit.code} ${unfit.issues.map(({ words }) => words).join('; ')}`,
        `choose another in the place of ${old.code}`,
      )
    const asked = askedReferences(after, day).filter(({ code }) => code === exchange.standard.code)
    // Asked at Prepare, where there is time to find out; in the middle of a run another one is taken.
    if (asked.length > 0 && !run.world.mediumConfirmed?.asked.includes(exchange.standard.code))
      throw new Refusal(
        'standardId',
        askedWords(asked),
        `choose another in the place of ${old.code}, or say in the register what may touch the instrument`,
      )
    const row = { ...sent, standard: exchange.standard, runId, at: now, personId: person.id }
    refuseForeignId(await insertExchange(db, row))
    return loadRun(db, runId)
  })
  // Once it is stored for all to see: forgotten earlier it would be read anew as it was before.
  forgetRun(runId)
  return exchanged
}

function planned(run: RunView, sent: NewExchange, { standard, at }: { standard: WorkingReference | null; at: string }) {
  const present = referencesOf(worldAt(run.world, run.exchanges ?? []))
  const old = present.find(({ id }) => id === sent.replaces)
  if (!old) throw new Refusal('replaces', 'that reference is none of this run', 'reload the run')
  if (!standard || standard.quantity !== old.quantity)
    throw new Refusal('standardId', `that does not do what ${old.code} does`, 'choose a reference of the same kind')
  if (present.some(({ id }) => id === standard.id))
    throw new Refusal('standardId', `${standard.code} is in use in this run already`, 'choose another')
  return { exchange: { replaces: sent.replaces, at, standard }, old }
}
