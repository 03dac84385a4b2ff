import { independentLinearity, type Linearity, terminalBasedLinearity, zeroBasedLinearity } from './linearity'
import { type CurvePoint, type CycleReading, meanCurve } from './meanCurve'
import { type Repeatability, repeatability } from './repeatability'

/** The figures of a set of cycles, as a test report of a transmitter gives them. All in % of span. */
export type CycleAnalysis = {
  readonly curve: readonly CurvePoint[]
  /** Mean error at the lowest test point. */
  readonly zeroErrorPercentSpan: number
  /** Mean error at the highest test point less that at the lowest: how much the span is off. */
  readonly spanErrorPercentSpan: number
  readonly largestError: { readonly errorPercentSpan: number; readonly reading: CycleReading }
  /** Largest difference between falling and rising mean at a point; includes dead band. Null without both. */
  readonly hysteresisPercentSpan: number | null
  /** Null with fewer than three test points. */
  readonly linearity: {
    readonly terminalBased: Linearity
    readonly zeroBased: Linearity
    readonly independent: Linearity
  } | null
  /** Null unless a point was read twice from the same direction. */
  readonly repeatability: Repeatability | null
}

/**
 * Works out every figure of a set of cycles. Definitions: ISA-51.1 and IEC 61298-2 (from memory), named at each.
 *
 * @throws {Refusal} without readings
 */
export function analyseCycles(readings: readonly CycleReading[]): CycleAnalysis {
  const curve = meanCurve(readings)
  const zeroError = curve[0]?.meanErrorPercentSpan ?? 0
  const upperError = curve.at(-1)?.meanErrorPercentSpan ?? 0
  return {
    curve,
    zeroErrorPercentSpan: zeroError,
    spanErrorPercentSpan: upperError - zeroError,
    largestError: largestError(readings),
    hysteresisPercentSpan: hysteresis(curve),
    linearity:
      curve.length < 3
        ? null
        : {
            terminalBased: terminalBasedLinearity(curve),
            zeroBased: zeroBasedLinearity(curve),
            independent: independentLinearity(curve),
          },
    repeatability: repeatability(readings),
  }
}

function largestError(readings: readonly CycleReading[]): CycleAnalysis['largestError'] {
  const error = (reading: CycleReading) => reading.outputPercent - reading.appliedPercent
  const reading = readings.reduce((worst, next) => (Math.abs(error(next)) > Math.abs(error(worst)) ? next : worst))
  return { errorPercentSpan: error(reading), reading }
}

function hysteresis(curve: readonly CurvePoint[]): number | null {
  const differences = curve.flatMap(({ risingErrorPercentSpan: up, fallingErrorPercentSpan: down }) =>
    up === null || down === null ? [] : [Math.abs(down - up)],
  )
  return differences.length === 0 ? null : Math.max(...differences)
}
