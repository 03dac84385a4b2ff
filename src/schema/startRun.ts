import { z } from 'zod'
import { RUN_RULE_IDS } from '@/core/run/plan/decisionRule'
import { LINE_FILLS, type LineFill } from '@/core/run/plan/lineHead'
import { MOST_CYCLES, POINT_ORDERS, type PointOrder } from '@/core/run/plan/plan'
import { DecimalNumber, OptionalDecimalText } from './decimal'
import { PressureUnitId } from './errorLimit'
import { PointListForm } from './pointList'
import { OptionalText } from './texts'

/** What a run may take otherwise than the register says. Points in the scale the register gives them in. */
export const RunPlan = z.object({
  testPoints: PointListForm.nullable().default(null),
  pointOrder: z
    .enum(Object.keys(POINT_ORDERS) as PointOrder[]) // keys of a const object
    .nullable()
    .default(null),
  cycles: z.int().min(1).max(MOST_CYCLES).default(1),
  /** Whole seconds, as a number or as typed; what is no number is refused, and never becomes no hold. */
  dwellSeconds: DecimalNumber.pipe(
    z
      .int({ error: 'whole seconds: type digits only' })
      .min(1, { error: 'at least a second, or nothing' })
      .max(3600, { error: 'an hour at most' }),
  )
    .nullable()
    .default(null),
  /** How far the output may move meanwhile, ± % of output span. */
  stabilityPercent: DecimalNumber.refine((percent) => percent > 0 && percent <= 10, {
    error: 'above 0 and up to 10 % of span',
  })
    .nullable()
    .default(null),
})

/** What Prepare sends: the run's id is made by the client, so sending it twice starts one run. */
export const StartRun = z.object({
  id: z.uuid(),
  instrumentId: z.uuid(),
  inputUnit: PressureUnitId,
  inputReferenceId: z.uuid({ error: 'no reference is chosen: choose the one that gives the pressure' }),
  outputReferenceId: z.uuid({ error: 'choose the meter that reads the output' }).nullable(),
  /** References for the sub-ranges that the first does not reach. */
  furtherReferenceIds: z.array(z.uuid()).max(4, { error: 'five references at most' }).default([]),
  readsDigital: z.boolean().default(false),
  readsDisplay: z.boolean().default(false),
  readsByNull: z.boolean().default(false),
  /** The register's own points and order where left out. */
  plan: RunPlan.default({
    testPoints: null,
    pointOrder: null,
    cycles: 1,
    dwellSeconds: null,
    stabilityPercent: null,
  }),
  decisionRule: z.enum(RUN_RULE_IDS).default('simple-acceptance'),
  /** Why references are used that do not fit; without it they are refused. */
  unfitReason: OptionalText(500).default(null),
  /** How the instrument looked when it was taken up. */
  itemCondition: OptionalText(200).default(null),
  /** Damping as found in the device, s. */
  dampingFoundSeconds: z
    .union([z.literal('').transform(() => null), z.null(), DecimalNumber])
    .refine((value) => value === null || (value >= 0 && value <= 3600), { error: 'from 0 to 3600 seconds' })
    .default(null),
  head: z
    .object({
      /** Reference above (+) or below (−) the instrument. */
      heightMillimetre: OptionalDecimalText,
      fill: z.enum(Object.keys(LINE_FILLS) as LineFill[]), // keys of a const object
    })
    .refine(({ heightMillimetre }) => heightMillimetre === null || Math.abs(Number(heightMillimetre)) <= 100_000, {
      path: ['heightMillimetre'],
      error: 'more than 100 m: enter millimetres',
    })
    .nullable()
    .default(null),
  environment: z.object({
    ambientCelsius: OptionalDecimalText,
    relativeHumidityPercent: OptionalDecimalText,
    barometricHPa: OptionalDecimalText,
  }),
})

export type StartRun = z.infer<typeof StartRun>
