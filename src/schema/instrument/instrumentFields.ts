import { adjustedBy } from './fields/adjustedBy'
import { adjustLimit } from './fields/adjustLimit'
import { area } from './fields/area'
import { body } from './fields/body'
import { description } from './fields/description'
import { displayScale } from './fields/displayScale'
import { errorLimit } from './fields/errorLimit'
import { fluidHazards } from './fields/fluidHazards'
import { hookUp } from './fields/hookUp'
import { hostRoot } from './fields/hostRoot'
import { intervalMonths } from './fields/intervalMonths'
import { kind } from './fields/kind'
import { limitSource } from './fields/limitSource'
import { lrl } from './fields/lrl'
import { lrv } from './fields/lrv'
import { minSpan } from './fields/minSpan'
import { nameplate } from './fields/nameplate'
import { owner } from './fields/owner'
import { pointOrder } from './fields/pointOrder'
import { pointScale } from './fields/pointScale'
import { pressureKind } from './fields/pressureKind'
import { processFluid } from './fields/processFluid'
import { readability } from './fields/readability'
import { repeatabilityPercentSpan } from './fields/repeatabilityPercentSpan'
import { setUp } from './fields/setUp'
import { signal } from './fields/signal'
import { testPoints } from './fields/testPoints'
import { touchedBy } from './fields/touchedBy'
import { transfer } from './fields/transfer'
import { unit } from './fields/unit'
import { url } from './fields/url'
import { urv } from './fields/urv'
import { zeroTrimLimit } from './fields/zeroTrimLimit'
import type { FieldShapes, InstrumentField, Stored } from './instrumentField'

/**
 * Every field of an instrument's configuration. A field is one file in `fields/` and one line here; the order is that of
 * the boxes of the form and of the columns of a list.
 */
export const INSTRUMENT_FIELDS = {
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
  testPoints,
  pointScale,
  pointOrder,
  intervalMonths,
  hookUp,
  adjustedBy,
  transfer,
  displayScale,
  hostRoot,
  nameplate,
  owner,
  readability,
  repeatabilityPercentSpan,
  zeroTrimLimit,
  limitSource,
  processFluid,
  fluidHazards,
  touchedBy,
  setUp,
  body,
}
type Fields = typeof INSTRUMENT_FIELDS
export type InstrumentFieldName = keyof Fields

/** A field of which only the parts are wanted that all fields have alike: boxes and shapes are each field's own. */
type AnyField = Stored & Omit<InstrumentField<FieldShapes>, 'boxes' | 'shapes' | keyof Stored>

/** Every field with its name, in their order. */
export const INSTRUMENT_FIELD_LIST = Object.entries(INSTRUMENT_FIELDS) as readonly (readonly [
  InstrumentFieldName, // keys of a const object
  AnyField,
])[]

/** The shapes of all fields, of one sort, as an object schema takes them. */
export function shapesOfFields<Sort extends keyof FieldShapes>(
  sort: Sort,
): { [Name in InstrumentFieldName]: Fields[Name]['shapes'][Sort] } {
  const shapes = Object.entries(INSTRUMENT_FIELDS).map(([name, field]) => [name, field.shapes[sort]])
  return Object.fromEntries(shapes) // of every field
}

/** The boxes of the form, by field: what is typed into them. */
export type FieldBoxes = { [Name in InstrumentFieldName]: Fields[Name]['boxes']['empty'] }
