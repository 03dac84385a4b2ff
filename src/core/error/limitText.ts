import { Refusal } from '../refusal'
import { PRESSURE_UNIT_IDS, type PressureUnit, pressureUnitLabel } from '../units/pressureUnit'
import { LIMIT_MARKS } from './limitWords'

/** A term of a limit as it stands in a text; its numbers with the digits typed. */
type TermText =
  | { readonly kind: 'percentSpan' | 'percentReading' | 'percentUrl' | 'floor'; readonly value: string }
  | { readonly kind: 'absolute'; readonly value: string; readonly unit: PressureUnit }
  | { readonly kind: 'counts'; readonly value: string; readonly step: string; readonly unit: PressureUnit }
  | { readonly kind: 'steps'; readonly value: string; readonly step: string }

type TermsText = { readonly combine: 'sum' | 'larger'; readonly terms: readonly TermText[] }
type PartText = TermsText & { readonly below?: TermsText }
export type LimitText = PartText & { readonly further?: readonly (PartText & { readonly fromPercent: string })[] }

/**
 * Reads a limit as it is written: `±0.3 % of span`, `±(0.02 % of reading + 0.01 % of span)`, `0.1 % of span or 0.2 kPa,
 * whichever is larger`, `+0.4 % of span, below zero −0.2 % of span`, `2 % of span; from 25 % of range 1 % of span`. What
 * `limitWords` writes it reads back.
 *
 * @param ownUnit unit of the range, where it is the accuracy of a reference: figures in it are terms of its own
 * @throws {Refusal} for a term that is not understood, with the field `field`
 */
export function limitFromText(text: string, field: string, ownUnit?: string): LimitText {
  const [first = '', ...others] = text.split(new RegExp(LIMIT_MARKS.further.trim().replace(' ', String.raw`\s*`), 'i'))
  const further = others.map((part) => {
    const [, fromPercent = '', rest = ''] = /^\s*([\d.,]+)\s*%(?:\s*of\s+(?:the\s+)?range)?\s+(\S.*)$/i.exec(part) ?? []
    if (rest === '')
      throw new Refusal(
        field,
        `“from${part}” does not say where a part of the range begins`,
        'write for instance ±2 % of span; from 25 % of range ±1 % of span',
      )
    return { fromPercent, ...partFromText(rest, field, ownUnit) }
  })
  const part = partFromText(first, field, ownUnit)
  if (ownUnit !== undefined && (further.length > 0 || part.below))
    throw new Refusal(
      field,
      `“${text}” differs by part of the range or by sign, which the accuracy of a reference cannot`,
      'give the largest of them, or a range of its own for each part',
    )
  return further.length === 0 ? part : { ...part, further }
}

function partFromText(text: string, field: string, ownUnit: string | undefined): PartText {
  const [above = '', below, ...rest] = text.split(/,?\s*below zero\s*/i)
  if (rest.length > 0)
    throw new Refusal(field, `“${text.trim()}” says twice what holds below zero`, 'give that limit once')
  if (below === undefined) return termsFromText(above.replace(/^\s*±/, ''), field, ownUnit)
  return {
    ...termsFromText(above.replace(/^\s*[+±]/, ''), field, ownUnit),
    below: termsFromText(below.replace(/^\s*[−-]/, ''), field, ownUnit),
  }
}

function termsFromText(text: string, field: string, ownUnit: string | undefined): TermsText {
  const bare = text
    .trim()
    .replace(/,?\s*whichever is larger$/i, '')
    .trim()
  const inside = /^\((.*)\)$/.exec(bare)?.[1] ?? bare
  const isLarger = / or /i.test(inside)
  const parts = inside.split(isLarger ? / or /i : /\s\+\s|\+/)
  // One term alone is neither; a form has it as the larger of one.
  return {
    combine: isLarger || parts.length === 1 ? 'larger' : 'sum',
    terms: parts.map((part) => termOf(part.trim(), field, ownUnit)),
  }
}

const NUMBER = String.raw`([\d.,\s]*\d)`
const PERCENT = new RegExp(`^±?\\s*${NUMBER}\\s*%\\s*(?:of\\s+)?(.*)$`, 'i')
const COUNTS = new RegExp(`^±?\\s*${NUMBER}\\s*counts?(?:\\s+of\\s+${NUMBER})?\\s*(.*)$`, 'i')
const PLAIN = new RegExp(`^±?\\s*${NUMBER}\\s*(.*)$`)

const PERCENT_OF: Record<string, 'percentSpan' | 'percentReading' | 'percentUrl'> = {
  span: 'percentSpan',
  reading: 'percentReading',
  url: 'percentUrl',
  'full scale': 'percentUrl',
}

function termOf(part: string, field: string, ownUnit: string | undefined): TermText {
  const percent = PERCENT.exec(part)
  if (percent) {
    const kind = PERCENT_OF[(percent[2] ?? '').trim().toLowerCase()]
    if (kind) return { kind, value: percent[1] ?? '' }
    throw new Refusal(field, `“${part}” does not say of what`, 'write % of span, % of reading or % of URL')
  }
  const counts = COUNTS.exec(part)
  if (counts) return countsOf(counts, field, ownUnit)
  const plain = PLAIN.exec(part)
  const value = plain?.[1] ?? ''
  const label = (plain?.[2] ?? '').trim()
  if (plain && ownUnit !== undefined && (label === '' || label === ownUnit)) return { kind: 'floor', value }
  const unit = unitFromText(label)
  if (plain && unit) return { kind: 'absolute', value, unit }
  throw new Refusal(
    field,
    `“${part}” is no part of a limit`,
    'write for instance 0.3 % of span, or 0.02 % of reading + 0.1 kPa',
  )
}

function countsOf(
  [part = '', value = '', step = '', label = '']: RegExpExecArray,
  field: string,
  ownUnit?: string,
): TermText {
  if (ownUnit !== undefined && (label.trim() === '' || label.trim() === ownUnit)) return { kind: 'steps', value, step }
  const unit = unitFromText(label.trim())
  if (unit && step !== '') return { kind: 'counts', value, step, unit }
  throw new Refusal(field, `“${part}” does not say in which unit a count is`, 'write for instance 2 counts of 0.01 kPa')
}

/** A pressure unit by its id or its label, whatever the case; undefined where it is none, or may be several. */
export function unitFromText(text: string): PressureUnit | undefined {
  const plain = (written: string) => written.replaceAll(/\s/g, '').toLowerCase()
  const wanted = plain(text)
  const exact = PRESSURE_UNIT_IDS.find((id) => id === text || pressureUnitLabel(id) === text)
  return exact ?? PRESSURE_UNIT_IDS.find((id) => plain(id) === wanted || plain(pressureUnitLabel(id)) === wanted)
}
