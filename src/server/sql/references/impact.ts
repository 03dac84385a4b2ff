import { z } from 'zod'
import type { Direction } from '@/core/analysis/judgedPoint'
import { POINT_VERDICTS } from '@/core/error/verdict'
import type { RunInDoubt } from '@/core/impact/recomputedRun'
import { DECISIONS } from '@/core/run/decision'
import { WorkingReference, World } from '@/schema/world'
import type { Queryable } from '../../database'

/** Runs that used a range of a reference, begun on one of these days; calendar dates in a zone, both included. */
export type UseOfRange = {
  readonly rangeId: string
  readonly from: string
  readonly to: string
  readonly timeZone: string
}
const valuesOf = ({ rangeId, from, to, timeZone }: UseOfRange) => [rangeId, from, to, timeZone]
/** The days as instants, of the first four values of a query. */
const IN_DAYS = `used.begun_at >= $2::date::timestamp AT TIME ZONE $4
     AND used.begun_at < ($3::date + 1)::timestamp AT TIME ZONE $4`

/** A sealed run that used a reference in doubt. */
export type AffectedRun = {
  readonly instrumentId: string
  readonly tag: string
  readonly sequence: number
  readonly begunAt: Date
  readonly run: RunInDoubt & { readonly world: RunInDoubt['world'] & Pick<World, 'configuration' | 'points'> }
}

/** Where a batch ended, to go on from there. */
export type Place = { readonly begunAt: string; readonly runId: string }
export const FIRST_PLACE: Place = { begunAt: '-infinity', runId: '00000000-0000-0000-0000-000000000000' }

// Of an amended record the newest holds: it has the readings as they were put right.
const AFFECTED = `
    FROM run_reference AS used
    JOIN run ON run.id = used.run_id AND run.status = 'sealed'
    JOIN instrument ON instrument.id = run.instrument_id
    JOIN seal ON seal.run_id = run.id
   WHERE used.range_id = $1 AND ${IN_DAYS}
     AND NOT EXISTS (SELECT FROM seal AS later WHERE later.amends = seal.sequence)`

/** How many sealed runs used a range in a time, and how many are still open. */
export async function countAffected(db: Queryable, use: UseOfRange): Promise<{ sealed: number; open: number }> {
  const sealed = await db.query(`SELECT count(*)::int AS count ${AFFECTED}`, valuesOf(use))
  const open = await db.query(
    `SELECT count(*)::int AS count FROM run_reference AS used JOIN run ON run.id = used.run_id AND run.status = 'open'
      WHERE used.range_id = $1 AND ${IN_DAYS}`,
    valuesOf(use),
  )
  return { sealed: sealed.rows[0].count, open: open.rows[0].count }
}

/* Of the world only what readings are judged by is looked at, and that is sent once: most runs share it with others. */
const BASIS = `jsonb_build_array(run.world -> 'configuration', run.world -> 'points', run.world -> 'inputReference',
  run.world -> 'furtherReferences', run.world -> 'outputReference', run.world -> 'inputUnit', run.world -> 'decisionRule',
  run.world -> 'statesUncertainty', run.world -> 'head', run.world -> 'lowLeg',
  run.world -> 'largestUncertaintyShare')`
const SELECT_BATCH = `
  SELECT run.id AS run_id, run.instrument_id, instrument.tag, seal.sequence, used.begun_at, used.begun_at::text AS place,
         md5(${BASIS}::text) AS basis
    ${AFFECTED} AND (used.begun_at, used.run_id) > ($5, $6)
   ORDER BY used.begun_at, used.run_id LIMIT $7`
const SELECT_BASES = `SELECT id AS run_id, ${BASIS} AS basis FROM run WHERE id = ANY($1)`

/* What was read and what was made of it, as sealed. All columns of a round as one: the quickest to send and to read. */
const SELECT_ROUNDS = `
  SELECT sequence, round, verdict, decision, CASE WHEN sequence = ANY($2) THEN taken_at END AS taken_at,
         json_build_array(percents, directions, applied, outputs, errors, limits, expanded, standard) AS points
    FROM sealed_round WHERE sequence = ANY($1) ORDER BY sequence, round`

