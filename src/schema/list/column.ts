import type { ReferenceLimit } from '@/core/error/errorLimit'
import { limitFromText, unitFromText } from '@/core/error/limitText'
import { limitWords } from '@/core/error/limitWords'
import { withPoints } from '@/core/format/decimalMark'
import { Refusal } from '@/core/refusal'
import { pressureUnitLabel, pressureUnitOf } from '@/core/units/pressureUnit'
import { DecimalNumber } from '../decimal'

/** A column of a list that comes as a file, or goes out as one. */
export type Column = {
  /** Where its cells belong in what is entered: a path with dots. */
  readonly key: string
  readonly title: string
  /** Other heads it is known by. */
  readonly aliases: readonly string[]
  readonly isRequired: boolean
  /** What may stand in it, for people. */
  readonly hint: string
  /** A cell that is not empty, as what is entered. @throws {Refusal} in words for what cannot be read */
  readonly read: (text: string) => unknown
  /** What is stored, as a cell; empty where there is nothing. */
  readonly write: (value: unknown) => string
}

/** A text as it is compared: without case, blanks and signs. */
export const plainText = (text: string): string =>
  text
    .normalize('NFKC')
    .toLowerCase()
    .replaceAll(/[^\p{L}\p{N}%]+/gu, '')

type Given = Pick<Column, 'key' | 'title'> & Partial<Column>

/** Text or a number as it is: the schema of what is entered reads it. */
export const column = (given: Given): Column => ({
  aliases: [],
  isRequired: false,
  hint: '',
  read: (text) => text,
  write: (value) => (value === null || value === undefined ? '' : String(value)),
  ...given,
})

/** The labels of a table of choices. */
export const labelsOf = <Id extends string>(
  of: Readonly<Record<Id, { readonly label: string }>>,
): Readonly<Record<Id, string>> =>
  Object.fromEntries(Object.keys(of).map((id) => [id, of[id as Id].label])) as Record<Id, string> // keys of a const object

/** A number as people write it. */
export const numberColumn = (given: Given): Column => column({ read: (text) => numberIn(text, given.key), ...given })

/** A number as it stands in a cell. @throws {Refusal} at the field for what is none */
export function numberIn(text: string, field: string): number {
  const read = DecimalNumber.safeParse(text)
  if (read.success) return read.data
  const [reason = 'is no number', remedy = 'enter one, with a decimal point'] =
    read.error.issues[0]?.message.split(/: (.*)/s) ?? []
  throw new Refusal(field, reason, remedy)
}

/** A choice by its id or by its words. */
export function choiceColumn(words: Readonly<Record<string, string>>, given: Given): Column {
  const ids = Object.keys(words)
  return column({
    hint: Object.values(words).join(' | '),
    read: (text) => {
      const wanted = plainText(text)
      return ids.find((id) => plainText(id) === wanted || plainText(words[id] ?? '') === wanted) ?? text
    },
    write: (value) => (typeof value === 'string' ? (words[value] ?? value) : ''),
    ...given,
  })
}

/** A pressure unit by its id or its label. */
export const unitColumn = (given: Given): Column =>
  column({
    hint: 'kPa, bar, inH2O (20 °C) …',
    read: (text) => unitFromText(text) ?? text,
    write: (value) => {
      const unit = typeof value === 'string' ? pressureUnitOf(value) : undefined
      return unit ? pressureUnitLabel(unit) : typeof value === 'string' ? value : ''
    },
    ...given,
  })

/** A limit as it is written: `0.3 % of span`. */
export const limitColumn = (given: Given): Column =>
  column({
    hint: '0.3 % of span; 0.02 % of reading + 0.1 kPa; 0.1 % of span or 0.2 kPa',
    read: (text) => limitFromText(text, given.key),
    write: (value) => (isLimit(value) ? withPoints(() => limitWords(value)) : ''),
    ...given,
  })

const isLimit = (value: unknown): value is ReferenceLimit =>
  typeof value === 'object' && value !== null && 'terms' in value && 'combine' in value

const YES = new Set(['yes', 'true', '1', 'x'])
const NO = new Set(['no', 'false', '0'])

/** Yes or no. */
export const yesColumn = (given: Given): Column =>
  column({
    hint: 'yes or no',
    read: (text) => {
      const said = text.trim().toLowerCase()
      if (YES.has(said)) return true
      if (NO.has(said)) return false
      throw new Refusal(given.key, `“${text}” is neither yes nor no`, 'write yes or no')
    },
    write: (value) => (value === true ? 'yes' : value === false ? 'no' : ''),
    ...given,
  })

/** A calendar date: 2026-03-31, or 31.3.2026; never one that may be read two ways. */
export const dateColumn = (given: Given): Column =>
  column({
    hint: '2026-03-31',
    read: (text) => {
      const said = text.trim()
      const dotted = /^(\d{1,2})\.(\d{1,2})\.(\d{4})$/.exec(said)
      if (dotted) return `${dotted[3]}-${(dotted[2] ?? '').padStart(2, '0')}-${(dotted[1] ?? '').padStart(2, '0')}`
      if (/^\d{1,2}\/\d{1,2}\/\d{2,4}$/.test(said))
        throw new Refusal(given.key, `“${said}” may be read two ways`, 'write the date as 2026-03-31')
      return said
    },
    ...given,
  })

/** Whatever has no column of its own, as JSON, so that a list comes back as it went out. */
export const jsonColumn = (given: Given): Column =>
  column({
    hint: 'as exported; leave it empty otherwise',
    read: (text) => {
      try {
        return JSON.parse(text)
      } catch {
        throw new Refusal(given.key, 'is no JSON', 'leave it as it was exported, or empty')
      }
    },
    write: (value) => (value === null || value === undefined ? '' : JSON.stringify(value)),
    ...given,
  })

/** Several of a set in one cell, by their names or ids. */
export const namesColumn = (names: Readonly<Record<string, string>>, given: Given): Column => {
  const ids = Object.keys(names)
  const saidAs = (id: string) => [id, names[id] ?? id].map(plainText)
  const all = Object.values(names).join('; ')
  return column({
    hint: all,
    read: (text) => {
      const said = text.split(';').map(plainText)
      if (said.some((word) => !ids.some((id) => saidAs(id).includes(word))))
        throw new Refusal(
          given.key,
          `“${text}” is not all known`,
          `write ${Object.values(names).join(', ')}, with ; between them`,
        )
      return Object.fromEntries(ids.map((id) => [id, saidAs(id).some((word) => said.includes(word))]))
    },
    write: (value) => {
      const isNamed = (id: string) =>
        Array.isArray(value) ? value.includes(id) : ((value ?? {}) as Record<string, boolean>)[id] // as the form has it
      return ids
        .filter(isNamed)
        .map((id) => names[id])
        .join('; ')
    },
    ...given,
  })
}
