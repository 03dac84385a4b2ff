import { z } from 'zod'
import type { AnyCalculation } from '@/calc/calculation'

/** The part of JSON Schema that our input schemas come out as. */
export type InputSchema = {
  readonly title?: string
  readonly description?: string
  readonly type?: string
  readonly maxLength?: number
  readonly const?: string | number
  readonly enum?: readonly string[]
  readonly properties?: Readonly<Record<string, InputSchema>>
  readonly items?: InputSchema
  readonly anyOf?: readonly InputSchema[]
  readonly oneOf?: readonly InputSchema[]
}

/** What a person fills in for a part of the input. */
export type FieldKind =
  | { readonly kind: 'number'; readonly isOptional: boolean }
  | { readonly kind: 'text'; readonly isLong: boolean }
  | { readonly kind: 'flag' }
  | { readonly kind: 'choice'; readonly options: readonly (string | number)[]; readonly isOptional: boolean }
  | {
      readonly kind: 'group'
      readonly fields: readonly (readonly [key: string, schema: InputSchema])[]
      readonly isOptional: boolean
    }
  | { readonly kind: 'variants'; readonly variants: readonly InputSchema[]; readonly isOptional: boolean }
  | { readonly kind: 'numbers' }
  | { readonly kind: 'rows'; readonly item: InputSchema }

/** The input of a calculation as a schema that a form can be drawn from. */
export const inputSchemaOf = (calculation: AnyCalculation): InputSchema =>
  // JSON Schema as Zod writes it; our inputs use the part of it that the type names.
  z.toJSONSchema(calculation.input, { io: 'input', unrepresentable: 'any' }) as InputSchema

/** Which kind of field a schema asks for. */
export function fieldKind(schema: InputSchema): FieldKind {
  const { rest, isOptional } = withoutNull(schema)
  const options = optionsOf(rest)
  if (options) return { kind: 'choice', options, isOptional }
  const variants = rest.oneOf ?? rest.anyOf
  if (variants) return { kind: 'variants', variants, isOptional }
  if (rest.type === 'array' && rest.items)
    return fieldKind(rest.items).kind === 'number' ? { kind: 'numbers' } : { kind: 'rows', item: rest.items }
  if (rest.properties) return { kind: 'group', fields: Object.entries(rest.properties), isOptional }
  if (rest.type === 'boolean') return { kind: 'flag' }
  if (rest.type === 'number' || rest.type === 'integer') return { kind: 'number', isOptional }
  return { kind: 'text', isLong: (rest.maxLength ?? 0) >= LONG_TEXT }
}

/** From here on a text gets the whole width: a formula, not a unit. */
const LONG_TEXT = 400

/** A value that may be left out is the value or null. */
function withoutNull(schema: InputSchema): { rest: InputSchema; isOptional: boolean } {
  const others = schema.anyOf?.filter(({ type }) => type !== 'null')
  const [only, second] = others ?? []
  if (!schema.anyOf || !only || others?.length === schema.anyOf.length) return { rest: schema, isOptional: false }
  return { rest: second ? { ...schema, anyOf: others ?? [] } : only, isOptional: true }
}

function optionsOf(schema: InputSchema): readonly (string | number)[] | null {
  if (schema.enum) return schema.enum
  const constants = (schema.anyOf ?? schema.oneOf)?.map((option) => option.const)
  return constants?.every((value) => value !== undefined) ? constants : null
}

/** The name of a variant: the constant of its `kind`. */
export const variantName = (variant: InputSchema): string => String(variant.properties?.kind?.const ?? '')

/** A field's own title, or its key as words: `hasStopPin` → “Has stop pin”. */
export function titleOf(key: string, schema: InputSchema): string {
  if (schema.title) return schema.title
  const spaced = key.replace(/([A-Z])/g, ' $1').toLowerCase()
  return spaced.charAt(0).toUpperCase() + spaced.slice(1)
}

/** A path into the input as the page names it: `readings.2.output` → “Readings, row 3, Output”. */
export function fieldTitle(schema: InputSchema, path: string): string {
  const titles: string[] = []
  let part: InputSchema = schema
  for (const key of path.split('.')) {
    const { rest } = withoutNull(part)
    if (/^\d+$/.test(key) && rest.items) {
      titles.push(`row ${Number(key) + 1}`)
      part = rest.items
      continue
    }
    const variants = rest.oneOf ?? rest.anyOf ?? []
    part =
      rest.properties?.[key] ??
      variants.map(({ properties }) => properties?.[key]).find((found) => found !== undefined) ??
      {}
    titles.push(titleOf(key, part))
  }
  return titles.join(', ')
}
