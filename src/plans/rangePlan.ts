import { limitPercentSpan } from '@/core/error/errorLimit'
import { formatPlain } from '@/core/format/formatNumber'
import type { HostScale } from '@/core/loop/hostCheck'
import { carriedScale } from '@/core/range/carriedScale'
import { fitIssueWords } from '@/core/range/fitIssues'
import { type OutputRow, outputTable } from '@/core/range/outputTable'
import { pointsForNewRange } from '@/core/range/pointsForNewRange'
import { rangeSteps } from '@/core/range/rangeSteps'
import { type RangeVerdict, rangeVerdict, turndownOf } from '@/core/range/rangeVerdict'
import { sensorBody } from '@/core/range/sensorBody'
import { settableRange } from '@/core/range/settableRange'
import { adjustableOf } from '@/core/run/advise/adjustable'
import { HOOK_UPS } from '@/core/run/plan/hookUp'
import { POINT_ORDERS } from '@/core/run/plan/plan'
import { pointName, testPointPercents } from '@/core/run/plan/pointScale'
import { isolateSteps } from '@/core/run/work/isolateSteps'
import type { WorkStep } from '@/core/run/work/workStep'
import { outputScale } from '@/core/signal/signal'
import { signalKind } from '@/core/signal/signalKind'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { Capsule } from '../schema/capsule'
import type { Configuration } from '../schema/configuration'
import { ConfigurationNumbers } from '../schema/configurationForm'
import type { WantedForm } from '../schema/desks'
import { transferWords } from '../words/transferWords'
import { verdictWords } from '../words/verdictWords'
import { bodyIn } from './capsuleBody'
import { hostScale } from './hostScale'

/** An item of the loop that has a scale of its own, as the loop card names it. */
export type ScaledItem = { readonly name: string; readonly words: string }

/** Everything a range change comes to: what the desk shows, and what the server applies. */
export type RangePlan = {
  readonly verdict: RangeVerdict
  readonly headline: string
  readonly detail: string
  readonly place: string
  /** Why it does not fit, in words; empty where it does. */
  readonly reasons: readonly string[]
  /** What each capsule in stock lacks. */
  readonly tried: readonly { readonly code: string; readonly reasons: readonly string[] }[]
  readonly turndown: number | null
  readonly steps: readonly WorkStep[]
  readonly loopChanges: readonly string[]
  readonly table: readonly OutputRow[]
  /** The configuration it leads to; null where it cannot be done, or where it is refused for another reason. */
  readonly next: Configuration | null
  /** Why there is no next configuration although the sensor could do it. */
  readonly objections: readonly string[]
  /** What to look at although it can be done: limits that do not move with the span, a host that would show otherwise. */
  readonly notes: readonly string[]
  /** The host's scale that would go on showing the same; null where it does, or where another is wanted. */
  readonly carried: Configuration['displayScale']
}

/**
 * Works out a range change: the same on the desk at every keystroke and on the server when it is applied.
 *
 * @param preferredCapsule code of a capsule that fits, where another than the best is wanted
 */
export function rangePlan(
  present: Configuration,
  wanted: WantedForm,
  {
    capsules,
    items = [],
    preferredCapsule,
  }: {
    capsules: readonly Capsule[]
    items?: readonly ScaledItem[]
    preferredCapsule?: string | undefined
  },
): RangePlan {
  const unit = pressureUnitLabel(present.unit)
  const verdict = rangeVerdict({
    present,
    wanted,
    body: sensorBody(present),
    presentLink: present.body?.link ?? null,
    stock: fitting(present, capsules).map((capsule) => ({
      code: capsule.code,
      body: bodyIn(capsule, present.unit),
      count: capsule.kept,
    })),
    isFixed: signalKind(present.signal).setBy === 'gauge',
    preferredCapsule,
  })
  const { next, objections } = nextConfiguration(present, wanted, verdict)
  const loopChanges = next ? changesInLoop(present, next, items) : []
  const isSpan = wanted.lrv !== wanted.urv
  const carried = next && carriedHost(present, wanted)
  return {
    verdict,
    ...verdictWords(verdict),
    reasons: 'because' in verdict ? verdict.because.map((issue) => fitIssueWords(issue, unit)) : [],
    tried:
      verdict.kind === 'impossible'
        ? verdict.tried.map(({ code, issues }) => ({
            code,
            reasons:
              issues.length === 0 ? ['fits, and none is left'] : issues.map((issue) => fitIssueWords(issue, unit)),
          }))
        : [],
    turndown: isSpan ? turndownOf(wanted, next ? sensorBody(next) : sensorBody(present)) : null,
    steps: verdict.kind === 'impossible' || !next ? [] : stepsOf(next, verdict, loopChanges),
    loopChanges,
    table: tableOf(present, wanted),
    next,
    objections,
    notes: next && verdict.kind !== 'unchanged' ? [...limitNotes(present, next), ...hostNotes(next, carried)] : [],
    carried,
  }
}

