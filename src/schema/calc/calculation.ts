import { z } from 'zod'
import type { WorkingStep } from '@/core/workings/workings'

/** A number with its unit, as every answer carries it. */
export const Quantity = z.object({ value: z.number(), unit: z.string() }).meta({ id: 'Quantity' })
export type Quantity = z.infer<typeof Quantity>
export const quantity = (value: number, unit: string): Quantity => ({ value, unit })

const WorkedNumber = z.object({ symbol: z.string(), value: z.number(), unit: z.string() }).meta({ id: 'WorkedNumber' })

/** How an answer was worked out, step by step. */
export const Workings = z
  .array(
    z
      .object({
        finds: z.string(),
        formula: z.string(),
        from: z.array(WorkedNumber).readonly(),
        result: WorkedNumber,
        source: z.string(),
      })
      .meta({ id: 'WorkingStep' }),
  )
  .readonly()

/** Groups of calculations, in the order of the work. */
export const CALCULATION_GROUPS = {
  units: 'Units',
  signal: 'Signal and transfer',
  error: 'Error and limits',
  analysis: 'Analysis',
  diagnosis: 'Diagnosis',
  conformity: 'Conformity and risk',
  uncertainty: 'Uncertainty',
  adjust: 'Adjustment',
  vacuum: 'Vacuum',
  range: 'Range change',
  level: 'Level and density',
  drum: 'Boiler drum, water and steam',
  flow: 'Flow by differential pressure',
  pressure: 'Pressure corrections',
  loop: 'Loop',
  interval: 'Calibration interval',
  simulate: 'Simulation',
} as const
export type CalculationGroup = keyof typeof CALCULATION_GROUPS

/** What every calculation gives beside its own answer. */
export type Worked<A> = A & { readonly workings: readonly WorkingStep[] }

/** Report of a long calculation. */
export type Progress = { readonly fraction: number; readonly says: string }

/**
 * One calculation as everybody calls it: the page, the route, the OpenAPI document. `work` calls the core and nothing
 * else, so that browser and server get the same answer.
 */
export type Calculation<I extends z.ZodType = z.ZodType, A extends z.ZodRawShape = z.ZodRawShape> = {
  readonly name: string
  readonly group: CalculationGroup
  readonly title: string
  readonly summary: string
  readonly input: I
  readonly answer: z.ZodObject<A>
  readonly example: z.input<I>
  /** By which field of the input a field of the core is known here, where its name is another. */
  readonly named?: Readonly<Record<string, string>>
  readonly work: (input: z.output<I>) => Worked<z.output<z.ZodObject<A>>>
  /** The same in steps, for what takes long. */
  readonly inSteps?: (input: z.output<I>) => Generator<Progress, Worked<z.output<z.ZodObject<A>>>, void>
}

/** A calculation whose input and answer types are known only to itself: what the registry holds. */
export type AnyCalculation = {
  readonly name: string
  readonly group: CalculationGroup
  readonly title: string
  readonly summary: string
  readonly input: z.ZodType
  readonly answer: z.ZodObject
  readonly example: unknown
  readonly named?: Readonly<Record<string, string>>
  /** Parses and works: the only way in, so that nothing unparsed reaches the core. */
  readonly run: (parsed: unknown) => Worked<Record<string, unknown>>
  readonly runInSteps?: (parsed: unknown) => Generator<Progress, Worked<Record<string, unknown>>, void>
}

/** Defines a calculation. The answer gains its workings. */
export function calculation<I extends z.ZodType, A extends z.ZodRawShape>(
  definition: Calculation<I, A>,
): AnyCalculation {
  const { work, inSteps, ...rest } = definition
  // What was parsed by `input` is its output type; the cast only says so.
  return {
    ...rest,
    answer: z.object({ ...definition.answer.shape, workings: Workings }),
    run: (parsed) => work(parsed as z.output<I>),
    ...(inSteps && { runInSteps: (parsed: unknown) => inSteps(parsed as z.output<I>) }),
  }
}

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
export const celsius = (title: string) => titled(finite().gt(-273.15, 'lies below absolute zero'), title)
export const optionalNumber = (title: string, description?: string) => titled(finite().nullable(), title, description)
export const flag = (title: string) => titled(z.boolean(), title)
export const words = (title: string, longest = 200) =>
  titled(z.string().max(longest, `is longer than ${longest} characters`), title)
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
