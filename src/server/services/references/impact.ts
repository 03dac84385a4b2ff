import { setImmediate as nextTurn } from 'node:timers/promises'
import { calendarDate, startOfDay } from '@/core/format/formatTime'
import type { FoundError } from '@/core/impact/foundError'
import { type Change, type Doubt, recomputedRun } from '@/core/impact/recomputedRun'
import { Refusal } from '@/core/refusal'
import { byGravity, impactDot, impactRow, type Recomputed, wantedAgain } from '@/plans/impactRow'
import type { ImpactAsk, ImpactDot, ImpactRow, ImpactSummary } from '@/schema/impact'
import { MOST_DOTS, MOST_SHOWN } from '@/schema/impact'
import type { Reference } from '@/schema/reference'
import { pool, type Queryable } from '../../database'
import { NotFound } from '../../refusals'
import {
  type AffectedRun,
  countAffected,
  FIRST_PLACE,
  type KnownBases,
  type Place,
  selectAffectedHeads,
  selectAffectedRuns,
  selectDoneSince,
  type UseOfRange,
} from '../../sql/references/impact'
import { selectReference } from '../../sql/references/reference'
import { siteTimeZone } from '../people/site'

/** Runs fetched at once, and how many such batches are on their way while one is judged. */
const BATCH = 500
const BATCHES_AHEAD = 2
/** After so many runs others get their turn. */
const RUNS_A_TURN = 25

/** Who listens: how far it is, and whether anybody still waits. */
export type Listener = { readonly tell: (progress: { done: number; of: number }) => void; readonly signal: AbortSignal }
const NOBODY: Listener = { tell: () => {}, signal: new AbortController().signal }

/** What is supposed, with the reference it is supposed of. */
export type Supposed = { readonly reference: Reference; readonly doubt: Doubt; readonly use: UseOfRange }

/**
 * What is asked, looked up: which range, and by which points it was off.
 *
 * @throws {NotFound} for an unknown reference
 * @throws {Refusal} for a range or a certificate that is not of this reference, or days that are not over yet
 */
export async function supposedOf(referenceId: string, ask: ImpactAsk, now: Date): Promise<Supposed> {
  const db = pool()
  const reference = await selectReference(db, { id: referenceId })
  if (!reference) throw new NotFound('reference', 'there is no such reference', 'open it from the list')
  const timeZone = await siteTimeZone()
  const { rangeId, from, to, movement, on } = ask
  const begins = (day: string) => startOfDay(day, timeZone).getTime()
  if (!reference.facts.ranges.some(({ id }) => id === rangeId))
    throw new Refusal('rangeId', `is no range of ${reference.code}`, 'choose one of its ranges')
  if (from > calendarDate(now, timeZone))
    throw new Refusal('from', 'lies in the future', 'enter the day it was last known to be right')
  return {
    reference,
    use: { rangeId, from, to, timeZone },
    doubt: {
      ...{ rangeId, movement, found: foundOf(reference, ask) },
      ...{ from: begins(from), to: begins(to), ...(on !== null && { on: begins(on) }) },
    },
  }
}

/** As it was found by a certificate: before it was adjusted, where it was. */
function foundOf({ certificates, code }: Reference, { rangeId, found }: ImpactAsk): FoundError {
  if (found.kind !== 'certificate') return found
  const said = certificates
    .find(({ id }) => id === found.certificateId)
    ?.ranges.find((range) => range.rangeId === rangeId)
  const points = said && (said.found.length > 0 ? said.found : said.points)
  if (!points || points.length === 0)
    throw new Refusal(
      'found',
      `${code} has no such certificate with points`,
      'choose another, or enter what it was off by',
    )
  return { kind: 'points', points }
}

/**
 * Judges again every sealed run that used a reference in doubt, as it is supposed to have been.
 *
 * @throws {Refusal} as {@link supposedOf}; an AbortError when nobody waits any more
 */
