import { z } from 'zod'
import { ADJUSTED_BY_IDS } from '@/core/adjust/adjustedBy'
import { REFERENCE_MEDIUM_IDS, type ReferenceMedium } from '@/core/reference/referenceKind'
import { HOOK_UPS, type HookUp } from '@/core/run/plan/hookUp'
import { POINT_ORDERS, type PointOrder } from '@/core/run/plan/plan'
import { POINT_SCALES, type PointScale } from '@/core/run/plan/pointScale'
import { SIGNAL_IDS } from '@/core/signal/signal'
import { LINEAR } from '@/core/transfer/transfer'
import { PRESSURE_KIND_IDS } from '@/core/units/pressureKind'
import { BodyForm, BodyNumbers } from './body'
import { INSTRUMENT_KIND_IDS } from './configuration'
import { refuseImpossible } from './configurationRules'
import { DecimalNumber } from './decimal'
import { DeviceSetUpForm, DeviceSetUpStored } from './deviceSetUp'
import { ErrorLimitForm, ErrorLimitNumbers, PressureUnitId } from './errorLimit'
import { DisplayScaleForm, DisplayScaleNumbers, TransferForm, TransferNumbers } from './transfer'

const text = (max: number, name: string) =>
  z
    .string()
    .trim()
    .min(1, { error: `${name} is empty: fill it in` })
    .max(max, { error: `${name} is longer than ${max} characters: shorten it` })

const plainFields = {
  description: text(200, 'description'),
  area: text(80, 'area'),
  kind: z.enum(INSTRUMENT_KIND_IDS, { error: 'not a kind Barys knows: choose one from the list' }),
  pressureKind: z.enum(PRESSURE_KIND_IDS, { error: 'say whether gauge, absolute or differential' }),
  unit: PressureUnitId,
  signal: z.enum(SIGNAL_IDS, { error: 'not a signal Barys knows: choose one from the list' }),
  pointOrder: z.enum(Object.keys(POINT_ORDERS) as PointOrder[]), // keys of a const object
  // What configurations from before they were asked for are: a straight line, points in % of span, connected direct.
  pointScale: z.enum(Object.keys(POINT_SCALES) as PointScale[]).default('input'), // keys of a const object
  hookUp: z.enum(Object.keys(HOOK_UPS) as HookUp[]).default('direct'), // keys of a const object
  /** The host takes the square root; the display scale is then the host's. Left out otherwise: older records have none. */
  hostRoot: z.literal(true).optional(),
  adjustedBy: z.enum(ADJUSTED_BY_IDS, { error: 'say how it is adjusted' }).optional(),
}

const wholeMonths = (value: z.ZodType<number, unknown>) =>
  value
    .refine((months) => Number.isInteger(months), { error: 'whole months only' })
    .refine((months) => months >= 1 && months <= 120, { error: 'between 1 and 120 months' })

const pointList = z
  .array(z.number())
  .min(2, { error: 'at least two points' })
  .max(21, { error: '21 points at most' })
  .refine((points) => new Set(points).size === points.length, { error: 'a point stands twice' })
  .readonly()

/** How finely its own dial or display is read, in the unit of the range. */
const READ_FRACTIONS = [1, 0.5, 0.25, 0.2, 0.1] as const
const fraction = z
  .literal(READ_FRACTIONS, { error: 'a whole division, or ½, ¼, ⅕ or ⅒ of one' })
  .transform((told): number => told)
const above = (value: z.ZodType<number, unknown>) => value.refine((size) => size > 0, { error: 'must be above zero' })

const media = z.array(z.enum(REFERENCE_MEDIUM_IDS)).min(1, { error: 'is an empty list: leave it out' }).readonly()

/** What is known of an instrument beyond its range. Every part is left out where nobody has said. */
const Particulars = {
  nameplate: z.object({ maker: z.string(), model: z.string(), serialNumber: z.string() }).partial().optional(),
  readability: z.object({ division: above(z.number()), fraction }).optional(),
  /** Standard deviation of single readings at one point, as declared by the maker or the site. */
  repeatabilityPercentSpan: above(z.number()).optional(),
  limitSource: z.string().optional(),
  owner: z.string().optional(),
  touchedBy: media.optional(),
  setUp: DeviceSetUpStored.optional(),
}

