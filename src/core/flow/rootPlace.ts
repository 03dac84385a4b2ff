import { rootPercent } from '../transfer/transfer'

/** Where along a loop the square root may be taken. */
export type RootPlaces = { readonly transmitter: boolean; readonly host: boolean; readonly panelMeter: boolean }

/** What each part of a flow loop shows at one differential pressure, % of full scale, and how often the root was taken. */
export type RootPlaceView = {
  readonly transmitterPercent: number
  readonly hostPercent: number
  readonly panelPercent: number
  readonly rootsInHost: 0 | 1 | 2
  readonly rootsInPanel: 0 | 1 | 2
}

/**
 * Follows one differential pressure through transmitter, host and panel meter. Host and panel meter each take the
 * transmitter's output: on its way to either the root must be taken exactly once.
 *
 * @param dpPercent % of differential-pressure span
 */
export function followRoot(dpPercent: number, { transmitter, host, panelMeter }: RootPlaces): RootPlaceView {
  const transmitterPercent = transmitter ? rootPercent(dpPercent) : dpPercent
  const count = (further: boolean) => (Number(transmitter) + Number(further)) as 0 | 1 | 2 // sum of two Booleans
  return {
    transmitterPercent,
    hostPercent: host ? rootPercent(transmitterPercent) : transmitterPercent,
    panelPercent: panelMeter ? rootPercent(transmitterPercent) : transmitterPercent,
    rootsInHost: count(host),
    rootsInPanel: count(panelMeter),
  }
}
