import { exceeds } from '../error/verdict'
import { isWithin } from '../error/within'
import { formatPlain } from '../format/formatNumber'
import type { LinkBand, SensorBody, WantedRange } from './sensorBody'

/** Why a range does not fit a body. Worded by {@link fitIssueWords}. */
export type FitIssue =
  | { readonly code: 'no-span'; readonly value: number }
  | { readonly code: 'below-lrl'; readonly end: 'lrv' | 'urv'; readonly value: number; readonly lrl: number }
  | { readonly code: 'above-url'; readonly end: 'lrv' | 'urv'; readonly value: number; readonly url: number }
  | { readonly code: 'span-too-small'; readonly span: number; readonly minSpan: number }
  | { readonly code: 'span-too-large'; readonly span: number; readonly maxSpan: number }
  | { readonly code: 'no-reverse' }
  | { readonly code: 'no-link'; readonly span: number; readonly links: readonly LinkBand[] }

/** Everything that keeps a range from fitting a body; empty where it fits. */
export function fitIssues({ lrv, urv }: WantedRange, body: SensorBody): FitIssue[] {
  if (lrv === urv) return [{ code: 'no-span', value: lrv }]
  const size = Math.abs(urv - lrv)
  const issues: FitIssue[] = []
  for (const [end, value] of [
    ['lrv', lrv],
    ['urv', urv],
  ] as const) {
    if (isWithin(value, { low: body.lrl, high: body.url })) continue
    // Neither where a figure is still missing: a form says that in its own words.
    if (value < body.lrl) issues.push({ code: 'below-lrl', end, value, lrl: body.lrl })
    if (value > body.url) issues.push({ code: 'above-url', end, value, url: body.url })
  }
  if (exceeds(body.minSpan, size)) issues.push({ code: 'span-too-small', span: size, minSpan: body.minSpan })
  if (body.maxSpan !== null && exceeds(size, body.maxSpan))
    issues.push({ code: 'span-too-large', span: size, maxSpan: body.maxSpan })
  if (urv < lrv && !body.allowsReverse) issues.push({ code: 'no-reverse' })
  if (issues.length === 0 && body.links.length > 0 && linkForSpan(size, body.links, null) === null)
    issues.push({ code: 'no-link', span: size, links: body.links })
  return issues
}

/**
 * The link position that serves a span. Where two serve it, the present one stays. Bands written in whole numbers
 * (… 49, 50 …) leave a gap between them: a span in it belongs to the lower one. Ours, no source.
 *
 * @returns null where none does
 */
export function linkForSpan(size: number, links: readonly LinkBand[], present: string | null): LinkBand | null {
  const rising = links.toSorted((a, b) => a.minSpan - b.minSpan)
  const serving = rising.filter(({ minSpan, maxSpan }, index) => {
    const next = rising[index + 1]
    const isInGap = next !== undefined && exceeds(next.minSpan, size)
    return !exceeds(minSpan, size) && (!exceeds(size, maxSpan) || isInGap)
  })
  return serving.find(({ name }) => name === present) ?? serving[0] ?? null
}

/** A reason in words, with the unit. */
export function fitIssueWords(issue: FitIssue, unitLabel: string): string {
  const show = (value: number) => `${formatPlain(value)} ${unitLabel}`
  switch (issue.code) {
    case 'no-span':
      return `both ends are ${show(issue.value)}, so there is no span`
    case 'below-lrl':
      return `${issue.end.toUpperCase()} ${show(issue.value)} lies below the lower limit of ${show(issue.lrl)}`
    case 'above-url':
      return `${issue.end.toUpperCase()} ${show(issue.value)} lies above the upper limit of ${show(issue.url)}`
    case 'span-too-small':
      return `span ${show(issue.span)} is under the smallest of ${show(issue.minSpan)}`
    case 'span-too-large':
      return `span ${show(issue.span)} is over the largest of ${show(issue.maxSpan)}`
    case 'no-reverse':
      return 'URV lies below LRV, and this body cannot act in reverse'
    case 'no-link':
      return `no link position serves a span of ${show(issue.span)} (${issue.links.map(({ name, minSpan, maxSpan }) => `${name} ${formatPlain(minSpan)} … ${formatPlain(maxSpan)}`).join(', ')})`
    default:
      return issue satisfies never
  }
}
