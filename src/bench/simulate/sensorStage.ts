import type { InstrumentModel } from './instrumentModel'
import type { InstrumentState, Stimulus } from './instrumentState'
import { followWithPlay } from './play'

/** The sensor: limits, gain, offset, bow, loop, friction, temperature, static pressure, tilt. */
export function feel(
  { sensor, range, heatLoss }: InstrumentModel,
  state: InstrumentState,
  stimulus: Stimulus,
): { sensed: number; state: InstrumentState } {
  const { pressure, celsius, staticMPa, tiltDegrees, isTapped } = stimulus
  const span = Math.abs(range.urv - range.lrv)
  const { direction, lastPressure } = turnedTo(state, pressure, span * TURN_SHARE)
  const along = (pressure - range.lrv) / (range.urv - range.lrv)
  const hump = Math.max(0, 4 * along * (1 - along)) * (1 + sensor.skew * (1 - 2 * along))
  const shiftPercent =
    sensor.bowPercent * hump -
    (direction * sensor.hysteresisPercent * hump) / 2 +
    sensor.zeroPercentPerKelvin * (celsius - 20) +
    sensor.zeroPercentPerMPaStatic * staticMPa +
    sensor.zeroPercentOnItsSide * Math.sin((tiltDegrees * Math.PI) / 180)
  const within = Math.min(sensor.limitHigh, Math.max(sensor.limitLow, pressure))
  const free =
    (heatLoss ? Math.min(sensor.limitHigh, shownByHeatLoss(within, heatLoss)) : within) * sensor.gain +
    sensor.offset +
    (shiftPercent / 100) * span
  const friction = (sensor.stickingPercent / 100) * span
  const pointer = isTapped || state.pointer === null ? free : followWithPlay(state.pointer, free, friction)
  return { sensed: pointer, state: { ...state, lastPressure, direction, pointer } }
}

/**
 * What a heat-loss gauge shows. The loss goes with p/(1 + p/p_t): with the pressure far below the transition p_t, with nothing
 * far above it; the gauge turns it back into a pressure by the transition it counts with.
 *
 * Source: free-molecular and transitional conduction between plates, as in textbooks of vacuum physics (from memory).
 */
function shownByHeatLoss(pressure: number, { assumed, true: own }: NonNullable<InstrumentModel['heatLoss']>): number {
  const loss = pressure / (1 + pressure / own)
  // Nothing loses more heat than the gauge knows of: it stands at its end.
  return loss >= assumed ? Number.POSITIVE_INFINITY : loss / (1 - loss / assumed)
}

/** A pressure that comes back by less than that of the span has not turned: gas that settles is no way down. Ours, no source. */
const TURN_SHARE = 1e-4

/** Which way it goes, and the farthest it came on that way. */
function turnedTo(
  { lastPressure, direction }: InstrumentState,
  pressure: number,
  least: number,
): Pick<InstrumentState, 'direction' | 'lastPressure'> {
  if (lastPressure === null) return { direction, lastPressure: pressure }
  const moved = pressure - lastPressure
  if (moved * direction >= 0) return { direction, lastPressure: pressure }
  return Math.abs(moved) < least
    ? { direction, lastPressure }
    : { direction: moved > 0 ? 1 : -1, lastPressure: pressure }
}
