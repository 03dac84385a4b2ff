import { type Direction, type JudgingBasis, judgePoint } from '../analysis/judgedPoint'
import { shareOfLimit } from '../analysis/shareOfLimit'
import { exceeds, isAccepted, overallVerdict, type PointVerdict } from '../error/verdict'
import { judgingBasis, type RunBasis } from '../run/judge/judgeSteps'
import { type RunRule, underRule } from '../run/plan/decisionRule'
import { referenceOfPoint, type ServedPoints } from '../run/plan/referenceOfPoint'
import { type Exchange, worldAt } from '../run/plan/worldAt'
import { type DecidedRound, ofCountedRounds } from '../run/roundRole'
import { convertPressure } from '../units/pressureUnit'
import { type DoubtedReference, type FoundError, supposedValue } from './foundError'
import { shareMoved, type WhenMoved } from './whenMoved'

type Named = DoubtedReference & { readonly id: string }

/** The points of a sealed round, column by column in their order: what was read, and what was made of it. */
export type SealedPoints = {
  readonly percents: readonly number[]
  readonly directions: readonly Direction[]
  /** Decimal text as typed, in the unit of the reference and of the output. */
  readonly applied: readonly string[]
  readonly outputs: readonly string[]
  /** When each was first read, ms; a correction corrects what was typed then. */
  readonly takenAt: readonly number[]
  /** As sealed, % of output span. */
  readonly errors: readonly number[]
  readonly limits: readonly number[]
  /** U and u as stated then, % of output span; null where the run states none. */
  readonly expanded: readonly number[] | null
  readonly standard: readonly number[] | null
}

/** A sealed run as far as a reference in doubt may change what it says. */
export type RunInDoubt = {
  readonly world: Pick<RunBasis, 'configuration' | 'inputUnit'> &
    ServedPoints<Named> & {
      readonly outputReference: Named | null
      readonly decisionRule: RunRule
      readonly statesUncertainty?: true | undefined
    }
  readonly exchanges: readonly Exchange<Named>[]
  readonly rounds: readonly (DecidedRound & {
    /** As sealed. */
    readonly verdict: PointVerdict
    readonly points: SealedPoints
  })[]
}

/** The reference in doubt and what is supposed of it. */
export type Doubt = WhenMoved & { readonly rangeId: string; readonly found: FoundError }

/** A point as it decides: nearest its limit. */
export type DecidingPoint = {
  readonly percent: number
  /** In the unit of the range. */
  readonly applied: number
  readonly errorPercentSpan: number
  readonly limitPercentSpan: number
  readonly expandedUncertaintyPercentSpan: number | null
  readonly standardUncertaintyPercentSpan: number | null
  /** What the process value is read wrong by, in the unit of the range; null where it was not worked out. */
  readonly errorInput: number | null
}

/** What a round says. */
export type Outcome = {
  readonly verdict: PointVerdict
  readonly nearest: DecidingPoint
  /** Its error as a share of its limit, with its sign. */
  readonly share: number
  /** At some point error and U together reach beyond the limit; null where no U is stated. */
  readonly isUncertain: boolean | null
}

/** One round as it was sealed, and as it is with the reference as it is supposed to have been. */
export type RoundInDoubt = { readonly before: Outcome; readonly after: Outcome }

/**
 * A run judged again from its raw readings by its own rule, with a reference as it is supposed to have been. The
 * uncertainty stays what was stated: in doubt is what was applied, not how well it was read.
 */
export function recomputedRun(
  run: RunInDoubt,
  doubt: Doubt,
): { asFound: RoundInDoubt | undefined; asLeft: RoundInDoubt | undefined } {
  return ofCountedRounds(
    run.rounds,
    run.rounds.map((round) => recomputedRound(round, run, doubt)),
  )
}

function recomputedRound(
  { points, verdict }: RunInDoubt['rounds'][number],
  run: RunInDoubt,
  doubt: Doubt,
): RoundInDoubt | undefined {
  const before = new Nearest(points)
  const after = new Nearest(points)
  const judging = judgingBasis(run.world)
  const verdicts: PointVerdict[] = []
  let isMoved = false
  // A loop and no list of points: tens of thousands of runs are judged in a few seconds.
  for (let index = 0; index < points.percents.length; index++) {
    const again = judgedAgain(index, points, { run, doubt, judging })
    const { inputUnit, configuration } = run.world
    const applied = convertPressure(Number(points.applied[index]), inputUnit, configuration.unit)
    const sealed = {
      applied,
      errorInput: null,
      errorPercentSpan: points.errors[index] ?? 0,
      limitPercentSpan: points.limits[index] ?? 0,
    }
    before.add(index, sealed)
    after.add(index, again ?? sealed)
    if (again) verdicts.push(again.verdict)
    isMoved ||= again !== null && again.isMoved
  }
  const as = before.outcome(verdict)
  // Where nothing has moved it is what was sealed, not what a newer version would make of it.
  const is = isMoved ? after.outcome(overallVerdict(verdicts) ?? verdict) : as
  return as && is && { before: as, after: is }
}

