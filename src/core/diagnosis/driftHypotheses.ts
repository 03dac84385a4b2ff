import { type DiagnosisData, type Hypothesis, signed } from './hypothesis'
import { at, FAULT_SIZES, ofSize } from './lineErrors'

export type Taken = { readonly reading: { readonly direction: 'rising' | 'falling' }; readonly index: number }

/** Zero that moves while the points are taken: with the time where it is known, else from reading to reading. */
export function driftHypotheses(data: DiagnosisData): Hypothesis[] {
  const { readings } = data
  const last = readings.at(-1)?.minutes ?? 0
  const progress = (index: number, minutes: number | undefined) =>
    last > 0 && minutes !== undefined ? minutes / last : index / Math.max(1, readings.length - 1)
  return FAULT_SIZES.map(
    ({ limits, weight }): Hypothesis => ({
      cause: 'zero-drift',
      parameters: [ofSize(limits, data), ofSize(limits, data)],
      weight,
      sensor: (x, p, { reading, index }) => x + at(p, 1) + at(p, 0) * progress(index, reading.minutes),
      says: (p) => `zero moved by ${signed(at(p, 0))} % of span from the first reading to the last`,
    }),
  )
}
