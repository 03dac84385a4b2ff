import type { JudgedPoint } from '@/core/analysis/judgedPoint'
import type { Decision } from '@/core/run/decision'
import type { WorkList } from '@/core/run/workStep'
import type { AdjustmentKind } from './run'
import type { World } from './world'

/** A reading as recorded; `applied` and `output` with the digits typed. */
export type RecordedReading = {
  readonly id: string
  readonly applied: string
  readonly output: string
  /** PV in the unit of the range and AO in that of the signal, where the plan reads them. */
  readonly pv?: string
  readonly ao?: string
  /** What the instrument's own display shows, where the plan reads it. */
  readonly display?: string
  /** How long the point was held before it was read, where that was timed. */
  readonly heldSeconds?: number
  readonly takenAt: string
  readonly takenBy: string
  readonly supersedes: string | null
  readonly reason: string | null
}

export type RecordedOvershoot = {
  readonly id: string
  /** How far it went; null where nobody looked. */
  readonly applied: string | null
  readonly notedAt: string
  readonly notedBy: string
}

/** A planned point of a round with every reading ever taken for it, oldest first; the last one holds. */
export type RunStep = {
  readonly id: string
  readonly position: number
  readonly percent: number
  readonly direction: 'rising' | 'falling'
  /** Left out in the first cycle. */
  readonly cycle?: number
  /** Times the point was gone past and approached again; left out where it never was. */
  readonly overshoots?: readonly RecordedOvershoot[]
  readonly readings: readonly RecordedReading[]
}

export type RecordedAdjustment = {
  readonly id: string
  readonly kind: AdjustmentKind
  readonly words: string
  readonly applied: string | null
  readonly beforeOutput: string | null
  readonly afterOutput: string | null
  /** How long it was held before it was taken, where that was timed. */
  readonly heldSeconds?: number
  readonly doneAt: string
  readonly doneBy: string
}

export type RecordedDecision = {
  /** What had been decided after the round before, oldest first; left out where it was decided once. */
  readonly insteadOf?: readonly Omit<RecordedDecision, 'insteadOf'>[]
  readonly decision: Decision
  readonly reason: string | null
  readonly decidedAt: string
  readonly decidedBy: string
}

/** The first round that counts is as found; adjustments are those made after the round. */
export type RunRound = {
  readonly round: number
  readonly steps: readonly RunStep[]
  readonly decision: RecordedDecision | null
  readonly adjustments: readonly RecordedAdjustment[]
  /** Why this round has other points than the one before it; left out where it has the same. */
  readonly planReason?: string
}

/** A run as the screens, the record and the API see it. Times in ISO 8601, UTC. */
export type RunView = {
  readonly id: string
  readonly status: 'open' | 'sealed' | 'abandoned'
  readonly startedAt: string
  readonly startedBy: string
  readonly world: World
  readonly rounds: readonly RunRound[]
  /** Steps of taking out of service and putting back, in the order they were answered; left out while there are none. */
  readonly workSteps?: readonly RecordedWorkStep[]
  /** What the host showed; left out where it was not looked at. */
  readonly loopChecks?: readonly RecordedLoopCheck[]
  /** Interruptions and their ends, in the order of time; left out where there were none. */
  readonly pauses?: readonly RecordedPause[]
}

/** The work was interrupted, or gone on with. */
export type RecordedPause = {
  readonly id: string
  readonly kind: 'paused' | 'resumed'
  readonly words: string | null
  readonly at: string
  readonly by: string
}

/** A reading that has been stored, and what the server makes of it. */
export type AcceptedReading = {
  readonly stepId: string
  readonly reading: RecordedReading
  readonly point: JudgedPoint
}

export type RecordedWorkStep = {
  readonly id: string
  readonly list: WorkList
  readonly item: string
  readonly outcome: 'done' | 'not-applicable'
  readonly words: string | null
  readonly answeredAt: string
  readonly answeredBy: string
}

export type RecordedLoopCheck = {
  readonly id: string
  readonly percent: number
  readonly hostValue: string
  /** Sense resistor and the volts across it, where they were measured. */
  readonly senseOhms: string | null
  readonly senseVolts: string | null
  readonly checkedAt: string
  readonly checkedBy: string
}
