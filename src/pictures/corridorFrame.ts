import { drawsIn } from '@/core/run/decisionRule'
import { errorBasis } from '@/core/run/errorBasis'
import { judgingBasis } from '@/core/run/judgeSteps'
import { plannedUncertainty } from '@/core/run/plannedUncertainty'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { World } from '@/schema/world'
import type { CorridorData } from './corridorGeometry'

/** Everything of the corridor but its curves. Where the rule draws the acceptance limit in, that is in it too. */
export function corridorFrame(world: World): Omit<CorridorData, 'series'> {
  const { statesUncertainty, decisionRule } = world
  const isDrawnIn = statesUncertainty && drawsIn(decisionRule)
  return {
    basis: judgingBasis(world),
    unitLabel: pressureUnitLabel(world.configuration.unit),
    testPoints: [...new Set(world.points.map(({ percent }) => percent))],
    errorBasis: errorBasis(world),
    ...(isDrawnIn && { acceptance: plannedUncertainty({ ...world, statesUncertainty }) }),
  }
}
