import type { Cause } from './causeTable'
import {
  channelsRead,
  type DiagnosisData,
  type Hypothesis,
  type LineShape,
  type Parameters,
  showsOutputStage,
} from './hypothesis'
import { FAULT_SIZES, LINES, type Line, ofSize } from './lineErrors'

const SINGLE: Record<LineShape, Cause> = {
  zero: 'zero-shift',
  span: 'span-error',
  'zero-and-span': 'zero-and-span',
}

/** A sensor's gain works from zero pressure, or from LRV where it is trimmed or screwed there. */
const about = (line: Line, pivot: number) => (x: number, p: Parameters, from: number) =>
  line.apply(x - pivot, p, from) + pivot

/** Every size and pivot a straight line can have on the side of the sensor. */
function linesOfSensor(data: DiagnosisData) {
  const zero = data.context.zeroPressurePercent
  return LINES.flatMap((line) => {
    const pivots = zero !== 0 && line.shape === 'span' ? [zero, 0] : [zero]
    return pivots.flatMap((pivot) =>
      FAULT_SIZES.map(({ limits, weight }) => ({
        ...line,
        weight: (line.weight * weight) / pivots.length,
        shareOfShape: weight / pivots.length,
        parameters: Array.from({ length: line.count }, () => ofSize(limits, data)),
        sensor: about(line, pivot),
      })),
    )
  })
}

/** Straight-line errors of the sensor, or of the whole instrument where the readings show no stages. */
export function sensorHypotheses(data: DiagnosisData): Hypothesis[] {
  const { pv } = channelsRead(data.readings)
  const showsStages = pv && showsOutputStage(data.readings)
  return linesOfSensor(data).map(
    ({ shape, weight, shareOfShape, parameters, sensor, says }): Hypothesis => ({
      cause: showsStages ? 'sensor-stage' : SINGLE[shape],
      shape,
      line: { at: 0, stage: 'sensor' },
      parameters,
      weight: showsStages ? weight : shareOfShape,
      sensor: (x, p) => sensor(x, p, 0),
      says: (p) => (pv ? `PV: ${says(p, 0)}` : says(p, 0)),
    }),
  )
}

/** Straight-line errors of the output stage, where the readings show one. */
export function outputHypotheses(data: DiagnosisData): Hypothesis[] {
  if (!showsOutputStage(data.readings)) return []
  return LINES.flatMap((line) =>
    FAULT_SIZES.map(
      ({ limits, weight }): Hypothesis => ({
        cause: 'output-stage',
        shape: line.shape,
        line: { at: 0, stage: 'output' },
        parameters: Array.from({ length: line.count }, () => ofSize(limits, data)),
        weight: line.weight * weight,
        drive: (ao, p) => line.apply(ao, p, 0),
        says: (p) => `output: ${line.says(p, 0)}`,
      }),
    ),
  )
}

/** Both stages at once: zero and span of each, of which either may be small. */
export function bothStages(data: DiagnosisData): Hypothesis[] {
  if (!showsOutputStage(data.readings) || !channelsRead(data.readings).pv) return []
  const zero = data.context.zeroPressurePercent
  const line = LINES[2]
  if (!line) return []
  return FAULT_SIZES.map(
    ({ limits, weight }): Hypothesis => ({
      cause: 'both-stages',
      shape: 'zero-and-span',
      parameters: Array.from({ length: 4 }, () => ofSize(limits, data)),
      weight,
      sensor: (x, p) => line.apply(x - zero, p, 0) + zero,
      drive: (ao, p) => line.apply(ao, p, 2),
      says: (p) => `PV: ${line.says(p, 0)}; output: ${line.says(p, 2)}`,
    }),
  )
}
