import { z } from 'zod'
import { DRIFT_FROM_IDS, KNOWN_BY_IDS, REFERENCE_KIND_IDS, REFERENCE_STATE_IDS } from '@/core/reference/referenceKind'
import { PRESSURE_KIND_IDS } from '@/core/units/pressureKind'
import { PressureUnitChoice } from './choices'
import {
  aboveZero,
  celsius,
  choice,
  gravity,
  list,
  number,
  optionalNumber,
  some,
  titled,
  words,
  zeroOrMore,
} from './field'
import { ENTERED_OF_REFERENCE } from './referenceFields'
import { OptionalText, Reason } from './texts'

/*
 * A reference and its certificates as they are entered: the one shape of form, import and API. Ranges are told apart by
 * their mark, so that a form needs no ids.
 */

/** Terms of an accuracy, a drift or an uncertainty: all over the range itself. */
export const OWN_TERM_KINDS = ['percentReading', 'percentSpan', 'percentUrl', 'floor', 'steps'] as const
const terms = (title: string, least: number) =>
  list(z.object({ value: aboveZero('±'), of: choice('of', OWN_TERM_KINDS) }), title, { least, most: 4 })
const combined = (title: string) => choice(title, ['sum', 'larger'])

const calendarDate = (title: string) => titled(z.iso.date({ error: 'is no date: enter it as 2026-03-31' }), title)

/** What a range measures or gives, with its unit. */
const Measures = titled(
  z.discriminatedUnion('kind', [
    z.object({
      kind: z.literal('pressure'),
      pressureKind: titled(z.enum(PRESSURE_KIND_IDS), 'Pressure'),
      unit: PressureUnitChoice,
    }),
    z.object({ kind: z.literal('electrical'), unit: choice('Unit', ['mA', 'V', 'mV']) }),
    z.object({ kind: z.literal('resistance'), unit: choice('Unit', ['Ω']) }),
    z.object({ kind: z.literal('temperature'), unit: choice('Unit', ['°C']) }),
  ]),
  'What it measures',
)

export const RangeForm = z
  .object({
    mark: titled(
      z
        .string()
        .trim()
        .max(8, 'is longer than 8 characters')
        .regex(/^[\p{L}\p{N}.+-]*$/u, 'has other signs than letters and digits'),
      'Mark',
      'tells modules apart; empty for the only one',
    ),
    serialNumber: words('Its own serial number', 60),
    measures: Measures,
    rangeLow: number('From'),
    rangeHigh: number('To'),
    overRange: optionalNumber('Never above'),
    resolution: aboveZero('Resolution'),
    accuracy: terms('Accuracy', 1),
    accuracyCombine: combined('Terms of the accuracy'),
    knownBy: titled(z.enum(KNOWN_BY_IDS), 'Uncertainty from'),
    driftFrom: titled(z.enum(DRIFT_FROM_IDS), 'Drift from'),
    driftPerYear: terms('Drift a year', 0),
    temperature: titled(
      z
        .object({
          perKelvin: terms('For each kelvin outside', 1),
          lowCelsius: number('Band from, °C'),
          highCelsius: number('Band to, °C'),
        })
        .nullable(),
      'Temperature',
    ),
    gravity: titled(
      gravity().nullable().default(null),
      'Gravity where it stands, m/s²',
      'for a liquid column or a dead-weight tester',
    ),
    piston: titled(
      z
        .object({
          area: aboveZero('Effective area, cm²'),
          mass: aboveZero('Mass of the piston, kg'),
          massDensity: titled(
            aboveZero('').gt(10, 'is lighter than any weight: enter kg/m³, about 7900 for steel'),
            'Density of the masses, kg/m³',
          ),
          referenceCelsius: celsius('Area holds at, °C'),
          areaExpansion: number('Expansion of the area, 1e-6/K'),
          distortion: number('Distortion, 1e-6/MPa'),
          surfaceTension: zeroOrMore('Surface tension of the oil, mN/m', 'zero for gas'),
        })
        .nullable()
        .default(null),
      'Read by the masses on its piston',
    ),
  })
  .superRefine((range, ctx) => {
    const refuse = (path: string[], message: string) => ctx.addIssue({ code: 'custom', path, message })
    if (range.rangeLow >= range.rangeHigh) refuse(['rangeHigh'], 'must lie above where it begins')
    if (range.overRange !== null && range.overRange < range.rangeHigh)
      refuse(['overRange'], 'lies under the end of its own range')
    if (range.resolution >= range.rangeHigh - range.rangeLow) refuse(['resolution'], 'is as wide as the range')
    if (range.piston && range.gravity === null)
      refuse(['gravity'], 'is empty: the weight of the masses follows from it')
    if (range.piston && range.measures.kind !== 'pressure') refuse(['piston'], 'is for what gives a pressure')
    if (range.temperature && range.temperature.lowCelsius >= range.temperature.highCelsius)
      refuse(['temperature', 'highCelsius'], 'must lie above where the band begins')
  })