const SELECT_EXCHANGES = `
  SELECT run_id, replaces, standard, exchanged_at FROM reference_exchange
   WHERE run_id = ANY($1) ORDER BY exchanged_at, id`

const HeadRow = z.object({
  run_id: z.uuid(),
  instrument_id: z.uuid(),
  tag: z.string(),
  sequence: z.coerce.number(),
  begun_at: z.date(),
  place: z.string(),
  /** The same for all runs that are judged by the same. */
  basis: z.string(),
})
const BasisRow = z.object({ run_id: z.uuid(), basis: z.array(z.unknown()) })
// A column is looked at as a whole: value by value it would take longer than judging them.
const isNumbers = (value: unknown): value is number[] =>
  Array.isArray(value) && value.every((each) => typeof each === 'number')
const isTexts = (value: unknown): value is string[] =>
  Array.isArray(value) && value.every((each) => typeof each === 'string')
const numbers = z.custom<readonly number[]>(isNumbers)
const texts = z.custom<readonly string[]>(isTexts)
const directions = z.custom<readonly Direction[]>(
  (value) => isTexts(value) && value.every((each) => each === 'rising' || each === 'falling'),
)
const RoundRow = z.object({
  sequence: z.coerce.number(),
  round: z.int(),
  verdict: z.enum(POINT_VERDICTS),
  decision: z.enum(DECISIONS).nullable(),
  /** Only of runs in which a reference was exchanged. */
  taken_at: z.array(z.date()).nullable(),
  points: z.tuple([numbers, directions, texts, texts, numbers, numbers, numbers.nullable(), numbers.nullable()]),
})
const ExchangeRow = z.object({
  run_id: z.uuid(),
  replaces: z.uuid(),
  standard: WorkingReference,
  exchanged_at: z.date(),
})

type Basis = RunInDoubt['world'] & Pick<World, 'configuration' | 'points'>

/** What runs are judged by, by what it is the same under. */
export type KnownBases = Map<string, Basis>
/** So many are kept at most, that a long look does not hold the whole register. */
const MOST_BASES = 4000

/** A sealed run whose readings are still to be fetched. */
export type AffectedHead = z.infer<typeof HeadRow>

/** The next runs that used a range in a time, oldest first; none where there are no more. */
export async function selectAffectedHeads(
  db: Queryable,
  use: UseOfRange,
  { after, limit }: { readonly after: Place; readonly limit: number },
): Promise<{ heads: AffectedHead[]; last: Place }> {
  const { rows } = await db.query(SELECT_BATCH, [...valuesOf(use), after.begunAt, after.runId, limit])
  const heads = z.array(HeadRow).parse(rows)
  const end = heads.at(-1)
  return { heads, last: end ? { begunAt: end.place, runId: end.run_id } : after }
}

/** The same runs with their raw readings as they were sealed, and what was made of them. */
export async function selectAffectedRuns(
  db: Queryable,
  heads: readonly AffectedHead[],
  known: KnownBases,
): Promise<AffectedRun[]> {
  const ids = heads.map(({ run_id }) => run_id)
  const bases = await basesOf(db, heads, known)
  const exchangesOf = await selectExchangesOf(db, ids)
  const exchanged = heads.filter(({ run_id }) => exchangesOf.has(run_id)).map(({ sequence }) => sequence)
  const { rows } = await db.query(SELECT_ROUNDS, [heads.map(({ sequence }) => sequence), exchanged])
  const roundsOf = new Map<number, RunInDoubt['rounds'][number][]>()
  for (const round of z.array(RoundRow).parse(rows)) {
    const sealed = sealedRound(round)
    const before = roundsOf.get(round.sequence)
    if (sealed && before) before.push(sealed)
    else if (sealed) roundsOf.set(round.sequence, [sealed])
  }
  return heads.flatMap((head) => {
    const world = bases.get(head.basis)
    if (!world) return [] // cannot be: every one of them was asked for
    const begunAt = head.begun_at
    const rounds = roundsOf.get(head.sequence) ?? []
    const run = { begunAt: begunAt.getTime(), world, exchanges: exchangesOf.get(head.run_id) ?? [], rounds }
    return [{ instrumentId: head.instrument_id, tag: head.tag, sequence: head.sequence, begunAt, run }]
  })
}

