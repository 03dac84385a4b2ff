import { z } from 'zod'
import type { Queryable } from '../database'

const SiteRow = z.object({ name: z.string(), address: z.string(), method: z.string() })
export type Site = z.infer<typeof SiteRow>

/** Who issues the certificates, as last set; null where nobody has said. */
export async function selectSite(db: Queryable): Promise<Site | null> {
  const { rows } = await db.query('SELECT name, address, method FROM site ORDER BY set_at DESC, id LIMIT 1')
  return rows.length === 0 ? null : SiteRow.parse(rows[0])
}

/** A further row: what held before stays. */
export async function insertSite(
  db: Queryable,
  { id, name, address, method, at, personId }: Site & { id: string; at: Date; personId: string },
): Promise<void> {
  await db.query('INSERT INTO site (id, name, address, method, set_at, set_by) VALUES ($1, $2, $3, $4, $5, $6)', [
    id,
    name,
    address,
    method,
    at,
    personId,
  ])
}
