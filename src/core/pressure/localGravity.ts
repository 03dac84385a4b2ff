import { Refusal } from '../refusal'

/** Loss of gravity with height in free air, 1/s². Source: common geodesy (from memory). */
const FREE_AIR_PER_S2 = 3.086e-6

/** Gravity on earth departs from the standard by up to 0.27 %: 9.780 m/s² at the equator, 9.832 at the poles (GRS 80). */
const UNKNOWN_PERCENT = 0.27
/** What a site says of its own: normal gravity at its place is good to 0.002 m/s². */
const KNOWN_PERCENT = 0.02

/** How far gravity may be from what is reckoned with, ± %: from what a site has said, or from the standard where it has not. */
export const gravityDoubtPercent = (siteGravityMPerS2: number | null): number =>
  siteGravityMPerS2 === null ? UNKNOWN_PERCENT : KNOWN_PERCENT

/**
 * Normal gravity at a latitude and height, m/s²: Somigliana’s closed formula on the ellipsoid GRS 80, less the free-air
 * gradient. Real gravity departs from it by up to about 0.002 m/s²; a measured value is better where there is one.
 *
 * Source: H. Moritz, Geodetic Reference System 1980, J. Geodesy 74 (2000) 128 (constants from memory, checked by the
 * published gravity at equator, 45° and pole in the test).
 *
 * @throws {Refusal} for a latitude beyond a pole, or a height that is not on land
 */
export function normalGravityMPerS2(latitudeDegrees: number, heightM: number): number {
  if (!(Math.abs(latitudeDegrees) <= 90))
    throw new Refusal('latitude', `${latitudeDegrees}° is no latitude`, 'enter −90 to 90 degrees')
  if (!(heightM > -500 && heightM < 9000))
    throw new Refusal('height', `${heightM} m is no place to work at`, 'enter metres above sea level')
  const sine = Math.sin((latitudeDegrees * Math.PI) / 180) ** 2
  const onEllipsoid = (9.7803267715 * (1 + 0.001931851353 * sine)) / Math.sqrt(1 - 0.0066943800229 * sine)
  return onEllipsoid - FREE_AIR_PER_S2 * heightM
}
