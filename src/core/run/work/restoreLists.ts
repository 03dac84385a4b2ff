import type { HookUp } from '../plan/hookUp'
import { type WorkStep, workStep } from './workStep'

/** The last step of every way back. */
export const HAND_OVER: WorkStep = {
  id: 'hand-over',
  does: 'Hand-over: who was told what',
  why: 'operations run on what they are told: say what was found and what was left',
  takesWords: true,
}

const CLOSE_VENTS = workStep('close-vents', 'Close both vents', 'before any process pressure comes', {
  'vent-high': 'closed',
  'vent-low': 'closed',
})

const THREE_VALVE_BACK = [
  CLOSE_VENTS,
  workStep(
    'equaliser-open',
    'Look that the equalising valve is open',
    'the cell must not take the full pressure on one side',
    { equalise: 'open' },
  ),
  workStep(
    'open-high',
    'Open the block valve of the high side slowly',
    'pressure comes to both sides at once through the equaliser',
    { high: 'open' },
  ),
  workStep(
    'close-equaliser',
    'Close the equalising valve',
    'with both blocks and the equaliser open, fluid runs through it',
    { equalise: 'closed' },
  ),
  workStep('open-low', 'Open the block valve of the low side slowly', 'now it measures', { low: 'open' }),
]

/** The way back into service, by hook-up, in the order that keeps both sides together. */
export const PUT_BACK: Record<HookUp, readonly WorkStep[]> = {
  direct: [
    workStep('close-vents', 'Close the vent', 'before any process pressure comes', { vent: 'closed' }),
    workStep('open', 'Open the isolating valve slowly', 'a gauge that is hit by pressure is a gauge that was right', {
      block: 'open',
    }),
  ],
  'two-valve': [
    workStep('close-vents', 'Close the vent', 'before any process pressure comes', { vent: 'closed' }),
    workStep('open', 'Open the block valve slowly', 'a cell that is hit by pressure may shift', { block: 'open' }),
  ],
  'three-valve': THREE_VALVE_BACK,
  pneumatic: THREE_VALVE_BACK,
  'wet-leg': [
    CLOSE_VENTS,
    workStep(
      'equaliser-closed',
      'Close the equalising valve',
      'an open equaliser would let the filled leg run into the other side',
      { equalise: 'closed' },
    ),
    workStep(
      'refill',
      'Refill the leg until it runs without bubbles',
      'a leg that is short of fill reads as level that is not there',
    ),
    workStep('open-low', 'Open the block valve of the filled leg slowly', 'the fill must stay where it is', {
      low: 'open',
    }),
    workStep(
      'open-high',
      'Open the block valve of the other side slowly',
      'now it measures; look once more for bubbles',
      {
        high: 'open',
      },
    ),
  ],
  'five-valve': [
    workStep('close-vents', 'Close the vent', 'before any process pressure comes', { vent: 'closed' }),
    workStep(
      'equaliser-open',
      'Look that both equalising valves are open',
      'the cell must not take the full pressure on one side',
      {
        'equalise-high': 'open',
        'equalise-low': 'open',
      },
    ),
    workStep('open-high', 'Open the block valve of the high side slowly', 'pressure comes to both sides at once', {
      high: 'open',
    }),
    workStep(
      'close-equaliser',
      'Close both equalising valves',
      'with both blocks and the equalisers open, fluid runs through them',
      {
        'equalise-high': 'closed',
        'equalise-low': 'closed',
      },
    ),
    workStep('open-low', 'Open the block valve of the low side slowly', 'now it measures', { low: 'open' }),
  ],
  'remote-seal': [
    workStep('close-vents', 'Close the flushing rings', 'before any process pressure comes', {
      'vent-high': 'closed',
      'vent-low': 'closed',
    }),
    workStep(
      'open-low',
      'Open the process valve of the low seal slowly, where there is one',
      'a single seal has no low side',
      { low: 'open' },
    ),
    workStep(
      'open-high',
      'Open the process valve of the high seal slowly',
      'a diaphragm that is hit by pressure may shift',
      { high: 'open' },
    ),
  ],
  'vacuum-manifold': [
    workStep(
      'pump-down',
      'Pump the manifold down before it is opened to the process',
      'what is in the manifold goes into the process',
      { gas: 'closed' },
    ),
    workStep('open', 'Open the valve to the process', 'slowly, and only at about the same pressure', { block: 'open' }),
  ],
  bench: [],
}
