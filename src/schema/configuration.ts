import { z } from 'zod'
import { ADJUSTED_BY_IDS } from '@/core/adjust/adjustedBy'
import { REFERENCE_MEDIUM_IDS } from '@/core/reference/referenceKind'
import { HOOK_UPS, type HookUp } from '@/core/run/plan/hookUp'
import { POINT_ORDERS, type PointOrder } from '@/core/run/plan/plan'
import { POINT_SCALES, type PointScale } from '@/core/run/plan/pointScale'
import { SIGNAL_IDS } from '@/core/signal/signal'
import { LINEAR } from '@/core/transfer/transfer'
import { PRESSURE_KIND_IDS } from '@/core/units/pressureKind'
import { Body } from './body'
import { DeviceSetUpStored } from './deviceSetUp'
import { ErrorLimit, PressureUnitId } from './errorLimit'
import { DisplayScale, Transfer } from './transfer'

/** Kinds of instruments, by what they measure and how they give it. */
export const INSTRUMENT_KINDS = {
  'pressure-transmitter': 'pressure transmitter',
  'dp-transmitter': 'differential-pressure transmitter',
  'level-transmitter': 'level transmitter (head)',
  'flow-transmitter': 'flow transmitter (differential pressure)',
  'vacuum-transmitter': 'vacuum transmitter',
  'pneumatic-transmitter': 'pneumatic transmitter',
  'dial-gauge': 'dial gauge',
  'digital-gauge': 'digital gauge',
  'vacuum-gauge': 'vacuum gauge',
} as const
export type InstrumentKind = keyof typeof INSTRUMENT_KINDS
export const INSTRUMENT_KIND_IDS = Object.keys(INSTRUMENT_KINDS) as InstrumentKind[] // keys of a const object

/**
 * One version of what an instrument is, as stored: what its sensor can do, what it is ranged to, what it may be wrong by
 * and how it is checked. Values in `unit`. It says what each value is and nothing else: what may be entered is a rule of
 * today, and records of yesterday stand (`configurationForm.ts`).
 */
export const Configuration = z.strictObject({
  description: z.string(),
  area: z.string(),
  kind: z.enum(INSTRUMENT_KIND_IDS),
  pressureKind: z.enum(PRESSURE_KIND_IDS),
  unit: PressureUnitId,
  lrl: z.number(),
  url: z.number(),
  minSpan: z.number(),
  lrv: z.number(),
  urv: z.number(),
  signal: z.enum(SIGNAL_IDS),
  errorLimit: ErrorLimit,
  adjustLimit: ErrorLimit.nullable(),
  intervalMonths: z.number(),
  testPoints: z.array(z.number()).readonly(),
  pointOrder: z.enum(Object.keys(POINT_ORDERS) as PointOrder[]), // keys of a const object
  // What configurations from before they were asked for are: a straight line, points in % of span, connected direct.
  pointScale: z.enum(Object.keys(POINT_SCALES) as PointScale[]).default('input'), // keys of a const object
  hookUp: z.enum(Object.keys(HOOK_UPS) as HookUp[]).default('direct'), // keys of a const object
  transfer: Transfer.default(LINEAR),
  displayScale: DisplayScale.nullable().default(null),
  /** The host takes the square root; the display scale is then the host's. Left out otherwise: older records have none. */
  hostRoot: z.literal(true).optional(),
  /** Left out where the register knows nothing of a link, a capsule or a largest span, as older records do. */
  body: Body.optional(),
  nameplate: z.strictObject({ maker: z.string(), model: z.string(), serialNumber: z.string() }).partial().optional(),
  /** How finely its own dial or display is read: a division, in the unit of the range, and what fraction of it. */
  readability: z.strictObject({ division: z.number(), fraction: z.number() }).optional(),
  /** Standard deviation of single readings at one point, as declared by the maker or the site. */
  repeatabilityPercentSpan: z.number().optional(),
  limitSource: z.string().optional(),
  owner: z.string().optional(),
  /** What may be brought into it by a reference; left out where nobody has said. */
  touchedBy: z.array(z.enum(REFERENCE_MEDIUM_IDS)).readonly().optional(),
  /** Left out where nobody has said, as in older records: then as is usual for its kind and output. */
  adjustedBy: z.enum(ADJUSTED_BY_IDS).optional(),
  setUp: DeviceSetUpStored.optional(),
})
export type Configuration = z.infer<typeof Configuration>
