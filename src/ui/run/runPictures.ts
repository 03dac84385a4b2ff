import { type JudgedPoint, limitOfError } from '@/core/analysis/judgedPoint'
import { stageErrors } from '@/core/analysis/stageErrors'
import { pointVerdict } from '@/core/error/verdict'
import { type DecidedRound, ofCountedRounds } from '@/core/run/roundRole'
import type { JudgedRound } from '@/core/run/runState'
import type { CorridorData, CorridorSeries } from '@/pictures/charts/corridorData'
import { corridorFrame } from '@/pictures/charts/corridorFrame'
import type { World } from '@/schema/world'

/** An earlier calibration's as-left errors, drawn faintly for comparison. */
export type EarlierCurve = { readonly label: string; readonly points: CorridorSeries['points'] }

type Inputs = {
  readonly run: { readonly world: World; readonly rounds: readonly DecidedRound[] }
  /** The same rounds with their points. */
  readonly rounds: readonly Pick<JudgedRound, 'points'>[]
  readonly earlier: EarlierCurve | null
}

/** Corridor data of a run: as found hollow, the last as left filled, the calibration before faint. */
export function runCorridor({ run, rounds, earlier }: Inputs): CorridorData {
  const { asFound, asLeft } = ofCountedRounds(run.rounds, rounds)
  return {
    ...corridorFrame(run.world),
    series: [
      ...(earlier && !asLeft ? [{ label: earlier.label, style: 'earlier' as const, points: earlier.points }] : []),
      ...(asFound ? [{ label: 'As found', style: 'as-found' as const, points: asFound.points }] : []),
      ...(asLeft ? [{ label: 'As left', style: 'as-left' as const, points: asLeft.points }] : []),
    ],
  }
}

/** One corridor a stage of a digital transmitter: what the sensor makes of the pressure, and the output of what it is told. */
export function stageCorridors(
  world: World,
  points: readonly JudgedPoint[],
): Record<'sensor' | 'output', CorridorData> {
  const frame = corridorFrame(world)
  const series = (label: string, pick: 'sensorPercentSpan' | 'outputPercentSpan'): CorridorSeries => ({
    label,
    style: 'as-found',
    points: points.flatMap((point) => {
      const stages = stageErrors(point, frame.basis)
      if (!stages) return []
      const errorPercentSpan = stages[pick]
      const verdict = pointVerdict({
        error: errorPercentSpan,
        limit: limitOfError(errorPercentSpan, point),
        adjustLimit: point.adjustLimitPercentSpan,
      })
      return [{ appliedPercent: point.appliedPercent, direction: point.direction, errorPercentSpan, verdict }]
    }),
  })
  return {
    sensor: { ...frame, series: [series('Sensor', 'sensorPercentSpan')] },
    output: { ...frame, series: [series('Output stage', 'outputPercentSpan')] },
  }
}
