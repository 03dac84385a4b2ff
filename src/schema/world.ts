import { z } from 'zod'
import { PRINCIPLES, type Principle } from '@/core/conformity/principle'
import { LINE_FILL_IDS } from '@/core/pressure/lineHead'
import { REFERENCE_MEDIUM_IDS } from '@/core/reference/referenceKind'
import { RUN_RULE_IDS } from '@/core/run/plan/decisionRule'
import { PRESSURE_KIND_IDS } from '@/core/units/pressureKind'
import { CalibrationPoint } from './calibrationPoint'
import { Configuration } from './configuration'
import { PressureUnitId, ReferenceLimit } from './errorLimit'
import { KeyedInValue } from './setUpSheet'

const PRINCIPLE_IDS = Object.keys(PRINCIPLES) as Principle[] // keys of a const object

const WorkingReferenceFacts = {
  id: z.uuid(),
  code: z.string(),
  description: z.string(),
  rangeLow: z.number(),
  rangeHigh: z.number(),
  accuracy: ReferenceLimit,
  resolution: z.number(),
  certificate: z.string(),
  calibratedOn: z.string(),
  dueOn: z.string(),
  principle: z.enum(PRINCIPLE_IDS).default('indicator'),
  /** Left out where nobody has said; records from before they were asked for have none. */
  laboratory: z.string().optional(),
  serialNumber: z.string().optional(),
  /** Expanded uncertainty of its certificate, with its coverage factor: stands in the place of the accuracy. */
  certified: z.strictObject({ uncertainty: ReferenceLimit, coverageFactor: z.number().positive() }).optional(),
  driftPerYear: ReferenceLimit.optional(),
  temperature: z
    .strictObject({ perKelvin: ReferenceLimit, lowCelsius: z.number(), highCelsius: z.number() })
    .optional(),
  /** How many things it can measure at once; one where left out. */
  channels: z.int().positive().optional(),
  /** The device it is a range or module of; left out in records from before devices had several. */
  deviceId: z.uuid().optional(),
  /** The points of its certificate, where its uncertainty is taken from them. */
  calibration: z
    .strictObject({
      coverageFactor: z.number().positive(),
      isApplied: z.boolean(),
      points: z.array(CalibrationPoint).min(1).readonly(),
    })
    .optional(),
  /** The fastest it ever moved between its certificates, by point, where its drift is taken from them. */
  ownDrift: z
    .strictObject({
      from: z.string(),
      to: z.string(),
      points: z
        .array(z.strictObject({ indicated: z.number(), perYear: z.number(), doubtPerYear: z.number().optional() }))
        .readonly(),
    })
    .optional(),
  /** Accreditation of the laboratory, and the record of our own that its certificate is. */
  accreditation: z.string().optional(),
  certificateId: z.uuid().optional(),
  certificateRecord: z.int().positive().optional(),
  media: z.array(z.enum(REFERENCE_MEDIUM_IDS)).readonly().optional(),
  /** In its own unit; what must never be applied to it. */
  overRange: z.number().optional(),
  warmUpMinutes: z.number().optional(),
  /** A dead-weight tester whose pressure is worked out from the masses on it: its piston, and where it stood. */
  piston: z
    .strictObject({
      pistonMassKg: z.number(),
      massDensityKgPerM3: z.number(),
      airDensityKgPerM3: z.number(),
      gravityMPerS2: z.number(),
      areaM2: z.number(),
      celsius: z.number(),
      referenceCelsius: z.number(),
      areaExpansionPerK: z.number(),
      distortionPerPa: z.number(),
      surfaceTensionNPerM: z.number(),
    })
    .optional(),
  /** Of one read by rule: what gravity and air may make of what it shows, ± %, where they are not corrected. */
  byRulePercent: z.number().positive().optional(),
  /** A liquid column: what its reading is multiplied by for its liquid and the gravity where it stood. */
  column: z
    .strictObject({
      factor: z.number(),
      celsius: z.number().nullable(),
      gravityMPerS2: z.number(),
      isApplied: z.boolean(),
    })
    .optional(),
}

/** A reference that gives or measures pressure. */
export const WorkingPressureReference = z.strictObject({
  ...WorkingReferenceFacts,
  quantity: z.literal('pressure'),
  pressureKind: z.enum(PRESSURE_KIND_IDS),
  unit: PressureUnitId,
})
export type WorkingPressureReference = z.infer<typeof WorkingPressureReference>

/** Units of the electrical signals. */
export const ELECTRICAL_UNITS = ['mA', 'V'] as const

/**
 * One range of a reference as it stands on a day, with the certificate that then holds (VIM 5.7, working standard): what gives
 * the pressure, or a meter for the electrical output. Dates are calendar dates.
 */
export const WorkingReference = z.discriminatedUnion('quantity', [
  WorkingPressureReference,
  z.strictObject({ ...WorkingReferenceFacts, quantity: z.literal('electrical'), unit: z.enum(ELECTRICAL_UNITS) }),
])
export type WorkingReference = z.infer<typeof WorkingReference>

/** Conditions at the work, as typed; null where nobody noted them. */
export const Environment = z.strictObject({
  ambientCelsius: z.string().nullable(),
  relativeHumidityPercent: z.string().nullable(),
  barometricHPa: z.string().nullable(),
})

/** A head between reference and instrument; without `facts` in runs begun before heads were corrected. */
const LineHead = z.strictObject({
  heightMillimetre: z.number(),
  fill: z.enum(LINE_FILL_IDS),
  facts: z
    .strictObject({
      densityKgPerM3: z.number().positive().nullable(),
      celsius: z.number(),
      gravityMPerS2: z.number(),
      airDensityKgPerM3: z.number(),
      heightDoubtMillimetre: z.number().nonnegative(),
      densityDoubtPercent: z.number().nonnegative(),
      celsiusDoubt: z.number().nonnegative(),
      gravityDoubtPercent: z.number().nonnegative(),
    })
    .optional(),
})

