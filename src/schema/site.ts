import { z } from 'zod'
import { isCertificateFormat } from '@/core/format/certificateNumber'
import { RUN_RULE_IDS } from '@/core/run/plan/decisionRule'
import { CONDITION_UNIT_IDS } from '@/core/units/conditionUnits'
import { PressureUnitId } from './errorLimit'

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

/** Whether this machine knows a zone of the IANA database by a name. */
export function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name })
    return true
  } catch {
    return false
  }
}

/** Who issues the certificates, and what holds for everybody: asked of the first administrator, changed by an administrator. */
export const SiteForm = z.object({
  name: z
    .string()
    .trim()
    .min(1, { error: 'is empty: name the place that issues the certificates' })
    .max(80, { error: 'has more than 80 characters: shorten it' }),
  address: z
    .string()
    .trim()
    .min(1, { error: 'is empty: give its address' })
    .max(300, { error: 'has more than 300 characters: shorten it' }),
  method: z
    .string()
    .trim()
    .max(200, { error: 'has more than 200 characters: shorten it' })
    .default('')
    .transform((typed) => typed || USUAL_METHOD),
  /** Empty: that of the machine. */
  timeZone: z
    .string()
    .trim()
    .max(60, { error: 'has more than 60 characters' })
    .refine((name) => name === '' || isTimeZone(name), { error: 'is no time zone: choose one from the list' })
    .default(''),
  pressureUnit: PressureUnitId.default('kPa'),
  paper: z.enum(PAPER_IDS, { error: 'is none of the papers: choose one' }).default('a4'),
  decimalMark: z.enum(MARK_IDS, { error: 'is no decimal mark: choose one' }).default('.'),
  conditionUnits: z.enum(CONDITION_UNIT_IDS, { error: 'are no units of conditions: choose some' }).default('si'),
  tagSize: z.enum(TAG_SIZE_IDS, { error: 'is none of the sizes: choose one' }).default('100x60'),
  labelSize: z.enum(LABEL_SIZE_IDS, { error: 'is none of the sizes: choose one' }).default('70x37'),
  decisionRule: z.enum(RUN_RULE_IDS, { error: 'is no rule Barys knows: choose one' }).default('simple-acceptance'),
  certificateNumber: z
    .string()
    .trim()
    .max(40, { error: 'has more than 40 characters: shorten it' })
    .refine(isCertificateFormat, { error: 'numbers nothing: it needs {number}, and may have {year}' })
    .default('{number}'),
})
export type SiteForm = z.infer<typeof SiteForm>

/** What holds for everybody where nobody has said otherwise: as the form takes what is left out. */
export const USUAL_SETTINGS = SiteForm.omit({ name: true, address: true, method: true, timeZone: true }).parse({})
export type SiteSettings = typeof USUAL_SETTINGS
