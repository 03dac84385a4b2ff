import { adjust } from './adjust'
import { isolate } from './isolate'
import { judge } from './judge'
import { reading } from './reading'
import { restore } from './restore'
import { sign } from './sign'
import type { RunStage, StageView } from './stageView'

/** Every stage with what it shows: a stage that is added has to say all three. */
export const STAGE_VIEWS = {
  isolate,
  'as-found': reading,
  judge,
  adjust,
  'as-left': reading,
  restore,
  sign,
} satisfies Record<RunStage, StageView>
