import { liquidWater } from '../steam/liquidWater'
import { kelvinOf } from '../units/celsius'
import type { PressureKind } from '../units/pressureKind'
import { convertPressure, type PressureUnit, STANDARD_ATMOSPHERE_PA, STANDARD_GRAVITY } from '../units/pressureUnit'
import { waterDensityKgPerM3 } from '../units/waterDensity'
import { headCorrectionPa } from './headCorrection'

/** What fills the line between reference and instrument. */
export const LINE_FILLS = {
  gas: 'air or nitrogen',
  water: 'water',
  oil: 'hydraulic oil',
  liquid: 'another liquid',
} as const
export type LineFill = keyof typeof LINE_FILLS
export const LINE_FILL_IDS = Object.keys(LINE_FILLS) as LineFill[] // keys of a const object

/** What the correction of a head follows from. Doubts are half-widths of rectangular distributions. */
export type HeadFacts = {
  /** Of the liquid at its temperature, kg/m³; null for a gas, which is as dense as its pressure makes it. */
  readonly densityKgPerM3: number | null
  readonly celsius: number
  readonly gravityMPerS2: number
  readonly airDensityKgPerM3: number
  readonly heightDoubtMillimetre: number
  readonly densityDoubtPercent: number
  readonly celsiusDoubt: number
  readonly gravityDoubtPercent: number
}

/**
 * Reference above (+) or below (−) the instrument, and what fills the line. Runs begun before heads were corrected have no
 * `facts`: there the head counts as a half-width.
 */
export type LineHead = {
  readonly heightMillimetre: number
  readonly fill: LineFill
  readonly facts?: HeadFacts | undefined
}

/** What of a run says which pressure acts on the instrument while its reference gives another. */
export type Heads = {
  /** Between the reference and the side of the instrument that it is connected to. */
  readonly head?: LineHead | undefined
  /** A filled leg that stays on the low side: how high it stands above the instrument. */
  readonly lowLeg?: LineHead | undefined
}

/** Hydraulic oil: common practice, no source. kg/m³ at 20 °C, and its expansion, 1/K. */
const OIL_DENSITY_KG_PER_M3 = 870
const OIL_EXPANSION_PER_K = 7e-4

/** Water at 20 °C: Tanaka et al., Metrologia 38 (2001) 301. */
const WATER_AT_20_KG_PER_M3 = 998.2

/** Specific gas constant of dry air, J/(kg·K), from R = 8.314462618 and 28.9647 g/mol (from memory). Nitrogen: 3.4 % more. */
const AIR_GAS_CONSTANT = 287.05
const ROOM_K = 293.15

/** Largest relative deviation of a gas from air as an ideal one up to 200 bar: nitrogen 3.4 %, compressibility 5 %. Ours. */
const GAS_DOUBT_PERCENT = 6
/** Density of each fill as well as it is known where nobody says better, ± %. Ours, no source. */
export const USUAL_DENSITY_DOUBT_PERCENT: Readonly<Record<LineFill, number>> = {
  gas: GAS_DOUBT_PERCENT,
  water: 0.1,
  oil: 3,
  liquid: 1,
}
/** A height taken by tape, and a line whose temperature nobody read, ±. Ours, no source. */
export const USUAL_HEIGHT_DOUBT_MM = 10
export const USUAL_CELSIUS_DOUBT = 5

/** Density of a liquid that fills a line, kg/m³; null for a gas and for a liquid of which nobody has said it. */
export function fillDensityKgPerM3(fill: LineFill, celsius: number): number | null {
  if (fill === 'water') return waterKgPerM3(celsius)
  if (fill === 'oil') return OIL_DENSITY_KG_PER_M3 * (1 - OIL_EXPANSION_PER_K * (celsius - 20))
  return null
}

/** The formula of the CIPM ends at 40 °C; a hot leg is as dense as IAPWS-IF97 says. */
const waterKgPerM3 = (celsius: number): number =>
  celsius <= 40
    ? waterDensityKgPerM3(celsius)
    : 1 / liquidWater(STANDARD_ATMOSPHERE_PA / 1e6, kelvinOf(celsius)).volumeM3PerKg

/** Relative change of its density by a kelvin, 1/K; at 20 °C for water, 1/T for a gas. */
function expansionPerK({ fill, facts }: LineHead): number {
  const celsius = facts?.celsius ?? 20
  if (fill === 'gas') return 1 / kelvinOf(celsius)
  if (fill !== 'water') return OIL_EXPANSION_PER_K
  return Math.abs(waterKgPerM3(celsius + 0.5) / waterKgPerM3(Math.max(0, celsius - 0.5)) - 1)
}

/**
 * What a head adds to the pressure at the reference, Pa: (ρ − ρair)·g·h of a liquid, less the air that the other side of a
 * gauge or differential instrument is deeper in; ρ·g·h for an absolute one. A gas follows its own pressure:
 * p·(e^(g·h/(R·T)) − 1), where of a gauge pressure the air outside cancels.
 *
 * Sources: hydrostatics; the barometric formula; EURAMET cg-17, hydrostatic head correction (from memory).
 *
 * @param atReferencePa gauge, differential or absolute, as the instrument measures
 */
