import { formatPlain } from '@/core/format/formatNumber'
import type { Configuration } from '../configuration'
import type { CertificateContext, FieldLine } from './instrumentField'
import { INSTRUMENT_FIELD_LIST } from './instrumentFields'

/** A line of a page or document: what it is, and its words. */
export type Fact = readonly [term: string, words: string]

/** What the register says of an instrument, line by line, as its page shows it. */
export const nameplateFacts = (of: Configuration): Fact[] =>
  factsOf(
    INSTRUMENT_FIELD_LIST.flatMap(([, { nameplate }]) => nameplate),
    of,
    null,
  )

/** What a certificate says of the instrument, line by line; `from` and `to` take a part of them by their place. */
export const certificateFacts = (
  of: Configuration,
  context: CertificateContext,
  { from = 0, to = Number.POSITIVE_INFINITY }: { readonly from?: number; readonly to?: number } = {},
): Fact[] =>
  factsOf(
    INSTRUMENT_FIELD_LIST.flatMap(([, { certificate }]) => certificate).filter(
      ({ place }) => place >= from && place < to,
    ),
    of,
    context,
  )

function factsOf<Context>(lines: readonly FieldLine<Context>[], of: Configuration, context: Context): Fact[] {
  return lines
    .toSorted((a, b) => a.place - b.place)
    .flatMap(({ term, words }): Fact[] => {
      const said = words(of, context)
      return said === null ? [] : [[term, said]]
    })
}

/** What differs between two versions: the heading of the cell or field, and both as they are shown; empty where nothing is said. */
export type FieldChange = { readonly title: string; readonly before: string; readonly after: string }

/** Everything that two versions of a configuration say differently, in the order of the list. */
export function changesBetween(before: Configuration, after: Configuration): FieldChange[] {
  const changes = INSTRUMENT_FIELD_LIST.flatMap(([, { columns, diff }]): FieldChange[] => {
    if (diff === 'columns')
      return columns.map(({ key, title, write }) => {
        const shown = (of: Configuration) => asShown(write(valueAt(of, key.split('.').slice(1))))
        return { title, before: shown(before), after: shown(after) }
      })
    return [{ title: columns[0]?.title ?? '', before: diff(before) ?? '', after: diff(after) ?? '' }]
  })
  return changes.filter((change) => change.before !== change.after)
}

/** A change in words; an empty cell says nothing. */
export const changeWords = ({ title, before, after }: FieldChange): string =>
  `${title}: ${before || 'not stated'} → ${after || 'not stated'}`

/** A cell as a person reads it: a list has points and an ASCII minus, a screen what the site writes. */
const asShown = (cell: string): string => (/^-?\d+(\.\d+)?$/.test(cell) ? formatPlain(Number(cell)) : cell)

const valueAt = (from: unknown, [part, ...rest]: readonly string[]): unknown => {
  if (part === undefined) return from
  return typeof from === 'object' && from !== null && part in from ? valueAt(Reflect.get(from, part), rest) : undefined
}
