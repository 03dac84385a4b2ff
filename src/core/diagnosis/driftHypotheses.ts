import { type DiagnosisData, type Hypothesis, signed } from './hypothesis'
import { at, FAULT_SIZES, ofSize } from './lineErrors'

/** What warms up slows down: most of the way in the first third of the time. */
const WARMING = 4
/** How a drift goes on, of its whole way, and how often it does so. Ours, no source. */
const PACES: readonly { readonly share: number; readonly says: string; readonly course: (time: number) => number }[] = [
  { share: 0.6, says: '', course: (time) => time },
  {
    share: 0.4,
    says: ', less and less',
    course: (time) => (1 - Math.exp(-WARMING * time)) / (1 - Math.exp(-WARMING)),
  },
]

export type Taken = { readonly reading: { readonly direction: 'rising' | 'falling' }; readonly index: number }

/** Zero that moves while the points are taken: with the time where it is known, else from reading to reading. */
export function driftHypotheses(data: DiagnosisData): Hypothesis[] {
  const { readings } = data
  const last = readings.at(-1)?.minutes ?? 0
  const progress = (index: number, minutes: number | undefined) =>
    last > 0 && minutes !== undefined ? minutes / last : index / Math.max(1, readings.length - 1)
  return PACES.flatMap(({ share, course, says }) =>
    FAULT_SIZES.map(
      ({ limits, weight }): Hypothesis => ({
        cause: 'zero-drift',
        parameters: [ofSize(limits, data), ofSize(limits, data)],
        weight: share * weight,
        sensor: (x, p, { reading, index }) => x + at(p, 1) + at(p, 0) * course(progress(index, reading.minutes)),
        says: (p) => `zero moved by ${signed(at(p, 0))} % of span from the first reading to the last${says}`,
      }),
    ),
  )
}
