import { isWithin } from '@/core/error/within'
import { decimalsOfTwoDigits, fixedDecimal, formatFixed, formatPlain, formatSigned } from '@/core/format/formatNumber'
import { airDensityKgPerM3 } from '@/core/pressure/airDensity'
import {
  fillDensityKgPerM3,
  type Heads,
  hasHead,
  type LineHead,
  USUAL_CELSIUS_DOUBT,
  USUAL_DENSITY_DOUBT_PERCENT,
  USUAL_HEIGHT_DOUBT_MM,
} from '@/core/pressure/lineHead'
import { gravityDoubtPercent } from '@/core/pressure/localGravity'
import { Refusal } from '@/core/refusal'
import { idealAtPoint, judgeReading, type RunBasis, targetInput } from '@/core/run/judge/judgeSteps'

import { convertPressure, pressureUnitLabel, STANDARD_GRAVITY } from '@/core/units/pressureUnit'
import type { StartRun } from '@/schema/startRun'
import type { World } from '@/schema/world'
import { fillWords, heightWords } from '@/words/headWords'

/** A line of which nobody read the temperature stands at that of a room. */
const ROOM_CELSIUS = 20

/** Where water is liquid in a line that is open to air. */
const LIQUID_CELSIUS = { low: 0, high: 95 }

type Place = {
  readonly environment: StartRun['environment']
  /** Gravity at the site, m/s²; null where nobody has said. */
  readonly siteGravityMPerS2: number | null
}

/**
 * What stands between reference and instrument, with what it is corrected by; level and without a leg it is left out.
 *
 * @throws {Refusal} for a liquid whose density nobody has said, and for water that would be ice or steam
 */
export function headsOfRun({ head, lowLeg }: Pick<StartRun, 'head' | 'lowLeg'>, place: Place): Heads {
  const high = head && headWithFacts(head, 'head', place)
  const low = lowLeg && headWithFacts(lowLeg, 'lowLeg', place)
  return { ...(high && { head: high }), ...(low && { lowLeg: low }) }
}

function headWithFacts(
  typed: NonNullable<StartRun['head'] | StartRun['lowLeg']>,
  field: 'head' | 'lowLeg',
  { environment, siteGravityMPerS2 }: Place,
): LineHead | undefined {
  const { fill } = typed
  const heightMillimetre = Number(typed.heightMillimetre ?? 0)
  if (heightMillimetre === 0) return undefined
  const number = (text: string | null) => (text === null ? null : Number(text))
  const { ambientCelsius, barometricHPa, relativeHumidityPercent } = environment
  const ambient = number(ambientCelsius)
  const celsius = number(typed.celsius) ?? ambient ?? ROOM_CELSIUS
  const density = number(typed.densityKgPerM3)
  // The ambient temperature may be that of a winter's day; what fills the line is water all the same.
  if (fill === 'water' && !isWithin(celsius, LIQUID_CELSIUS))
    throw new Refusal(
      `${field}.celsius`,
      `water at ${formatPlain(celsius)} °C does not stand in a line`,
      `enter the temperature of the line, ${LIQUID_CELSIUS.low} °C to ${LIQUID_CELSIUS.high} °C`,
    )
  if (fill === 'liquid' && density === null)
    throw new Refusal(`${field}.densityKgPerM3`, 'the density of the liquid in the line is not said', 'enter it')
  return {
    heightMillimetre,
    fill,
    facts: {
      densityKgPerM3: fill === 'gas' ? null : (density ?? fillDensityKgPerM3(fill, celsius)),
      celsius,
      gravityMPerS2: siteGravityMPerS2 ?? STANDARD_GRAVITY,
      airDensityKgPerM3: airDensityKgPerM3(
        ambient ?? ROOM_CELSIUS,
        number(barometricHPa),
        number(relativeHumidityPercent),
      ),
      heightDoubtMillimetre: number(typed.heightDoubtMillimetre) ?? USUAL_HEIGHT_DOUBT_MM,
      densityDoubtPercent: number(typed.densityDoubtPercent) ?? USUAL_DENSITY_DOUBT_PERCENT[fill],
      celsiusDoubt: number(typed.celsiusDoubt) ?? USUAL_CELSIUS_DOUBT,
      gravityDoubtPercent: gravityDoubtPercent(siteGravityMPerS2),
    },
  }
}

/** What the heads of a run make where they count most against the limit. */
export type HeadShift = {
  readonly percent: number
  /** By how much the instrument's pressure differs from the reference's, in the unit of the range. */
  readonly shift: number
  /** The same as an error that would be found if it were not corrected, in shares of the error limit. */
  readonly limits: number
}

/** A correction is asked about where it is more than this share of the error limit. */
const ASKED_FROM = 0.1
const EXACT = 12

/** The heads of a run, where they are so large that a slip of the height would decide; null where they are not. */
export function headToAskAbout(
  world: RunBasis & { readonly points: readonly { percent: number }[] },
): HeadShift | null {
  if (!hasHead(world)) return null
  const { head: _head, lowLeg: _lowLeg, ...level } = world
  const shifts = [...new Set(world.points.map(({ percent }) => percent))].map((percent): HeadShift => {
    const output = fixedDecimal(idealAtPoint(percent, level), EXACT)
    // As it would be judged if what the reference gives were taken for what the instrument sees.
    const given = targetInput(percent, world)
    const applied = fixedDecimal(given, EXACT)
    const point = judgeReading({ percent, direction: 'rising', reading: { applied, output } }, level)
    const limits = point.limitPercentSpan > 0 ? Math.abs(point.errorPercentSpan) / point.limitPercentSpan : Infinity
    const shift = convertPressure(targetInput(percent, level) - given, world.inputUnit, world.configuration.unit)
    return { percent, shift, limits }
  })
  const [worst] = shifts.toSorted((a, b) => b.limits - a.limits)
  return worst && worst.limits > ASKED_FROM ? worst : null
}

/** What a head makes, in words that can be checked against the place. */
export function headQuestion(
  { shift, limits }: HeadShift,
  {
    head,
    lowLeg,
    configuration,
  }: Pick<World, 'head' | 'lowLeg'> & { readonly configuration: Pick<World['configuration'], 'unit'> },
): string {
  const stands = [
    ...(head ? [`the reference ${heightWords(head, 'higher', 'lower')}, line filled with ${fillWords(head)}`] : []),
    ...(lowLeg
      ? [`a leg of ${heightWords(lowLeg, 'above', 'below')} the instrument, filled with ${fillWords(lowLeg)}`]
      : []),
  ]
  const size = `${formatSigned(shift, decimalsOfTwoDigits(shift))} ${pressureUnitLabel(configuration.unit)}`
  const times = formatFixed(limits, limits < 1 ? 2 : 1)
  return `${stands.join('; ')}: the instrument sees ${size} against the reference, ${times} times its error limit`
}
