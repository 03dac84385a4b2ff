import { z } from 'zod'
import { isCertificateFormat } from '@/core/format/certificateNumber'
import { RUN_RULE_IDS, RUN_RULES } from '@/core/run/plan/decisionRule'
import { CONDITION_UNIT_IDS, CONDITION_UNITS } from '@/core/units/conditionUnits'
import { PRESSURE_UNIT_IDS, pressureUnitLabel, STANDARD_GRAVITY } from '@/core/units/pressureUnit'
import { DecimalText } from './decimal'
import { PressureUnitId } from './errorLimit'
import { labelsOf } from './list/column'
import { type SiteFieldParts, siteField } from './siteField'

/** The method where a site names none of its own. */
export const USUAL_METHOD = 'Comparison with a reference at stated points'

/** What certificates are printed on. */
export const PAPERS = { a4: 'A4', letter: 'US letter' } as const
export type Paper = keyof typeof PAPERS
const PAPER_IDS = Object.keys(PAPERS) as Paper[] // keys of a const object

/** Sizes of range tags and of references' labels, width by height in millimetres. */
export const TAG_SIZES = {
  '100x60': '100 × 60 mm',
  '105x74': '105 × 74 mm (A7)',
  '86x54': '86 × 54 mm (card)',
} as const
export type TagSize = keyof typeof TAG_SIZES
const TAG_SIZE_IDS = Object.keys(TAG_SIZES) as TagSize[] // keys of a const object
export const LABEL_SIZES = { '70x37': '70 × 37 mm', '89x36': '89 × 36 mm', '62x29': '62 × 29 mm' } as const
export type LabelSize = keyof typeof LABEL_SIZES
const LABEL_SIZE_IDS = Object.keys(LABEL_SIZES) as LabelSize[] // keys of a const object

/** What stands before the decimals of figures that are shown. */
export const DECIMAL_MARKS = { '.': 'a point, as in 4.012', ',': 'a comma, as in 4,012' } as const
const MARK_IDS = Object.keys(DECIMAL_MARKS) as (keyof typeof DECIMAL_MARKS)[] // keys of a const object

/** Up to which share of the error limit U may come, that a point is said to be inside: ILAC-G8:09/2019, 4.2.1 (from memory). */
const LARGEST_UNCERTAINTIES = {
  '1': 'the error limit',
  '1/2': 'half of the error limit',
  '1/3': 'a third of the error limit',
  '1/4': 'a quarter of the error limit',
} as const
type LargestUncertainty = keyof typeof LARGEST_UNCERTAINTIES
const LARGEST_UNCERTAINTY_IDS = Object.keys(LARGEST_UNCERTAINTIES) as LargestUncertainty[] // keys of a const object

/** Whether this machine knows a zone of the IANA database by a name. */
export function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name })
    return true
  } catch {
    return false
  }
}

const ZONES = [
  ['', 'that of this machine'] as const,
  ...Intl.supportedValuesOf('timeZone').map((zone) => [zone, zone] as const),
]

type Chosen<Id extends string> = {
  readonly usual: Id
  readonly error: string
  readonly label: string
  readonly words: Readonly<Record<Id, string>>
}

/** A field that is one of several, with the one that is usual. */
function chosen<const Id extends string>(column: string, ids: readonly Id[], of: Chosen<Id>) {
  const stored = z.enum(ids, { error: of.error })
  const options = ids.map((id) => [id, of.words[id]] as const)
  return siteField({
    column,
    stored,
    entered: stored.default(of.usual),
    box: { as: 'choice', label: of.label, options },
  })
}

const text = z.string()

/**
 * Every field of a site, in the order of its form: who issues the certificates, and what holds for everybody. A field is an
 * entry here and a column of a migration; form, API, SQL and the rows of SQL are derived from it.
 */
