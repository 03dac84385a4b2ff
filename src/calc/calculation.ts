import { z } from 'zod'
import type { WorkingStep } from '@/core/workings/workings'

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
