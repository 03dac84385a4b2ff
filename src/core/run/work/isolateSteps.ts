import { type FluidHazard, fluidCautions } from '../../reference/fluidHazard'
import { isTransmitted, SIGNALS, type Signal } from '../../signal/signal'
import { isTwoWireLoop } from '../../signal/signalKind'
import { stepsBeforeHose } from './fluidSteps'
import { type PipingFacts, valvesOf } from './hookUpNetwork'
import { BY_THE_GLASS, CLOSE_AND_VENT, shutForReference, TO_NOTHING } from './isolateLists'
import type { PumpSide } from './pumpSide'
import type { Valve } from './valves'
import { inPart, type WorkStep, workStep } from './workStep'

/** What the steps depend on. */
export type HookUpFacts = PipingFacts & {
  readonly signal: Signal
  /** What the process fluid can do; left out where nobody has said. */
  readonly fluidHazards?: readonly FluidHazard[] | undefined
  /** Whether the process may lie below the air: opened, its line draws air in. */
  readonly mayBeVacuum?: true | undefined
}

/**
 * The steps that take an instrument out of service and hook it up to the reference, in their order. Common practice, no
 * source; the site's procedure and permit go before it.
 */
export function isolateSteps(facts: HookUpFacts): WorkStep[] {
  if (facts.isByGlass)
    return [...inPart('people', tellPeople(facts)), ...inPart('hook-up', [...BY_THE_GLASS, ...readerSteps(facts)])]
  const { before, after } = shutForReference(facts)
  return onValvesThatAre(facts, [
    ...inPart('people', tellPeople(facts)),
    ...inPart(
      'out',
      CLOSE_AND_VENT[facts.hookUp].map((step) => asVacuum(step, facts)),
    ),
    ...inPart('hook-up', [
      ...stepsBeforeHose(facts.fluidHazards ?? []),
      ...before,
      hoseStep(facts),
      ...after,
      ...readerSteps(facts),
      ...warmAndTight(facts),
    ]),
  ])
}

/** The same steps for the valves that are there: a single seal has no low side. */
export function onValvesThatAre(facts: PipingFacts, steps: readonly WorkStep[]): WorkStep[] {
  const there = valvesOf(facts)
  return steps.flatMap((step) => {
    const all = Object.entries(step.valves ?? {})
    if (all.length === 0) return [step]
    const kept = all.filter(([valve]) => there.has(valve as Valve)) // keys are valves
    return kept.length === 0 ? [] : [{ ...step, valves: Object.fromEntries(kept) }]
  })
}

/** A vent of what may be below the air lets air in, and not only pressure out. */
function asVacuum(step: WorkStep, { mayBeVacuum }: HookUpFacts): WorkStep {
  if (!mayBeVacuum || step.id !== 'vent') return step
  return {
    ...step,
    does: step.does.replace(TO_NOTHING, 'until the body stands at the pressure of the air'),
    why: `${step.why}; below the air it draws in, and a block valve that leaks lets air into the process`,
  }
}

function tellPeople({ hookUp, fluidHazards = [] }: HookUpFacts): WorkStep[] {
  const protection = workStep(
    'protection',
    'Eye protection on, and what the fluid asks for',
    [
      ...fluidCautions(fluidHazards),
      'steam, hot, toxic or high-pressure fluid is vented, purged or bled by the site’s procedure only',
    ].join('; '),
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
      'Controller in manual; trips and interlocks that use this signal bypassed or notified',
      'the signal is about to jump, and whatever listens to it will act on it',
    ),
    protection,
  ]
}

function hoseStep({ hookUp, pressureKind, pumpSide = 'high' }: HookUpFacts): WorkStep {
  const rig = { hose: 'on', pump: 'vented' } as const
  if (hookUp === 'vacuum-manifold')
    return workStep(
      'pressure',
      'Reference on the same manifold, at the same height and near the gauge',
      'in a vacuum the pressure is not the same everywhere',
      { rig },
    )
  const tidy =
    'wind the pump’s fine adjuster out while its vent is open, so that it has travel left; keep the medium clean'
  if (pressureKind !== 'differential')
    return workStep('pressure', 'Pressure line to the instrument’s test connection, pump’s vent open', tidy, { rig })
  return workStep(
    'pressure',
    `Pressure line to the test connection of the ${pumpSide === 'low' ? 'low' : 'high'} side, pump’s vent open`,
    `${SIDE_WORDS[pumpSide]}${tidy}`,
    { rig },
  )
}

/** Why that side, and how its pressure counts. */
const SIDE_WORDS: Record<PumpSide, string> = {
  high: '',
  low: 'every point lies below nothing: pressure on the low side makes it, and counts with a minus; ',
  either:
    'where the pump gives no vacuum, vent for the points below nothing and move the line, level with the instrument, to the low side: pressure there counts with a minus; ',
}

function warmAndTight({ hookUp }: HookUpFacts): WorkStep[] {
  return [
    workStep(
      'reference',
      'Check reference battery; warm up reference and instrument',
      'a weak battery and a cold cell both drift while they are read',
    ),
    workStep(
      'leak',
      hookUp === 'vacuum-manifold'
        ? 'Leak check: pumped down, pump shut off, pressure does not climb'
        : 'Leak check: pump’s vent closed, pressure up, pump at rest, reading steady',
      'a leak looks like hysteresis, and like an instrument that does not follow',
      { rig: { pump: 'at-work' } },
    ),
  ]
}

const TERMINALS = workStep(
  'terminals',
  'Volts at the terminals looked at, at about 4 and 20 mA',
  'too little supply or a bad connection flattens the top of the range, and looks like a fault of the instrument',
)

function readerSteps({ signal }: HookUpFacts): WorkStep[] {
  if (!isTransmitted(signal)) return []
  const { unit } = SIGNALS[signal]
  if (unit === 'mA')
    return [
      workStep(
        'meter',
        'Meter on mA, leads in the right jacks, in series with the loop supply',
        'on the wrong jack a meter is a short circuit; a loop that is opened goes to its failure value',
      ),
      ...(isTwoWireLoop(signal) ? [TERMINALS] : []),
    ]
  if (unit === 'V')
    return [workStep('meter', 'Meter on volts across the output', 'on the current jack it would short the output')]
  return [
    workStep(
      'meter',
      'Air supply at its pressure, test gauge on the output line',
      'an output without air supply reads its zero for ever; the gauge needs room above full output',
    ),
  ]
}
