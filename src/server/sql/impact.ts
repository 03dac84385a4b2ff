import { z } from 'zod'
import type { Direction } from '@/core/analysis/judgedPoint'
import { POINT_VERDICTS } from '@/core/error/verdict'
import type { RunInDoubt } from '@/core/impact/recomputedRun'
import { DECISIONS } from '@/core/run/decision'
import { Standard, World } from '@/schema/world'
import type { Queryable } from '../database'

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

/* Of the world only what readings are judged by is asked for. As text: what is the same in many runs is parsed once. */
const SELECT_BATCH = `
  SELECT chosen.*, instrument.tag, world.*
    FROM (SELECT run.id AS run_id, run.instrument_id, seal.sequence, used.begun_at, used.begun_at::text AS place, run.world
            ${AFFECTED} AND (used.begun_at, used.run_id) > ($5, $6)
           ORDER BY used.begun_at, used.run_id LIMIT $7) AS chosen
    JOIN instrument ON instrument.id = chosen.instrument_id
    CROSS JOIN LATERAL (
      SELECT configuration::text, points::text, "inputReference"::text, "furtherReferences"::text,
             "outputReference"::text, "inputUnit", "decisionRule", "statesUncertainty"
        FROM jsonb_to_record(chosen.world) AS w (
             configuration jsonb, points jsonb, "inputReference" jsonb, "furtherReferences" jsonb,
             "outputReference" jsonb, "inputUnit" text, "decisionRule" text, "statesUncertainty" boolean)) AS world
   ORDER BY chosen.begun_at, chosen.run_id`

/* What was read and what was made of it, as sealed. Columns as text: the quickest to make and to read. */
const SELECT_ROUNDS = `
  SELECT sequence, round, verdict, decision, to_json(errors) AS errors, to_json(limits) AS limits,
         to_json(expanded) AS expanded, to_json(standard) AS standard, to_json(percents) AS percents,
         array_to_string(directions, ' ') AS directions, array_to_string(applied, ' ') AS applied,
         array_to_string(outputs, ' ') AS outputs, CASE WHEN sequence = ANY($2) THEN taken_at END AS taken_at
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
  configuration: z.string(),
  points: z.string(),
  inputReference: z.string(),
  furtherReferences: z.string().nullable(),
  outputReference: z.string().nullable(),
  inputUnit: World.shape.inputUnit,
  decisionRule: World.shape.decisionRule,
  statesUncertainty: z.boolean().nullable(),
})
const numbers = z.array(z.number())
const RoundRow = z.object({
  sequence: z.coerce.number(),
  round: z.int(),
  verdict: z.enum(POINT_VERDICTS),
  decision: z.enum(DECISIONS).nullable(),
  errors: numbers,
  limits: numbers,
  expanded: numbers.nullable(),
  standard: numbers.nullable(),
  percents: numbers,
  directions: z.string().regex(/^(rising|falling)( rising| falling)*$/),
  applied: z.string(),
  outputs: z.string(),
  /** Only of runs in which a reference was exchanged. */
  taken_at: z.array(z.date()).nullable(),
})
const ExchangeRow = z.object({ run_id: z.uuid(), replaces: z.uuid(), standard: Standard, exchanged_at: z.date() })

const PARTS = {
  configuration: World.shape.configuration,
  points: World.shape.points,
  inputReference: World.shape.inputReference,
  furtherReferences: World.shape.furtherReferences,
  outputReference: World.shape.outputReference,
}

/** Parsed parts of worlds by their text: runs of one instrument share most of them. */
export type ParsedParts = Map<string, unknown>
/** So many are kept at most, that a long look does not hold the whole register. */
const MOST_PARTS = 4000

function parsed<K extends keyof typeof PARTS>(
  part: K,
  text: string | null,
  known: ParsedParts,
): z.infer<(typeof PARTS)[K]> {
  const key = `${part}${text}`
  if (!known.has(key)) {
    if (known.size >= MOST_PARTS) known.clear()
    known.set(
      key,
      PARTS[part].parse(text === null ? (part === 'outputReference' ? null : undefined) : JSON.parse(text)),
    )
  }
  return known.get(key) as z.infer<(typeof PARTS)[K]> // parsed by that part's schema above
}

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
  known: ParsedParts,
): Promise<AffectedRun[]> {
  const ids = heads.map(({ run_id }) => run_id)
  const exchanges = z.array(ExchangeRow).parse((await db.query(SELECT_EXCHANGES, [ids])).rows)
  const isExchanged = new Set(exchanges.map(({ run_id }) => run_id))
  const sequences = heads.map(({ sequence }) => sequence)
  const exchanged = heads.filter(({ run_id }) => isExchanged.has(run_id)).map(({ sequence }) => sequence)
  const { rows } = await db.query(SELECT_ROUNDS, [sequences, exchanged])
  const roundsOf = new Map<number, RunInDoubt['rounds'][number][]>()
  for (const round of z.array(RoundRow).parse(rows)) {
    const sealed = sealedRound(round)
    if (sealed) roundsOf.set(round.sequence, [...(roundsOf.get(round.sequence) ?? []), sealed])
  }
  return heads.map((head) => ({
    instrumentId: head.instrument_id,
    tag: head.tag,
    sequence: head.sequence,
    begunAt: head.begun_at,
    run: {
      begunAt: head.begun_at.getTime(),
      world: worldOf(head, known),
      exchanges: exchanges
        .filter(({ run_id }) => run_id === head.run_id)
        .map(({ replaces, standard, exchanged_at }) => ({ replaces, standard, at: exchanged_at.toISOString() })),
      rounds: roundsOf.get(head.sequence) ?? [],
    },
  }))
}

const worldOf = (head: z.infer<typeof HeadRow>, known: ParsedParts) => ({
  configuration: parsed('configuration', head.configuration, known),
  points: parsed('points', head.points, known),
  inputReference: parsed('inputReference', head.inputReference, known),
  furtherReferences: parsed('furtherReferences', head.furtherReferences, known),
  outputReference: parsed('outputReference', head.outputReference, known),
  inputUnit: head.inputUnit,
  decisionRule: head.decisionRule,
  ...(head.statesUncertainty && { statesUncertainty: true as const }),
})

/** A round is left out where its readings and what was sealed of them do not belong together: verification tells of it. */
function sealedRound(row: z.infer<typeof RoundRow>): RunInDoubt['rounds'][number] | null {
  const { verdict, decision, errors, limits, expanded, standard, percents } = row
  if (percents.length !== errors.length) return null
  const points = {
    ...{ errors, limits, expanded, standard, percents },
    directions: row.directions.split(' ') as Direction[], // by the pattern of the row
    applied: row.applied.split(' '),
    outputs: row.outputs.split(' '),
    takenAt: row.taken_at?.map((at) => at.getTime()) ?? null,
  }
  return { verdict, decision: decision && { decision }, points }
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
