import { z } from 'zod'
import { Configuration } from '@/schema/configuration'
import type { Queryable } from '../database'

const number = z.string().transform(Number)

/** A row of instrument and its configuration, made into the schema's own shape and checked by it. */
const ConfiguredRow = z
  .object({
    instrument_id: z.uuid(),
    tag: z.string(),
    configuration_id: z.uuid(),
    version: z.number(),
    description: z.string(),
    area: z.string(),
    kind: z.string(),
    pressure_kind: z.string(),
    unit: z.string(),
    lrl: number,
    url: number,
    min_span: number,
    lrv: number,
    urv: number,
    signal: z.string(),
    error_limit: z.unknown(),
    adjust_limit: z.unknown(),
    interval_months: z.number(),
    test_points: z.unknown(),
    point_order: z.string(),
    transfer: z.unknown(),
    point_scale: z.string(),
    hook_up: z.string(),
    display_scale: z.unknown(),
    body: z.unknown(),
    host_root: z.boolean(),
    particulars: z.record(z.string(), z.unknown()),
    created_at: z.date(),
    created_by: z.string(),
    reason: z.string(),
    registered_at: z.date(),
    is_retired: z.boolean(),
  })
  .transform((row) => ({
    id: row.instrument_id,
    tag: row.tag,
    /** Taken out of the register: nothing of it is due, and no run begins on it. */
    isRetired: row.is_retired,
    registeredAt: row.registered_at,
    configurationId: row.configuration_id,
    version: row.version,
    changedAt: row.created_at,
    changedBy: row.created_by,
    changeReason: row.reason,
    configuration: Configuration.parse({
      description: row.description,
      area: row.area,
      kind: row.kind,
      unit: row.unit,
      lrl: row.lrl,
      url: row.url,
      lrv: row.lrv,
      urv: row.urv,
      signal: row.signal,
      transfer: row.transfer,
      pressureKind: row.pressure_kind,
      minSpan: row.min_span,
      errorLimit: row.error_limit,
      adjustLimit: row.adjust_limit,
      intervalMonths: row.interval_months,
      testPoints: row.test_points,
      pointOrder: row.point_order,
      pointScale: row.point_scale,
      hookUp: row.hook_up,
      displayScale: row.display_scale,
      // A record of before has neither field; left out, it stays the same record.
      body: row.body ?? undefined,
      hostRoot: row.host_root ? true : undefined,
      ...row.particulars,
    }),
  }))

/** An instrument with one version of its configuration. */
export type ConfiguredInstrument = z.infer<typeof ConfiguredRow>

const SELECT_CONFIGURED = `
  SELECT i.id AS instrument_id, i.tag, i.registered_at, c.id AS configuration_id, c.version, c.description, c.area,
         c.kind, c.pressure_kind, c.unit, c.lrl, c.url, c.min_span, c.lrv, c.urv, c.signal, c.error_limit,
         c.adjust_limit, c.interval_months, c.test_points, c.point_order, c.transfer, c.point_scale, c.hook_up,
         c.display_scale, c.body, c.host_root, c.particulars, c.created_at, p.name AS created_by, c.reason,
         coalesce((SELECT is_retired FROM instrument_standing
                    WHERE instrument_id = i.id ORDER BY said_at DESC, id LIMIT 1), false) AS is_retired
    FROM instrument i
    JOIN instrument_configuration c ON c.instrument_id = i.id
    JOIN person p ON p.id = c.created_by`

const NEWEST_ONLY =
  'NOT EXISTS (SELECT FROM instrument_configuration n WHERE n.instrument_id = i.id AND n.version > c.version)'

/** Every instrument with its newest configuration, by tag. */
export async function selectInstruments(db: Queryable): Promise<ConfiguredInstrument[]> {
  const { rows } = await db.query(`${SELECT_CONFIGURED} WHERE ${NEWEST_ONLY} ORDER BY i.tag`)
  return z.array(ConfiguredRow).parse(rows)
}

/** Those of some tags that are registered, with their newest configuration. */
export async function selectInstrumentsByTag(db: Queryable, tags: readonly string[]): Promise<ConfiguredInstrument[]> {
  const { rows } = await db.query(`${SELECT_CONFIGURED} WHERE i.tag = ANY($1) AND ${NEWEST_ONLY}`, [tags])
  return z.array(ConfiguredRow).parse(rows)
}

