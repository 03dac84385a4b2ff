/** What may be decided after a round, whole: what it means for the readings, for what follows and for the certificate. */
type DecisionMeaning = {
  /** What its button says. */
  readonly label: string
  /** Whether the readings of the round count; those that do not are kept, and the same points are taken again. */
  readonly readingsCount: boolean
  /** Whether work on the instrument follows, for which it has to be out of service still. */
  readonly needsOutOfService: boolean
  /** Whether it does not go back into service but to be repaired. */
  readonly isForRepair: boolean
  /** What the certificate says of it, beside a reason or only where there is none; null where it goes without saying. */
  readonly certificate: { readonly words: string; readonly besideReason: boolean } | null
  /** What may still be decided in its place, with a reason. */
  readonly mayBecome: readonly string[]
}

/** A decision is one line here. */
export const DECISION_MEANINGS = {
  leave: {
    label: 'Leave as it is',
    ...{ readingsCount: true, needsOutOfService: false, isForRepair: false },
    ...{ certificate: null, mayBecome: ['adjust'] },
  },
  adjust: {
    label: 'Adjust',
    ...{ readingsCount: true, needsOutOfService: true, isForRepair: false },
    ...{ certificate: null, mayBecome: [] },
  },
  repair: {
    label: 'Take out for repair',
    ...{ readingsCount: true, needsOutOfService: false, isForRepair: true },
    ...{ certificate: { words: 'Decision: taken out for repair.', besideReason: true }, mayBecome: [] },
  },
  repeat: {
    label: 'Take the readings again',
    ...{ readingsCount: false, needsOutOfService: true, isForRepair: false },
    certificate: { words: 'Readings taken again as advised; those before do not count.', besideReason: false },
    mayBecome: [],
  },
} as const satisfies Record<string, DecisionMeaning>
export type Decision = keyof typeof DECISION_MEANINGS
export const DECISIONS = Object.keys(DECISION_MEANINGS) as Decision[] // keys of a const object

/** The parts of a decision as such, without what its own line narrows them to. */
export const meaningOf = (decision: Decision): DecisionMeaning => DECISION_MEANINGS[decision]
