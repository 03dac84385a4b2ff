import { CURRENT_SPAN_MA } from '../../core/signal/currentLoop'
import { convertPressure } from '../../core/units/pressureUnit'
import type { AutomaticPlan } from '../automatic/automaticRun'
import type { Rig } from './rigModel'

const PERCENTS = [0, 25, 50, 75, 100]

/** A check up and down at the rig that takes its own readings; what is fine or far goes by the span. Ours, no source. */
export function benchPlan({ facts, model: { range } }: Pick<Rig, 'facts' | 'model'>): AutomaticPlan {
  const span = Math.abs(range.urv - range.lrv)
  const up = PERCENTS.map((percent) => ({ percent, direction: 'rising' as const }))
  const down = PERCENTS.slice(0, -1)
    .toReversed()
    .map((percent) => ({ percent, direction: 'falling' as const }))
  const margin = span * 0.05
  return {
    points: [...up, ...down],
    range,
    settle: { kind: 'statistical', seconds: 5, tolerance: span * 0.0004 },
    // In mA; a gauge that is read by eye gives no current, and stands when the pressure does.
    channels: [{ tolerance: CURRENT_SPAN_MA * 0.0004 }],
    ...{ readings: 5, gapSeconds: 0.5, lead: span * 0.01, reach: span * 0.0005, past: span * 0.001 },
    lowest: Math.min(range.lrv, range.urv) - margin,
    highest: Math.min(Math.max(range.lrv, range.urv) + margin, convertPressure(facts.overloadPa, 'Pa', facts.unit)),
    ...{ patienceSeconds: 180, silenceSeconds: 10, stallSeconds: 30, astray: span * 0.05 },
  }
}
