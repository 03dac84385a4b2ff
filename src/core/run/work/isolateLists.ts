import type { HookUp } from '../plan/hookUp'
import { type WorkStep, workStep } from './workStep'

const CLOSE_BOTH = [
  workStep(
    'close-high',
    'Close the block valve of the high side',
    'slowly: a cell must not take the full pressure on one side for longer than it has to',
    { high: 'closed' },
  ),
  workStep('close-low', 'Close the block valve of the low side', 'now the body is cut off from the process', {
    low: 'closed',
  }),
]

const EQUALISE_AND_VENT = [
  workStep('equalise', 'Open the equalising valve', 'both sides come to the same pressure before either is let go', {
    equalise: 'open',
  }),
  workStep(
    'vent',
    'Vent both sides slowly, down to no pressure',
    'trapped pressure is the one that hurts; watch that it stays at nothing',
    {
      'vent-high': 'open',
      'vent-low': 'open',
    },
  ),
]

/** What is done to the valves, by hook-up. */
export const CLOSE_AND_VENT: Record<HookUp, readonly WorkStep[]> = {
  direct: [
    workStep('close', 'Close the isolating valve', 'it may not hold: watch the vent', { block: 'closed' }),
    workStep('vent', 'Vent slowly, down to no pressure', 'a valve that leaks shows here: pressure comes back', {
      vent: 'open',
    }),
  ],
  'two-valve': [
    workStep('close', 'Close the block valve', 'it may not hold: watch the vent', { block: 'closed' }),
    workStep(
      'vent',
      'Open the vent slowly, down to no pressure',
      'a block valve that leaks shows here: pressure comes back',
      { vent: 'open' },
    ),
  ],
  'three-valve': [...CLOSE_BOTH, ...EQUALISE_AND_VENT],
  pneumatic: [...CLOSE_BOTH, ...EQUALISE_AND_VENT],
  'wet-leg': [
    ...CLOSE_BOTH,
    workStep(
      'equalise',
      'Open the equalising valve',
      'with a filled leg this can lose the fill: it is refilled before return to service',
      { equalise: 'open' },
    ),
    workStep(
      'vent',
      'Vent both sides slowly, down to no pressure',
      'what runs out of the leg is missing afterwards: note that it has to be filled',
      {
        'vent-high': 'open',
        'vent-low': 'open',
      },
    ),
  ],
  'five-valve': [
    ...CLOSE_BOTH,
    workStep(
      'equalise',
      'Open both equalising valves',
      'both sides come to the same pressure before either is let go',
      {
        'equalise-high': 'open',
        'equalise-low': 'open',
      },
    ),
    workStep('vent', 'Open the vent slowly, down to no pressure', 'trapped pressure is the one that hurts', {
      vent: 'open',
    }),
  ],
  'remote-seal': [
    workStep(
      'close-high',
      'Close the process valve before the upper or high seal',
      'the capillaries are never opened: a lost fill is a lost instrument',
      { high: 'closed' },
    ),
    workStep(
      'close-low',
      'Close the process valve before the low seal, where there is one',
      'a single seal has no low side',
      { low: 'closed' },
    ),
    workStep(
      'vent',
      'Vent and drain the flushing rings slowly, down to no pressure',
      'product behind a diaphragm can hold pressure: use the flushing port',
      {
        'vent-high': 'open',
        'vent-low': 'open',
      },
    ),
  ],
  'vacuum-manifold': [
    workStep('close', 'Close the valve to the process', 'the process must not see what is let in', { block: 'closed' }),
    workStep(
      'let-in',
      'Let dry gas in slowly',
      'a rush of gas can tear a filament or a thin diaphragm; another gas reads differently',
      { gas: 'open' },
    ),
    workStep('shut-gas', 'Close the gas inlet', 'the manifold is pumped from here on', { gas: 'closed' }),
  ],
  bench: [
    workStep(
      'clean',
      'Drained, flushed and free of what was in it',
      'what is left in a body ends up in the pump, or on you',
    ),
  ],
}
