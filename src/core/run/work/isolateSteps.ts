import { isTransmitted, SIGNALS, type Signal } from '../../signal/signal'
import type { HookUp } from '../plan/hookUp'
import { type WorkStep, workStep } from './workStep'

/** What the steps depend on. */
export type HookUpFacts = {
  readonly hookUp: HookUp
  readonly signal: Signal
  /** Differential instruments get both sides looked after. */
  readonly pressureKind: 'gauge' | 'absolute' | 'differential'
}

/**
 * The steps that take an instrument out of service and hook it up to the reference, in their order. Common practice, no
 * source; the site's procedure and permit go before it.
 */
export function isolateSteps(facts: HookUpFacts): WorkStep[] {
  return [...tellPeople(facts), ...CLOSE_AND_VENT[facts.hookUp], ...hookUpSteps(facts)]
}

function tellPeople({ hookUp }: HookUpFacts): WorkStep[] {
  const protection = workStep(
    'protection',
    'Eye protection on, and what the fluid asks for',
    'steam, hot, toxic or high-pressure fluid is vented, purged or bled by the site’s procedure only',
  )
  if (hookUp === 'bench') return [protection]
  return [
    workStep(
      'permit',
      'Permit in hand; area classification and intrinsic safety of the loop settled',
      'a meter or a supply in an intrinsically safe loop can defeat what makes it so',
    ),
    workStep(
      'controller',
      'Controller in manual; trips and interlocks that see this signal told',
      'the signal is about to jump, and whatever listens to it will act on it',
    ),
    protection,
  ]
}

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
const CLOSE_AND_VENT: Record<HookUp, readonly WorkStep[]> = {
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

function hookUpSteps({ hookUp, signal, pressureKind }: HookUpFacts): WorkStep[] {
  const pressure =
    hookUp === 'vacuum-manifold'
      ? workStep(
          'pressure',
          'Reference on the same manifold, at the same height and near the gauge',
          'in a vacuum the pressure is not the same everywhere',
        )
      : workStep(
          'pressure',
          pressureKind === 'differential'
            ? 'Pressure line to the high side, low side open to air'
            : 'Pressure line to the instrument',
          'open the pump’s vent while its fine adjuster is wound out, so that it has travel left; keep the medium clean',
        )
  const reader = isTransmitted(signal) ? [readerStep(signal)] : []
  return [
    pressure,
    ...reader,
    workStep(
      'reference',
      'Battery of the reference looked at, reference and instrument warmed up',
      'a weak battery and a cold cell both drift while they are read',
    ),
    workStep(
      'leak',
      'Leak check: pressure up, pump at rest, reading steady',
      'a leak looks like hysteresis, and like an instrument that does not follow',
    ),
  ]
}

function readerStep(signal: keyof typeof SIGNALS): WorkStep {
  const { unit } = SIGNALS[signal]
  if (unit === 'mA')
    return workStep(
      'meter',
      'Meter on mA, leads in the right jacks, in series with the loop supply',
      'on the wrong jack a meter is a short circuit; a loop that is opened goes to its failure value',
    )
  if (unit === 'V')
    return workStep('meter', 'Meter on volts across the output', 'on the current jack it would short the output')
  return workStep(
    'meter',
    'Air supply at its pressure, test gauge on the output line',
    'an output without air supply reads its zero for ever; the gauge needs room above full output',
  )
}
