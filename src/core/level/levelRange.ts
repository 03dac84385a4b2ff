import { type LevelColumn, levelColumns, levelPressurePa } from './levelColumns'
import type { VesselSetUp } from './vesselSetUp'

/** The range a level set-up asks for, Pa. */
export type LevelRange = {
  readonly lrvPa: number
  readonly urvPa: number
  readonly columnsAt0: readonly LevelColumn[]
  readonly columnsAt100: readonly LevelColumn[]
}

/**
 * The range of a level instrument: the pressure at the levels of 0 % and of 100 %. A filled leg makes both negative.
 *
 * @throws {Refusal} for a vessel that cannot be
 */
export const levelRange = (vessel: VesselSetUp): LevelRange => ({
  lrvPa: levelPressurePa(vessel, vessel.levelAt0M),
  urvPa: levelPressurePa(vessel, vessel.levelAt100M),
  columnsAt0: levelColumns(vessel, vessel.levelAt0M),
  columnsAt100: levelColumns(vessel, vessel.levelAt100M),
})

/** The level at a percentage of what is measured. */
export const levelAtPercentM = ({ levelAt0M, levelAt100M }: VesselSetUp, percent: number): number =>
  levelAt0M + (percent / 100) * (levelAt100M - levelAt0M)

/** The level that gives a pressure: the range is a straight line in level, so it is turned round. */
export function levelAtPressureM(vessel: VesselSetUp, pressurePa: number): number {
  const { lrvPa, urvPa } = levelRange(vessel)
  return levelAtPercentM(vessel, ((pressurePa - lrvPa) / (urvPa - lrvPa)) * 100)
}
