import { ADJUSTABLE, adjustedByOf } from '@/core/adjust/adjustedBy'
import { limitPercentSpan } from '@/core/error/errorLimit'
import { formatPlain } from '@/core/format/formatNumber'
import type { HostScale } from '@/core/loop/hostCheck'
import type { Construction } from '@/core/range/bodySteps'
import { fitIssueWords } from '@/core/range/fitIssues'
import { type OutputRow, outputTable } from '@/core/range/outputTable'
import { rangeSteps } from '@/core/range/rangeSteps'
import { type RangeVerdict, rangeVerdict, turndownOf } from '@/core/range/rangeVerdict'
import { sensorBody } from '@/core/range/sensorBody'
import { HOOK_UPS } from '@/core/run/plan/hookUp'
import { POINT_ORDERS } from '@/core/run/plan/plan'
import { pointName, testPointPercents } from '@/core/run/plan/pointScale'
import { isolateSteps } from '@/core/run/work/isolateSteps'
import type { WorkStep } from '@/core/run/work/workStep'
import { outputScale } from '@/core/signal/signal'
import { signalKind } from '@/core/signal/signalKind'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { transferWords } from '../core/transfer/transferWords'
import type { Capsule } from '../schema/capsule'
import type { Configuration } from '../schema/configuration'
import type { WantedForm } from '../schema/desks'
import { verdictWords } from '../words/verdictWords'
import { bodyIn } from './capsuleBody'
import { carriedHost, hostNotes } from './hostAfterChange'
import { hostScale } from './hostScale'
import { nextConfiguration } from './nextConfiguration'
import type { RangePlan, ScaledItem } from './rangePlanShape'

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
    isFixed: ['dial', 'gauge', 'factory'].includes(ADJUSTABLE[adjustedByOf(present)]),
    preferredCapsule,
  })
  const { next, objections } = nextConfiguration(present, wanted, verdict)
  const loopChanges = next ? changesInLoop(present, next, items) : []
  const isSpan = wanted.lrv !== wanted.urv
  const carried = next && carriedHost(present, wanted)
  return {
    verdict,
    ...verdictWords(verdict, isTurned(present, wanted) ? wanted : null),
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
    isTurned: isTurned(present, wanted),
    notes: next && verdict.kind !== 'unchanged' ? [...limitNotes(present, next), ...hostNotes(next, carried)] : [],
    carried,
  }
}

/** Whether the ends change places: the output then falls where it rose. */
const isTurned = (present: Configuration, wanted: WantedForm): boolean =>
  wanted.lrv !== wanted.urv && Math.sign(wanted.urv - wanted.lrv) !== Math.sign(present.urv - present.lrv)

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

function stepsOf(
  next: Configuration,
  verdict: Exclude<RangeVerdict, { kind: 'impossible' }>,
  loopChanges: readonly string[],
): WorkStep[] {
  return rangeSteps({
    verdict,
    adjustedBy: adjustedByOf(next),
    construction: constructionOf(next),
    isPneumatic: signalKind(next.signal).carrier === 'air',
    isolating: { count: isolateSteps(next).length, hookUp: HOOK_UPS[next.hookUp] },
    loopChanges,
    points: `${testPointPercents(next)
      .map((percent) => pointName(percent, next))
      .join(', ')}, ${POINT_ORDERS[next.pointOrder]}`,
  })
}

/** How a body is built; as is usual where the register does not say. Common practice, no source. */
export const constructionOf = (configuration: Configuration): Construction =>
  configuration.body?.construction ??
  (ADJUSTABLE[adjustedByOf(configuration)] === 'screws' ? 'force-balance' : 'strain-gauge')

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
