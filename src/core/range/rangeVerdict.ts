import { Refusal } from '../refusal'
import { type FitIssue, fitIssues, linkForSpan } from './fitIssues'
import type { SensorBody, WantedRange } from './sensorBody'

/** A capsule kept in stock, in the unit of the wanted range. */
export type StockCapsule = { readonly code: string; readonly body: SensorBody; readonly count: number }

/** What is to be judged. */
export type RangeRequest = {
  readonly present: WantedRange
  readonly wanted: WantedRange
  readonly body: SensorBody
  /** Where the link stands now; null where there is none or nobody knows. */
  readonly presentLink: string | null
  readonly stock: readonly StockCapsule[]
  /** Whether the range is printed on the instrument itself, as on a dial. */
  readonly isFixed: boolean
  /** Code of the capsule somebody prefers to the best; ignored where it does not fit. */
  readonly preferredCapsule?: string | undefined
}

/** What a wanted range asks of the instrument, and where that is done. */
export type RangeVerdict =
  | { readonly kind: 'unchanged' }
  | { readonly kind: 're-range'; readonly place: 'field' }
  | { readonly kind: 'link'; readonly place: 'field'; readonly from: string | null; readonly to: string }
  | {
      readonly kind: 'capsule'
      readonly place: 'shop'
      readonly capsule: StockCapsule
      readonly link: string | null
      readonly because: readonly FitIssue[]
      readonly others: readonly StockCapsule[]
    }
  | {
      readonly kind: 'impossible'
      readonly because: readonly FitIssue[]
      readonly isFixed: boolean
      readonly tried: readonly { readonly code: string; readonly issues: readonly FitIssue[] }[]
    }

/**
 * What has to be done for a wanted range: nothing, only re-ranging, moving the link, another capsule, or it cannot be
 * done. A range in the same link band needs no move; another band needs the link moved; another capsule is shop work.
 *
 * Source: common practice, no source.
 */
export function rangeVerdict(request: RangeRequest): RangeVerdict {
  const { present, wanted, body, presentLink, stock, isFixed } = request
  if (present.lrv === wanted.lrv && present.urv === wanted.urv) return { kind: 'unchanged' }
  const because = fitIssues(wanted, body)
  if (isFixed) return { kind: 'impossible', because, isFixed, tried: [] }
  if (because.length === 0) return withinBody(wanted, body, presentLink)
  const fitting = fittingCapsules(wanted, stock)
  const capsule = fitting.find(({ code }) => code === request.preferredCapsule) ?? fitting[0]
  if (!capsule || because.some(({ code }) => code === 'no-span'))
    return {
      kind: 'impossible',
      because,
      isFixed,
      tried: stock.map((each) => ({ code: each.code, issues: fitIssues(wanted, each.body) })),
    }
  const link = linkForSpan(spanSize(wanted), capsule.body.links, null)
  const others = fitting.filter((other) => other !== capsule)
  return { kind: 'capsule', place: 'shop', capsule, link: link?.name ?? null, because, others }
}

function withinBody(wanted: WantedRange, body: SensorBody, presentLink: string | null): RangeVerdict {
  const link = linkForSpan(spanSize(wanted), body.links, presentLink)
  if (link === null || link.name === presentLink) return { kind: 're-range', place: 'field' }
  return { kind: 'link', place: 'field', from: presentLink, to: link.name }
}

/**
 * Capsules in stock that a range fits, best first: the one whose largest span is used most, as the error of a body is
 * commonly a share of what it can do. Common practice, no source.
 */
export function fittingCapsules(wanted: WantedRange, stock: readonly StockCapsule[]): StockCapsule[] {
  return stock
    .filter(({ count, body }) => count > 0 && fitIssues(wanted, body).length === 0)
    .toSorted((a, b) => largestSpan(a.body) - largestSpan(b.body) || a.code.localeCompare(b.code))
}

const largestSpan = ({ maxSpan, lrl, url }: SensorBody) => maxSpan ?? url - lrl
const spanSize = ({ lrv, urv }: WantedRange) => Math.abs(urv - lrv)

/** What a turndown is counted from: the largest span, or the limit that lies further from zero. */
export const turndownFrom = ({ maxSpan, url, lrl }: SensorBody): number =>
  maxSpan ?? Math.max(Math.abs(url), Math.abs(lrl))

/** Largest span over the span wanted. */
export function turndownOf(wanted: WantedRange, body: SensorBody): number {
  if (wanted.lrv === wanted.urv)
    throw new Refusal('wantedUrv', `equals LRV (${wanted.lrv}), so the span is zero`, 'enter two different values')
  return turndownFrom(body) / spanSize(wanted)
}