/**
 * The scale that would go on showing the same, where a typed range moves under one that is left as it is. A vessel or a
 * flow set-up brings a scale of its own.
 */
function carriedHost(present: Configuration, wanted: WantedForm): Scale | null {
  const { displayScale } = present
  if (!displayScale || !wanted.displayScale || wanted.source !== 'typed') return null
  if (!isSameScale(displayScale, wanted.displayScale) || takesRoot(present) !== takesRoot(wanted)) return null
  const carried = carriedScale(displayScale, { present, wanted, takesRoot: takesRoot(present) })
  return carried && !isSameScale(settable(carried), settable(displayScale)) ? settable(carried) : null
}

type Scale = NonNullable<Configuration['displayScale']>

type Rooted = Pick<WantedForm, 'transfer'> & { readonly hostRoot?: boolean | undefined }
const takesRoot = ({ transfer, hostRoot = false }: Rooted): boolean => transfer.kind !== 'linear' || hostRoot

const isSameScale = (a: Scale, b: Scale): boolean => a.lower === b.lower && a.upper === b.upper && a.unit === b.unit

/** A scale of a host is set as finely as a range is. */
function settable({ lower, upper, unit }: Scale): Scale {
  const { lrv, urv } = settableRange({ lrv: lower, urv: upper })
  return { lower: lrv, upper: urv, unit }
}

/** What a host that keeps its scale would show wrong, at the end of the new range where it is further off. */
function hostNotes({ displayScale, lrv, urv, unit }: Configuration, carried: Scale | null): string[] {
  if (!displayScale || !carried) return []
  const off = (end: 'lower' | 'upper') => Math.abs(carried[end] - displayScale[end])
  const end = off('upper') >= off('lower') ? 'upper' : 'lower'
  const shown = (value: number) => `${formatPlain(value)} ${displayScale.unit}`
  const input = `${formatPlain(end === 'upper' ? urv : lrv)} ${pressureUnitLabel(unit)}`
  return [
    `The host keeps ${formatPlain(displayScale.lower)} … ${shown(displayScale.upper)}: at ${input} it would show ${shown(displayScale[end])}, and by its present range that is ${shown(carried[end])}. Scale it too, unless what it shows is meant to change.`,
  ]
}

/** Parts of the error limit that stay what they were in pressure, and so become another share of the span. */
function limitNotes(present: Configuration, next: Configuration): string[] {
  const percentSpan = ({ errorLimit, lrv, urv, unit, url }: Configuration) =>
    limitPercentSpan(urv, errorLimit, { range: { lrv, urv, unit }, url })
  const [before, after] = [percentSpan(present), percentSpan(next)]
  if (Math.abs(after / before - 1) < 1e-6) return []
  const show = (percent: number) => `±${formatPlain(Number(percent.toPrecision(3)))} %`
  return [
    `The error limit at URV becomes ${show(after)} of span; it was ${show(before)}. Edit it if that is not meant.`,
  ]
}

/** Capsules that go into the body of an instrument. */
const fitting = ({ body }: Configuration, capsules: readonly Capsule[]) =>
  capsules.filter(({ family }) => body !== undefined && body.family !== null && family === body.family)

