import { columnFactor } from '@/core/conformity/columnCorrection'
import { airDensityKgPerM3 } from '@/core/pressure/airDensity'
import { gravityDoubtPercent } from '@/core/pressure/localGravity'
import { Refusal } from '@/core/refusal'
import { STANDARD_GRAVITY } from '@/core/units/pressureUnit'
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
  siteGravityMPerS2: number | null,
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
    ...byRule(standard, celsius, siteGravityMPerS2),
    ...(piston && {
      piston: { ...piston, celsius, airDensityKgPerM3: airDensityKgPerM3(celsius ?? 0, pressure, humidity) },
    }),
    ...(column && { column: { ...column, ...columnFactor(standard.unit, column.gravityMPerS2, celsius) } }),
  }
}

/** Buoyancy of the masses and the temperature of piston and cylinder, of a tester read by what stands on its masses. Ours, no source. */
const MASSES_PERCENT = 0.03

/**
 * A column or a tester of which the register holds neither masses nor gravity: a column is weighed by the gravity of the site
 * where that is known; what is not corrected counts. JCGM 100:2008, 3.2.4 and F.2.4.5.
 */
function byRule(
  { principle, piston, column, unit }: WorkingReference,
  celsius: number | null,
  siteGravityMPerS2: number | null,
): Pick<WorkingReference, 'column' | 'byRulePercent'> {
  if (principle === 'liquid-column' && !column)
    return siteGravityMPerS2 === null
      ? { byRulePercent: gravityDoubtPercent(null) }
      : {
          column: {
            ...columnFactor(unit, siteGravityMPerS2, celsius),
            gravityMPerS2: siteGravityMPerS2,
            isApplied: true,
          },
        }
  if (principle !== 'dead-weight' || piston) return {}
  const departs = siteGravityMPerS2 === null ? 0 : Math.abs(siteGravityMPerS2 / STANDARD_GRAVITY - 1) * 100
  const gravity = departs + gravityDoubtPercent(siteGravityMPerS2)
  return { byRulePercent: gravity + MASSES_PERCENT }
}
