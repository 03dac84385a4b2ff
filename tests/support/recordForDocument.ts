import type { Decision } from '../../src/core/run/decision'
import { runState } from '../../src/core/run/runState'
import type { SealedRecord } from '../../src/schema/record'
import type { RunRound } from '../../src/schema/recordedRun'
import type { RunView } from '../../src/schema/runView'
import type { World } from '../../src/schema/world'
import { recordOf } from '../../src/server/services/records/sealedRecord'
import { ANNA, BEN, benchWorld, NOW } from './benchPlant'

type Wishes = {
  description?: string
  site?: string
  withCorrection?: boolean
  asLeftRounds?: number
  /** What the world says besides, such as its decision rule. */
  world?: Partial<World>
  /** Errors of every round in % of span, at each of its points. */
  errorPercent?: readonly number[]
  /** What was decided after the first round, instead of leaving or adjusting. */
  firstDecision?: Decision
  pauses?: RunView['pauses']
  /** Points of the last round, % of span, where it was a shorter one. */
  lastPercents?: readonly number[]
}
const at = (minutes: number) => new Date(NOW.getTime() + minutes * 60_000).toISOString()
let made = 0
const id = () => `00000000-0000-4000-8000-${String(++made).padStart(12, '0')}`

/** A run without a database, sealed in all but name. */
export function runForDocument({
  description,
  withCorrection = false,
  asLeftRounds = 0,
  errorPercent = [],
  firstDecision,
  pauses,
  world: changes,
  lastPercents,
}: Wishes = {}): RunView {
  const world = { ...benchWorld('X-100', description === undefined ? {} : { description }), ...changes }
  const rounds = Array.from({ length: asLeftRounds + 1 }, (_, round): RunRound => {
    const isLast = round === asLeftRounds
    const percents = isLast && lastPercents ? lastPercents : [0, 50, 100]
    const made = roundOf(round, { isLast, withCorrection, error: errorPercent[round] ?? 0, percents })
    const { decision } = made
    return round > 0 || !firstDecision || !decision
      ? made
      : { ...made, decision: { ...decision, decision: firstDecision } }
  })
  return {
    id: id(),
    status: 'sealed',
    startedAt: at(0),
    startedBy: ANNA.name,
    world,
    rounds,
    ...(pauses && { pauses }),
  }
}

/** A sealed record without a database: what a document is made from. */
export function recordForDocument({ site = 'Bench laboratory', ...wishes }: Wishes = {}): SealedRecord {
  const run = runForDocument(wishes)
  return recordOf({
    run,
    state: runState(run),
    signature: { personName: ANNA.name, meaning: 'performed', remark: null, signedAt: new Date(at(11)) },
    site,
    sequence: 7,
    previousHash: '0'.repeat(64),
  })
}

function roundOf(
  round: number,
  {
    isLast,
    withCorrection,
    error,
    percents,
  }: { isLast: boolean; withCorrection: boolean; error: number; percents: readonly number[] },
): RunRound {
  const steps = percents.map((percent, position) => {
    const holding = {
      id: id(),
      applied: percent.toFixed(2),
      output: (4 + 0.16 * (percent + error)).toFixed(3),
      takenAt: at(1),
      takenBy: ANNA.name,
      supersedes: null,
      reason: null,
    }
    const isCorrected = withCorrection && round === 0 && position === 0
    const wrong = { ...holding, id: id(), output: '40.00' }
    const correction = { ...holding, takenBy: BEN.name, supersedes: wrong.id, reason: 'decimal mark slipped' }
    return {
      id: id(),
      position,
      percent,
      direction: 'rising' as const,
      readings: isCorrected ? [wrong, correction] : [holding],
    }
  })
  const decided = { decidedAt: at(2), decidedBy: ANNA.name }
  return {
    round,
    steps,
    decision: isLast
      ? round === 0
        ? { decision: 'leave', reason: null, ...decided }
        : null
      : { decision: 'adjust', reason: 'try', ...decided },
    adjustments: isLast
      ? []
      : [
          {
            id: id(),
            kind: 'zero-trim',
            words: 'vented',
            applied: '0.00',
            beforeOutput: '4.010',
            afterOutput: '4.000',
            doneAt: at(3),
            doneBy: ANNA.name,
          },
        ],
  }
}
