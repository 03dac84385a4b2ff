import { type Direction, type JudgingBasis, judgePoint } from '../analysis/judgedPoint'
import { shareOfLimit } from '../analysis/shareOfLimit'
import { exceeds, isAccepted, overallVerdict, type PointVerdict } from '../error/verdict'
import { calendarDate } from '../format/formatTime'
import { judgingBasis, type RunBasis } from '../run/judge/judgeSteps'
import { type RunRule, underRule } from '../run/plan/decisionRule'
import { referenceOfPoint, type ServedPoints } from '../run/plan/referenceOfPoint'
import { type Exchange, worldAt } from '../run/plan/worldAt'
import { type DecidedRound, ofCountedRounds } from '../run/roundRole'
import { convertPressure } from '../units/pressureUnit'
import { type DoubtedReference, type FoundError, supposedValue } from './foundError'
import { shareMoved, type WhenMoved } from './whenMoved'

type Named = DoubtedReference & { readonly id: string }

/** A point of a sealed run: what was read, and what was made of it. */
export type SealedPoint = {
  readonly percent: number
  readonly direction: Direction
  /** Decimal text as typed, in the unit of the reference and of the output. */
  readonly applied: string
  readonly output: string
  /** When it was first read, ISO time; a correction corrects what was typed then. */
  readonly takenAt: string
  /** As sealed, % of output span. */
  readonly errorPercentSpan: number
  readonly limitPercentSpan: number
  /** U and u as stated then, % of output span; null where the run states none. */
  readonly expandedUncertaintyPercentSpan: number | null
  readonly standardUncertaintyPercentSpan: number | null
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
    readonly points: readonly SealedPoint[]
  })[]
}

/** The reference in doubt, what is supposed of it, and the zone its days are told in. */
export type Doubt = WhenMoved & {
  readonly rangeId: string
  readonly found: FoundError
  readonly timeZone: string
}

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
  const basis = judgingBasis(run.world)
  const judged = points.map((point) => judgedAgain(point, run, { doubt, basis }))
  const before = outcomeOf(
    points.map((point) => asSealed(point, run.world)),
    verdict,
  )
  const isSame = judged.every(({ isMoved }) => !isMoved)
  const after = isSame
    ? before
    : outcomeOf(
        judged.map(({ point }) => point),
        overallVerdict(judged.map((each) => each.verdict)) ?? verdict,
      )
  return before && after && { before, after }
}

const asSealed = (
  { applied, ...point }: SealedPoint,
  { inputUnit, configuration }: RunInDoubt['world'],
): DecidingPoint => ({
  ...point,
  applied: convertPressure(Number(applied), inputUnit, configuration.unit),
  errorInput: null,
})

type Again = { readonly doubt: Doubt; readonly basis: JudgingBasis }

/** A point judged from its raw reading; moved where the reference in doubt had a part in it and had moved by then. */
function judgedAgain(sealed: SealedPoint, run: RunInDoubt, { doubt, basis }: Again) {
  const world = run.exchanges.length === 0 ? run.world : worldAt(run.world, run.exchanges, sealed.takenAt)
  const { configuration, inputUnit, outputReference, decisionRule } = world
  const { percent: targetPercent, direction, takenAt } = sealed
  const supposing = (reference: Named, shown: string, unit: string) => {
    const isDoubted = reference.id === doubt.rangeId
    const share = isDoubted ? shareMoved(calendarDate(new Date(takenAt), doubt.timeZone), doubt) : 0
    const isCorrecting = world.statesUncertainty === true
    const value = supposedValue(Number(shown), unit, reference, { found: doubt.found, share, isCorrecting })
    return { value, isMoved: share > 0 }
  }
  const applied = supposing(referenceOfPoint(targetPercent, world), sealed.applied, inputUnit)
  const output = outputReference
    ? supposing(outputReference, sealed.output, basis.scale.unit)
    : { value: Number(sealed.output), isMoved: false }
  const reading = {
    ...{ targetPercent, direction, output: output.value },
    applied: convertPressure(applied.value, inputUnit, configuration.unit),
  }
  const { expandedUncertaintyPercentSpan: expanded, standardUncertaintyPercentSpan } = sealed
  const plain = judgePoint(reading, basis)
  const { verdict } = expanded === null ? plain : underRule(plain, decisionRule, expanded)
  const { errorPercentSpan, limitPercentSpan, errorInput } = plain
  return {
    verdict,
    isMoved: applied.isMoved || output.isMoved,
    point: {
      ...{ percent: targetPercent, applied: reading.applied, errorPercentSpan, limitPercentSpan, errorInput },
      ...{ expandedUncertaintyPercentSpan: expanded, standardUncertaintyPercentSpan },
    },
  }
}

function outcomeOf(points: readonly DecidingPoint[], verdict: PointVerdict): Outcome | undefined {
  const nearest = points.reduce<DecidingPoint | undefined>(
    (worst, next) => (worst === undefined || shareOfLimit(next) > shareOfLimit(worst) ? next : worst),
    undefined,
  )
  return nearest && { verdict, nearest, share: signedShare(nearest), isUncertain: isUncertain(points) }
}

const signedShare = (point: DecidingPoint): number => Math.sign(point.errorPercentSpan) * shareOfLimit(point)

function isUncertain(points: readonly DecidingPoint[]): boolean | null {
  const stated = points.flatMap(({ errorPercentSpan, limitPercentSpan, expandedUncertaintyPercentSpan: expanded }) =>
    expanded === null ? [] : [exceeds(Math.abs(errorPercentSpan) + expanded, limitPercentSpan)],
  )
  return stated.length === 0 ? null : stated.includes(true)
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
