import type { ComponentType } from 'react'
import type { RunState } from '@/core/run/runState'
import type { Stage } from '@/core/run/work/stage'
import type { RunStep } from '@/schema/recordedRun'
import type { RunView } from '@/schema/runView'
import type { DeskFacts } from '../deskFacts'
import type { Link } from '../link/useLink'
import type { TypedStore } from '../reading/typedStore'
import type { EarlierCurve } from '../runPictures'
import type { Signer } from '../sign/SignFoot'

/** What every stage is given: the run, what follows from it, and the ways to write to it. */
export type StageProps = {
  readonly run: RunView
  readonly state: RunState
  readonly facts: DeskFacts
  readonly earlier: EarlierCurve | null
  /** What stands in the entry line. */
  readonly typed: TypedStore
  readonly person: Signer
  readonly timeZone: string
  /** Whether this person may record something now. */
  readonly mayWork: boolean
  /** Closes the budget; present while it is looked at in the place of the picture. */
  readonly closeBudget: (() => void) | undefined
  /** The devices it is read by. */
  readonly link: Link
  readonly mayDrive: boolean
  readonly reload: () => Promise<void>
  readonly write: (route: string, body: unknown) => Promise<string | null>
  readonly seal: (signing: unknown) => Promise<string | null>
  /** Present where a reading may be corrected. */
  readonly correct: ((step: RunStep) => void) | undefined
}

/** A stage on the screen: what has been found, the picture or panel that is worked in, and the one thing to do next. */
export type StageView = {
  readonly Left: ComponentType<StageProps>
  readonly Right: ComponentType<StageProps>
  readonly Foot: ComponentType<StageProps>
}

/** Stages with a run behind them: Prepare comes before there is one. */
export type RunStage = Exclude<Stage, 'prepare'>
