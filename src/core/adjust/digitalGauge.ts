import { Refusal } from '../refusal'
import { monotoneTable } from '../transfer/monotoneTable'

/** A point that a digital gauge is adjusted at, in the order they come. Pressures in the gauge's unit. */
export type GaugeAdjustPoint = {
  readonly name: 'zero' | 'full scale' | 'mid-scale' | 'near vacuum'
  readonly target: number
  /** Lowest and highest pressure at which the point may be taken. */
  readonly from: number
  readonly to: number
  readonly says: string
}

/** Share of the barometric pressure that “near vacuum” stands for: −14.0 psi of −14.7. Common practice, no source. */
const NEAR_VACUUM_SHARE = 0.95

/**
 * The sequence of a digital gauge: zero, full scale, mid-scale, and near vacuum for a compound range. Each is held still
 * for seconds before it is taken. Common practice, no source.
 *
 * @param range gauge pressures at both ends of the scale
 * @param barometric air pressure, same unit: how deep a vacuum can be
 * @throws {Refusal} for a scale that does not rise, or one that asks for more vacuum than there is air
 */
export function digitalGaugeSequence(range: { low: number; high: number }, barometric: number): GaugeAdjustPoint[] {
  const { low, high } = range
  if (!(high > low) || high < 0)
    throw new Refusal('high', `${high} is below zero, or not above ${low}`, 'enter the ends of the gauge’s scale')
  if (!(barometric > 0))
    throw new Refusal('barometric', `${barometric} is no air pressure`, 'enter it in the gauge’s unit')
  if (low < -barometric * 1.05)
    throw new Refusal('low', `${low} is deeper than the air pressure of ${barometric}`, 'check the unit of both')
  const zero = { name: 'zero' as const, target: 0, from: 0, to: 0, says: 'vent to air and leave it open' }
  const vacuum = Math.max(low, -NEAR_VACUUM_SHARE * barometric)
  const nearVacuum = {
    name: 'near vacuum' as const,
    target: vacuum,
    from: Math.max(low, -barometric),
    to: vacuum * 0.95,
    says: 'pull down and let it settle',
  }
  const midScale = (target: number, says: string) => ({
    name: 'mid-scale' as const,
    target,
    from: target - 0.1 * Math.abs(target),
    to: target + 0.1 * Math.abs(target),
    says,
  })
  // A vacuum gauge has no full scale above zero: the vacuum is its far end.
  if (high === 0) return [zero, nearVacuum, midScale(vacuum / 2, 'let air in slowly')]
  const fullScale = {
    name: 'full scale' as const,
    target: high,
    from: 0.98 * high,
    to: high,
    says: 'come up slowly and stop just short rather than over',
  }
  const pressure = [zero, fullScale, midScale(high / 2, 'come up from below')]
  return low < 0 ? [...pressure, nearVacuum] : pressure
}

/** What was held at an adjust point: reference and gauge, same unit. */
export type HeldPoint = { readonly reference: number; readonly reading: number }

/**
 * What the adjustment will leave at the points of a check, if the gauge corrects smoothly through the points it was held
 * at: corrected reading less reference. Where it is right everywhere in between it leaves nothing.
 *
 * @throws {Refusal} for fewer than two held points, or readings that turn round
 */
export function gaugeAdjustRemainder(held: readonly HeldPoint[], check: readonly HeldPoint[]): number[] {
  const { forward } = monotoneTable(held.map(({ reference, reading }) => ({ input: reading, output: reference })))
  return check.map(({ reference, reading }) => forward(reading) - reference)
}
