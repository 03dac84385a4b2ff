import type { HookUp } from '../plan/hookUp'
import type { PipingFacts } from './hookUpNetwork'
import { type WorkStep, workStep } from './workStep'

/** Where venting ends; what may lie below the air is told otherwise. */
export const TO_NOTHING = 'down to no pressure'

const CLOSE_BOTH = [
  workStep(
    'close-high',
    'Close the block valve of the high side',
    'slowly: a cell must not take the full pressure on one side for longer than it has to',
    { valves: { high: 'closed' } },
  ),
  workStep('close-low', 'Close the block valve of the low side', 'now the body is cut off from the process', {
    valves: { low: 'closed' },
  }),
]

const EQUALISE_AND_VENT = [
  workStep('equalise', 'Open the equalising valve', 'both sides come to the same pressure before either is let go', {
    valves: { equalise: 'open' },
  }),
  workStep(
    'vent',
    `Vent both sides slowly, ${TO_NOTHING}`,
    'trapped pressure is the one that hurts; watch that it stays at nothing',
    { valves: { 'vent-high': 'open', 'vent-low': 'open' } },
  ),
]

const CLOSE_ONE = [
  workStep('close', 'Close the block valve', 'it may not hold: watch the vent', { valves: { block: 'closed' } }),
  workStep('vent', `Open the vent slowly, ${TO_NOTHING}`, 'a block valve that leaks shows here: pressure comes back', {
    valves: { vent: 'open' },
  }),
]

/** What is done to the valves to take it out of service, by hook-up. */
export const CLOSE_AND_VENT: Record<HookUp, readonly WorkStep[]> = {
  direct: CLOSE_ONE,
  'two-valve': CLOSE_ONE,
  'three-valve': [...CLOSE_BOTH, ...EQUALISE_AND_VENT],
  pneumatic: [...CLOSE_BOTH, ...EQUALISE_AND_VENT],
  'wet-leg': [
    ...CLOSE_BOTH,
    workStep(
      'equalise',
      'Open the equalising valve',
      'only with the valve of the filled leg shut: else the leg runs out through it',
      { valves: { equalise: 'open' } },
    ),
    workStep(
      'vent',
      `Vent both sides slowly, ${TO_NOTHING}`,
      'the body loses its fill here, and the leg too where its valve leaks: both are refilled before return to service',
      { valves: { 'vent-high': 'open', 'vent-low': 'open' }, fill: 'lost' },
    ),
  ],
  'five-valve': [
    ...CLOSE_BOTH,
    workStep(
      'equalise',
      'Open both equalising valves',
      'both sides come to the same pressure before either is let go',
      { valves: { 'equalise-high': 'open', 'equalise-low': 'open' } },
    ),
    workStep('vent', `Open the vent slowly, ${TO_NOTHING}`, 'trapped pressure is the one that hurts', {
      valves: { vent: 'open' },
    }),
  ],
  'remote-seal': [
    workStep(
      'close-high',
      'Close the process valve before the high seal',
      'the capillaries are never opened: a lost fill is a lost instrument',
      { valves: { high: 'closed' } },
    ),
    workStep('close-low', 'Close the process valve before the low seal', 'both seals are now cut off', {
      valves: { low: 'closed' },
    }),
    workStep(
      'vent',
      `Vent and drain the flushing rings slowly and together, ${TO_NOTHING}`,
      'product behind a diaphragm can hold pressure; between two seals no equaliser makes up for one let go first',
      { valves: { 'vent-high': 'open', 'vent-low': 'open' }, isTogether: true },
    ),
  ],
  'vacuum-manifold': [
    workStep('close', 'Close the valve to the process', 'the process must not see what is let in', {
      valves: { block: 'closed' },
    }),
    workStep(
      'let-in',
      'Let dry gas in slowly, up to the pressure of the air',
      'a rush of gas can tear a filament or a thin diaphragm; another gas reads differently',
      { valves: { gas: 'open' } },
    ),
  ],
  bench: [
    workStep(
      'clean',
      'Drained, flushed and free of what was in it',
      'what is left in a body ends up in the pump, or on you',
    ),
  ],
}

/**
 * A cold drum whose gauge glass is the reference: it stays on its process. The pot is primed, both lines are flushed
 * through the open equaliser, the leg is filled again, and the equaliser is shut before anything is zeroed. Common
 * practice, no source; the boiler's own instructions go before it.
 */
