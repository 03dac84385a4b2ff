import type { HookUp } from '@/core/run/plan/hookUp'
import type { Node } from '@/core/run/work/hookUpNetwork'
import type { Valve } from '@/core/run/work/valves'

/** Positions as shares of width and height, from the top left. */
export type At = readonly [x: number, y: number]

/** A run of pipe, from where pressure comes to where it goes, and the place it belongs to. */
export type Pipe = {
  readonly node: Node
  readonly path: readonly At[] /** Drawn dotted: no pipe. */
  readonly isCapillary?: true
}

export type Layout = {
  readonly pipes: readonly Pipe[]
  readonly valves: Partial<Record<Valve, { readonly at: At; readonly isUpright?: true; readonly label: string }>>
  readonly ends: readonly { readonly at: At; readonly text: string }[]
  /** Where the hose of the reference is put on at the high side; the low side mirrors it. */
  readonly testConnection: At
}

/** Where the instrument stands in every hook-up, and pump, reference and what reads the output beside it. */
export const INSTRUMENT: At = [0.66, 0.5]
export const RIG = { reference: [0.83, 0.13], pump: [0.94, 0.13] } as const satisfies Record<string, At>
export const READER = { meter: [0.86, 0.5], supply: [0.86, 0.78] } as const satisfies Record<string, At>

const PROCESS_ENDS = [
  { at: [0.03, 0.2], text: 'high' },
  { at: [0.03, 0.84], text: 'low' },
] as const
const BLOCKS = { high: { at: [0.15, 0.27], label: 'block' }, low: { at: [0.15, 0.73], label: 'block' } } as const

const VENTS_AT = (x: number) =>
  ({
    'vent-high': { at: [x, 0.15], isUpright: true, label: 'vent' },
    'vent-low': { at: [x, 0.85], isUpright: true, label: 'vent' },
  }) as const

const IMPULSE_LINES: readonly Pipe[] = [
  {
    node: 'process-high',
    path: [
      [0.03, 0.27],
      [0.15, 0.27],
    ],
  },
  {
    node: 'process-low',
    path: [
      [0.03, 0.73],
      [0.15, 0.73],
    ],
  },
]
const SIDES: readonly Pipe[] = [
  ...IMPULSE_LINES,
  {
    node: 'cell-high',
    path: [
      [0.15, 0.27],
      [0.66, 0.27],
      [0.66, 0.4],
    ],
  },
  {
    node: 'cell-low',
    path: [
      [0.15, 0.73],
      [0.66, 0.73],
      [0.66, 0.6],
    ],
  },
]
/** From the line to the vent valve, and out of it. */
const ventPipes = (x: number): readonly Pipe[] => [
  {
    node: 'cell-high',
    path: [
      [x, 0.27],
      [x, 0.15],
    ],
  },
  {
    node: 'air',
    path: [
      [x, 0.15],
      [x, 0.05],
    ],
  },
  {
    node: 'cell-low',
    path: [
      [x, 0.73],
      [x, 0.85],
    ],
  },
  {
    node: 'air',
    path: [
      [x, 0.85],
      [x, 0.95],
    ],
  },
]

const THREE_VALVE: Layout = {
  pipes: [
    ...SIDES,
    ...ventPipes(0.46),
    {
      node: 'cell-high',
      path: [
        [0.3, 0.27],
        [0.3, 0.5],
      ],
    },
    {
      node: 'cell-low',
      path: [
        [0.3, 0.73],
        [0.3, 0.5],
      ],
    },
  ],
  valves: { ...BLOCKS, equalise: { at: [0.3, 0.5], isUpright: true, label: 'equaliser' }, ...VENTS_AT(0.46) },
  ends: PROCESS_ENDS,
  testConnection: [0.6, 0.27],
}

