import { z } from 'zod'
import { SiteForm } from '@/schema/site'
import type { Queryable } from '../../database'

const SiteRow = z.object({
  name: z.string(),
  address: z.string(),
  method: z.string(),
  timeZone: z.string(),
  pressureUnit: SiteForm.shape.pressureUnit,
  paper: SiteForm.shape.paper,
  decimalMark: SiteForm.shape.decimalMark,
  conditionUnits: SiteForm.shape.conditionUnits,
  tagSize: SiteForm.shape.tagSize,
  labelSize: SiteForm.shape.labelSize,
  decisionRule: SiteForm.shape.decisionRule,
  certificateNumber: z.string(),
})
export type Site = z.infer<typeof SiteRow>

/** Who issues the certificates, as last set; null where nobody has said. */
export async function selectSite(db: Queryable): Promise<Site | null> {
  const { rows } = await db.query(`
    SELECT name, address, method, time_zone AS "timeZone", pressure_unit AS "pressureUnit", paper,
           decimal_mark AS "decimalMark", condition_units AS "conditionUnits", tag_size AS "tagSize",
           label_size AS "labelSize", decision_rule AS "decisionRule", certificate_number AS "certificateNumber"
      FROM site ORDER BY set_at DESC, id LIMIT 1`)
  return rows.length === 0 ? null : SiteRow.parse(rows[0])
}

/** A further row: what held before stays. */
export async function insertSite(
  db: Queryable,
  site: Site & { readonly id: string; readonly at: Date; readonly personId: string },
): Promise<void> {
  await db.query(
    `INSERT INTO site (id, name, address, method, time_zone, pressure_unit, paper, decimal_mark, condition_units, tag_size,
                       label_size, decision_rule, certificate_number, set_at, set_by)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15)`,
    [
      ...[site.id, site.name, site.address, site.method, site.timeZone, site.pressureUnit, site.paper],
      ...[site.decimalMark, site.conditionUnits, site.tagSize, site.labelSize, site.decisionRule],
      ...[site.certificateNumber, site.at, site.personId],
    ],
  )
}
