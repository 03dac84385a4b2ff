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

/** What differs between two versions, field by field: the title of the column, and both as a list would write them. */
export type FieldChange = { readonly title: string; readonly before: string; readonly after: string }

/** Every cell that two versions of a configuration write differently, in the order of the list. */
export function changesBetween(before: Configuration, after: Configuration): FieldChange[] {
  return INSTRUMENT_FIELD_LIST.flatMap(([, { columns }]) =>
    columns.flatMap(({ key, title, write }): FieldChange[] => {
      const [was, is] = [before, after].map((of) => write(valueAt(of, key.split('.').slice(1))))
      return was === undefined || is === undefined || was === is ? [] : [{ title, before: was, after: is }]
    }),
  )
}

/** A change in words; an empty cell says nothing. */
export const changeWords = ({ title, before, after }: FieldChange): string =>
  `${title}: ${before || 'not stated'} → ${after || 'not stated'}`

const valueAt = (from: unknown, [part, ...rest]: readonly string[]): unknown => {
  if (part === undefined) return from
  return typeof from === 'object' && from !== null && part in from ? valueAt(Reflect.get(from, part), rest) : undefined
}
