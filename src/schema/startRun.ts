import { z } from 'zod'
import { LINE_FILL_IDS, type LineFill } from '@/core/pressure/lineHead'
import { RUN_RULE_IDS } from '@/core/run/plan/decisionRule'
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

const doubt = (most: number, unit: string) =>
  OptionalDecimalText.refine((text) => text === null || (Number(text) >= 0 && Number(text) <= most), {
    error: `from 0 to ${most} ${unit}`,
  })

/** A head as it is typed: reference above (+) or below (−) the instrument. What is left out is taken as is usual. */
export const HeadForm = <const Fill extends LineFill>(fills: readonly Fill[]) =>
  z.object({
    heightMillimetre: OptionalDecimalText.refine((height) => height === null || Math.abs(Number(height)) <= 100_000, {
      error: 'more than 100 m: enter millimetres',
    }),
    fill: z.enum(fills),
    densityKgPerM3: OptionalDecimalText.refine(
      (density) => density === null || (Number(density) >= 300 && Number(density) <= 20_000),
      { error: 'no density of a liquid: enter kg/m³, 300 to 20000' },
    ),
    /** Of what fills the line; the ambient temperature where left out. What a fill bears is asked where it is known. */
    celsius: OptionalDecimalText.refine(
      (celsius) => celsius === null || (Number(celsius) >= -40 && Number(celsius) <= 120),
      { error: 'no temperature of a line: enter −40 °C to 120 °C' },
    ),
    heightDoubtMillimetre: doubt(1000, 'mm'),
    densityDoubtPercent: doubt(20, '%'),
    celsiusDoubt: doubt(50, 'K'),
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
  head: HeadForm(LINE_FILL_IDS).nullable().default(null),
  /** A filled leg that stays on the low side: its height above the instrument. */
  lowLeg: HeadForm(LINE_FILL_IDS.filter((fill) => fill !== 'gas'))
    .nullable()
    .default(null),
  /** The one who prepares has looked at height and fill: asked for where their correction is more than a tenth of the limit. */
  isHeadConfirmed: z.boolean().default(false),
  /** The one who prepares has said that a reference's medium may go in: asked for where only a person knows. */
  isMediumConfirmed: z.boolean().default(false),
  environment: z.object({
    ambientCelsius: OptionalDecimalText,
    relativeHumidityPercent: OptionalDecimalText,
    barometricHPa: OptionalDecimalText,
  }),
})

export type StartRun = z.infer<typeof StartRun>