export async function impactOf(
  referenceId: string,
  ask: ImpactAsk,
  { now, listener = NOBODY }: { readonly now: Date; readonly listener?: Listener },
): Promise<ImpactSummary> {
  const started = performance.now()
  const { doubt, use } = await supposedOf(referenceId, ask, now)
  const db = pool()
  const { sealed: of, open } = await countAffected(db, use)
  const found = new Found(use.timeZone)
  let done = 0
  for await (const batch of batches(db, use, listener.signal)) {
    for (const affected of batch) {
      if (done % RUNS_A_TURN === 0) await nextTurn()
      listener.signal.throwIfAborted()
      found.add(affected, doubt)
      done += 1
    }
    listener.tell({ done, of })
  }
  const rows = found.gravestRows()
  const since = await selectDoneSince(db, [...new Set(rows.map(({ instrumentId }) => instrumentId))], use)
  const told = rows.map(({ begunAt, ...row }): ImpactRow => {
    const again = since.get(row.instrumentId)
    const isLater = again !== undefined && again.begunAt > begunAt
    return {
      ...row,
      doneSince: isLater ? { sequence: again.sequence, day: calendarDate(again.begunAt, use.timeZone) } : null,
    }
  })
  return {
    ...{ runs: done, open, counts: found.counts, rows: told, dots: found.evenDots() },
    wantedAgain: wantedAgain(told).length,
    doneSince: told.filter(({ change, doneSince }) => change !== 'to-pass' && doneSince !== null).length,
    seconds: (performance.now() - started) / 1000,
  }
}

type Heads = Awaited<ReturnType<typeof selectAffectedHeads>>

/** The affected runs batch by batch; the next ones are fetched while one is worked on. */
async function* batches(db: Queryable, use: UseOfRange, signal: AbortSignal): AsyncGenerator<AffectedRun[]> {
  const known: KnownBases = new Map()
  const headsAfter = (after: Place): Promise<Heads> => unheard(selectAffectedHeads(db, use, { after, limit: BATCH }))
  const underWay: Promise<AffectedRun[]>[] = []
  let next: Promise<Heads> | null = headsAfter(FIRST_PLACE)
  for (;;) {
    while (next && underWay.length < BATCHES_AHEAD) {
      const { heads, last }: Heads = await next
      next = heads.length === 0 ? null : headsAfter(last)
      if (next) underWay.push(unheard(selectAffectedRuns(db, heads, known)))
    }
    signal.throwIfAborted()
    const batch = underWay.shift()
    if (!batch) return
    yield await batch
  }
}

/** What fails is told where it is waited for; given up on before that, nobody asks. */
function unheard<T>(promise: Promise<T>): Promise<T> {
  promise.catch(() => {})
  return promise
}

type FoundRow = Omit<ImpactRow, 'doneSince'> & { readonly begunAt: Date }

/** What was found so far, without holding every run. */
class Found {
  readonly counts: Record<Change, number> = { 'to-fail': 0, 'in-doubt': 0, 'to-pass': 0, same: 0 }
  private readonly rows: FoundRow[] = []
  private readonly changed: ImpactDot[] = []
  private same: ImpactDot[] = []
  /** Of the runs that stay as they were every so many are shown. */
  private stride = 1

  constructor(private readonly timeZone: string) {}

  add({ run, ...facts }: AffectedRun, doubt: Doubt): void {
    const recomputed = { ...facts, world: run.world, ...recomputedRun(run, doubt) }
    const dot = impactDot(recomputed)
    if (!dot) return
    this.counts[dot.change] += 1
    if (dot.change === 'same') this.addSame(dot)
    else this.addChanged(dot, recomputed)
  }

  private addChanged(dot: ImpactDot, recomputed: Recomputed): void {
    const row = impactRow(recomputed, this.timeZone)
    if (row) this.rows.push({ ...row, begunAt: recomputed.begunAt })
    this.changed.push(dot)
  }

  private addSame(dot: ImpactDot): void {
    if (this.counts.same % this.stride === 0) this.same.push(dot)
    if (this.same.length < MOST_DOTS * 2) return
    this.same = this.same.filter((_, index) => index % 2 === 0)
    this.stride *= 2
  }

  gravestRows(): FoundRow[] {
    return this.rows.toSorted(byGravity)
  }

  evenDots(): ImpactDot[] {
    const worst = this.changed.toSorted(byGravity).slice(0, MOST_SHOWN)
    return [...this.same, ...worst].toSorted((a, b) => a.at - b.at || a.sequence - b.sequence)
  }
}