/** What each of some runs is judged by; what is known already is not sent again. */
async function basesOf(db: Queryable, heads: readonly AffectedHead[], known: KnownBases): Promise<KnownBases> {
  if (known.size > MOST_BASES) known.clear()
  const found: KnownBases = new Map()
  const unknown = new Map<string, string>()
  for (const { run_id, basis } of heads) {
    const held = known.get(basis)
    if (held) found.set(basis, held)
    else unknown.set(basis, run_id)
  }
  if (unknown.size === 0) return found
  const { rows } = await db.query(SELECT_BASES, [[...unknown.values()]])
  const ofRun = new Map(
    z
      .array(BasisRow)
      .parse(rows)
      .map(({ run_id, basis }) => [run_id, parsedBasis(basis)]),
  )
  for (const [basis, runId] of unknown) {
    const world = ofRun.get(runId)
    if (!world) continue
    found.set(basis, world)
    known.set(basis, world)
  }
  return found
}

/** Parts of a world in the order they are asked for; what a run had not is null. */
function parsedBasis(parts: readonly unknown[]): Basis {
  const { shape } = World
  const [
    configuration,
    points,
    input,
    further,
    output,
    inputUnit,
    decisionRule,
    statesUncertainty,
    head,
    lowLeg,
    share,
  ] = parts
  return {
    configuration: shape.configuration.parse(configuration),
    points: shape.points.parse(points),
    inputReference: shape.inputReference.parse(input),
    furtherReferences: shape.furtherReferences.parse(further ?? undefined),
    outputReference: shape.outputReference.parse(output),
    inputUnit: shape.inputUnit.parse(inputUnit),
    decisionRule: shape.decisionRule.parse(decisionRule),
    largestUncertaintyShare: shape.largestUncertaintyShare.parse(share ?? undefined),
    head: shape.head.parse(head ?? undefined),
    lowLeg: shape.lowLeg.parse(lowLeg ?? undefined),
    ...(statesUncertainty === true && { statesUncertainty: true as const }),
  }
}

/** The exchanges of some runs in their order, by the run; those without have none. */
async function selectExchangesOf(db: Queryable, ids: readonly string[]) {
  const { rows } = await db.query(SELECT_EXCHANGES, [ids])
  const ofRun = new Map<string, RunInDoubt['exchanges'][number][]>()
  for (const { run_id, replaces, standard, exchanged_at } of z.array(ExchangeRow).parse(rows))
    ofRun.set(run_id, [...(ofRun.get(run_id) ?? []), { replaces, standard, at: exchanged_at.toISOString() }])
  return ofRun
}

/** A round is left out where its readings and what was sealed of them do not belong together: verification tells of it. */
function sealedRound({
  verdict,
  decision,
  taken_at: taken,
  points,
}: z.infer<typeof RoundRow>): RunInDoubt['rounds'][number] | null {
  const [percents, directions, applied, outputs, errors, limits, expanded, standard] = points
  if (percents.length !== errors.length) return null
  const takenAt = taken?.map((at) => at.getTime()) ?? null
  const columns = { percents, directions, applied, outputs, takenAt, errors, limits, expanded, standard }
  return { verdict, decision: decision && { decision }, points: columns }
}

/** The last calibration of each of some instruments that did not use a range in a time: what counts as done again. */
export async function selectDoneSince(
  db: Queryable,
  instrumentIds: readonly string[],
  use: UseOfRange,
): Promise<Map<string, { sequence: number; begunAt: Date }>> {
  const { rows } = await db.query(
    `SELECT DISTINCT ON (run.instrument_id) run.instrument_id, seal.sequence,
            coalesce(run.work_begun_at, run.started_at) AS begun_at
       FROM run JOIN seal ON seal.run_id = run.id
      WHERE run.instrument_id = ANY($5)
        AND NOT EXISTS (SELECT FROM run_reference AS used
                         WHERE used.run_id = run.id AND used.range_id = $1 AND ${IN_DAYS})
      ORDER BY run.instrument_id, begun_at DESC, seal.sequence DESC`,
    [...valuesOf(use), instrumentIds],
  )
  return new Map(rows.map((row) => [row.instrument_id, { sequence: Number(row.sequence), begunAt: row.begun_at }]))
}
