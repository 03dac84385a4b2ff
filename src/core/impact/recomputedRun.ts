import { type Direction, judgePoint } from '../analysis/judgedPoint'
import { shareOfLimit } from '../analysis/shareOfLimit'
import { exceeds, isAccepted, overallVerdict, type PointVerdict } from '../error/verdict'
import { atInstrument } from '../pressure/lineHead'
import { judgingBasis, type RunBasis } from '../run/judge/judgeSteps'
import { type RuleOfRun, rulingOn } from '../run/plan/decisionRule'
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
  /** When each was first read, ms; only asked for where a reference was exchanged on the way. */
  readonly takenAt: readonly number[] | null
  /** As sealed, % of output span. */
  readonly errors: readonly number[]
  readonly limits: readonly number[]
  /** U and u as stated then, % of output span; null where the run states none. */
  readonly expanded: readonly number[] | null
  readonly standard: readonly number[] | null
}

/** A sealed run as far as a reference in doubt may change what it says. */
export type RunInDoubt = {
  /** When the work began, ms: as far as the reference had moved by then. */
  readonly begunAt: number
  readonly world: Pick<RunBasis, 'configuration' | 'inputUnit' | 'head' | 'lowLeg'> &
    ServedPoints<Named> &
    RuleOfRun & {
      readonly outputReference: Named | null
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
  const again = judgeAgain(run, doubt)
  const judgedPoints: Judged[] = []
  const verdicts: PointVerdict[] = []
  let isMoved = false
  // A loop and no list of points: tens of thousands of runs are judged in a few seconds.
  for (let index = 0; index < points.percents.length; index++) {
    const judged = again(index, points)
    before.add(index, points.errors[index] ?? 0, points.limits[index] ?? 0)
    after.add(index, judged.errorPercentSpan, judged.limitPercentSpan)
    judgedPoints.push(judged)
    verdicts.push(judged.verdict)
    isMoved ||= judged.isMoved
  }
  const { inputUnit, configuration } = run.world
  const as = before.outcome(verdict, (index) => ({
    applied: atInstrument(convertPressure(Number(points.applied[index]), inputUnit, configuration.unit), run.world),
    errorInput: null,
  }))
  // Where nothing has moved it is what was sealed, not what a newer version would make of it.
  const is = isMoved ? after.outcome(overallVerdict(verdicts) ?? verdict, (index) => judgedPoints[index]) : as
  return as && is && { before: as, after: is }
}

type Judged = Pick<DecidingPoint, 'applied' | 'errorInput' | 'errorPercentSpan' | 'limitPercentSpan'>

/** Keeps the point nearest its limit, and whether any reaches beyond it with its U. */
class Nearest {
  private index = -1
  private largest = -1
  private error = 0
  private limit = 0
  private isBeyond = false

  constructor(private readonly points: SealedPoints) {}

  add(index: number, errorPercentSpan: number, limitPercentSpan: number): void {
    const share = shareOfLimit({ errorPercentSpan, limitPercentSpan })
    if (share > this.largest) {
      this.largest = share
      this.index = index
      this.error = errorPercentSpan
      this.limit = limitPercentSpan
    }
    const expanded = this.points.expanded?.[index]
    if (expanded !== undefined && exceeds(Math.abs(errorPercentSpan) + expanded, limitPercentSpan)) this.isBeyond = true
  }

  /** @param at what else is known of a point: asked for the nearest alone */
  outcome(
    verdict: PointVerdict,
    at: (index: number) => Pick<DecidingPoint, 'applied' | 'errorInput'> | undefined,
  ): Outcome | undefined {
    const { index, points, error, limit } = this
    const told = at(index)
    if (index < 0 || !told) return undefined
    return {
      verdict,
      nearest: {
        percent: points.percents[index] ?? 0,
        applied: told.applied,
        errorInput: told.errorInput,
        errorPercentSpan: error,
        limitPercentSpan: limit,
        expandedUncertaintyPercentSpan: points.expanded?.[index] ?? null,
        standardUncertaintyPercentSpan: points.standard?.[index] ?? null,
      },
      share: Math.sign(error) * this.largest,
      isUncertain: points.expanded === null ? null : this.isBeyond,
    }
  }
}

type JudgedAgain = Judged & {
  readonly verdict: PointVerdict
  /** The reference in doubt had a part in it, and had moved by then. */
  readonly isMoved: boolean
}

/** Judges points of a run from their raw readings; what is the same for all of them is made once. */
function judgeAgain(run: RunInDoubt, doubt: Doubt): (index: number, points: SealedPoints) => JudgedAgain {
  const { inputUnit, configuration, statesUncertainty } = run.world
  const judging = judgingBasis(run.world)
  const untouched = { found: doubt.found, share: 0, isCorrecting: statesUncertainty === true }
  const moved = { ...untouched, share: shareMoved(run.begunAt, doubt) }
  const isDoubted = (reference: Named | null) => reference?.id === doubt.rangeId && moved.share > 0
  return (index, points) => {
    const world = worldOfPoint(run, points.takenAt?.[index])
    const targetPercent = points.percents[index] ?? 0
    const serving = referenceOfPoint(targetPercent, world)
    const { outputReference } = world
    const [isInput, isOutput] = [isDoubted(serving), isDoubted(outputReference)]
    const shown = supposedValue(Number(points.applied[index]), inputUnit, serving, isInput ? moved : untouched)
    const output = Number(points.outputs[index])
    const judged = judgePoint(
      {
        targetPercent,
        direction: points.directions[index] ?? 'rising',
        applied: atInstrument(convertPressure(shown, inputUnit, configuration.unit), run.world),
        output: outputReference
          ? supposedValue(output, judging.scale.unit, outputReference, isOutput ? moved : untouched)
          : output,
      },
      judging,
    )
    const u = points.expanded?.[index]
    const { verdict } = u === undefined ? judged : rulingOn(judged, run.world, u)
    return {
      applied: judged.applied,
      errorInput: judged.errorInput,
      errorPercentSpan: judged.errorPercentSpan,
      limitPercentSpan: judged.limitPercentSpan,
      verdict,
      isMoved: isInput || isOutput,
    }
  }
}

/** The world a point was read in; it is told by its time where a reference was exchanged on the way. */
const worldOfPoint = ({ world, exchanges }: RunInDoubt, takenAt: number | undefined) =>
  takenAt === undefined ? world : worldAt(world, exchanges, new Date(takenAt).toISOString())

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
