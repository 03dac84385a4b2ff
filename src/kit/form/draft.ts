import { orRefused } from '@/core/refusal'
import { decimalText } from '@/core/units/decimalText'
import { fieldKind, type InputSchema, variantName } from './inputSchema'

/** An input while it is being typed: numbers are still text; null is a part that was left out. */
export type Draft = string | boolean | null | readonly Draft[] | { readonly [key: string]: Draft }
export type DraftGroup = { readonly [key: string]: Draft }

/** A part with named parts of its own. */
export const isGroup = (draft: Draft | undefined): draft is DraftGroup =>
  typeof draft === 'object' && draft !== null && !Array.isArray(draft)
/** A part that is rows. */
export const isList = (draft: Draft | undefined): draft is readonly Draft[] => Array.isArray(draft)

/** A value as a draft that a form can hold. */
export function draftOf(schema: InputSchema, value: unknown): Draft {
  const field = fieldKind(schema)
  switch (field.kind) {
    case 'flag':
      return value === true
    case 'numbers':
      return Array.isArray(value) ? value.join('  ') : ''
    case 'rows':
      return Array.isArray(value) ? value.map((row) => draftOf(field.item, row)) : []
    case 'group':
      return field.isOptional && (value === null || value === undefined) ? '' : groupDraft(field.fields, value)
    case 'variants': {
      if (value === null || value === undefined) return field.isOptional ? '' : emptyDraft(schema)
      const kind = isRecord(value) ? value.kind : undefined
      const variant = field.variants.find((candidate) => variantName(candidate) === kind) ?? field.variants[0] ?? {}
      return { ...groupDraft(Object.entries(variant.properties ?? {}), value), kind: variantName(variant) }
    }
    case 'number':
    case 'choice':
    case 'text':
      return value === null || value === undefined ? '' : String(value)
    default:
      return field satisfies never
  }
}

type Fields = readonly (readonly [key: string, schema: InputSchema])[]

function groupDraft(fields: Fields, value: unknown): DraftGroup {
  const record = isRecord(value) ? value : {}
  return Object.fromEntries(fields.map(([key, part]) => [key, draftOf(part, record[key])]))
}

/** An empty draft: no figure is filled in, choices stand on their first. */
export function emptyDraft(schema: InputSchema): Draft {
  const field = fieldKind(schema)
  switch (field.kind) {
    case 'choice':
      return field.isOptional ? '' : String(field.options[0] ?? '')
    case 'variants': {
      const [first] = field.variants
      if (field.isOptional || !first) return ''
      const draft = emptyDraft(first)
      return isGroup(draft) ? { ...draft, kind: variantName(first) } : draft
    }
    case 'group':
      return field.isOptional ? '' : filledDraft(schema)
    case 'rows':
      return []
    case 'flag':
      return false
    default:
      return ''
  }
}

/** An empty draft of a group, also of one that may be left out. */
export function filledDraft(schema: InputSchema): Draft {
  const field = fieldKind(schema)
  if (field.kind !== 'group') return emptyDraft(schema)
  return Object.fromEntries(field.fields.map(([key, part]) => [key, emptyDraft(part)]))
}

/** The value a draft stands for. A number that cannot be read stays text, and the schema refuses it in words. */
export function inputOf(schema: InputSchema, draft: Draft | undefined): unknown {
  const field = fieldKind(schema)
  switch (field.kind) {
    case 'number':
      return numberOf(draft, field.isOptional)
    case 'numbers':
      return typeof draft === 'string'
        ? draft.split(/;|,\s+|\s+/).flatMap((text) => (text === '' ? [] : [numberOf(text, false)]))
        : []
    case 'choice': {
      if (draft === '' && field.isOptional) return null
      return field.options.find((option) => String(option) === draft) ?? draft
    }
    case 'rows':
      return isList(draft) ? draft.map((row) => inputOf(field.item, row)) : []
    case 'group':
      return field.isOptional && !isGroup(draft) ? null : groupValue(field.fields, draft)
    case 'variants': {
      if (!isGroup(draft)) return null
      const variant = field.variants.find((candidate) => variantName(candidate) === draft.kind)
      return variant ? groupValue(Object.entries(variant.properties ?? {}), draft) : null
    }
    case 'flag':
    case 'text':
      return draft
    default:
      return field satisfies never
  }
}

function groupValue(fields: Fields, draft: Draft | undefined): Record<string, unknown> {
  const group = isGroup(draft) ? draft : {}
  return Object.fromEntries(fields.map(([key, part]) => [key, part.const ?? inputOf(part, group[key])]))
}

function numberOf(draft: Draft | undefined, isOptional: boolean): number | string | null {
  const text = typeof draft === 'string' ? draft : ''
  if (text.trim() === '') return isOptional ? null : ''
  return orRefused(
    () => Number(decimalText(text, 'number')),
    () => text,
  )
}

const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null

/** A draft with one part of it replaced, the rest as it was. */
export function withPart(draft: Draft, path: readonly string[], part: Draft): Draft {
  const [key, ...rest] = path
  if (key === undefined) return part
  if (isList(draft)) return draft.map((row, index) => (String(index) === key ? withPart(row, rest, part) : row))
  const group = isGroup(draft) ? draft : {}
  return { ...group, [key]: withPart(group[key] ?? '', rest, part) }
}

/** The part of a draft at a place; undefined where nothing stands. */
export function partAt(draft: Draft | undefined, path: readonly string[]): Draft | undefined {
  const [key, ...rest] = path
  if (key === undefined) return draft
  if (isList(draft)) return partAt(draft[Number(key)], rest)
  return isGroup(draft) ? partAt(draft[key], rest) : undefined
}
