/**
 * Whether somebody looks after a source under pressure. Fed by open screens and by what people order, never by what this
 * software asks devices of its own accord. Ours, no source.
 */
export type Attendance = 'there' | 'missed' | 'gone'

/** So long with no screen open nobody is there, s; so much later the source is vented. */
export const MISSED_AFTER_S = 30
export const VENTED_AFTER_S = 150

/**
 * @param alone for how long nobody was seen, s
 * @param allowed for how long it may stand alone by a person's word, s; 0 where nobody said so
 */
export function attendance(alone: number, allowed: number): Attendance {
  const missedAfter = missedAfterSeconds(allowed)
  if (alone <= missedAfter) return 'there'
  return alone <= missedAfter + VENTED_AFTER_S ? 'missed' : 'gone'
}

/** How long until it is vented for being alone, s; 0 where that is now. */
export const secondsToVent = (alone: number, allowed: number): number =>
  Math.max(0, missedAfterSeconds(allowed) + VENTED_AFTER_S - alone)

const missedAfterSeconds = (allowed: number): number => Math.max(MISSED_AFTER_S, allowed)
