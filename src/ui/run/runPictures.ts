import { errorBasis } from '@/core/run/errorBasis'
import { judgingBasis, type RunBasis } from '@/core/run/judgeSteps'
import type { JudgedRound } from '@/core/run/runState'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { CorridorData, CorridorSeries } from '@/pictures/errorCorridor'

/** An earlier calibration's as-left errors, drawn faintly for comparison. */
export type EarlierCurve = { readonly label: string; readonly points: CorridorSeries['points'] }

type Inputs = {
  readonly world: RunBasis & { readonly points: readonly { readonly percent: number }[] }
  readonly rounds: readonly Pick<JudgedRound, 'points'>[]
  readonly earlier: EarlierCurve | null
  readonly cursor?: CorridorData['cursor']
}

/** Corridor data of a run: as found hollow, the last as left filled, the calibration before faint. */
export function runCorridor({ world, rounds, earlier, cursor }: Inputs): CorridorData {
  const [asFound, ...asLefts] = rounds
  const asLeft = asLefts.at(-1)
  return {
    basis: judgingBasis(world),
    unitLabel: pressureUnitLabel(world.configuration.unit),
    testPoints: [...new Set(world.points.map(({ percent }) => percent))],
    errorBasis: errorBasis(world),
    series: [
      ...(earlier && !asLeft ? [{ label: earlier.label, style: 'earlier' as const, points: earlier.points }] : []),
      ...(asFound ? [{ label: 'As found', style: 'as-found' as const, points: asFound.points }] : []),
      ...(asLeft ? [{ label: 'As left', style: 'as-left' as const, points: asLeft.points }] : []),
    ],
    ...(cursor && { cursor }),
  }
}
