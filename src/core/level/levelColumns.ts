import { refuseImpossibleVessel, type VesselSetUp } from './vesselSetUp'

/** One column of fluid over the instrument: which side it presses on, and how much of what it is. */
export type LevelColumn = {
  readonly side: 'high' | 'low'
  readonly what: string
  readonly densityKgPerM3: number
  /** Negative where the column hangs below its tap instead of standing on the instrument. */
  readonly heightM: number
}

/**
 * The columns that press on the two sides of a level instrument at one level. Everything about a level range follows from
 * them: p = Σ ρ·g·h on the high side less that on the low side.
 *
 * Source: hydrostatics; which columns there are follows from the arrangement.
 *
 * @param levelM level (of an interface: of the interface), same datum as the taps
 * @throws {Refusal} for a vessel that cannot be
 */
export function levelColumns(vessel: VesselSetUp, levelM: number): LevelColumn[] {
  refuseImpossibleVessel(vessel)
  const { lowerTapM, sensorM } = vessel
  const liquid = column('high', 'liquid over the lower tap', vessel.densityKgPerM3, levelM - lowerTapM)
  switch (vessel.kind) {
    case 'open':
    case 'standpipe':
      return [liquid, highLine(vessel)]
    case 'bubbler':
      return [liquid, column('high', 'purge gas in the tube', vessel.purgeDensityKgPerM3, lowerTapM - sensorM)]
    case 'dry-leg':
      return [
        liquid,
        gasOver(vessel, levelM),
        highLine(vessel),
        column('low', 'gas in the dry leg', vessel.gasDensityKgPerM3, vessel.upperTapM - sensorM),
      ]
    case 'wet-leg':
      return [
        liquid,
        gasOver(vessel, levelM),
        highLine(vessel),
        column('low', 'liquid in the filled leg', vessel.legDensityKgPerM3, vessel.upperTapM - sensorM),
      ]
    case 'remote-seals':
      return [
        liquid,
        gasOver(vessel, levelM),
        column('high', 'fill from the lower seal', vessel.highFillDensityKgPerM3, lowerTapM - sensorM),
        column('low', 'fill from the upper seal', vessel.lowFillDensityKgPerM3, vessel.upperTapM - sensorM),
      ]
    case 'interface':
      return [
        column('high', 'heavier liquid', vessel.densityKgPerM3, levelM - lowerTapM),
        column('high', 'lighter liquid', vessel.lightDensityKgPerM3, vessel.upperTapM - levelM),
        highLine(vessel),
        column('low', 'liquid in the leg', vessel.legDensityKgPerM3, vessel.upperTapM - sensorM),
      ]
    default:
      return vessel satisfies never
  }
}

const column = (side: 'high' | 'low', what: string, densityKgPerM3: number, heightM: number): LevelColumn => ({
  side,
  what,
  densityKgPerM3,
  heightM,
})

type WithLine = { densityKgPerM3: number; lineDensityKgPerM3: number | null; lowerTapM: number; sensorM: number }
const highLine = ({ densityKgPerM3, lineDensityKgPerM3, lowerTapM, sensorM }: WithLine) =>
  column('high', 'line from the lower tap', lineDensityKgPerM3 ?? densityKgPerM3, lowerTapM - sensorM)

const gasOver = ({ upperTapM, gasDensityKgPerM3 }: { upperTapM: number; gasDensityKgPerM3: number }, levelM: number) =>
  column('high', 'gas over the liquid', gasDensityKgPerM3, upperTapM - levelM)

/** The pressure of one column on the instrument, Pa; counted negative on the low side. */
export const columnPa = ({ side, densityKgPerM3, heightM }: LevelColumn, gravityMPerS2: number): number =>
  (side === 'high' ? 1 : -1) * densityKgPerM3 * gravityMPerS2 * heightM

/**
 * Differential pressure (open tanks: gauge pressure) at the instrument for a level, Pa.
 *
 * @throws {Refusal} for a vessel that cannot be
 */
export const levelPressurePa = (vessel: VesselSetUp, levelM: number): number =>
  levelColumns(vessel, levelM).reduce((sum, each) => sum + columnPa(each, vessel.gravityMPerS2), 0)
