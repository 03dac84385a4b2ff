import { deviceOf } from '@/core/conformity/referenceFitness'
import { calendarDate, daysBetween } from '@/core/format/formatTime'
import { referenceOffers } from '@/plans/referenceOffers'
import { SealedRecord } from '@/schema/record'
import { pool } from '../../database'
import { NotFound } from '../../refusals'
import { selectResultsOf, selectSeal } from '../../sql/records/seal'
import { selectLinked } from '../../sql/references/referenceInstrument'
import { selectCalibrationsBefore, selectLastBefore } from '../../sql/register/calibrationBefore'
import { selectNewestSetUps } from '../../sql/register/deskSetUp'
import { selectDueDate } from '../../sql/register/dueInstrument'
import { selectConfigurations, selectInstrument } from '../../sql/register/instrument'
import { selectRangeChanges } from '../../sql/register/rangeChange'
import { selectRenamed, selectStandings } from '../../sql/register/standing'
import { selectAbandonedRuns, selectOpenRun } from '../../sql/run/run'
import { siteTimeZone } from '../people/site'
import { loadOwnedReferences } from '../references/ownedReferences'

/**
 * Everything the instrument page shows.
 *
 * @throws {NotFound} for an unknown tag
 */
export async function instrumentPage(tag: string, now: Date) {
  const db = pool()
  const timeZone = await siteTimeZone()
  const instrument = await selectInstrument(db, { tag })
  if (!instrument) throw new NotFound('tag', `no instrument is registered as ${tag}`, 'find it in the list')
  const today = calendarDate(now, timeZone)
  const [
    versions,
    results,
    due,
    openRun,
    abandoned,
    owned,
    saved,
    rangeChanges,
    standings,
    renamed,
    before,
    listed,
    reference,
  ] = await Promise.all([
    selectConfigurations(db, instrument.id),
    selectResultsOf(db, instrument.id),
    selectDueDate(db, timeZone, instrument.id),
    selectOpenRun(db, instrument.id),
    selectAbandonedRuns(db, instrument.id),
    loadOwnedReferences(db, today),
    selectNewestSetUps(db, instrument.id),
    selectRangeChanges(db, instrument.id),
    selectStandings(db, instrument.id),
    selectRenamed(db, instrument.id),
    selectLastBefore(db, [instrument.id]),
    selectCalibrationsBefore(db, [instrument.id]),
    selectLinked(db, { instrumentId: instrument.id }),
  ])
  // A reference is not calibrated against itself.
  const standards = owned.filter(({ standard }) => deviceOf(standard) !== reference?.referenceId)
  const dueOn = due ?? today
  return {
    instrument,
    versions,
    results,
    openRun,
    abandoned,
    saved,
    rangeChanges,
    standings,
    renamed,
    before: before.get(instrument.id) ?? null,
    /** Calibrations from before by point, as lists say. */
    listed: listed.filter(({ points }) => points.length > 0),
    dueOn,
    dueInDays: daysBetween(today, dueOn),
    offers: referenceOffers(instrument.configuration, standards, today),
    lastRecord: results[0] ? await recordAt(results[0].sequence) : null,
    timeZone,
  }
}

/**
 * A sealed record as it was sealed, with its hash.
 *
 * @throws {NotFound} where the chain has no such number
 */
export async function sealedRecordAt(sequence: number) {
  const seal = await selectSeal(pool(), sequence)
  if (!seal) throw new NotFound('sequence', `there is no record ${sequence}`, 'find it in the list of records')
  return { seal, record: SealedRecord.parse(JSON.parse(seal.record)) }
}

const recordAt = async (sequence: number) => (await sealedRecordAt(sequence)).record

/** Everything the page of an instrument shows. */
export type InstrumentPageData = Awaited<ReturnType<typeof instrumentPage>>