const fields = {
  ...plainFields,
  ...Particulars,
  lrl: z.number(),
  url: z.number(),
  minSpan: z.number().positive({ error: 'must be above zero' }),
  lrv: z.number(),
  urv: z.number(),
  errorLimit: ErrorLimitNumbers,
  adjustLimit: ErrorLimitNumbers.nullable(),
  intervalMonths: wholeMonths(z.number()),
  testPoints: pointList,
  transfer: TransferNumbers.default(LINEAR),
  displayScale: DisplayScaleNumbers.nullable().default(null),
  /** Left out where the register knows nothing of a link, a capsule or a largest span, as older records do. */
  body: BodyNumbers.optional(),
}
/** A configuration as entered in numbers. Refuses what the sensor cannot do and limits that nobody could meet. */
export const ConfigurationNumbers = z.object(fields).superRefine(refuseImpossible)

/** The points as typed: `0, 25, 50, 75, 100`, or with blanks or semicolons; a decimal comma needs one of those. */
export const PointListForm = z.union([
  pointList,
  z
    .string()
    .max(200)
    .transform((typed): readonly (string | number)[] => pointTexts(typed))
    .pipe(z.array(DecimalNumber).readonly())
    .pipe(pointList),
])

function pointTexts(typed: string): string[] {
  const parts = typed.trim().split(/[;\s]+/)
  const texts = parts.length === 1 ? typed.split(',') : parts.map((part) => part.replace(/,$/, ''))
  return texts.map((part) => part.trim()).filter((part) => part !== '')
}

/** A box that may stay empty, and then says nothing. */
const optionalText = (max: number) =>
  z
    .string()
    .trim()
    .max(max, { error: `longer than ${max} characters: shorten it` })
    .transform((typed) => typed || undefined)
    .optional()

function chosenMedia(flags: Partial<Record<ReferenceMedium, boolean>>): readonly ReferenceMedium[] | undefined {
  const chosen = REFERENCE_MEDIUM_IDS.filter((medium) => flags[medium])
  return chosen.length === 0 ? undefined : chosen
}

/** A number in a box that may stay empty. */
const optionalNumber = z.union([z.literal('').transform(() => undefined), above(DecimalNumber)]).optional()

const ParticularsForm = {
  nameplate: z
    .object({ maker: optionalText(80), model: optionalText(80), serialNumber: optionalText(80) })
    .transform((plate) => (Object.values(plate).some(Boolean) ? plate : undefined))
    .optional(),
  readability: z
    .object({ division: optionalNumber, fraction: z.coerce.number().pipe(fraction).optional() })
    .transform(({ division, fraction: told = 1 }) =>
      division === undefined ? undefined : { division, fraction: told },
    )
    .optional(),
  repeatabilityPercentSpan: optionalNumber,
  limitSource: optionalText(120),
  owner: optionalText(120),
  /** By each medium whether it may; none at all says nothing. */
  touchedBy: z
    .union([media, z.partialRecord(z.enum(REFERENCE_MEDIUM_IDS), z.boolean()).transform(chosenMedia)])
    .optional(),
  setUp: DeviceSetUpForm.optional(),
}

/** The same configuration as a form or an API caller sends it. */
export const ConfigurationForm = z
  .object({
    ...plainFields,
    lrl: DecimalNumber,
    url: DecimalNumber,
    minSpan: DecimalNumber.refine((value) => value > 0, { error: 'must be above zero' }),
    lrv: DecimalNumber,
    urv: DecimalNumber,
    errorLimit: ErrorLimitForm,
    adjustLimit: ErrorLimitForm.nullable(),
    intervalMonths: wholeMonths(DecimalNumber),
    testPoints: PointListForm,
    transfer: TransferForm.default(LINEAR),
    displayScale: DisplayScaleForm.nullable().default(null),
    body: BodyForm.nullable()
      .transform((body) => body ?? undefined)
      .optional(),
    hostRoot: z
      .boolean()
      .transform((takesIt) => (takesIt ? (true as const) : undefined))
      .optional(),
    ...ParticularsForm,
  })
  .superRefine(refuseImpossible)

/** A tag: letters, digits and the separators tags are written with. */
export const Tag = text(40, 'tag').regex(/^[\p{L}\p{N}][\p{L}\p{N} ._/-]*$/u, {
  error: 'letters, digits, blanks and . _ / - only, beginning with a letter or digit',
})

const ChangeReason = text(500, 'reason')

/** A new instrument: its tag and its first configuration. */
export const NewInstrument = z.object({ tag: Tag, configuration: ConfigurationForm })

/** An edit: a further version, made from the one the person was looking at. */
export const ConfigurationEdit = z.object({
  basedOnVersion: z.int().positive(),
  reason: ChangeReason,
  configuration: ConfigurationForm,
})
