import { randomUUID } from 'node:crypto'
import { showDecimalMark } from '@/core/format/decimalMark'
import { Refusal } from '@/core/refusal'
import {
  gravityOf,
  type Site,
  type SiteForm,
  type SiteSettings,
  shareOf,
  USUAL_METHOD,
  USUAL_SETTINGS,
} from '@/schema/site'
import type { World } from '@/schema/world'
import { pool, type Queryable, transaction } from '../../database'
import { environment } from '../../environment'
import { Forbidden } from '../../refusals'
import { insertSite, selectSite } from '../../sql/people/site'
import { insertEvent } from '../../sql/proof/event'
import type { Actor } from '../actor'

/** Who issues the certificates; the name alone may come from the process’s settings. Null where nobody has said. */
export async function siteOf(db: Queryable): Promise<Site | null> {
  const site = await selectSite(db)
  if (site) return site
  const { BARYS_SITE: name } = environment()
  return name === undefined ? null : { ...USUAL_SETTINGS, timeZone: '', name, address: '', method: USUAL_METHOD }
}

/** What holds for everybody; what is usual where nobody has said. */
export async function siteSettings(): Promise<SiteSettings> {
  return (await selectSite(pool())) ?? USUAL_SETTINGS
}

/** From now on this process shows figures as the site does. */
export async function showAsTheSiteDoes(): Promise<SiteSettings> {
  const settings = await siteSettings()
  showDecimalMark(settings.decimalMark)
  return settings
}

/** The zone of the site, by which calendar dates are told: as an administrator set it, else that of the process. */
export async function siteTimeZone(db: Queryable = pool()): Promise<string> {
  return (await selectSite(db))?.timeZone || environment().BARYS_TIME_ZONE
}

/** Gravity where the site stands, m/s²; null where nobody has said. */
export async function siteGravity(db: Queryable = pool()): Promise<number | null> {
  const site = await selectSite(db)
  return site && gravityOf(site)
}

/** The largest U that the site accepts, as a share of the limit. */
export const largestShare = async (db: Queryable = pool()): Promise<number> =>
  shareOf((await selectSite(db)) ?? USUAL_SETTINGS)

/** The zone a run was begun in; that of the process where records are from before it was kept. */
export const zoneOf = ({ timeZone }: Pick<World, 'timeZone'>): string => timeZone ?? environment().BARYS_TIME_ZONE

/** Name and address of the site, as far as they are known. */
export async function siteAddress(): Promise<Pick<Site, 'name' | 'address'>> {
  return (await siteOf(pool())) ?? { name: '', address: '' }
}

/** The name of the site for titles; empty where nobody has said. */
export const siteName = async (): Promise<string> => (await siteOf(pool()))?.name ?? ''

/**
 * The site as a record needs it: with name and address. Source: ISO/IEC 17025:2017, 7.8.2.1 b.
 *
 * @throws {Refusal} where nobody has said
 */
export async function issuingSite(db: Queryable): Promise<Site> {
  const site = await selectSite(db)
  if (site) return site
  throw new Refusal(
    'site',
    'the place that issues the certificate has no name and address yet',
    'an administrator enters them under People; then seal',
  )
}

/**
 * Sets who issues the certificates from now on. Records keep what held when they were sealed.
 *
 * @throws {Forbidden} for anybody but an administrator
 */
export async function setSite(input: SiteForm, { person, now }: Actor): Promise<{ done: true }> {
  if (!person.isAdministrator)
    throw new Forbidden('person', `${person.name} is no administrator`, 'ask an administrator to change it')
  await transaction(async (db) => {
    const id = randomUUID()
    await insertSite(db, { ...input, id, at: now, personId: person.id })
    await insertEvent(db, { at: now, personId: person.id, kind: 'site set', subjectId: id, detail: { ...input } })
  })
  await showAsTheSiteDoes()
  return { done: true }
}