const SITE_FIELDS = {
  name: siteField({
    column: 'name',
    stored: text,
    entered: z
      .string()
      .trim()
      .min(1, { error: 'is empty: name the place that issues the certificates' })
      .max(80, { error: 'has more than 80 characters: shorten it' }),
    box: { as: 'text', label: 'Place that issues the certificates', autoComplete: 'organization' },
  }),
  address: siteField({
    column: 'address',
    stored: text,
    entered: z
      .string()
      .trim()
      .min(1, { error: 'is empty: give its address' })
      .max(300, { error: 'has more than 300 characters: shorten it' }),
    box: { as: 'long text', label: 'Its address', autoComplete: 'street-address' },
  }),
  method: siteField({
    column: 'method',
    stored: text,
    entered: z
      .string()
      .trim()
      .max(200, { error: 'has more than 200 characters: shorten it' })
      .default('')
      .transform((typed) => typed || USUAL_METHOD),
    box: {
      as: 'text',
      label: 'Method and its revision',
      says: 'as it is named on the certificate; left empty: comparison with a reference',
    },
  }),
  /** Empty: that of the machine. */
  timeZone: siteField({
    column: 'time_zone',
    stored: text,
    entered: z
      .string()
      .trim()
      .max(60, { error: 'has more than 60 characters' })
      .refine((name) => name === '' || isTimeZone(name), { error: 'is no time zone: choose one from the list' })
      .default(''),
    box: { as: 'choice', label: 'Time zone', options: ZONES },
  }),
  pressureUnit: siteField({
    column: 'pressure_unit',
    stored: PressureUnitId,
    entered: PressureUnitId.default('kPa'),
    box: {
      as: 'choice',
      label: 'Unit that forms begin with',
      options: PRESSURE_UNIT_IDS.map((id) => [id, pressureUnitLabel(id)]),
    },
  }),
  decimalMark: chosen('decimal_mark', MARK_IDS, {
    usual: '.',
    error: 'is no decimal mark: choose one',
    label: 'Decimals are shown after',
    words: DECIMAL_MARKS,
  }),
  conditionUnits: chosen('condition_units', CONDITION_UNIT_IDS, {
    usual: 'si',
    error: 'are no units of conditions: choose some',
    label: 'Units of conditions',
    words: labelsOf(CONDITION_UNITS),
  }),
  paper: chosen('paper', PAPER_IDS, {
    usual: 'a4',
    error: 'is none of the papers: choose one',
    label: 'Paper',
    words: PAPERS,
  }),
  tagSize: chosen('tag_size', TAG_SIZE_IDS, {
    usual: '100x60',
    error: 'is none of the sizes: choose one',
    label: 'Range tags',
    words: TAG_SIZES,
  }),
  labelSize: chosen('label_size', LABEL_SIZE_IDS, {
    usual: '70x37',
    error: 'is none of the sizes: choose one',
    label: 'Labels of references',
    words: LABEL_SIZES,
  }),
  decisionRule: chosen('decision_rule', RUN_RULE_IDS, {
    usual: 'simple-acceptance',
    error: 'is no rule Barys knows: choose one',
    label: 'Decision rule that runs begin with',
    words: labelsOf(RUN_RULES),
  }),
  largestUncertainty: chosen('largest_uncertainty', LARGEST_UNCERTAINTY_IDS, {
    usual: '1',
    error: 'is none of the shares: choose one',
    label: 'Largest U that simple acceptance takes',
    words: LARGEST_UNCERTAINTIES,
  }),
  localGravity: siteField({
    column: 'local_gravity',
    stored: text,
    entered: z
      .union([z.literal(''), DecimalText])
      .default('')
      .refine((typed) => typed === '' || (Number(typed) >= 9.76 && Number(typed) <= 9.84), {
        error: 'is no gravity on earth: enter 9.76 to 9.84 m/s², or leave it empty',
      }),
    box: {
      as: 'text',
      label: 'Local gravity, m/s²',
      says: `for heads between reference and instrument; left empty: ${STANDARD_GRAVITY}, and what it may be off counts as uncertainty`,
    },
  }),
  certificateNumber: siteField({
    column: 'certificate_number',
    stored: text,
    entered: z
      .string()
      .trim()
      .max(40, { error: 'has more than 40 characters: shorten it' })
      .refine(isCertificateFormat, { error: 'numbers nothing: it needs {number}, and may have {year}' })
      .default('{number}'),
    box: {
      as: 'text',
      label: 'Certificates are numbered',
      says: '{number} is the record’s, {number:5} with noughts before it, {year} that of the seal',
    },
  }),
} as const
type Fields = typeof SITE_FIELDS
type SiteFieldName = keyof Fields

/** Every field of a site with its name, in the order of the form. */
export const SITE_FIELD_LIST = Object.entries(SITE_FIELDS) as readonly (readonly [
  SiteFieldName, // keys of a const object
  SiteFieldParts,
])[]

const shapesOf = <Sort extends 'stored' | 'entered'>(sort: Sort) =>
  Object.fromEntries(SITE_FIELD_LIST.map(([name, field]) => [name, field[sort]])) as {
    [Name in SiteFieldName]: Fields[Name][Sort] // of every field
  }

/** A site as it is entered: asked of the first administrator, changed by an administrator. */
export const SiteForm = z.object(shapesOf('entered'))
export type SiteForm = z.infer<typeof SiteForm>

/** A site as it is stored. */
export const Site = z.object(shapesOf('stored'))
export type Site = z.infer<typeof Site>

/** What holds for everybody where nobody has said otherwise: as the form takes what is left out. */
export const USUAL_SETTINGS = SiteForm.omit({ name: true, address: true, method: true, timeZone: true }).parse({})
export type SiteSettings = typeof USUAL_SETTINGS

/** The largest U a site accepts, as a share of the limit. */
export function shareOf({ largestUncertainty }: Pick<Site, 'largestUncertainty'>): number {
  const [share = 1, of = 1] = largestUncertainty.split('/').map(Number)
  return share / of
}

/** Gravity at a site, m/s²; null where nobody has said. */
export const gravityOf = ({ localGravity }: Pick<Site, 'localGravity'>): number | null =>
  localGravity === '' ? null : Number(localGravity)
