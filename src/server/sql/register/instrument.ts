import { z } from 'zod'
import type { Configuration } from '@/schema/configuration'
import type { Queryable } from '../../database'
import { CONFIGURATION_COLUMNS, configurationOfRow, valuesOfConfiguration } from './configurationRow'

/** A row of instrument and its configuration, made into the schema's own shape and checked by it. */
const ConfiguredRow = z
  .looseObject({
    instrument_id: z.uuid(),
    tag: z.string(),
    configuration_id: z.uuid(),
    version: z.number(),
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
    configuration: configurationOfRow(row),
  }))

/** An instrument with one version of its configuration. */
export type ConfiguredInstrument = z.infer<typeof ConfiguredRow>

const SELECT_CONFIGURED = `
  SELECT i.id AS instrument_id, i.tag, i.registered_at, c.id AS configuration_id, c.version,
         ${CONFIGURATION_COLUMNS.map((column) => `c.${column}`).join(', ')},
         c.created_at, p.name AS created_by, c.reason,
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

const INSERTED = [
  ...['id', 'instrument_id', 'version'],
  ...CONFIGURATION_COLUMNS,
  ...['created_at', 'created_by', 'reason'],
] as const
const INSERT_CONFIGURATION = `
  INSERT INTO instrument_configuration (${INSERTED.join(', ')})
  VALUES (${INSERTED.map((_, index) => `$${index + 1}`).join(', ')})`

export async function insertConfiguration(db: Queryable, version: NewVersion): Promise<void> {
  await db.query(INSERT_CONFIGURATION, [
    version.id,
    version.instrumentId,
    version.version,
    ...valuesOfConfiguration(version.configuration),
    version.at,
    version.personId,
    version.reason,
  ])
}