type Judged = Pick<DecidingPoint, 'applied' | 'errorInput' | 'errorPercentSpan' | 'limitPercentSpan'>

/** Keeps the point nearest its limit, and whether any reaches beyond it with its U. */
class Nearest {
  private index = -1
  private point: Judged | null = null
  private largest = -1
  private isBeyond = false

  constructor(private readonly points: SealedPoints) {}

  add(index: number, point: Judged): void {
    const share = shareOfLimit(point)
    if (share > this.largest) {
      this.largest = share
      this.index = index
      this.point = point
    }
    const expanded = this.points.expanded?.[index]
    if (expanded !== undefined && exceeds(Math.abs(point.errorPercentSpan) + expanded, point.limitPercentSpan))
      this.isBeyond = true
  }

  outcome(verdict: PointVerdict): Outcome | undefined {
    const { point, index, points } = this
    if (!point) return undefined
    const { applied, errorInput, errorPercentSpan, limitPercentSpan } = point
    return {
      verdict,
      nearest: {
        ...{ percent: points.percents[index] ?? 0, applied, errorInput, errorPercentSpan, limitPercentSpan },
        expandedUncertaintyPercentSpan: points.expanded?.[index] ?? null,
        standardUncertaintyPercentSpan: points.standard?.[index] ?? null,
      },
      share: Math.sign(errorPercentSpan) * this.largest,
      isUncertain: points.expanded === null ? null : this.isBeyond,
    }
  }
}

type Again = { readonly run: RunInDoubt; readonly doubt: Doubt; readonly judging: JudgingBasis }

/** A point judged from its raw reading, and whether the reference in doubt had a part in it and had moved by then. */
function judgedAgain(index: number, points: SealedPoints, { run, doubt, judging }: Again) {
  const { percents, directions, applied: shown, outputs, takenAt: times, expanded } = points
  const [targetPercent, direction, at] = [percents[index], directions[index], times[index]]
  if (targetPercent === undefined || direction === undefined || at === undefined) return null
  const { exchanges } = run
  const world = exchanges.length === 0 ? run.world : worldAt(run.world, exchanges, new Date(at).toISOString())
  const { configuration, inputUnit, outputReference, decisionRule } = world
  const isCorrecting = world.statesUncertainty === true
  const valueOf = (reference: Named, text: string | undefined, unit: string, share: number) =>
    supposedValue(Number(text), unit, reference, { found: doubt.found, share, isCorrecting })
  const shareOf = (reference: Named) => (reference.id === doubt.rangeId ? shareMoved(at, doubt) : 0)
  const serving = referenceOfPoint(targetPercent, world)
  const share = shareOf(serving)
  const outputShare = outputReference ? shareOf(outputReference) : 0
  const reading = {
    ...{ targetPercent, direction },
    applied: convertPressure(valueOf(serving, shown[index], inputUnit, share), inputUnit, configuration.unit),
    output: outputReference
      ? valueOf(outputReference, outputs[index], judging.scale.unit, outputShare)
      : Number(outputs[index]),
  }
  const judged = judgePoint(reading, judging)
  const u = expanded?.[index]
  const { verdict } = u === undefined ? judged : underRule(judged, decisionRule, u)
  const { applied, errorInput, errorPercentSpan, limitPercentSpan } = judged
  return { applied, errorInput, errorPercentSpan, limitPercentSpan, verdict, isMoved: share > 0 || outputShare > 0 }
}

/** What a reference in doubt changes in what a round says; the gravest first. */
export const CHANGES = {
  'to-fail': 'pass → fail',
  'in-doubt': 'pass → in doubt',
  'to-pass': 'fail → pass',
  same: 'stays as it was',
} as const
export type Change = keyof typeof CHANGES
export const CHANGE_IDS = Object.keys(CHANGES) as Change[] // keys of a const object

/**
 * What changes in a round. In doubt: accepted still, but error and U together now reach beyond the limit and did not
 * before. A rule whose condition is not met states nothing, before and after.
 */
export function changeOf({ before, after }: RoundInDoubt): Change {
  const [was, is] = [passes(before), passes(after)]
  if (was === null || is === null) return 'same'
  if (was && !is) return 'to-fail'
  if (!was && is) return 'to-pass'
  return is && after.isUncertain && !before.isUncertain ? 'in-doubt' : 'same'
}

const passes = ({ verdict }: Outcome): boolean | null => (verdict === 'not-stated' ? null : isAccepted(verdict))

/** The gravest of several changes. */
export const gravest = (changes: readonly Change[]): Change =>
  CHANGE_IDS.find((change) => changes.includes(change)) ?? 'same'
