import { SITE_FIELD_LIST, Site } from '@/schema/site'
import type { Queryable } from '../../database'

const SELECTED = SITE_FIELD_LIST.map(([name, { column }]) => `${column} AS "${name}"`).join(', ')
const COLUMNS = SITE_FIELD_LIST.map(([, { column }]) => column).join(', ')
const PLACES = SITE_FIELD_LIST.map((_, index) => `$${index + 4}`).join(', ')

/** Who issues the certificates, as last set; null where nobody has said. */
export async function selectSite(db: Queryable): Promise<Site | null> {
  const { rows } = await db.query(`SELECT ${SELECTED} FROM site ORDER BY set_at DESC, id LIMIT 1`)
  return rows.length === 0 ? null : Site.parse(rows[0])
}

/** A further row: what held before stays. */
export async function insertSite(
  db: Queryable,
  site: Site & { readonly id: string; readonly at: Date; readonly personId: string },
): Promise<void> {
  await db.query(`INSERT INTO site (id, set_at, set_by, ${COLUMNS}) VALUES ($1, $2, $3, ${PLACES})`, [
    ...[site.id, site.at, site.personId],
    ...SITE_FIELD_LIST.map(([name]) => site[name]),
  ])
}
