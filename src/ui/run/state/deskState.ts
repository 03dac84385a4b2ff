import type { RunStep } from '@/schema/recordedRun'
import type { RunStage } from '../stages/stageView'

/** A question that is open over the run: one at a time. */
export type OpenDialog =
  | { readonly kind: 'exchange' }
  | { readonly kind: 'corrections' }
  | { readonly kind: 'devices' }
  | { readonly kind: 'correct a reading'; readonly step: RunStep }

/** What is shown at the desk of a run beside the run itself. */
export type DeskState = {
  readonly dialog: OpenDialog | null
  /** The budget stands in the place of the picture. */
  readonly isBudgetShown: boolean
  /** An earlier stage that is looked back at; null at the present one. */
  readonly lookedAt: RunStage | null
}

export type DeskAction =
  | { readonly kind: 'open'; readonly dialog: OpenDialog }
  | { readonly kind: 'close' }
  | { readonly kind: 'budget'; readonly isShown: boolean }
  | { readonly kind: 'toggle budget' }
  | { readonly kind: 'look at'; readonly stage: RunStage | 'prepare' | null }

export const AT_FIRST: DeskState = { dialog: null, isBudgetShown: false, lookedAt: null }

/** The desk after something was done at it. */
export function afterDeskAction(state: DeskState, action: DeskAction): DeskState {
  switch (action.kind) {
    case 'open':
      return { ...state, dialog: action.dialog }
    case 'close':
      return { ...state, dialog: null }
    case 'budget':
      return { ...state, isBudgetShown: action.isShown }
    case 'toggle budget':
      return { ...state, isBudgetShown: !state.isBudgetShown }
    case 'look at':
      // Prepare has no screen of its own within a run.
      return { ...state, lookedAt: action.stage === 'prepare' ? null : action.stage }
    default:
      return action satisfies never
  }
}
