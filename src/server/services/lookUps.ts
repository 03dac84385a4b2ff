import { pool } from '../database'
import { NotFound } from '../refusals'
import { selectBeginnings } from '../sql/beginnings'
import { anybody, selectDemoPeople, selectPeople } from '../sql/people/person'
import { ping } from '../sql/ping'
import { selectAmendmentOf, selectResults, selectSealOfRun } from '../sql/records/seal'
import { selectReferences } from '../sql/references/reference'
import { selectCapsules } from '../sql/register/capsule'
import { selectNewestSetUps } from '../sql/register/deskSetUp'
import { selectDueDates } from '../sql/register/dueInstrument'
import { selectInstrument, selectInstruments } from '../sql/register/instrument'
import { siteTimeZone } from './people/site'
import { loadOwnedReferences } from './references/ownedReferences'

/** What pages and routes look up and show as it is; whatever takes more than a look has a service of its own. */

/** Every reference and every capsule we own. */
export async function ownedReferences() {
  const [references, capsules] = await Promise.all([selectReferences(pool()), selectCapsules(pool())])
  return { references, capsules }
}

/** How far the plant has come since its first start. */
export const beginnings = () => selectBeginnings(pool())

/** Every range of a reference that could be chosen on a day, `YYYY-MM-DD`. */
export const workingReferencesOnDay = async (day: string) =>
  (await loadOwnedReferences(pool(), day)).map(({ standard }) => standard)

/** Every instrument with its present configuration, and when each is due. */
export const instrumentsWithDueDates = async () =>
  Promise.all([selectInstruments(pool()), selectDueDates(pool(), await siteTimeZone())])

/** Every instrument with its present configuration. */
export const instruments = () => selectInstruments(pool())

/** One instrument; null where there is none. */
export const instrument = (which: Parameters<typeof selectInstrument>[1]) => selectInstrument(pool(), which)

/** Every record as the list shows it, the newest first. */
export const records = () => selectResults(pool())

/** The record that amends another; null where none does. */
export const amendmentOf = (sequence: number) => selectAmendmentOf(pool(), sequence)

/** The seal of a run; null while it has none. */
export const sealOfRun = (runId: string) => selectSealOfRun(pool(), runId)

/** Everybody who is or was registered. */
export const people = () => selectPeople(pool())

/** The people of the demo, who may be chosen at one click. */
export const demoPeople = () => selectDemoPeople(pool())

/** Whether anybody is registered yet. */
export const isAnybodyHere = () => anybody(pool())

/** @throws where the database cannot be reached */
export const reachDatabase = () => ping(pool())

/**
 * An instrument with its saved set-up sheet.
 *
 * @throws {NotFound} for an unknown instrument, or one whose sheet is not saved
 */
export async function savedSetUp(id: string) {
  const found = await selectInstrument(pool(), { id })
  if (!found) throw new NotFound('instrument', 'there is no such instrument', 'open it from the list')
  const saved = (await selectNewestSetUps(pool(), id))['set-up']
  if (!saved) throw new NotFound('set-up', 'no set-up sheet is saved of it', 'save it at its sheet first')
  return { instrument: found, saved }
}
