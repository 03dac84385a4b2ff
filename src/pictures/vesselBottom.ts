import type { VesselSetUp } from '@/core/level/vesselSetUp'

/** The bottom: heights count from it, but a tank on a standpipe begins at its tap. */
export const bottomOf = (vessel: VesselSetUp) =>
  vessel.kind === 'standpipe' ? vessel.lowerTapM : Math.min(0, vessel.lowerTapM)
