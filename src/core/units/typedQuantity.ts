import { Refusal } from '../refusal'
import { COMMA_REMEDY, commaQuestion, decimalText } from './decimalText'
import type { PressureKind } from './pressureKind'
import { convertQuantity, QUANTITIES, QUANTITY_IDS, type QuantityId } from './quantity'
import type { WaterReference } from './waterColumnDensity'

/** What a person typed, understood. `kind` only where the unit itself said gauge, absolute or differential. */
export type TypedQuantity = {
  readonly value: number
  readonly quantity: QuantityId
  readonly unit: string
  readonly kind: PressureKind | null
}

/** Settles what the text leaves open. */
export type TypedQuantityHelp = { readonly quantity?: QuantityId; readonly waterReference?: WaterReference }

const KIND_SUFFIX: Record<string, PressureKind> = {
  a: 'absolute',
  abs: 'absolute',
  absolute: 'absolute',
  g: 'gauge',
  ga: 'gauge',
  gauge: 'gauge',
  gage: 'gauge',
  d: 'differential',
  diff: 'differential',
  differential: 'differential',
}

/** Other ways of writing a unit, beside its id and its label. */
const ALSO_WRITTEN = new Map(
  Object.entries({
    'kg/cm²': 'kgf/cm2',
    'kg/cm2': 'kgf/cm2',
    micron: 'mtorr',
    microns: 'mtorr',
    gpm: 'galUS/min',
    'usgal/min': 'galUS/min',
    'impgal/min': 'galUK/min',
    mgd: 'MGDUS',
    lpm: 'L/min',
    'l/min': 'L/min',
    cfm: 'ft3/min',
    c: 'degC',
    f: 'degF',
    ohms: 'ohm',
    μA: 'uA',
    '"': 'in',
  }),
)

const WATER_SUFFIX: Record<string, WaterReference> = {
  '4c': '4 °C',
  '60f': '60 °F',
  '20c': '20 °C',
  '68f': '20 °C',
  '39.2f': '4 °C',
  '39f': '4 °C',
}
const WATER_ID: Record<WaterReference, string> = { '4 °C': '@4C', '60 °F': '@60F', '20 °C': '@20C' }

/**
 * A value with its unit as people type it: `12,5 kPa`, `1.5e-3 torr`, `3 1/2 inH2O @ 20 °C`, `15 psig`.
 *
 * @throws {Refusal} without a number or unit, for a number that can be read two ways (`1,234`), for an unknown or ambiguous unit, and for a water column whose reference
 *   temperature neither the text nor the help names: the two commonest differ by 0.18 %
 */
export function typedQuantity(typed: string, help: TypedQuantityHelp = {}): TypedQuantity {
  const text = typed.trim().replace(/[−–]/g, '-')
  const match = /^([+-]?[\d\s.,\u00a0\u202f]*\d[.,]?(?:e[+-]?\d+)?(?:\s*\/\s*\d+)?)\s*(.*)$/iu.exec(text)
  if (!match) throw new Refusal('text', `“${typed.slice(0, 40)}” begins with no number`, 'type a number, then its unit')
  const [, number = '', rest = ''] = match
  if (rest.trim() === '') throw new Refusal('text', 'no unit after the number', 'add the unit, for example kPa')
  const found = { value: typedNumber(number), ...unitOf(rest, help) }
  refuseBelowNothing(found, typed)
  return found
}

/** Nothing is emptier than a vacuum or colder than absolute zero. */
function refuseBelowNothing({ value, quantity, unit, kind }: TypedQuantity, typed: string): void {
  if (kind === 'absolute' && value < 0)
    throw new Refusal('text', `“${typed.trim()}” lies below a vacuum`, 'check the sign, or type it as gauge')
  // Refused there below absolute zero.
  if (quantity === 'temperature') convertQuantity(value, quantity, { from: unit, to: unit })
}

