import { columnFactor } from '@/core/conformity/columnCorrection'
import { airDensityKgPerM3 } from '@/core/pressure/airDensity'
import { ownDrift } from '@/core/reference/correctionHistory'
import { REFERENCE_KINDS } from '@/core/reference/referenceKind'
import { ELECTRICAL_UNITS, WorkingReference } from '@/schema/world'
import type {
  CertifiedRange,
  Reference,
  ReferenceCertificate,
  ReferenceFacts,
  ReferenceRange,
} from '../schema/reference'

/** A certificate with what it says of one range. */
export type RangeCertificate = { readonly certificate: ReferenceCertificate; readonly range: CertifiedRange }

/** Every certificate of a range, the newest calibration first. */
export const certificatesOfRange = ({ certificates }: Reference, rangeId: string): RangeCertificate[] =>
  certificates
    .flatMap((certificate) =>
      certificate.ranges.filter((range) => range.rangeId === rangeId).map((range) => ({ certificate, range })),
    )
    .toSorted((a, b) => b.certificate.calibratedOn.localeCompare(a.certificate.calibratedOn))

/** The certificate of a range that held on a day, `YYYY-MM-DD`; undefined where it had none yet. */
export const certificateOn = (reference: Reference, rangeId: string, day: string): RangeCertificate | undefined =>
  certificatesOfRange(reference, rangeId).find(({ certificate }) => certificate.calibratedOn <= day)

/** How a range of a reference is called: by its code, with its mark where it has one. */
export const codeOfRange = (code: string, { mark }: Pick<ReferenceRange, 'mark'>): string =>
  mark === '' ? code : `${code}·${mark}`

/**
 * The ranges of a reference that a run can be given, as they stood on a day: those that measure pressure, or current or
 * voltage as signals have it, are still there and have a certificate.
 */
export function workingReferencesOf(reference: Reference, day: string): WorkingReference[] {
  return reference.facts.ranges.flatMap((range) => {
    const held = range.isRemoved ? undefined : certificateOn(reference, range.id, day)
    if (!held || !mayServe(range)) return []
    return [workingReferenceOf(reference, range, held)]
  })
}

/** Whether a run can be given it: pressure, or an output in a unit that signals have. */
const mayServe = ({ quantity, unit }: ReferenceRange): boolean =>
  quantity === 'pressure' || (quantity === 'electrical' && ELECTRICAL_UNITS.some((each) => each === unit))

function workingReferenceOf(
  reference: Reference,
  range: ReferenceRange,
  { certificate, range: said }: RangeCertificate,
) {
  const { code, facts } = reference
  const { accuracy, temperature, overRange, resolution, rangeLow, rangeHigh, quantity, unit, pressureKind } = range
  return WorkingReference.parse({
    id: range.id,
    code: codeOfRange(code, range),
    description: range.mark === '' ? facts.description : `${facts.description}, ${range.mark}`,
    quantity,
    unit,
    ...(pressureKind && { pressureKind }),
    rangeLow,
    rangeHigh,
    accuracy,
    resolution,
    principle: REFERENCE_KINDS[facts.kind].principle,
    certificate: certificate.number,
    calibratedOn: certificate.calibratedOn,
    dueOn: certificate.dueOn,
    laboratory: certificate.laboratory || undefined,
    accreditation: certificate.accreditation || undefined,
    certificateId: certificate.id,
    ...(certificate.recordSequence !== null && { certificateRecord: certificate.recordSequence }),
    serialNumber: range.serialNumber || facts.serialNumber || undefined,
    ...knowledgeOf(range, said),
    ...driftOf(reference, range, certificate.calibratedOn),
    temperature: temperature ?? undefined,
    ...(facts.channels > 1 && { channels: facts.channels }),
    ...(range.id !== reference.id && { deviceId: reference.id }),
    ...(facts.media.length > 0 && { media: facts.media }),
    overRange: overRange ?? undefined,
    warmUpMinutes: facts.warmUpMinutes ?? undefined,
    ...placeOf(reference.facts.kind, range),
  })
}

/** What follows from where it stands; the temperature comes with the work. */
function placeOf(kind: ReferenceFacts['kind'], range: ReferenceRange): Pick<WorkingReference, 'piston' | 'column'> {
  const { gravityMPerS2, piston, unit } = range
  if (gravityMPerS2 === null) return {}
  const celsius = piston?.referenceCelsius ?? 0
  if (piston) return { piston: { ...piston, gravityMPerS2, celsius, airDensityKgPerM3: airDensityKgPerM3(celsius) } }
  if (kind !== 'manometer') return {}
  return { column: { ...columnFactor(unit, gravityMPerS2, null), gravityMPerS2, isApplied: true } }
}

/** What its uncertainty is taken from: the points of its certificate, its U as terms, or neither: then its accuracy. */
function knowledgeOf({ knownBy }: ReferenceRange, { points, uncertainty, coverageFactor }: CertifiedRange) {
  if (knownBy === 'accuracy') return {}
  if (points.length > 0) return { calibration: { coverageFactor, points, isApplied: knownBy === 'corrected' } }
  return uncertainty ? { certified: { uncertainty, coverageFactor } } : {}
}

/** Its own drift from its certificates until a day, or the declared one. */
function driftOf(
  reference: Reference,
  { id, driftFrom, driftPerYear }: ReferenceRange,
  until: string,
): Pick<WorkingReference, 'driftPerYear' | 'ownDrift'> {
  const own = driftFrom === 'history' ? ownDrift(calibrationsOf(reference, id, until)) : null
  return { ...(own && { ownDrift: own }), ...(driftPerYear && { driftPerYear }) }
}

/** The calibrations of a range by points, as its history reads them; until a day where one is given. */
export const calibrationsOf = (reference: Reference, rangeId: string, until = '9999-12-31') =>
  certificatesOfRange(reference, rangeId)
    .filter(({ certificate, range: { points } }) => certificate.calibratedOn <= until && points.length > 0)
    .map(({ certificate: { calibratedOn }, range: { coverageFactor, points, found } }) => ({
      calibratedOn,
      coverageFactor,
      points,
      ...(found.length > 0 && { found }),
    }))