const ONE_LINE: readonly Pipe[] = [
  {
    node: 'process-high',
    path: [
      [0.03, 0.5],
      [0.2, 0.5],
    ],
  },
  {
    node: 'cell-high',
    path: [
      [0.2, 0.5],
      [0.66, 0.5],
    ],
  },
  {
    node: 'cell-high',
    path: [
      [0.4, 0.5],
      [0.4, 0.72],
    ],
  },
  {
    node: 'air',
    path: [
      [0.4, 0.72],
      [0.4, 0.92],
    ],
  },
]

const SINGLE: Layout = {
  pipes: ONE_LINE,
  valves: { block: { at: [0.2, 0.5], label: 'block' }, vent: { at: [0.4, 0.72], isUpright: true, label: 'vent' } },
  ends: [{ at: [0.03, 0.4], text: 'process' }],
  testConnection: [0.52, 0.5],
}

/** Pipes and valves of each hook-up. */
export const LAYOUTS: Record<HookUp, Layout> = {
  direct: SINGLE,
  'two-valve': SINGLE,
  'three-valve': THREE_VALVE,
  'wet-leg': { ...THREE_VALVE, ends: [PROCESS_ENDS[0], { at: [0.03, 0.84], text: 'filled leg' }] },
  pneumatic: THREE_VALVE,
  'five-valve': {
    pipes: [
      ...SIDES,
      {
        node: 'cell-high',
        path: [
          [0.3, 0.27],
          [0.3, 0.385],
        ],
      },
      {
        node: 'middle',
        path: [
          [0.3, 0.385],
          [0.3, 0.615],
        ],
      },
      {
        node: 'cell-low',
        path: [
          [0.3, 0.73],
          [0.3, 0.615],
        ],
      },
      {
        node: 'middle',
        path: [
          [0.3, 0.5],
          [0.46, 0.5],
        ],
      },
      {
        node: 'air',
        path: [
          [0.46, 0.5],
          [0.55, 0.5],
        ],
      },
    ],
    valves: {
      ...BLOCKS,
      'equalise-high': { at: [0.3, 0.385], isUpright: true, label: 'equaliser' },
      'equalise-low': { at: [0.3, 0.615], isUpright: true, label: 'equaliser' },
      vent: { at: [0.46, 0.5], label: 'vent' },
    },
    ends: PROCESS_ENDS,
    testConnection: [0.6, 0.27],
  },
  'remote-seal': {
    pipes: [
      ...IMPULSE_LINES,
      {
        node: 'cell-high',
        path: [
          [0.15, 0.27],
          [0.4, 0.27],
        ],
      },
      {
        node: 'cell-low',
        path: [
          [0.15, 0.73],
          [0.4, 0.73],
        ],
      },
      ...ventPipes(0.25),
      {
        node: 'cell-high',
        path: [
          [0.4, 0.27],
          [0.66, 0.27],
          [0.66, 0.4],
        ],
        isCapillary: true,
      },
      {
        node: 'cell-low',
        path: [
          [0.4, 0.73],
          [0.66, 0.73],
          [0.66, 0.6],
        ],
        isCapillary: true,
      },
    ],
    valves: { ...BLOCKS, ...VENTS_AT(0.25) },
    ends: PROCESS_ENDS,
    testConnection: [0.39, 0.27],
  },
  'vacuum-manifold': {
    pipes: ONE_LINE,
    valves: {
      block: { at: [0.2, 0.5], label: 'to the process' },
      gas: { at: [0.4, 0.72], isUpright: true, label: 'dry gas' },
    },
    ends: [{ at: [0.03, 0.4], text: 'process' }],
    testConnection: [0.52, 0.5],
  },
  bench: {
    pipes: [
      {
        node: 'cell-high',
        path: [
          [0.4, 0.5],
          [0.66, 0.5],
        ],
      },
    ],
    valves: {},
    ends: [{ at: [0.3, 0.62], text: 'process connection' }],
    testConnection: [0.42, 0.5],
  },
}
