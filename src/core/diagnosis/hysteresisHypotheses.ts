import { formatFixed } from '../format/formatNumber'
import type { Taken } from './driftHypotheses'
import { hump } from './hump'
import { type DiagnosisData, type Hypothesis, isReadBothWays, signed } from './hypothesis'
import { at, FAULT_SIZES, ofSize } from './lineErrors'

/** Shapes of the way up and the way down: a loop that closes at the ends, lopsided or not, or a constant lag. */
const LOOPS: readonly {
  readonly says: string
  readonly weight: number
  readonly size: (x: number, index: number) => number
}[] = [
  { says: 'closing at both ends', weight: 0.3, size: (x) => hump(x) },
  { says: 'closing at both ends, wider below', weight: 0.1, size: (x) => hump(x) * (1 + (50 - x) / 125) },
  { says: 'closing at both ends, wider above', weight: 0.1, size: (x) => hump(x) * (1 + (x - 50) / 125) },
  { says: 'the same at every point', weight: 0.2, size: () => 1 },
  { says: 'the same at every point but the first', weight: 0.2, size: (_, index) => (index === 0 ? 0 : 1) },
]

/** One way only, a loop that closes at the ends is a bow; the same at every point it is a zero shift, and nothing else is thought. */
const ONE_WAY = 3

/** Up differs from down, alone or on a straight line that is off too. */
export function hysteresisHypotheses(data: DiagnosisData): Hypothesis[] {
  const lagged = (x: number, width: number, { size }: (typeof LOOPS)[number], place: Taken) =>
    x + ((place.reading.direction === 'rising' ? -1 : 1) * width * size(x, place.index)) / 2
  return [
    ...(isReadBothWays(data.readings) ? lopsided(data) : []),
    ...(isReadBothWays(data.readings) ? LOOPS : LOOPS.slice(0, ONE_WAY)).flatMap((loop) =>
      FAULT_SIZES.flatMap(({ limits, weight }): Hypothesis[] => [
        {
          cause: 'hysteresis',
          parameters: [ofSize(1.5 * limits, data)],
          weight: loop.weight * weight,
          sensor: (x, p, place) => lagged(x, at(p, 0), loop, place),
          says: (p) => `up and down ${formatFixed(Math.abs(at(p, 0)), 2)} % of span apart, ${loop.says}`,
        },
        {
          cause: 'line-and-hysteresis',
          shape: 'zero-and-span',
          line: { at: 1, stage: 'sensor' },
          parameters: [ofSize(1.5 * limits, data), ofSize(limits, data), ofSize(limits, data)],
          weight: loop.weight * weight,
          sensor: (x, p, place) => lagged(x, at(p, 0), loop, place) + at(p, 1) + (at(p, 2) * x) / 100,
          says: (p) =>
            `zero ${signed(at(p, 1))} % of span, span ${signed(at(p, 2))} %, up and down ${formatFixed(Math.abs(at(p, 0)), 2)} % apart`,
        },
      ]),
    ),
  ]
}

/** The way down departs more than the way up, or less: a leaf to one side of the line. */
const lopsided = (data: DiagnosisData): Hypothesis[] =>
  FAULT_SIZES.map(
    ({ limits, weight }): Hypothesis => ({
      cause: 'hysteresis',
      parameters: [ofSize(1.5 * limits, data), ofSize(1.5 * limits, data)],
      weight: LOPSIDED * weight,
      sensor: (x, p, { reading }) => x + at(p, reading.direction === 'rising' ? 0 : 1) * hump(x),
      says: (p) => `in the middle ${signed(at(p, 0))} % of span on the way up, ${signed(at(p, 1))} % on the way down`,
    }),
  )
/** How often a loop lies to one side. Ours, no source. */
const LOPSIDED = 0.1
