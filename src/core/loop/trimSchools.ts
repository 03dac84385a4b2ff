import { exceeds } from '../error/verdict'
import { errorAfterTrimToHost } from './hostCheck'

/** What a school of trimming leaves behind, % of span. */
export type TrimSchool = {
  readonly transmitterErrorPercent: number
  readonly hostErrorPercent: number
  readonly isTransmitterInside: boolean
  readonly isLoopInside: boolean
}

/** Both schools side by side for a host that is off though the transmitter is known. */
export type TrimSchools = { readonly leaveTrue: TrimSchool; readonly trimToHost: TrimSchool }

/**
 * What each school does: leaving the transmitter true keeps the host's error until the loop is mended; trimming to the
 * host makes the host read right and puts its error into the transmitter.
 *
 * @param given the transmitter's own error and what the host shows too much, both % of span and at the same point
 */
export function trimSchools(given: {
  readonly transmitterErrorPercent: number
  readonly hostErrorPercent: number
  readonly transmitterLimitPercent: number
  readonly loopAllowancePercent: number
}): TrimSchools {
  const school = (transmitterErrorPercent: number, hostErrorPercent: number): TrimSchool => ({
    transmitterErrorPercent,
    hostErrorPercent,
    isTransmitterInside: !exceeds(Math.abs(transmitterErrorPercent), given.transmitterLimitPercent),
    isLoopInside: !exceeds(Math.abs(hostErrorPercent), given.loopAllowancePercent),
  })
  return {
    leaveTrue: school(given.transmitterErrorPercent, given.hostErrorPercent),
    trimToHost: school(errorAfterTrimToHost(given.transmitterErrorPercent, given.hostErrorPercent), 0),
  }
}
