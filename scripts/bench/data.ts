import { spawnSync } from 'node:child_process'
import { chmodSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { cpus, tmpdir } from 'node:os'
import { join } from 'node:path'
import pg from 'pg'
import { startCluster } from '../setup/cluster'
import { ensureDatabase, migrate } from '../setup/database'
import { ROOT } from '../setup/root'
import { runConductor, say } from '../setup/steps'
import { median, table } from './report'

/*
 * `npm run bench:data`: a plant of 200,000 sealed runs with four million readings, made from one real sealed run by a
 * seeded generator in SQL, and the impact of a reference that 20,000 of them used, beside a bare scan of the same rows.
 */
const RUNS = Number(process.env.BENCH_RUNS ?? 200_000)
const REFERENCES = 10
const INSTRUMENTS = 2_000
const POINTS = 10
const TURNS = 5
const IMPORTED_ROWS = 5_000

type Plant = { readonly referenceId: string; readonly seconds: number; readonly readings: number }

/** One run as people make it, then its like: other instruments, references, days and errors, from a fixed seed. */
async function fillPlant(owner: pg.Client): Promise<Plant> {
  const bench = await import('../../tests/support/benchPlant')
  const { decide } = await import('../../src/server/services/run/decide')
  const { sealRun } = await import('../../src/server/services/run/sealRun')
  await bench.peopleAndReferences()
  const testPoints = Array.from({ length: POINTS }, (_, index) => Math.round((index * 1000) / (POINTS - 1)) / 10)
  const plan = { testPoints, pointOrder: 'up' as const, cycles: 1, dwellSeconds: null, stabilityPercent: null }
  const begun = await bench.runOnNewInstrument('B-0', { plan })
  const run = await bench.readRound(begun)
  await bench.answerList(
    await decide(run.id, { round: 0, decision: 'leave', reason: null }, bench.as(bench.ANNA, 10)),
    'restore',
  )
  await sealRun(run.id, { confirmed: true, remark: null }, bench.as(bench.ANNA, 11))
  say('bench', `making ${RUNS} runs of ${2 * POINTS} readings`)
  const started = performance.now()
  await owner.query('SET session_replication_role = replica') // a plant that was always there: nothing is asked again
  await owner.query('SELECT setseed(0.14)')
  await owner.query(MADE_ID)
  for (const sql of generator(run.id, bench.PUMP.id, bench.ANNA.id)) await owner.query(sql)
  await owner.query('SET session_replication_role = DEFAULT')
  await owner.query('VACUUM ANALYZE')
  const { rows } = await owner.query('SELECT count(*)::int AS count FROM reading')
  return { referenceId: bench.PUMP.id, seconds: (performance.now() - started) / 1000, readings: rows[0].count }
}

/** An id that follows from a text, of the fourth version. */
const MADE_ID = `
  CREATE FUNCTION pg_temp.made_id(text) RETURNS uuid LANGUAGE sql IMMUTABLE AS
  $$ SELECT overlay(overlay(md5($1) PLACING '4' FROM 13) PLACING '8' FROM 17)::uuid $$`

/**
 * Statements that make the plant. Every run has an error of its own (about ±0.25 % of span) that a first round shows and
 * a second has taken away by two thirds; every reading a scatter beside it.
 */
const generator = (runId: string, pumpId: string, personId: string): string[] => [
  `CREATE TEMP TABLE made AS
   SELECT n, pg_temp.made_id('run' || n) AS id, pg_temp.made_id('instrument' || n % ${INSTRUMENTS}) AS instrument_id,
          'B-' || (n % ${INSTRUMENTS} + 1) AS tag, n % ${REFERENCES} AS reference,
          timestamptz '2024-01-01 08:00Z' + n * interval '1 day' * (700.0 / ${RUNS}) AS at,
          (random() + random() + random() - 1.5) * 0.5 AS error
     FROM generate_series(1, ${RUNS}) AS n`,
  `INSERT INTO instrument (id, tag, registered_at, registered_by)
   SELECT DISTINCT instrument_id, tag, timestamptz '2024-01-01Z', '${personId}'::uuid FROM made`,
  `INSERT INTO run (id, instrument_id, configuration_id, status, world, started_at, started_by, closed_at)
   SELECT made.id, made.instrument_id, run.configuration_id, 'sealed',
          jsonb_set(jsonb_set(run.world, '{instrument}', jsonb_build_object('id', made.instrument_id, 'tag', made.tag)),
                    '{inputReference,id}', to_jsonb(CASE WHEN reference = 0 THEN '${pumpId}' ELSE pg_temp.made_id('pump' || reference)::text END)),
          made.at, run.started_by, made.at + interval '1 hour'
     FROM made, run WHERE run.id = '${runId}'`,
  `INSERT INTO run_round (run_id, round, opened_at, opened_by)
   SELECT id, round, at, '${personId}'::uuid FROM made, generate_series(0, 1) AS round`,
  `INSERT INTO run_decision (run_id, round, turn, decision, decided_at, decided_by)
   SELECT id, 0, 0, 'adjust', at, '${personId}'::uuid FROM made`,
  `CREATE TEMP TABLE point AS
   SELECT made.n, made.id AS run_id, made.at, turn.round, step.position, step.percent,
          round((step.percent)::numeric, 2) AS applied,
          round((4 + 0.16 * step.percent + 0.16 * (error * (1 - turn.round * 0.67) + (random() - 0.5) * 0.08))::numeric, 3) AS output
     FROM made, generate_series(0, 1) AS turn (round), run_step AS step WHERE step.run_id = '${runId}'`,
  `INSERT INTO run_step (id, run_id, round, position, percent, direction)
   SELECT pg_temp.made_id('step' || n || '-' || round || '-' || position), run_id, round, position, percent, 'rising' FROM point`,
  `INSERT INTO reading (id, run_id, step_id, applied, output, taken_at, taken_by)
   SELECT pg_temp.made_id('reading' || n || '-' || round || '-' || position), run_id,
          pg_temp.made_id('step' || n || '-' || round || '-' || position), applied, output, at, '${personId}'::uuid FROM point`,
  `INSERT INTO seal (sequence, run_id, previous_hash, hash, record, sealed_at, as_found, as_left, as_found_error_percent,
                     as_left_error_percent, share_of_limit)
   SELECT n + 1, id, encode(sha256((n - 1)::text::bytea), 'hex'), encode(sha256(n::text::bytea), 'hex'), '{}', at, 'inside', 'inside', 0, 0, 0 FROM made`,
  `INSERT INTO sealed_round (sequence, round, verdict, errors, limits, expanded, standard, decision, percents, directions,
                             applied, outputs, taken_at)
   SELECT n + 1, round, CASE WHEN max(abs(error)) > 0.5 THEN 'outside' ELSE 'inside' END, array_agg(error ORDER BY position),
          array_agg(0.5::float8 ORDER BY position), array_agg(0.08::float8 ORDER BY position),
          array_agg(0.04::float8 ORDER BY position), CASE round WHEN 0 THEN 'adjust' END,
          array_agg(percent ORDER BY position), array_agg('rising'::text ORDER BY position),
          array_agg(applied::text ORDER BY position), array_agg(output::text ORDER BY position),
          array_agg(at ORDER BY position)
     FROM (SELECT *, ((output - 4) / 0.16 - applied)::float8 AS error FROM point) AS judged
    GROUP BY n, round`,
  `INSERT INTO run_reference (range_id, begun_at, run_id)
   SELECT CASE WHEN reference = 0 THEN '${pumpId}' ELSE pg_temp.made_id('pump' || reference)::text END::uuid, at, id FROM made`,
  'DROP TABLE point',
]

/** The rows an impact has to look at, and nothing else of it. */
const BARE_SCAN = `
  SELECT count(*), sum(applied), sum(output)
    FROM run_reference AS used JOIN run_step AS step ON step.run_id = used.run_id
    JOIN reading ON reading.step_id = step.id
   WHERE used.range_id = $1`

async function measured(owner: pg.Client, { referenceId, seconds, readings }: Plant): Promise<string> {
  const { impactOf } = await import('../../src/server/services/references/impact')
  const { ImpactAsk } = await import('../../src/schema/impact')
  const ask = ImpactAsk.parse({
    ...{ rangeId: referenceId, from: '2024-01-01', to: '2026-01-01', movement: 'little-by-little' },
    found: { kind: 'constant', value: 0.3 },
  })
  const bare: number[] = []
  const whole: number[] = []
  let summary = await impactOf(referenceId, ask, { now: new Date() })
  for (let turn = 0; turn < TURNS; turn++) {
    const before = performance.now()
    await owner.query(BARE_SCAN, [referenceId])
    bare.push(performance.now() - before)
    summary = await impactOf(referenceId, ask, { now: new Date() })
    whole.push(summary.seconds * 1000)
  }
  const cancelled = await timeToCancel(referenceId, ask)
  const imported = await importSeconds()
  const { counts, runs } = summary
  const peak = process.resourceUsage().maxRSS / 1024
  const row = (name: string, times: readonly number[]) => [
    name,
    (median(times) / 1000).toFixed(2),
    (Math.max(...times) / 1000).toFixed(2),
    (median(times) / median(bare)).toFixed(1),
  ]
  return [
    '# Benchmarks on a large plant',
    '',
    `Written by \`npm run bench:data\` on ${new Date().toISOString().slice(0, 10)}, Node ${process.versions.node}, ${cpus().length} × ${cpus()[0]?.model ?? 'unknown processor'}.`,
    '',
    `${RUNS} sealed runs with ${readings} readings on ${INSTRUMENTS} instruments, made by a seeded generator in ${seconds.toFixed(0)} s.`,
    '',
    table(
      `Impact of a reference used in ${runs} runs, ${TURNS} times, turn about`,
      ['', 'median, s', 'slowest, s', 'ratio'],
      [row('bare scan of the same readings', bare), row('impact: judged again by each run’s own rule', whole)],
    ),
    `Peak memory of the process ${peak.toFixed(0)} MB. Given up on, it stops after ${cancelled.toFixed(0)} ms.`,
    `It found ${counts['to-fail']} passes that become fails, ${counts['in-doubt']} in doubt, ${counts['to-pass']} fails that become passes, ${counts.same} that stay.`,
    '',
    `A list of ${IMPORTED_ROWS} instruments is looked at in ${imported.looking.toFixed(1)} s and taken in ${imported.taking.toFixed(1)} s, beside the plant above.`,
    '',
  ].join('\n')
}

/** A list of instruments, looked at and then taken. */
async function importSeconds(): Promise<{ looking: number; taking: number }> {
  const bench = await import('../../tests/support/benchPlant')
  const { importNamed } = await import('../../src/server/services/lists/lists')
  const { writeCells } = await import('../../src/plans/import/table')
  const { INSTRUMENT_LIST } = await import('../../src/plans/import/lists')
  const rows = Array.from({ length: IMPORTED_ROWS }, (_, index) => ({
    line: index + 2,
    cells: writeCells({ tag: `L-${index}`, configuration: bench.CONFIGURATION }, INSTRUMENT_LIST.columns),
  }))
  const seconds = async (isTrial: boolean) => {
    const before = performance.now()
    await importNamed(
      'instruments',
      { fileName: 'list.csv', isTrial, changesKnown: false, rows },
      { actor: bench.as(bench.ANNA), told: { tell: () => {}, signal: new AbortController().signal } },
    )
    return (performance.now() - before) / 1000
  }
  return { looking: await seconds(true), taking: await seconds(false) }
}

/** From giving up to the end of the work. */
async function timeToCancel(referenceId: string, ask: import('../../src/schema/impact').ImpactAsk): Promise<number> {
  const { impactOf } = await import('../../src/server/services/references/impact')
  const control = new AbortController()
  let at = 0
  const tell = ({ done }: { done: number }) => {
    if (done === 0 || at !== 0) return
    at = performance.now()
    control.abort()
  }
  await impactOf(referenceId, ask, { now: new Date(), listener: { tell, signal: control.signal } }).catch(() => {})
  return performance.now() - at
}

await runConductor(async () => {
  const folder = mkdtempSync(join(tmpdir(), 'barys-bench-'))
  chmodSync(folder, 0o755) // as root the cluster runs as another user, who must be able to enter
  const cluster = await startCluster(join(folder, 'cluster'), {
    ...{ fsync: 'off', synchronous_commit: 'off', max_wal_size: '8GB', shared_buffers: '512MB' },
  })
  try {
    await ensureDatabase(cluster)
    await migrate(cluster.ownerUrl, cluster.applicationRole)
    process.env.DATABASE_URL = cluster.applicationUrl
    process.env.BARYS_TIME_ZONE = 'UTC'
    const owner = new pg.Client(cluster.ownerUrl)
    await owner.connect()
    const facts = await fillPlant(owner)
    const report = await measured(owner, facts)
    await owner.end()
    const file = join(ROOT, 'docs/benchmarks-data.md')
    writeFileSync(file, report)
    spawnSync(join(ROOT, 'node_modules/.bin/biome'), ['format', '--write', file], { cwd: ROOT, stdio: 'ignore' })
    console.log(report)
    const { pool } = await import('../../src/server/database')
    await pool().end()
  } finally {
    cluster.stop()
    rmSync(folder, { recursive: true, force: true })
  }
})
