import { columnFactor } from '@/core/conformity/columnCorrection'
import { airDensityKgPerM3 } from '@/core/pressure/airDensity'
import { Refusal } from '@/core/refusal'
import type { WorkingReference, World } from '@/schema/world'

/**
 * A reference as it stands at the work: what follows from the temperature and the air there. The area of a piston grows
 * with its temperature, taken as that of the place; a liquid column is as heavy as its liquid is cold and gravity strong.
 *
 * @throws {Refusal} for a dead-weight tester where nobody read the temperature
 */
export function standingAt<S extends WorkingReference>(
  standard: S,
  { ambientCelsius, ...air }: World['environment'],
): S {
  const { piston, column } = standard
  const celsius = ambientCelsius === null ? null : Number(ambientCelsius)
  if (piston && celsius === null)
    throw new Refusal(
      'environment.ambientCelsius',
      `is empty, and the pressure of ${standard.code} is computed from it`,
      'read the temperature beside its piston',
    )
  const [pressure, humidity] = [air.barometricHPa, air.relativeHumidityPercent].map((text) =>
    text === null ? null : Number(text),
  )
  return {
    ...standard,
    ...(piston && {
      piston: { ...piston, celsius, airDensityKgPerM3: airDensityKgPerM3(celsius ?? 0, pressure, humidity) },
    }),
    ...(column && { column: { ...column, ...columnFactor(standard.unit, column.gravityMPerS2, celsius) } }),
  }
}
