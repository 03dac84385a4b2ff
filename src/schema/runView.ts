import type { JudgedPoint } from '@/core/analysis/judgedPoint'
import type { RecordedReading, RecordedRun } from './recordedRun'
import type { World } from './world'

/** A run as the screens, the record and the API see it. Times in ISO 8601, UTC. */
export type RunView = RecordedRun & {
  readonly id: string
  readonly status: 'open' | 'sealed' | 'abandoned'
  readonly startedAt: string
  readonly startedBy: string
  readonly world: World
}

/** A reading that has been stored, and what the server makes of it. */
export type AcceptedReading = {
  readonly stepId: string
  readonly reading: RecordedReading
  readonly point: JudgedPoint
}
