import { errorBasis } from '@/core/run/judge/errorBasis'
import { judgingBasis } from '@/core/run/judge/judgeSteps'
import { drawsIn } from '@/core/run/plan/decisionRule'
import { plannedUncertainty } from '@/core/run/plan/plannedUncertainty'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { World } from '@/schema/world'
import type { CorridorData } from './corridorData'

/** Everything of the corridor but its curves. Where the rule draws the acceptance limit in, that is in it too. */
export function corridorFrame(world: World): Omit<CorridorData, 'series'> {
  const { statesUncertainty, decisionRule } = world
  const isDrawnIn = statesUncertainty && drawsIn(decisionRule)
  return {
    basis: judgingBasis(world),
    unitLabel: pressureUnitLabel(world.configuration.unit),
    testPoints: [...new Set(world.points.map(({ percent }) => percent))],
    errorBasis: errorBasis(world),
    ...(isDrawnIn && {
      guardBand: plannedUncertainty({ ...world, statesUncertainty }).map(({ percent, guardBand: width }) => ({
        percent,
        width,
      })),
    }),
  }
}
