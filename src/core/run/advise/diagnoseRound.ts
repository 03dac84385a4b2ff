import type { JudgedPoint, JudgingBasis } from '../../analysis/judgedPoint'
import { pointsAtSensor } from '../../analysis/roundAnalysis'
import { diagnose } from '../../diagnosis/diagnose'
import { diagnoseDecades } from '../../diagnosis/diagnoseDecades'
import type { Diagnosis } from '../../diagnosis/diagnosis'
import { signalFacts } from '../../diagnosis/signalFacts'
import { usualScatter } from '../../error/usualScatter'
import { percentOfOutput, type Signal } from '../../signal/signal'
import { isTwoWireLoop } from '../../signal/signalKind'
import { span } from '../../transfer/calibratedRange'
import { percentOfInput } from '../../transfer/linearTransfer'
import { LINEAR } from '../../transfer/transfer'
import type { PressureKind } from '../../units/pressureKind'
import { convertPressure, STANDARD_ATMOSPHERE_PA } from '../../units/pressureUnit'
import { DIAGNOSED_LINES } from '../judge/instrumentLines'
import type { HookUp } from '../plan/hookUp'
import { isOfReading } from '../plan/pointScale'
import { hasScrews } from './adjustable'

/** Fewer readings than this, or all at one point, say nothing of a cause. */
const FEWEST_READINGS = 3

/** What of an instrument its diagnosis follows from, beside what it is judged by. */
export type DiagnosedFacts = {
  readonly configuration: {
    readonly kind: string
    readonly signal: Signal
    readonly lrl?: number
    readonly url: number
    readonly pressureKind?: PressureKind
    readonly hookUp?: HookUp
  }
}

/** How the points were taken, one for each. */
export type TakenFacts = {
  /** Minutes from the first. */
  readonly startedAt?: readonly number[] | undefined
  /** Whether it was read again after a first reading. */
  readonly isRetaken?: readonly boolean[] | undefined
}

/**
 * What the readings of a round point to. They scatter by their uncertainty without what is to be diagnosed, hysteresis
 * and the return to zero; a tenth of the limit where a run states none. The limit is that in the middle of the points, so
 * that a limit of reading, which is nothing at zero, does not make every reading there a fault.
 *
 * Over several decades causes in % of span say nothing of the lower ones: there errors are compared in limits.
 *
 * @returns null with too few readings
 */
export function diagnoseRound(
  points: readonly JudgedPoint[],
  basis: JudgingBasis,
  { configuration, startedAt, isRetaken }: DiagnosedFacts & TakenFacts,
): Diagnosis | null {
  if (points.length < FEWEST_READINGS || new Set(points.map(({ targetPercent }) => targetPercent)).size < 2) return null
  const limits = pointsAtSensor(points)
    .map(({ limitPercentSpan }) => limitPercentSpan)
    .toSorted((a, b) => a - b)
  const limitPercent = limits[Math.floor(limits.length / 2)] ?? 0
  const targets = points.map(({ targetPercent }) => targetPercent)
  if (isOfReading(basis, targets)) return overDecades(points, basis)
  const noisePercent = scatterOf(points) ?? usualScatter(limitPercent)
  if (noisePercent === 0) return null
  return diagnose(
    points.map(({ targetPercent, direction, appliedPercent, output, pv, ao }, index) => ({
      targetPercent,
      direction,
      appliedPercent,
      outputPercent: percentOfOutput(output, basis.scale),
      pvPercent: pv === undefined ? null : percentOfInput(pv, basis.range),
      aoPercent: ao === undefined ? null : percentOfOutput(ao, basis.scale),
      terminalVolts: null,
      minutes: startedAt?.[index],
      // Read once more at the place where it stands: it had its time.
      isWaitedFor: isRetaken?.[index],
    })),
    {
      transfer: basis.transfer ?? LINEAR,
      unit: basis.range.unit,
      zeroPressurePercent: percentOfInput(0, basis.range),
      noisePercent,
      limitPercent,
      ...signalFacts(configuration.signal, basis.scale),
      // Set and trimmed digitally it has levels to signal a failure with; with screws it may rest anywhere.
      hasFailureLevels: isTwoWireLoop(configuration.signal) && !hasScrews({ configuration }),
      ...(configuration.pressureKind !== 'differential' && {
        airPercent: airPercent(basis.range),
      }),
      hasTwoSides: configuration.pressureKind === 'differential',
      hasWetLeg: configuration.hookUp === 'wet-leg',
      ...(configuration.lrl !== undefined && {
        sensorLimits: sensorEnds([configuration.lrl, configuration.url].map((end) => percentOfInput(end, basis.range))),
      }),
      wetLegPercent: null,
      minimumTerminalVolts: null,
    },
  )
}

/** Each reading by its own limit and its own scatter. */
function overDecades(points: readonly JudgedPoint[], { range }: JudgingBasis): Diagnosis | null {
  const onePercent = span(range) / 100
  const width = Math.abs(onePercent)
  const readings = points.map(({ targetPercent, direction, applied, errorPercentSpan, limitPercentSpan, budget }) => ({
    ...{ targetPercent, direction, applied, error: errorPercentSpan * onePercent, limit: limitPercentSpan * width },
    noise: (budget?.combinedStandardUncertainty ?? usualScatter(limitPercentSpan)) * width,
  }))
  return readings.some(({ limit, noise }) => limit <= 0 || noise <= 0) ? null : diagnoseDecades(readings, range.unit)
}

/** Pressure of the standard atmosphere, % of a span. */
const airPercent = (range: JudgingBasis['range']): number =>
  (convertPressure(STANDARD_ATMOSPHERE_PA, 'Pa', range.unit) / Math.abs(span(range))) * 100

const sensorEnds = (ends: readonly number[]) => ({ low: Math.min(...ends), high: Math.max(...ends) })

/** What is diagnosed is no scatter. */
const DIAGNOSED: readonly string[] = Object.values(DIAGNOSED_LINES)

/** Standard deviation of a reading, % of span, as the budget in the middle of the points has it; null where none is stated. */
function scatterOf(points: readonly JudgedPoint[]): number | null {
  const deviations = points
    .flatMap(({ budget }) => (budget ? [budget.lines] : []))
    .map((lines) =>
      Math.hypot(...lines.filter(({ name }) => !DIAGNOSED.includes(name)).map(({ contribution }) => contribution)),
    )
    .toSorted((a, b) => a - b)
  return deviations[Math.floor(deviations.length / 2)] || null
}
