import { z } from 'zod'
import { KELVIN_AT_ZERO_CELSIUS } from '@/core/units/celsius'

/** A number with its unit, as every answer carries it. */
export const Quantity = z.object({ value: z.number(), unit: z.string() }).meta({ id: 'Quantity' })
export type Quantity = z.infer<typeof Quantity>
export const quantity = (value: number, unit: string): Quantity => ({ value, unit })

/** Titles for the page and the document. */
export const titled = <S extends z.ZodType>(schema: S, title: string, description?: string): S =>
  schema.meta({ title, ...(description && { description }) })

/** Numbers beyond this are slips of the keyboard. */
const FARTHEST = 1e12
/** How the words about an empty box begin. */
export const STILL_EMPTY = 'is still empty'
/** An empty box is no mistake yet, and is not called one. */
const numberError = ({ input }: { readonly input?: unknown }) =>
  input === undefined || input === ''
    ? `${STILL_EMPTY}: enter a number`
    : 'is not a number: enter one, with a decimal point'
const finite = () =>
  z.number({ error: numberError }).gte(-FARTHEST, 'is far too small').lte(FARTHEST, 'is far too large')

export const number = (title: string, description?: string) => titled(finite(), title, description)
export const aboveZero = (title: string, description?: string) =>
  titled(finite().gt(0, 'must be above zero'), title, description)
export const zeroOrMore = (title: string, description?: string) =>
  titled(finite().gte(0, 'must be zero or more'), title, description)
/** A temperature at which water is liquid under enough pressure; region 1 of IAPWS-IF97. */
export const waterCelsius = (title: string) =>
  titled(
    finite()
      .gte(0, 'is no temperature of liquid water: enter 0 to 350 °C')
      .lte(350, 'is no temperature of liquid water: enter 0 to 350 °C'),
    title,
  )
/** Gravity on land: between the equator on a high mountain and the poles. Source: GRS 80 (from memory), with room. */
export const gravity = (title = 'Gravity, m/s²') =>
  titled(
    finite()
      .gte(9.7, 'is no gravity on land: enter 9.7 to 9.9 m/s²')
      .lte(9.9, 'is no gravity on land: enter 9.7 to 9.9 m/s²'),
    title,
  )
/** The air’s pressure on land, from the highest plateau to a strong high; 1.013 would be bar. */
export const barometerHPa = (title = 'Barometric pressure, hPa') =>
  titled(
    finite()
      .gte(500, 'is no air pressure in hPa: enter about 1000')
      .lte(1100, 'is no air pressure in hPa: enter about 1000'),
    title,
  )
/** A temperature above absolute zero. */
export const celsius = (title: string) =>
  titled(finite().gt(-KELVIN_AT_ZERO_CELSIUS, 'lies below absolute zero'), title)
export const optionalNumber = (title: string, description?: string) => titled(finite().nullable(), title, description)
export const flag = (title: string) => titled(z.boolean(), title)
export const words = (title: string, longest = 200) =>
  titled(z.string().max(longest, `is longer than ${longest} characters`), title)
/** Words that must be given. */
export const some = (title: string, longest: number) =>
  titled(z.string().trim().min(1, 'is empty: fill it in').max(longest, `is longer than ${longest} characters`), title)
export const choice = <const T extends readonly [string, ...string[]]>(title: string, values: T) =>
  titled(z.enum(values), title)
/** An answer's quantity, with the words beside it. */
export const result = (title: string) => titled(Quantity, title)
export const optionalResult = (title: string) => titled(Quantity.nullable(), title)
export const seed = () => titled(z.int().gte(0).lte(4_294_967_295), 'Seed', 'the same seed gives the same numbers')
export const coverage = () =>
  titled(finite().gt(0.5, 'is half or less').lt(1, 'must be below 1'), 'Coverage probability')

/** Lists are bounded: a request is one person's work. */
export const list = <S extends z.ZodType>(item: S, title: string, { least = 1, most = 500 } = {}) =>
  titled(z.array(item).min(least, `needs at least ${least}`).max(most, `takes ${most} at most`), title)
