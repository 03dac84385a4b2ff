import { specificRisk } from '@/core/conformity/risk'
import { calendarDate } from '@/core/format/formatTime'
import { CHANGE_IDS, changeOf, gravest, type Outcome, type RoundInDoubt } from '@/core/impact/recomputedRun'
import { errorBasis, shownPercent } from '@/core/run/judge/errorBasis'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { ImpactDot, ImpactRow } from '../schema/impact'
import type { World } from '../schema/world'

/** A sealed run and what became of it. */
export type Recomputed = {
  readonly sequence: number
  readonly instrumentId: string
  readonly tag: string
  readonly begunAt: Date
  readonly world: Pick<World, 'configuration' | 'points'>
  readonly asFound: RoundInDoubt | undefined
  readonly asLeft: RoundInDoubt | undefined
}

/** The round that changes most; as left where both change alike, as it has measured since. One alone is both. */
export function tellingRound({ asFound, asLeft }: Pick<Recomputed, 'asFound' | 'asLeft'>) {
  const first = asLeft ? ('as-found' as const) : ('both' as const)
  const rounds = [
    ...(asLeft ? [{ round: 'as-left' as const, of: asLeft, change: changeOf(asLeft) }] : []),
    ...(asFound ? [{ round: first, of: asFound, change: changeOf(asFound) }] : []),
  ]
  const worst = gravest(rounds.map(({ change }) => change))
  return rounds.find(({ change }) => change === worst)
}

/** A run as the picture shows it; null where nothing was read. */
export function impactDot(run: Recomputed): ImpactDot | null {
  const told = tellingRound(run)
  if (!told) return null
  const { of, change } = told
  return {
    sequence: run.sequence,
    tag: run.tag,
    at: run.begunAt.getTime(),
    shareBefore: of.before.share,
    shareAfter: of.after.share,
    change,
  }
}

/** A run that says something else, as the table has it; null where it says what it said. */
export function impactRow(run: Recomputed, timeZone: string): Omit<ImpactRow, 'doneSince'> | null {
  const told = tellingRound(run)
  if (!told || told.change === 'same') return null
  const { round, of, change } = told
  const { world } = run
  const { configuration } = world
  const basis = errorBasis(world)
  const shown = { basis, range: configuration }
  const { nearest: was } = of.before
  const { nearest: is } = of.after
  return {
    ...{ sequence: run.sequence, instrumentId: run.instrumentId, tag: run.tag, round, change, basis },
    description: configuration.description,
    area: configuration.area,
    day: calendarDate(run.begunAt, timeZone),
    before: shownPercent(was.errorPercentSpan, was.applied, shown),
    after: shownPercent(is.errorPercentSpan, is.applied, shown),
    limit: shownPercent(is.limitPercentSpan, is.applied, shown),
    shareBefore: of.before.share,
    shareAfter: of.after.share,
    riskBefore: riskOf(of.before),
    riskAfter: riskOf(of.after),
    errorInput: is.errorInput,
    unitLabel: pressureUnitLabel(configuration.unit),
  }
}

/** That it is outside in truth, from what was read alone; JCGM 106:2012, 9.3.2. */
function riskOf({ nearest }: Outcome): number | null {
  const { standardUncertaintyPercentSpan: u, limitPercentSpan: limit, errorPercentSpan } = nearest
  return u === null || u <= 0 || limit <= 0 ? null : specificRisk(errorPercentSpan, limit, u)
}

/** Runs that ask for their instrument to be calibrated again, the first of each: pass to fail, and not done since. */
export const wantedAgain = (rows: readonly ImpactRow[]): ImpactRow[] => {
  const first = new Map<string, ImpactRow>()
  for (const row of rows)
    if (row.change === 'to-fail' && !row.doneSince && !first.has(row.instrumentId)) first.set(row.instrumentId, row)
  return [...first.values()]
}

/** The gravest first; of equal ones that with the largest share of its limit. */
export const byGravity = (a: Pick<ImpactRow, 'change' | 'shareAfter'>, b: typeof a): number =>
  CHANGE_IDS.indexOf(a.change) - CHANGE_IDS.indexOf(b.change) || Math.abs(b.shareAfter) - Math.abs(a.shareAfter)