export type RangeForm = z.infer<typeof RangeForm>

export const ReferenceForm = z
  .object({
    code: titled(
      some('Code', 20).pipe(z.string().regex(/^[\p{L}\p{N}._/+-]+$/u, 'takes letters, digits and . _ / + - only')),
      'Code',
      'as it stands on the device',
    ),
    deviceKind: titled(z.enum(REFERENCE_KIND_IDS), 'Kind'),
    ...ENTERED_OF_REFERENCE,
    ranges: list(RangeForm, 'Ranges and modules', { least: 1, most: 12 }),
  })
  .superRefine(({ ranges }, ctx) => {
    const marks = ranges.map(({ mark }) => mark)
    for (const [index, mark] of marks.entries()) {
      const refuse = (message: string) => ctx.addIssue({ code: 'custom', path: ['ranges', index, 'mark'], message })
      if (marks.indexOf(mark) !== index) refuse(mark === '' ? 'only one may go without' : 'stands on another range too')
    }
  })
export type ReferenceForm = z.infer<typeof ReferenceForm>

const pointRows = (title: string, description: string) =>
  titled(
    z
      .array(
        z.object({
          indicated: number('It showed'),
          reference: optionalNumber('There was'),
          correction: optionalNumber('or correction'),
          uncertainty: aboveZero('U, ±'),
        }),
      )
      .max(60, 'takes 60 points at most')
      .superRefine((points, ctx) => {
        for (const [index, { indicated, reference, correction }] of points.entries()) {
          const refuse = (part: string, message: string) =>
            ctx.addIssue({ code: 'custom', path: [index, part], message })
          if (reference === null && correction === null)
            refuse('reference', 'is still empty: enter it, or the correction')
          if (reference !== null && correction !== null)
            refuse('correction', 'is given twice: enter this or what there was')
          if (points.findIndex((each) => each.indicated === indicated) !== index)
            refuse('indicated', 'stands twice: enter their mean once')
        }
      }),
    title,
    description,
  )

/** What a certificate says of one range, as entered: points, U as terms, or neither where it only confirms the accuracy. */
export const CertifiedRangeShape = z.object({
  mark: words('Mark', 8),
  coverageFactor: titled(
    aboveZero('k').lte(10, 'is no coverage factor: most certificates state about 2').nullable(),
    'k',
    'as the certificate states it beside U',
  ),
  uncertainty: terms('U as terms, where it has no points', 0),
  points: pointRows('Points as given back', 'in the unit of the range'),
  found: pointRows('Points as found', 'only where it was adjusted'),
})

/** An expanded uncertainty without its factor is no standard uncertainty: k is asked for, never taken to be 2. */
export function refuseMissingFactor(
  { coverageFactor, uncertainty, points, found }: z.output<typeof CertifiedRangeShape>,
  ctx: z.RefinementCtx,
): void {
  const statesUncertainty = uncertainty.length + points.length + found.length > 0
  if (coverageFactor === null && statesUncertainty)
    ctx.addIssue({ code: 'custom', path: ['coverageFactor'], message: 'is still empty: enter the k that belongs to U' })
}
export const CertifiedRangeForm = CertifiedRangeShape.superRefine(refuseMissingFactor)
export type CertifiedRangeForm = z.infer<typeof CertifiedRangeForm>

