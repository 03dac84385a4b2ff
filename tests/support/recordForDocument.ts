import { runState } from '../../src/core/run/runState'
import type { SealedRecord } from '../../src/schema/record'
import type { RunRound, RunView } from '../../src/schema/runView'
import { recordOf } from '../../src/server/services/sealedRecord'
import { ANNA, BEN, benchWorld, NOW } from './benchPlant'

type Wishes = { description?: string; site?: string; withCorrection?: boolean; asLeftRounds?: number }
const at = (minutes: number) => new Date(NOW.getTime() + minutes * 60_000).toISOString()
let made = 0
const id = () => `00000000-0000-4000-8000-${String(++made).padStart(12, '0')}`

/** A sealed record without a database: what a document is made from. */
export function recordForDocument({
  description,
  site = 'Bench laboratory',
  withCorrection = false,
  asLeftRounds = 0,
}: Wishes = {}): SealedRecord {
  const world = benchWorld('X-100', description === undefined ? {} : { description })
  const rounds = Array.from(
    { length: asLeftRounds + 1 },
    (_, round): RunRound => roundOf(round, { isLast: round === asLeftRounds, withCorrection }),
  )
  const run: RunView = { id: id(), status: 'sealed', startedAt: at(0), startedBy: ANNA.name, world, rounds }
  return recordOf({
    run,
    state: runState(run),
    signature: { personName: ANNA.name, meaning: 'performed', remark: null, signedAt: new Date(at(11)) },
    site,
    sequence: 7,
    previousHash: '0'.repeat(64),
  })
}

function roundOf(round: number, { isLast, withCorrection }: { isLast: boolean; withCorrection: boolean }): RunRound {
  const steps = [0, 50, 100].map((percent, position) => {
    const holding = {
      id: id(),
      applied: percent.toFixed(2),
      output: (4 + 0.16 * percent).toFixed(3),
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