/** One point of the plan. */
export const PlannedPoint = z.strictObject({
  position: z.int().nonnegative(),
  percent: z.number(),
  direction: z.enum(['rising', 'falling']),
  /** Left out in the first cycle. */
  cycle: z.int().min(2).optional(),
  /** The reference that serves this point; left out where it is the run's first. */
  referenceId: z.uuid().optional(),
})

export type PlannedPoint = z.infer<typeof PlannedPoint>

/**
 * Everything a run is judged by, as it was when the run began. Later edits of the register or of a reference change
 * nothing in it.
 */
export const World = z.strictObject({
  instrument: z.strictObject({ id: z.uuid(), tag: z.string() }),
  configuration: Configuration,
  configurationVersion: z.int().positive(),
  inputUnit: PressureUnitId,
  points: z.array(PlannedPoint).readonly(),
  inputReference: WorkingPressureReference,
  /** References of further sub-ranges; each point says which serves it. */
  furtherReferences: z.array(WorkingPressureReference).readonly().optional(),
  outputReference: WorkingReference.nullable(),
  environment: Environment,
  /** Present where PV and AO are read at every point too. Left out otherwise: older records have no such field. */
  readsDigital: z.literal(true).optional(),
  /** Present where the instrument's own display is read at every point too. */
  readsDisplay: z.literal(true).optional(),
  /** Present where the output is read by a null instrument: as a departure from a nominal. */
  readsByNull: z.literal(true).optional(),
  /** Present where the gauge glass of a cold drum is the reference. Metres, °C. */
  glass: z
    .strictObject({
      tapDistanceM: z.number(),
      gravityMPerS2: z.number(),
      ambientCelsius: z.number(),
      glassBottomM: z.number(),
      glassHeightM: z.number(),
    })
    .optional(),
  /** How long each point is held before it is read, where the plan says so. */
  dwellSeconds: z.int().positive().optional(),
  /** Present where the run takes its instrument out of service and puts it back, step by step. */
  outOfService: z.literal(true).optional(),
  /** Present in an amendment: the record it amends, and why. */
  amends: z.strictObject({ sequence: z.int().positive(), hash: z.string(), reason: z.string() }).optional(),
  decisionRule: z.enum(RUN_RULE_IDS),
  /** The largest U the site accepts, as a share of the limit; the whole limit where left out. */
  largestUncertaintyShare: z.number().positive().max(1).optional(),
  /** Present where every point states its uncertainty. */
  statesUncertainty: z.literal(true).optional(),
  /** How far the output may move while a point is held, ± % of output span, where the plan says so. */
  stabilityPercent: z.number().positive().optional(),
  /** The last calibration that left it inside its limit, on this range, body and limit, where there is one. */
  lastGood: z.strictObject({ sequence: z.int().positive(), sealedAt: z.iso.datetime() }).optional(),
  /** The last calibration of this range, body and limit, however it left the instrument: since then it has measured so. */
  measuresSince: z.strictObject({ sequence: z.int().positive(), sealedAt: z.iso.datetime() }).optional(),
  /** Repeatability known from earlier cycles or declared, as a standard deviation in % of span (or of reading). */
  repeatability: z
    .object({ standardDeviation: z.number().positive(), degrees: z.number().positive().nullable(), source: z.string() })
    .optional(),
  /** What the errors are stated of. Left out in runs begun before it was asked: half of the loop counts in U there. */
  measurand: z.literal('each-way').optional(),
  /** Reference above (+) or below (−) the instrument, and what fills the line. Left out: level. */
  head: LineHead.optional(),
  /** A filled leg that stays on the low side of the instrument, and how high it stands above it. */
  lowLeg: LineHead.optional(),
  /** Calendar date the work began on, from which the drift of references counts. */
  day: z.string().optional(),
  /** Zone of the site, by which dates are told; records from before it was kept have none. */
  timeZone: z.string().optional(),
  /** How the instrument looked when it was taken up. */
  itemCondition: z.string().optional(),
  /** References used though they do not fit, with what is amiss, why, and who let them. */
  overrides: z
    .array(z.strictObject({ code: z.string(), amiss: z.array(z.string()), reason: z.string(), by: z.string() }))
    .readonly()
    .optional(),
  /** What was asked of a reference's medium before it was used, and who said that it may be. */
  mediumConfirmed: z.strictObject({ asked: z.string(), by: z.string() }).optional(),
  /** The range change that this calibration follows, where one came since the last record. */
  rangeChange: z
    .object({
      headline: z.string(),
      reason: z.string(),
      by: z.string(),
      at: z.iso.datetime(),
      bodyWork: z.string().nullable(),
    })
    .optional(),
  /** The set-up sheet this calibration follows, where its version was made by one. */
  setUpSheet: z
    .strictObject({
      by: z.string(),
      at: z.iso.datetime(),
      reason: z.string(),
      values: z.array(KeyedInValue).readonly(),
    })
    .optional(),
  /** The loop as its card has it: what the volts at the terminals should be. */
  loop: z.strictObject({ supplyVolts: z.number(), seriesOhms: z.number(), leastTerminalVolts: z.number() }).optional(),
  /** Damping as it was found in the device, s; the register has the one that is wanted. */
  dampingFoundSeconds: z.number().optional(),
  softwareVersion: z.string(),
})
export type World = z.infer<typeof World>
