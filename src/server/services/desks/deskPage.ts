import { calendarDate } from '@/core/format/formatTime'
import { pool } from '../../database'
import { NotFound } from '../../refusals'
import { selectCapsules } from '../../sql/register/capsule'
import { selectNewestSetUps } from '../../sql/register/deskSetUp'
import { selectInstrument } from '../../sql/register/instrument'
import { selectHotOffset } from '../../sql/run/hotOffset'
import { selectOpenRun } from '../../sql/run/run'
import { siteTimeZone } from '../people/site'
import { loadOwnedReferences } from '../references/ownedReferences'

/**
 * What every desk of an instrument starts from.
 *
 * @throws {NotFound} for an unknown tag
 */
export async function deskPage(tag: string, now: Date) {
  const db = pool()
  const instrument = await selectInstrument(db, { tag })
  if (!instrument) throw new NotFound('tag', `no instrument is registered as ${tag}`, 'find it in the list')
  const timeZone = await siteTimeZone()
  const today = calendarDate(now, timeZone)
  const [saved, capsules, standards, openRun, hotOffset] = await Promise.all([
    selectNewestSetUps(db, instrument.id),
    selectCapsules(db),
    loadOwnedReferences(db, today),
    selectOpenRun(db, instrument.id),
    selectHotOffset(db, instrument.id),
  ])
  return { instrument, saved, capsules, standards, openRun, hotOffset, today, timeZone }
}
