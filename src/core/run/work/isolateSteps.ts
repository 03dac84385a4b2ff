import { isTransmitted, SIGNALS, type Signal } from '../../signal/signal'
import type { HookUp } from '../plan/hookUp'
import { CLOSE_AND_VENT } from './isolateLists'
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