export const BY_THE_GLASS: readonly WorkStep[] = [
  workStep(
    'cold',
    'Boiler cold, vented and without pressure, as its own instructions say',
    'the glass and the drum agree only when both are cold; under pressure nothing of this is done',
  ),
  workStep('prime', 'Fill the pot until water runs from its vent', 'air in the leg is a level that is not there'),
  workStep(
    'flush',
    'Open the equaliser and both vents until the water runs clear; the leg runs empty meanwhile',
    'what is left of sludge or air comes out now or in service',
    { valves: { equalise: 'open', 'vent-high': 'open', 'vent-low': 'open' }, fill: 'lost' },
  ),
  workStep('shut-vents', 'Close both vents', 'the lines stand full now', {
    valves: { 'vent-high': 'closed', 'vent-low': 'closed' },
  }),
  workStep(
    'shut-equaliser',
    'Close the equaliser before anything is zeroed',
    'open, it makes both sides the same and any zero look right',
    { valves: { equalise: 'closed' } },
  ),
  workStep(
    'refill',
    'Fill the pot once more until water runs from its vent without bubbles',
    'the leg lost its water while it was flushed',
    { fill: 'refilled' },
  ),
  workStep(
    'glass',
    'Gauge glass blown through, its cocks open, water at rest in it',
    'a glass with a shut cock shows the level of yesterday',
  ),
]

const SHUT_EQUALISER = workStep(
  'shut-equaliser',
  'Close the equalising valve',
  'open, it gives both sides the same pressure, and every reading stands near nothing',
  { valves: { equalise: 'closed' } },
)
const SHUT_HIGH_VENT = workStep(
  'shut-vent',
  'Close the vent of the high side; that of the low side stays open to air',
  'or join the low side to the reference’s low port: for small differences the air of a room moves too much',
  { valves: { 'vent-high': 'closed' } },
)
const SHUT_LOW_VENT = workStep(
  'shut-vent',
  'Close the vent of the low side; that of the high side stays open to air',
  'the pump presses on the low side; or join the high side to the reference’s high port',
  { valves: { 'vent-low': 'closed' } },
)
const SHUT_VENT = workStep('shut-vent', 'Close the vent', 'open, it lets go what is pumped up', {
  valves: { vent: 'closed' },
})

type Around = { readonly before: readonly WorkStep[]; readonly after: readonly WorkStep[] }

/** With the pump on the high side, or on the only one. */
const SHUT_FOR_HIGH: Record<HookUp, Around> = {
  direct: { before: [], after: [SHUT_VENT] },
  'two-valve': { before: [], after: [SHUT_VENT] },
  'three-valve': { before: [SHUT_EQUALISER], after: [SHUT_HIGH_VENT] },
  pneumatic: { before: [SHUT_EQUALISER], after: [SHUT_HIGH_VENT] },
  'wet-leg': { before: [SHUT_EQUALISER], after: [SHUT_HIGH_VENT] },
  'five-valve': {
    before: [
      workStep(
        'shut-equaliser',
        'Close the equalising valve of the high side; that of the low side and the vent stay open',
        'the low side breathes through them; with both open no pressure can build',
        { valves: { 'equalise-high': 'closed' } },
      ),
    ],
    after: [],
  },
  'remote-seal': {
    before: [],
    after: [
      workStep(
        'shut-vent',
        'Close the flushing ring of the high seal behind the hose',
        'open, it lets go what is pumped up; the ring of a low seal stays open to air',
        { valves: { 'vent-high': 'closed' } },
      ),
    ],
  },
  'vacuum-manifold': {
    before: [],
    after: [
      workStep('shut-gas', 'Close the gas inlet', 'the manifold is pumped from here on', { valves: { gas: 'closed' } }),
    ],
  },
  bench: { before: [], after: [] },
}

const BOTH_SIDES: Around = { before: [SHUT_EQUALISER], after: [SHUT_LOW_VENT] }

/** With the pump on the low side, where there is one. */
const SHUT_FOR_LOW: Partial<Record<HookUp, Around>> = {
  'three-valve': BOTH_SIDES,
  pneumatic: BOTH_SIDES,
  'wet-leg': BOTH_SIDES,
  'five-valve': {
    before: [
      workStep(
        'shut-equaliser',
        'Close the equalising valve of the low side; that of the high side and the vent stay open',
        'the high side breathes through them; with both open no pressure can build',
        { valves: { 'equalise-low': 'closed' } },
      ),
    ],
    after: [],
  },
  'remote-seal': {
    before: [],
    after: [
      workStep(
        'shut-vent',
        'Close the flushing ring of the low seal behind the hose',
        'open, it lets go what is pumped up; the ring of the high seal stays open to air',
        { valves: { 'vent-low': 'closed' } },
      ),
    ],
  },
}

/**
 * What is done to the valves to hook it up: the body is at no pressure, and afterwards the reference sees the cell and
 * nothing else. The hose goes on between `before` and `after`.
 */
export const shutForReference = ({ hookUp, pumpSide }: PipingFacts): Around =>
  (pumpSide === 'low' ? SHUT_FOR_LOW[hookUp] : undefined) ?? SHUT_FOR_HIGH[hookUp]
