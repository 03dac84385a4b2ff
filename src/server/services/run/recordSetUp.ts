import { randomUUID } from 'node:crypto'
import { Refusal } from '@/core/refusal'
import { isReadBack } from '@/core/setUp/setUpSheet'
import { setUpObjection, setUpPlan } from '@/plans/setUpPlan'
import type { KeyedInValue, RecordSetUp } from '@/schema/setUpSheet'
import { transaction } from '../../database'
import { Conflict, NotFound } from '../../refusals'
import { insertEvent } from '../../sql/proof/event'
import { insertConfiguration, lockInstrument, selectInstrument } from '../../sql/register/instrument'
import { selectOpenRun } from '../../sql/run/run'
import { insertSetUpSheet, isSetUpRecorded } from '../../sql/run/setUpSheet'
import type { Actor } from '../actor'

/**
 * Records a set-up as it was keyed in: a further version of the configuration, with each value as it was, as it is and
 * as it was read back. Sent twice with one id it is recorded once.
 *
 * @throws {NotFound} for an unknown instrument
 * @throws {Conflict} when somebody else changed it meanwhile, or calibrates it
 * @throws {Refusal} when a value is not keyed in, reads back otherwise, or cannot be
 */
export function recordSetUp(instrumentId: string, done: RecordSetUp, { person, now }: Actor) {
  return transaction(async (db) => {
    await lockInstrument(db, instrumentId)
    const instrument = await selectInstrument(db, { id: instrumentId })
    if (!instrument) throw new NotFound('instrument', 'there is no such instrument', 'look it up by its tag')
    if (await isSetUpRecorded(db, done.id)) return { tag: instrument.tag, version: instrument.version }
    if (instrument.version !== done.basedOnVersion)
      throw new Conflict(
        'basedOnVersion',
        `${instrument.changedBy} made version ${instrument.version} while this one was keyed in`,
        'reload, look at the new version, and compare the device with it',
      )
    const open = await selectOpenRun(db, instrumentId)
    if (open)
      throw new Conflict(
        'run',
        `${open.startedBy} is calibrating it as it is set up now`,
        'finish or abandon that calibration first',
      )
    const { configuration, items } = refuseUnready(instrument.configuration, done)
    const [version, configurationId] = [instrument.version + 1, randomUUID()]
    const by = { at: now, personId: person.id, reason: done.reason }
    await insertConfiguration(db, { id: configurationId, instrumentId, version, configuration, ...by })
    await insertSetUpSheet(db, { id: done.id, instrumentId, toConfigurationId: configurationId, items, ...by })
    await insertEvent(db, {
      at: now,
      personId: person.id,
      kind: 'set up by sheet',
      subjectId: instrumentId,
      detail: { version },
    })
    return { tag: instrument.tag, version }
  })
}

/** What the set-up comes to; a value that is open, or reads back otherwise, is refused by name. */
function refuseUnready(
  present: Parameters<typeof setUpPlan>[0],
  { wanted, keyedIn }: RecordSetUp,
): { configuration: Parameters<typeof setUpPlan>[0]; items: KeyedInValue[] } {
  const objection = setUpObjection(present)
  if (objection) throw new Refusal('adjustedBy', objection, 'change the range by its screws at the range desk')
  const plan = setUpPlan(present, wanted)
  if (!plan.next) throw new Refusal('wanted', plan.objections.join('; '), 'change what is named')
  const items = plan.items.map((item): KeyedInValue => {
    const answer = keyedIn.find(({ id }) => id === item.id)
    const readBack = answer?.readBack || null
    if (item.isChanged && !answer)
      throw new Refusal(
        `keyedIn.${item.id}`,
        `${item.name} is not keyed in yet`,
        'key it in, then tick it or read it back',
      )
    if (readBack !== null && !isReadBack(item, readBack))
      throw new Refusal(
        `keyedIn.${item.id}`,
        `${item.name} reads back ${readBack}, and ${item.after} was to be keyed in`,
        'key it in again, or change what is wanted',
      )
    return { name: item.name, before: item.before, after: item.after, readBack }
  })
  return { configuration: plan.next, items }
}