function nextConfiguration(
  present: Configuration,
  wanted: WantedForm,
  verdict: RangeVerdict,
): Pick<RangePlan, 'next' | 'objections'> {
  if (verdict.kind === 'impossible') return { next: null, objections: [] }
  const { hostRoot: _, ...rest } = present
  const range = { lrv: wanted.lrv, urv: wanted.urv, unit: present.unit }
  const parsed = ConfigurationNumbers.safeParse({
    ...rest,
    lrv: wanted.lrv,
    urv: wanted.urv,
    displayScale: wanted.displayScale,
    transfer: wanted.transfer,
    ...(wanted.hostRoot && { hostRoot: true }),
    testPoints: pointsForNewRange({ scale: pointScaleOf(present, wanted), points: present.testPoints }, present, range),
    pointScale: pointScaleOf(present, wanted),
    ...bodyAfter(present, verdict),
  })
  if (parsed.success) return { next: parsed.data, objections: [] }
  return { next: null, objections: parsed.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`) }
}

/** Points in % of flow mean nothing once no root is taken. */
const pointScaleOf = (present: Configuration, { transfer }: WantedForm): Configuration['pointScale'] =>
  transfer.kind === 'linear' && present.pointScale === 'output' ? 'input' : present.pointScale

function bodyAfter({ body }: Configuration, verdict: RangeVerdict): Partial<Configuration> {
  if (!body) return {}
  if (verdict.kind === 'link') return { body: { ...body, link: verdict.to } }
  if (verdict.kind !== 'capsule') return {}
  const { code, body: capsule } = verdict.capsule
  return {
    lrl: capsule.lrl,
    url: capsule.url,
    minSpan: capsule.minSpan,
    body: {
      ...body,
      capsule: code,
      maxSpan: capsule.maxSpan,
      links: capsule.links,
      link: verdict.link,
      allowsReverse: capsule.allowsReverse,
    },
  }
}

function stepsOf(
  next: Configuration,
  verdict: Exclude<RangeVerdict, { kind: 'impossible' }>,
  loopChanges: readonly string[],
): WorkStep[] {
  return rangeSteps({
    verdict,
    adjustable: adjustableOf({ configuration: next }),
    isPneumatic: signalKind(next.signal).carrier === 'air',
    isolating: { count: isolateSteps(next).length, hookUp: HOOK_UPS[next.hookUp] },
    loopChanges,
    points: `${testPointPercents(next)
      .map((percent) => pointName(percent, next))
      .join(', ')}, ${POINT_ORDERS[next.pointOrder]}`,
  })
}

/** What of the loop changes with a configuration, in words. */
export function changesInLoop(present: Configuration, next: Configuration, items: readonly ScaledItem[]): string[] {
  const [before, after] = [hostScale(present), hostScale(next)]
  const scale = ({ lower, upper, unit }: HostScale) => `${formatPlain(lower)} … ${formatPlain(upper)} ${unit}`
  const isScaleChanged = scale(before) !== scale(after)
  const isRootMoved =
    transferWords(present.transfer) !== transferWords(next.transfer) || present.hostRoot !== next.hostRoot
  return [
    ...(isScaleChanged ? [`Host: scale from ${scale(before)} to ${scale(after)}`] : []),
    ...(isRootMoved
      ? [
          `Square root: ${next.hostRoot ? 'taken in the host, none in the transmitter' : next.transfer.kind === 'linear' ? 'taken nowhere' : `in the transmitter (${transferWords(next.transfer)}), none in the host`}`,
        ]
      : []),
    ...(isScaleChanged || isRootMoved ? items.map(({ name, words }) => `${name}: ${words}`) : []),
  ]
}

/** The table of a range that has a span; nothing while its ends or those of its display are one. */
function tableOf(present: Configuration, wanted: WantedForm): OutputRow[] {
  const { displayScale } = wanted
  if (wanted.lrv === wanted.urv || (displayScale && displayScale.lower === displayScale.upper)) return []
  const range = { lrv: wanted.lrv, urv: wanted.urv, unit: present.unit }
  const scale = outputScale(present.signal, { ...range, unitLabel: pressureUnitLabel(present.unit) })
  const display = hostScale({ ...present, ...range, displayScale, hostRoot: wanted.hostRoot ? true : undefined })
  return outputTable({ range, scale, transfer: wanted.transfer, display })
}