export const CertificateForm = z
  .object({
    number: some('Certificate number', 60),
    laboratory: some('Laboratory', 120),
    accreditation: words('Accreditation', 80),
    calibratedOn: calendarDate('Calibrated on'),
    dueOn: calendarDate('Due on'),
    ranges: list(CertifiedRangeForm, 'Ranges it covers', { least: 1, most: 12 }),
  })
  .superRefine(({ calibratedOn, dueOn, ranges }, ctx) => {
    if (dueOn <= calibratedOn)
      ctx.addIssue({ code: 'custom', path: ['dueOn'], message: 'is not after its calibration' })
    const marks = ranges.map(({ mark }) => mark)
    for (const [index, mark] of marks.entries())
      if (marks.indexOf(mark) !== index)
        ctx.addIssue({ code: 'custom', path: ['ranges', index, 'mark'], message: 'stands twice' })
  })
export type CertificateForm = z.infer<typeof CertificateForm>

/** A new reference, with an id of the sender’s making. */
export const NewReference = z.object({ id: z.uuid(), reference: ReferenceForm })
export type NewReference = z.infer<typeof NewReference>

/** A reference as it is to be from now on. */
export const ReferenceEdit = z.object({ basedOnVersion: z.int().positive(), reference: ReferenceForm, reason: Reason })
export type ReferenceEdit = z.infer<typeof ReferenceEdit>

/** A certificate, new or in the place of one that was typed wrongly. */
export const NewCertificate = z
  .object({
    id: z.uuid(),
    certificate: CertificateForm,
    supersedes: z.uuid().nullable().default(null),
    reason: OptionalText(500).default(null),
  })
  .refine(({ supersedes, reason }) => supersedes === null || reason !== null, {
    path: ['reason'],
    error: 'is empty: say what was wrong with the one it stands in the place of',
  })
export type NewCertificate = z.infer<typeof NewCertificate>

/** Bytes of a document at most. */
export const LARGEST_DOCUMENT_BYTES = 8_000_000

/** The document of a certificate: PDF begins with %PDF, XML with an angle bracket. */
export const NewDocument = z.object({
  name: z
    .string()
    .trim()
    .min(1, { error: 'has no name' })
    .max(120, { error: 'has a name longer than 120 characters: rename it' }),
  content: z
    .base64({ error: 'is no file' })
    .max(Math.ceil((LARGEST_DOCUMENT_BYTES * 4) / 3) + 4, { error: 'is larger than 8 MB' })
    .refine((text) => /^(JVBER|PD94|PHN|77u\/PD)/.test(text), { error: 'is no PDF and no XML' }),
})
export type NewDocument = z.infer<typeof NewDocument>

/** Where a reference is from now on. */
export const NewWhereabouts = z
  .object({
    id: z.uuid(),
    state: z.enum(REFERENCE_STATE_IDS, { error: 'choose one of those offered' }),
    holder: OptionalText(80).default(null),
    until: z
      .union([z.literal('').transform(() => null), z.null(), z.iso.date({ error: 'is no date: 2026-03-31' })])
      .default(null),
    reason: z.string().trim().max(500, { error: '500 characters at most' }).default(''),
  })
  .superRefine(({ state, holder, until, reason }, ctx) => {
    const refuse = (path: string, message: string) => ctx.addIssue({ code: 'custom', path: [path], message })
    if ((state === 'quarantined' || state === 'retired') && reason === '')
      refuse('reason', 'the reason is missing: say why it must not be used')
    if (state !== 'in-use' && holder !== null) refuse('holder', 'is for one in use: leave it empty')
    if (until !== null && holder === null && state !== 'laboratory')
      refuse('until', 'is for one in somebody’s hands or at the laboratory')
  })
export type NewWhereabouts = z.infer<typeof NewWhereabouts>