/** `3 1/2`, `1/2`, `12,5`, `1.5e-3`. */
function typedNumber(text: string): number {
  const fraction = /^([+-]?)\s*(?:(\d+)\s+)?(\d+)\s*\/\s*(\d+)$/u.exec(text.trim())
  const question = commaQuestion(text)
  if (question) throw new Refusal('text', question, COMMA_REMEDY)
  if (!fraction) return Number(decimalText(text, 'text'))
  const [, sign, whole = '0', numerator, denominator] = fraction
  if (Number(denominator) === 0) throw new Refusal('text', 'a fraction over zero', 'check the number')
  const size = Number(whole) + Number(numerator) / Number(denominator)
  return sign === '-' ? -size : size
}

function unitOf(typed: string, help: TypedQuantityHelp): Omit<TypedQuantity, 'value'> {
  const { column, water } = waterReferenceOf(typed)
  const squeezed = column.replace(/[\s()]/g, '')
  for (const { name, kind } of kindReadings(squeezed)) {
    const found = findUnit(name, water ?? help.waterReference, help.quantity)
    if (found) return { ...found, kind: found.quantity === 'pressure' ? kind : null }
  }
  throw new Refusal('text', `“${typed.slice(0, 30)}” is no unit Barys knows`, 'write it as the unit lists show it')
}

/** Cuts “@ 20 °C” or “(60 °F)” off a water column. */
function waterReferenceOf(typed: string): { column: string; water?: WaterReference } {
  const match = /^(.*h2o)\s*(?:@|at|\()?\s*([\d.]+)\s*°?\s*([cf])\s*\)?(.*)$/iu.exec(typed)
  if (!match) return { column: typed }
  const [, column = '', degrees = '', scale = '', after = ''] = match
  const water = WATER_SUFFIX[`${Number(degrees)}${scale.toLowerCase()}`]
  if (!water)
    throw new Refusal(
      'text',
      `no water column is defined here for ${degrees} °${scale.toUpperCase()}`,
      'use 4 °C, 60 °F or 20 °C',
    )
  return { column: column + after, water }
}

/** The unit as written, then with “g”, “abs” and the like read as what it is measured against. */
function kindReadings(squeezed: string): { name: string; kind: PressureKind | null }[] {
  const suffixes = Object.entries(KIND_SUFFIX)
    .filter(([suffix]) => squeezed.toLowerCase().endsWith(suffix) && squeezed.length > suffix.length)
    .map(([suffix, kind]) => ({ name: squeezed.slice(0, -suffix.length).replace(/[.,]$/, ''), kind }))
  return [{ name: squeezed, kind: null }, ...suffixes]
}

function findUnit(
  name: string,
  water: WaterReference | undefined,
  quantity: QuantityId | undefined,
): { quantity: QuantityId; unit: string } | undefined {
  if (/^(in|ft|mm|cm|m)h2o$/i.test(name)) {
    if (!water)
      throw new Refusal(
        'text',
        `${name} alone is ambiguous: water at 4 °C and at 20 °C differ by 0.18 %`,
        'name the temperature, for example “inH2O @ 20 °C”',
      )
    return { quantity: 'pressure', unit: `${name.slice(0, -3).toLowerCase()}H2O${WATER_ID[water]}` }
  }
  const searched = quantity ? [quantity] : QUANTITY_IDS
  const alias = ALSO_WRITTEN.get(name) ?? ALSO_WRITTEN.get(name.toLowerCase()) ?? name
  for (const isSame of [(a: string) => a === alias, sameButForCase(alias)])
    for (const id of searched)
      for (const [unit, { label }] of Object.entries(QUANTITIES[id].units))
        if (isSame(unit) || isSame(label.replace(/[\s()]/g, ''))) return { quantity: id, unit }
  return undefined
}

/** Units where the case of a letter is a factor of a thousand and more: these must be written as they are. */
const CASE_MATTERS = /^[mM](Pa|bar|torr|A|V|ohm|Ω)$/i
const sameButForCase = (alias: string) => (candidate: string) =>
  !CASE_MATTERS.test(alias) && candidate.toLowerCase() === alias.toLowerCase()
