import { z } from 'zod'
import {
  DRIFT_FROM_IDS,
  KNOWN_BY_IDS,
  REFERENCE_KIND_IDS,
  REFERENCE_QUANTITY_IDS,
  REFERENCE_STATE_IDS,
} from '@/core/reference/referenceKind'
import { PRESSURE_KIND_IDS } from '@/core/units/pressureKind'
import { CalibrationPoint } from './calibrationPoint'
import { ReferenceLimit } from './errorLimit'
import { STORED_OF_REFERENCE } from './referenceFields'

/** A range or module of a reference, as stored. Values in its own unit. */
export const ReferenceRange = z.strictObject({
  id: z.uuid(),
  /** Told from the other ranges of the same device by it; empty where it has one only. */
  mark: z.string(),
  serialNumber: z.string(),
  quantity: z.enum(REFERENCE_QUANTITY_IDS),
  /** Null for what is no pressure. */
  pressureKind: z.enum(PRESSURE_KIND_IDS).nullable(),
  unit: z.string(),
  rangeLow: z.number(),
  rangeHigh: z.number(),
  /** What must never be applied to it; null where nobody has said. */
  overRange: z.number().nullable(),
  resolution: z.number(),
  accuracy: ReferenceLimit,
  knownBy: z.enum(KNOWN_BY_IDS),
  driftFrom: z.enum(DRIFT_FROM_IDS),
  driftPerYear: ReferenceLimit.nullable(),
  temperature: z
    .strictObject({ perKelvin: ReferenceLimit, lowCelsius: z.number(), highCelsius: z.number() })
    .nullable(),
  /** Where it stands; null where nobody has said. */
  gravityMPerS2: z.number().nullable().default(null),
  /** Of a dead-weight tester that is read by its masses; null for anything else. */
  piston: z
    .strictObject({
      areaM2: z.number(),
      pistonMassKg: z.number(),
      massDensityKgPerM3: z.number(),
      referenceCelsius: z.number(),
      areaExpansionPerK: z.number(),
      distortionPerPa: z.number(),
      surfaceTensionNPerM: z.number(),
    })
    .nullable()
    .default(null),
  /** No longer there: its certificates and what was done with it stay. */
  isRemoved: z.boolean(),
})
export type ReferenceRange = z.infer<typeof ReferenceRange>

/** What is known of a device, as stored: one version of it. */
export const ReferenceFacts = z.strictObject({
  kind: z.enum(REFERENCE_KIND_IDS),
  ...STORED_OF_REFERENCE,
  ranges: z.array(ReferenceRange).min(1).readonly(),
})
export type ReferenceFacts = z.infer<typeof ReferenceFacts>

/** What a certificate says of one range. */
export const CertifiedRange = z.strictObject({
  rangeId: z.uuid(),
  coverageFactor: z.number().positive(),
  /** U as terms over the range, where it is given so. */
  uncertainty: ReferenceLimit.nullable(),
  /** As it was given back, rising; none where the certificate has no points. */
  points: z.array(CalibrationPoint).readonly(),
  /** As it was found, where it was adjusted; none where it was not. */
  found: z.array(CalibrationPoint).readonly(),
})
export type CertifiedRange = z.infer<typeof CertifiedRange>

/** A certificate of a reference, as stored. Dates are calendar dates. */
export const ReferenceCertificate = z.strictObject({
  id: z.uuid(),
  number: z.string(),
  laboratory: z.string(),
  /** Empty where none was noted. */
  accreditation: z.string(),
  calibratedOn: z.string(),
  dueOn: z.string(),
  ranges: z.array(CertifiedRange).readonly(),
  /** Record of our own that it was made from; null where another laboratory made it. */
  recordSequence: z.int().nullable(),
  /** Name of the document attached to it; null where there is none. */
  document: z.string().nullable(),
  enteredAt: z.iso.datetime(),
  /** Null where it was brought over from before certificates were entered. */
  enteredBy: z.string().nullable(),
})
export type ReferenceCertificate = z.infer<typeof ReferenceCertificate>

/** Where a device is, and in whose hands; the newest answer. */
export const Whereabouts = z.strictObject({
  state: z.enum(REFERENCE_STATE_IDS),
  holder: z.string().nullable(),
  /** Calendar date it is wanted back. */
  until: z.string().nullable(),
  reason: z.string(),
  at: z.iso.datetime(),
  by: z.string(),
})
export type Whereabouts = z.infer<typeof Whereabouts>

/** A reference we own: the device, its certificates (the newest first), where it is. */
export type Reference = {
  readonly id: string
  readonly code: string
  readonly version: number
  readonly facts: ReferenceFacts
  readonly certificates: readonly ReferenceCertificate[]
  /** Null where nobody has ever said: in use, in its place. */
  readonly whereabouts: Whereabouts | null
}