/** The tag an instrument has now that had another one; a tag that nothing had stays as it is. */
const PRESENT_TAG = `(CASE WHEN EXISTS (SELECT FROM instrument WHERE tag = $1) THEN $1
  ELSE (SELECT instrument.tag FROM instrument_renamed JOIN instrument ON instrument.id = instrument_id
         WHERE tag_before = $1 ORDER BY renamed_at DESC LIMIT 1) END)`

/** One instrument with its newest configuration; by tag, also one it had before, or by id. */
export async function selectInstrument(
  db: Queryable,
  by: { tag: string } | { id: string },
): Promise<ConfiguredInstrument | null> {
  const [condition, value] = 'tag' in by ? [`i.tag = ${PRESENT_TAG}`, by.tag] : ['i.id = $1', by.id]
  const { rows } = await db.query(`${SELECT_CONFIGURED} WHERE ${condition} AND ${NEWEST_ONLY}`, [value])
  return rows.length === 0 ? null : ConfiguredRow.parse(rows[0])
}

/** All versions of one instrument, newest first. */
export async function selectConfigurations(db: Queryable, instrumentId: string): Promise<ConfiguredInstrument[]> {
  const { rows } = await db.query(`${SELECT_CONFIGURED} WHERE i.id = $1 ORDER BY c.version DESC`, [instrumentId])
  return z.array(ConfiguredRow).parse(rows)
}

/** Takes the row so that two edits of one instrument cannot interleave. */
export async function lockInstrument(db: Queryable, id: string): Promise<void> {
  await db.query('SELECT pg_advisory_xact_lock(hashtextextended($1, 0))', [id])
}

type NewRow = { readonly id: string; readonly tag: string; readonly at: Date; readonly personId: string }

/** @returns false where the tag is taken */
export async function insertInstrument(db: Queryable, { id, tag, at, personId }: NewRow): Promise<boolean> {
  const { rowCount } = await db.query(
    'INSERT INTO instrument (id, tag, registered_at, registered_by) VALUES ($1, $2, $3, $4) ON CONFLICT (tag) DO NOTHING',
    [id, tag, at, personId],
  )
  return rowCount === 1
}

type NewVersion = {
  readonly id: string
  readonly instrumentId: string
  readonly version: number
  readonly configuration: Configuration
  readonly at: Date
  readonly personId: string
  readonly reason: string
}

const INSERT_CONFIGURATION = `
  INSERT INTO instrument_configuration
    (id, instrument_id, version, description, area, kind, pressure_kind, unit, lrl, url, min_span, lrv, urv, signal,
     error_limit, adjust_limit, interval_months, test_points, point_order, transfer, point_scale, hook_up, display_scale,
     body, host_root, particulars, created_at, created_by, reason)
  VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18, $19, $20, $21, $22, $23,
          $24, $25, $26, $27, $28, $29)`

/** A configuration as its row: the columns SQL guards, and in `particulars` whatever else it has, so that nothing is lost. */
function rowOf({
  description,
  area,
  kind,
  pressureKind,
  unit,
  lrl,
  url,
  minSpan,
  lrv,
  urv,
  signal,
  errorLimit,
  adjustLimit,
  intervalMonths,
  testPoints,
  pointOrder,
  transfer,
  pointScale,
  hookUp,
  displayScale,
  body,
  hostRoot,
  ...particulars
}: Configuration): unknown[] {
  const json = (value: unknown) => (value === null || value === undefined ? null : JSON.stringify(value))
  return [
    ...[description, area, kind, pressureKind, unit, lrl, url, minSpan, lrv, urv, signal, json(errorLimit)],
    ...[json(adjustLimit), intervalMonths, json(testPoints), pointOrder, json(transfer), pointScale, hookUp],
    ...[json(displayScale), json(body), hostRoot ?? false, json(particulars)],
  ]
}

export async function insertConfiguration(db: Queryable, version: NewVersion): Promise<void> {
  await db.query(INSERT_CONFIGURATION, [
    version.id,
    version.instrumentId,
    version.version,
    ...rowOf(version.configuration),
    version.at,
    version.personId,
    version.reason,
  ])
}
