import { Refusal } from '@/core/refusal'
import { SealedRecord } from '@/schema/record'
import { transaction } from '../database'
import { Conflict, NotFound } from '../refusals'
import { copyRun } from '../sql/copyRun'
import { insertEvent } from '../sql/event'
import { insertRun, selectConfigurationOfRun, selectOpenRun } from '../sql/run'
import { selectAmendmentOf, selectSeal } from '../sql/seal'
import type { Actor } from './actor'

/**
 * Opens an amendment of a sealed record: a run of its own that begins with everything recorded, in which readings can be
 * corrected, and that becomes a further record naming the one it amends. The old record stays as it is.
 *
 * @throws {Conflict} when it is amended already, or its instrument has an open run
 */
export function amendRecord(
  sequence: number,
  { id, reason }: { id: string; reason: string },
  { person, now }: Actor,
): Promise<{ id: string }> {
  return transaction(async (db) => {
    const seal = await selectSeal(db, sequence)
    if (!seal) throw new NotFound('sequence', `there is no record ${sequence}`, 'find it in the list of records')
    const later = await selectAmendmentOf(db, sequence)
    if (later !== null)
      throw new Conflict('sequence', `record ${later} amends it already`, 'amend that one, if it is wrong too')
    const { world } = SealedRecord.parse(JSON.parse(seal.record))
    // It is not taken out of service again: the amendment is made at the desk.
    const { outOfService: _, ...kept } = world
    const instrumentId = world.instrument.id
    const amended = { ...kept, amends: { sequence, hash: seal.hash, reason } }
    const configurationId = await selectConfigurationOfRun(db, seal.runId)
    if (configurationId === null) throw new Refusal('run', 'the run of this record is gone', 'have the chain verified')
    if (!(await insertRun(db, { id, instrumentId, configurationId, world: amended, at: now, personId: person.id }))) {
      const open = await selectOpenRun(db, instrumentId)
      if (open?.id === id) return { id }
      throw new Conflict(
        'instrument',
        `${open?.startedBy ?? 'somebody'} has a run open on this instrument`,
        'finish or abandon that run first',
      )
    }
    await copyRun(db, { from: seal.runId, to: id })
    await insertEvent(db, {
      at: now,
      personId: person.id,
      kind: 'amendment begun',
      subjectId: id,
      detail: { sequence },
    })
    return { id }
  })
}
