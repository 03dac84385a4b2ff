import { Refusal } from '../refusal'

/** Where a vacuum gauge is to be adjusted. Absolute pressures in one unit. */
export type VacuumAdjust = {
  /** Lowest pressure the gauge reads. */
  readonly gaugeLow: number
  readonly gaugeHigh: number
  /** Air pressure at the place. */
  readonly barometric: number
  /** Above this the gauge's principle changes over (heat loss to convection); null when there is no such thing. */
  readonly transition: number | null
  /** What the pump reaches. */
  readonly baseVacuum: number
}

export type VacuumAdjustPoints = {
  readonly zeroAtMost: number
  readonly zero: number
  readonly span: number
  readonly notes: readonly string[]
}

/** Share of the air pressure to set span at: 600 of 760 torr. Atmosphere itself changes from day to day. Common practice, no source. */
const SPAN_SHARE = 0.79
/** Zero is low enough at ten times the lowest reading: 10 mtorr for a gauge that starts at 1 mtorr. Common practice, no source. */
const ZERO_TIMES_LOWEST = 10

/**
 * Where to set both ends of a vacuum gauge: span well above the transition and well below atmosphere, zero at a vacuum
 * that is hard enough for its lowest decade.
 *
 * @throws {Refusal} when the pump does not reach far enough down, or the span point would not clear the transition
 */
export function vacuumAdjustPoints({
  gaugeLow,
  gaugeHigh,
  barometric,
  transition,
  baseVacuum,
}: VacuumAdjust): VacuumAdjustPoints {
  if (!(gaugeLow > 0 && gaugeHigh > gaugeLow && barometric > 0))
    throw new Refusal('gaugeLow', 'the range does not rise from above zero', 'enter absolute pressures in one unit')
  const zeroAtMost = ZERO_TIMES_LOWEST * gaugeLow
  if (!(baseVacuum >= 0 && baseVacuum <= zeroAtMost))
    throw new Refusal(
      'baseVacuum',
      `${baseVacuum} is not hard enough to set zero: it takes ${zeroAtMost} or less for a gauge that starts at ${gaugeLow}`,
      'find the leak, warm the pump up, or pump longer',
    )
  const span = Math.min(gaugeHigh, SPAN_SHARE * barometric)
  if (transition !== null && span < 2 * transition)
    throw new Refusal(
      'gaugeHigh',
      `${span} does not lie well above the transition at ${transition}`,
      'set span where the maker says',
    )
  return {
    zeroAtMost,
    zero: baseVacuum,
    span,
    notes: [
      'set the excitation first where there is one',
      'dry nitrogen as the gas: another gas reads differently',
      'span first, then zero, then both again; then readings up and down',
      ...(gaugeHigh >= 0.95 * barometric
        ? ['not at atmosphere: it changes from day to day and with the height of the place']
        : []),
    ],
  }
}

/** Whether a pressure is so near to atmosphere that it is no point to set a span at. */
export const isNearAtmosphere = (pressure: number, barometric: number): boolean =>
  pressure > 0.9 * barometric && pressure < 1.1 * barometric
