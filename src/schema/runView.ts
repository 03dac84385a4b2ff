import type { Decision } from '@/core/run/stage'
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
  readonly takenAt: string
  readonly takenBy: string
  readonly supersedes: string | null
  readonly reason: string | null
}

/** A planned point of a round with every reading ever taken for it, oldest first; the last one holds. */
export type RunStep = {
  readonly id: string
  readonly position: number
  readonly percent: number
  readonly direction: 'rising' | 'falling'
  readonly readings: readonly RecordedReading[]
}

export type RecordedAdjustment = {
  readonly id: string
  readonly kind: AdjustmentKind
  readonly words: string
  readonly applied: string | null
  readonly beforeOutput: string | null
  readonly afterOutput: string | null
  readonly doneAt: string
  readonly doneBy: string
}

export type RecordedDecision = {
  readonly decision: Decision
  readonly reason: string | null
  readonly decidedAt: string
  readonly decidedBy: string
}

/** Round 0 is as found; adjustments are those made after the round. */
export type RunRound = {
  readonly round: number
  readonly steps: readonly RunStep[]
  readonly decision: RecordedDecision | null
  readonly adjustments: readonly RecordedAdjustment[]
}

/** A run as the screens, the record and the API see it. Times in ISO 8601, UTC. */
export type RunView = {
  readonly id: string
  readonly status: 'open' | 'sealed' | 'abandoned'
  readonly startedAt: string
  readonly startedBy: string
  readonly world: World
  readonly rounds: readonly RunRound[]
}
