import type { HookUp } from '@/core/run/plan/hookUp'
import type { Valve } from '@/core/run/work/valves'

/** Positions as shares of width and height, from the top left. */
export type At = readonly [x: number, y: number]

export type Layout = {
  readonly pipes: readonly (readonly At[])[]
  /** Capillaries of remote seals: drawn dashed, as they are no pipes. */
  readonly capillaries?: readonly (readonly At[])[]
  readonly valves: Partial<Record<Valve, { readonly at: At; readonly isUpright?: true; readonly label: string }>>
  readonly ends: readonly { readonly at: At; readonly text: string }[]
}

/** Where the instrument stands in every hook-up. */
export const INSTRUMENT: At = [0.84, 0.5]

const HIGH_AND_LOW = [
  [
    [0.06, 0.27],
    [0.84, 0.27],
    [0.84, 0.4],
  ],
  [
    [0.06, 0.73],
    [0.84, 0.73],
    [0.84, 0.6],
  ],
] as const

const PROCESS_ENDS = [
  { at: [0.06, 0.2], text: 'high' },
  { at: [0.06, 0.84], text: 'low' },
] as const

const BLOCKS = { high: { at: [0.26, 0.27], label: 'block' }, low: { at: [0.26, 0.73], label: 'block' } } as const

const VENTS_AT = (x: number) =>
  ({
    'vent-high': { at: [x, 0.15], isUpright: true, label: 'vent' },
    'vent-low': { at: [x, 0.85], isUpright: true, label: 'vent' },
  }) as const

const VENT_PIPES = (x: number) =>
  [
    [
      [x, 0.27],
      [x, 0.05],
    ],
    [
      [x, 0.73],
      [x, 0.95],
    ],
  ] as const

const ONE_LINE = [
  [
    [0.06, 0.5],
    [0.84, 0.5],
  ],
  [
    [0.56, 0.5],
    [0.56, 0.92],
  ],
] as const

const THREE_VALVE: Layout = {
  pipes: [
    ...HIGH_AND_LOW,
    ...VENT_PIPES(0.66),
    [
      [0.46, 0.27],
      [0.46, 0.73],
    ],
  ],
  valves: { ...BLOCKS, equalise: { at: [0.46, 0.5], isUpright: true, label: 'equaliser' }, ...VENTS_AT(0.66) },
  ends: PROCESS_ENDS,
}

const SINGLE: Layout = {
  pipes: ONE_LINE,
  valves: {
    block: { at: [0.3, 0.5], label: 'block' },
    vent: { at: [0.56, 0.73], isUpright: true, label: 'vent' },
  },
  ends: [{ at: [0.06, 0.4], text: 'process' }],
}

/** Pipes and valves of each hook-up. */
export const LAYOUTS: Record<HookUp, Layout> = {
  direct: SINGLE,
  'two-valve': SINGLE,
  'three-valve': THREE_VALVE,
  'wet-leg': { ...THREE_VALVE, ends: [PROCESS_ENDS[0], { at: [0.06, 0.84], text: 'filled leg' }] },
  pneumatic: THREE_VALVE,
  'five-valve': {
    pipes: [
      ...HIGH_AND_LOW,
      [
        [0.46, 0.27],
        [0.46, 0.73],
      ],
      [
        [0.46, 0.5],
        [0.68, 0.5],
      ],
    ],
    valves: {
      ...BLOCKS,
      'equalise-high': { at: [0.46, 0.385], isUpright: true, label: 'equaliser' },
      'equalise-low': { at: [0.46, 0.615], isUpright: true, label: 'equaliser' },
      vent: { at: [0.62, 0.5], label: 'vent' },
    },
    ends: PROCESS_ENDS,
  },
  'remote-seal': {
    pipes: [
      [
        [0.06, 0.27],
        [0.5, 0.27],
      ],
      [
        [0.06, 0.73],
        [0.5, 0.73],
      ],
      ...VENT_PIPES(0.42),
    ],
    capillaries: [
      [
        [0.5, 0.27],
        [0.84, 0.27],
        [0.84, 0.4],
      ],
      [
        [0.5, 0.73],
        [0.84, 0.73],
        [0.84, 0.6],
      ],
    ],
    valves: { ...BLOCKS, ...VENTS_AT(0.42) },
    ends: PROCESS_ENDS,
  },
  'vacuum-manifold': {
    pipes: ONE_LINE,
    valves: {
      block: { at: [0.3, 0.5], label: 'to the process' },
      gas: { at: [0.56, 0.73], isUpright: true, label: 'dry gas' },
    },
    ends: [{ at: [0.06, 0.4], text: 'process' }],
  },
  bench: {
    pipes: [
      [
        [0.3, 0.5],
        [0.84, 0.5],
      ],
    ],
    valves: {},
    ends: [{ at: [0.3, 0.4], text: 'pump and reference' }],
  },
}
