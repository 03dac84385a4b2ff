import { CAUSE_TABLE, type Cause } from './causeTable'

export type { Cause, Lookalike } from './causeTable'

export const CAUSE_IDS = Object.keys(CAUSE_TABLE) as Cause[] // keys of a const object

/** Causes that readings can point to, as a technician names them. */
export const CAUSES = Object.fromEntries(CAUSE_IDS.map((cause) => [cause, CAUSE_TABLE[cause].name])) as Record<
  Cause,
  string
> // one name for each key
