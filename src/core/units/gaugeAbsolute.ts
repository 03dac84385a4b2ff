import { Refusal } from '../refusal'
import type { PressureKind } from './pressureKind'
import { convertPressure, type PressureUnit } from './pressureUnit'

/** A pressure that says what it is measured against. */
export type StatedPressure = { readonly value: number; readonly unit: PressureUnit; readonly kind: PressureKind }

/** A barometer reading: always absolute. */
export type Barometer = { readonly value: number; readonly unit: PressureUnit }

/** The lowest and highest air pressure ever met at the ground, with room for mines and mountains, in Pa. */
const BAROMETER_PA = [30_000, 120_000] as const

/**
 * The same pressure in another unit and against another zero.
 * Gauge ↔ absolute needs the barometric pressure at the time and place; a difference has no absolute value.
 * Definition: absolute = gauge + barometric.
 *
 * @throws {Refusal} without a barometer where one is needed, for a difference asked as absolute, below absolute zero
 */
export function restatePressure(
  pressure: StatedPressure,
  to: { readonly unit: PressureUnit; readonly kind: PressureKind },
  barometer?: Barometer,
): number {
  const inUnit = convertPressure(pressure.value, pressure.unit, to.unit)
  if (pressure.kind === 'absolute') refuseBelowVacuum(inUnit, to.unit)
  if (pressure.kind === to.kind) return inUnit
  if (pressure.kind === 'differential' || to.kind === 'differential')
    throw new Refusal(
      'kind',
      `a ${pressure.kind} pressure is not a ${to.kind} one: a difference says nothing about its two sides`,
      'state what the low side is connected to, and use gauge or absolute',
    )
  const air = barometricPa(barometer)
  const shift = convertPressure(air, 'Pa', to.unit)
  const restated = to.kind === 'absolute' ? inUnit + shift : inUnit - shift
  if (to.kind === 'absolute') refuseBelowVacuum(restated, to.unit)
  return restated
}

function barometricPa(barometer: Barometer | undefined): number {
  if (!barometer)
    throw new Refusal('barometer', 'is not stated, and gauge and absolute differ by it', 'read it and enter it')
  const pa = convertPressure(barometer.value, barometer.unit, 'Pa')
  if (pa < BAROMETER_PA[0] || pa > BAROMETER_PA[1])
    throw new Refusal(
      'barometer',
      `${barometer.value} ${barometer.unit} is no air pressure on earth (300 to 1200 hPa)`,
      'enter the absolute pressure at the place, not the one reduced to sea level, and check its unit',
    )
  return pa
}

function refuseBelowVacuum(value: number, unit: PressureUnit): void {
  // A hair of slack for binary arithmetic at a perfect vacuum.
  if (convertPressure(value, unit, 'Pa') < -1e-6)
    throw new Refusal(
      'value',
      `comes to ${value} ${unit} absolute, below a perfect vacuum`,
      'check sign, kind and unit',
    )
}
