import { z } from 'zod'
import { Configuration } from '@/schema/configuration'
import type { SqlColumn } from '@/schema/instrument/instrumentField'
import { INSTRUMENT_FIELD_LIST } from '@/schema/instrument/instrumentFields'

type Holds = SqlColumn['holds']

/** How a column of each sort is read into a value of the configuration, and written from one. */
const SORTS: Record<Holds, { readonly read: (cell: unknown) => unknown; readonly write: (value: unknown) => unknown }> =
  {
    text: { read: (cell) => cell, write: (value) => value },
    integer: { read: (cell) => cell, write: (value) => value },
    // node-postgres gives a numeric as text, with its digits.
    numeric: { read: (cell) => Number(cell), write: (value) => value },
    json: { read: (cell) => cell, write: jsonOrNull },
    // A record of before has no such field; left out, it stays the same record.
    'json-or-absent': { read: (cell) => cell ?? undefined, write: jsonOrNull },
    flag: { read: (cell) => (cell === true ? true : undefined), write: (value) => value ?? false },
  }

function jsonOrNull(value: unknown): string | null {
  return value === null || value === undefined ? null : JSON.stringify(value)
}

const COLUMNS = INSTRUMENT_FIELD_LIST.flatMap(([name, { sql, changeMeans }]) =>
  sql === 'particulars' ? [] : [{ name, changeMeans, ...sql }],
)
const PARTICULARS = INSTRUMENT_FIELD_LIST.flatMap(([name, { sql }]) => (sql === 'particulars' ? [name] : []))

/** Columns of instrument_configuration that hold a configuration, in the order of `valuesOfConfiguration`. */
export const CONFIGURATION_COLUMNS: readonly string[] = [...COLUMNS.map(({ column }) => column), 'particulars']

/** Columns of which a change ends what earlier records say of an instrument. */
export const HISTORY_COLUMNS: readonly string[] = COLUMNS.filter(
  ({ changeMeans }) => changeMeans === 'new-history',
).map(({ column }) => column)

/** A configuration as the values of its columns: what SQL guards, and in `particulars` everything else. */
export function valuesOfConfiguration(configuration: Configuration): unknown[] {
  const particulars = Object.fromEntries(PARTICULARS.map((name) => [name, configuration[name]]))
  return [...COLUMNS.map(({ name, holds }) => SORTS[holds].write(configuration[name])), JSON.stringify(particulars)]
}

/** A row's columns as the configuration they hold, checked by its schema. */
export function configurationOfRow(row: Readonly<Record<string, unknown>>): Configuration {
  const fields = COLUMNS.map(({ name, column, holds }) => [name, SORTS[holds].read(row[column])])
  return Configuration.parse({
    ...Object.fromEntries(fields),
    ...z.record(z.string(), z.unknown()).parse(row.particulars),
  })
}
