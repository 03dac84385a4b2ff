import { certificatesOfRange } from '@/plans/workingReferencesOf'
import { ImpactAsk } from '@/schema/impact'
import type { Reference } from '@/schema/reference'

/** What is typed and chosen of an impact, box by box. */
export type ImpactBoxes = {
  readonly rangeId: string
  readonly from: string
  readonly to: string
  readonly movement: string
  readonly on: string
  /** Id of a certificate, or how it is said to be off. */
  readonly source: string
  readonly value: string
}

/** Ways to say by how much it was off, where no certificate says it. */
export const SAID_BY = {
  constant: 'shows too much by',
  'percent-reading': 'shows too much by % of reading',
  'percent-range': 'shows too much by % of its range',
} as const
export const isSaid = (source: string): source is keyof typeof SAID_BY => source in SAID_BY

/** What to begin with: by the newest certificate with points, from the one before it on. */
export function boxesOf(reference: Reference, rangeId: string, today: string): ImpactBoxes {
  const certificates = certificatesOfRange(reference, rangeId)
  const [newest] = certificates.filter(({ range }) => range.points.length > 0)
  const before = certificates.find(
    ({ certificate }) => newest && certificate.calibratedOn < newest.certificate.calibratedOn,
  )
  const to = newest?.certificate.calibratedOn ?? today
  return {
    rangeId,
    from: before?.certificate.calibratedOn ?? yearBefore(to),
    to,
    movement: 'little-by-little',
    on: '',
    source: newest?.certificate.id ?? 'constant',
    value: '',
  }
}

const yearBefore = (day: string): string => `${Number(day.slice(0, 4)) - 1}${day.slice(4)}`

/** What is asked, or what is wrong in which box. */
export function askOf({
  source,
  value,
  on,
  ...rest
}: ImpactBoxes):
  | { readonly kind: 'ask'; readonly ask: ImpactAsk }
  | { readonly kind: 'refused'; readonly field: string; readonly words: string } {
  const typed = value.trim().replace('−', '-').replace(',', '.')
  const found = isSaid(source)
    ? { kind: source, value: typed === '' ? undefined : Number(typed) }
    : { kind: 'certificate', certificateId: source }
  const parsed = ImpactAsk.safeParse({ ...rest, found, on: rest.movement === 'on-a-day' ? on || null : null })
  if (parsed.success) return { kind: 'ask', ask: parsed.data }
  const [issue] = parsed.error.issues
  return { kind: 'refused', field: String(issue?.path[0] ?? ''), words: issue?.message ?? '' }
}