function headPa({ heightMillimetre, facts }: LineHead, atReferencePa: number, isAbsolute: boolean): number {
  if (!facts) return 0
  const { densityKgPerM3, celsius, gravityMPerS2, airDensityKgPerM3 } = facts
  const height = heightMillimetre / 1000
  if (densityKgPerM3 === null) return atReferencePa * gasGain(height, celsius, gravityMPerS2)
  return headCorrectionPa({
    instrumentAboveReferenceM: -height,
    fluidDensityKgPerM3: densityKgPerM3,
    airDensityKgPerM3: isAbsolute ? 0 : airDensityKgPerM3,
    gravityMPerS2,
  })
}

const gasGain = (heightM: number, celsius: number, gravityMPerS2: number): number =>
  Math.expm1((gravityMPerS2 * heightM) / (AIR_GAS_CONSTANT * kelvinOf(celsius)))

/** What of a run its heads are worked out for. */
type LevelWorld = Heads & {
  readonly configuration: { readonly unit: PressureUnit; readonly pressureKind?: PressureKind | undefined }
}

/** Whether anything between reference and instrument is corrected. */
export const hasHead = ({ head, lowLeg }: Heads): boolean => head?.facts !== undefined || lowLeg?.facts !== undefined

/**
 * The pressure that acts on the instrument at its own level, while the reference gives another at its level; a filled leg on
 * the low side takes its head from it. Both in the unit of the range.
 */
export function atInstrument(atReference: number, world: LevelWorld): number {
  if (!hasHead(world)) return atReference
  const { head, lowLeg, configuration } = world
  const { unit } = configuration
  const isAbsolute = configuration.pressureKind === 'absolute'
  const pa = convertPressure(atReference, unit, 'Pa')
  const added = (head ? headPa(head, pa, isAbsolute) : 0) - (lowLeg ? headPa(lowLeg, 0, false) : 0)
  return atReference + convertPressure(added, 'Pa', unit)
}

/** The other way round: what the reference must give so that the instrument sees a pressure. In the unit of the range. */
export function atReference(wanted: number, world: LevelWorld): number {
  if (!hasHead(world)) return wanted
  const { head, lowLeg, configuration } = world
  const isAbsolute = configuration.pressureKind === 'absolute'
  const leg = lowLeg ? headPa(lowLeg, 0, false) : 0
  const pa = convertPressure(wanted, configuration.unit, 'Pa') + leg
  if (!head?.facts) return convertPressure(pa, 'Pa', configuration.unit)
  const { densityKgPerM3, celsius, gravityMPerS2 } = head.facts
  const before =
    densityKgPerM3 === null
      ? pa / (1 + gasGain(head.heightMillimetre / 1000, celsius, gravityMPerS2))
      : pa - headPa(head, pa, isAbsolute)
  return convertPressure(before, 'Pa', configuration.unit)
}

/** A part of what is doubtful about a head: what, and its half-width in Pa, with its sign for a rise of what is doubted. */
export type HeadDoubt = { readonly name: string; readonly halfWidthPa: number }

/**
 * What stays doubtful of a head that is corrected: its height, the density and temperature of what fills it, and gravity
 * where the site has not said it. Of one that is not corrected, the head itself.
 *
 * @param atReferencePa as the instrument measures; `absolutePa` of the same
 */
export function headDoubts(
  head: LineHead,
  { atReferencePa, absolutePa, isAbsolute }: { atReferencePa: number; absolutePa: number; isAbsolute: boolean },
): HeadDoubt[] {
  const { facts, heightMillimetre, fill } = head
  if (!facts) return [{ name: 'head between reference and instrument', halfWidthPa: uncorrectedPa(head, absolutePa) }]
  const each = headByItsSize(head, atReferencePa, isAbsolute)
  const of = (name: string, share: number): HeadDoubt => ({ name, halfWidthPa: Math.abs(each * share) })
  const named = LINE_FILLS[fill]
  return [
    of('height between reference and instrument', facts.heightDoubtMillimetre / heightMillimetre),
    of(`density of the ${named} in the line`, facts.densityDoubtPercent / 100),
    of(`temperature of the ${named} in the line`, expansionPerK(head) * facts.celsiusDoubt),
    of('gravity, for the head', facts.gravityDoubtPercent / 100),
  ]
}

/** What the pressure at the instrument changes by for each part by which height, density or gravity is larger, Pa. */
function headByItsSize(head: LineHead, atReferencePa: number, isAbsolute: boolean): number {
  const { heightMillimetre, facts } = head
  if (!facts || facts.densityKgPerM3 !== null) return headPa(head, atReferencePa, isAbsolute)
  const share = (facts.gravityMPerS2 * heightMillimetre) / 1000 / (AIR_GAS_CONSTANT * kelvinOf(facts.celsius))
  return atReferencePa * share * Math.exp(share)
}

/** How large a head was where it was not corrected, Pa: ρ·g·h at 20 °C. */
function uncorrectedPa({ heightMillimetre, fill }: LineHead, absolutePa: number): number {
  const density =
    fill === 'gas'
      ? Math.max(0, absolutePa) / (AIR_GAS_CONSTANT * ROOM_K)
      : fill === 'water'
        ? WATER_AT_20_KG_PER_M3
        : OIL_DENSITY_KG_PER_M3
  return density * STANDARD_GRAVITY * (Math.abs(heightMillimetre) / 1000)
}
