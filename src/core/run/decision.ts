/**
 * What was decided after a round. `leave`: no adjustment. `repair`: taken out of service, signed as found. `repeat`: the
 * readings are kept and do not count, the same points are taken again.
 */
export const DECISIONS = ['leave', 'adjust', 'repair', 'repeat'] as const
export type Decision = (typeof DECISIONS)[number]
