import type { LaidFault } from '../stand-ins/start'

/** What stands at the bench's manifold: the instruments in their order there, and what is wrong with each. */
export const AT_THE_MANIFOLD: readonly { readonly tag: string; readonly fault: LaidFault | null }[] = [
  { tag: 'PT-951', fault: { cause: 'span-error', size: 0.7 } },
  { tag: 'PT-952', fault: null },
  { tag: 'PT-953', fault: { cause: 'output-stage', size: 0.5 } },
]

/** The references that the bench's source and its loop meter are. */
export const BENCH_SOURCE = 'R-16'
export const BENCH_METER = 'R-06'

/** Nowhere, until the stand-ins are started and their ports known. */
const NOWHERE = '127.0.0.1:1'
const device = (number: number) => `5e0d7f31-4b8a-4c62-9e15-${String(number).padStart(12, '0')}`

/** Devices of the demo, each started by `npm start` in the place of a real one. */
export const DEMO_DEVICES = [
  { id: device(1), name: 'Bench source', kind: 'source', address: NOWHERE, channel: null, serves: BENCH_SOURCE },
  ...AT_THE_MANIFOLD.map((_, index) => ({
    id: device(2 + index),
    name: `Loop meter, channel ${index + 1}`,
    kind: 'meter' as const,
    ...{ address: NOWHERE, channel: index + 1, serves: BENCH_METER },
  })),
  ...AT_THE_MANIFOLD.map(({ tag }, index) => ({
    id: device(10 + index),
    name: tag,
    kind: 'transmitter' as const,
    ...{ address: NOWHERE, channel: null, serves: tag },
  })),
] as const
