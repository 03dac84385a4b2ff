import type { HookUp } from '../plan/hookUp'
import { type WorkStep, workStep } from './workStep'

/** The last step of every way back. */
export const HAND_OVER: WorkStep = {
  id: 'hand-over',
  does: 'Hand-over: who was told what',
  why: 'operations run on what they are told: say what was found and what was left',
  takesWords: true,
}

const LET_GO = workStep('release', 'Vent the pump', 'slowly: the hose holds pressure too', {
  rig: { pump: 'vented' },
})
const HOSE_OFF = workStep(
  'hose-off',
  'Take the reference off; test connection closed with its plug',
  'a plug that is forgotten is a leak of the process',
  { rig: { hose: 'off' } },
)

/** How pump and reference come off, by hook-up. */
export const takeOff = (hookUp: HookUp): readonly WorkStep[] =>
  hookUp === 'vacuum-manifold'
    ? [
        workStep(
          'release',
          'Let dry gas in slowly, up to the pressure of the air',
          'a connection that is opened under vacuum draws the air of the room in',
          { valves: { gas: 'open' }, rig: { pump: 'vented' } },
        ),
        HOSE_OFF,
      ]
    : [LET_GO, HOSE_OFF]

const EQUALISER_OPEN = workStep(
  'equaliser-open',
  'Open the equalising valve',
  'the cell must not take the full pressure on one side',
  { valves: { equalise: 'open' } },
)
const CLOSE_VENTS = workStep('close-vents', 'Close both vents', 'before any process pressure comes', {
  valves: { 'vent-high': 'closed', 'vent-low': 'closed' },
})
const OPEN_HIGH = workStep(
  'open-high',
  'Open the block valve of the high side slowly',
  'pressure comes to both sides at once through the equaliser',
  { valves: { high: 'open' } },
)
const CLOSE_EQUALISER = workStep(
  'close-equaliser',
  'Close the equalising valve',
  'before the other block valve is opened: with both open, fluid runs through it',
  { valves: { equalise: 'closed' } },
)
const OPEN_LOW = workStep('open-low', 'Open the block valve of the low side slowly', 'now it measures', {
  valves: { low: 'open' },
})

const THREE_VALVE_BACK = [EQUALISER_OPEN, CLOSE_VENTS, OPEN_HIGH, CLOSE_EQUALISER, OPEN_LOW]

const CLOSE_VENT = workStep('close-vents', 'Check vent closed', 'before any process pressure comes', {
  valves: { vent: 'closed' },
})

/** The way back into service, by hook-up, in the order that keeps both sides together. */
export const PUT_BACK: Record<HookUp, readonly WorkStep[]> = {
  direct: [
    CLOSE_VENT,
    workStep('open', 'Open the isolating valve slowly', 'a gauge that is hit by pressure is a gauge that was right', {
      valves: { block: 'open' },
    }),
  ],
  'two-valve': [
    CLOSE_VENT,
    workStep('open', 'Open the block valve slowly', 'a cell that is hit by pressure may shift', {
      valves: { block: 'open' },
    }),
  ],
  'three-valve': THREE_VALVE_BACK,
  pneumatic: THREE_VALVE_BACK,
  'wet-leg': [
    EQUALISER_OPEN,
    workStep(
      'refill',
      'Refill body and leg until it runs from the vents without bubbles',
      'a leg that is short of fill reads as level that is not there; its valve to the body stays shut',
      { fill: 'refilled' },
    ),
    CLOSE_VENTS,
    OPEN_HIGH,
    workStep(
      'close-equaliser',
      'Close the equalising valve',
      'before the leg’s valve is opened: an open equaliser lets the leg run into the other side',
      { valves: { equalise: 'closed' } },
    ),
    workStep('open-low', 'Open the block valve of the filled leg slowly', 'the fill must stay where it is', {
      valves: { low: 'open' },
    }),
  ],
  'five-valve': [
    workStep(
      'equaliser-open',
      'Open the equalising valve that is closed; the other stands open',
      'the cell must not take the full pressure on one side',
      { valves: { 'equalise-high': 'open', 'equalise-low': 'open' } },
    ),
    workStep('close-vents', 'Close the vent', 'before any process pressure comes', { valves: { vent: 'closed' } }),
    OPEN_HIGH,
    workStep(
      'close-equaliser',
      'Close both equalising valves',
      'before the other block valve is opened: with both open, fluid runs through them',
      { valves: { 'equalise-high': 'closed', 'equalise-low': 'closed' } },
    ),
    OPEN_LOW,
  ],
  'remote-seal': [
    workStep('close-vents', 'Close the flushing rings', 'before any process pressure comes', {
      valves: { 'vent-high': 'closed', 'vent-low': 'closed' },
    }),
    workStep(
      'open-both',
      'Open the process valves of the seals together, slowly, a little at a time',
      'two seals have no equaliser between them: one opened alone puts the whole pressure on one side',
      { valves: { high: 'open', low: 'open' }, isTogether: true },
    ),
  ],
  'vacuum-manifold': [
    workStep(
      'pump-down',
      'Gas inlet closed; pump the manifold down before it is opened to the process',
      'what is in the manifold goes into the process',
      { valves: { gas: 'closed' } },
    ),
    workStep('open', 'Open the valve to the process', 'slowly, and only at about the same pressure', {
      valves: { block: 'open' },
    }),
  ],
  bench: [],
}
