import { isTransmitted } from '../../signal/signal'
import { signalKind } from '../../signal/signalKind'
import { stepsBeforeProcess } from './fluidSteps'
import { type HookUpFacts, onValvesThatAre } from './isolateSteps'
import { HAND_OVER, PUT_BACK, takeOff } from './restoreLists'
import { inPart, type WorkStep, workStep } from './workStep'

/** What else the way back depends on. */
export type RestoreFacts = HookUpFacts & {
  /** Decided for repair: it does not go back into service. */
  readonly isForRepair: boolean
}

/**
 * The steps that put an instrument back, in their order: the reverse of taking it out, equalised before both blocks are
 * open. Common practice, no source; the site's procedure and permit go before it.
 */
export function restoreSteps(facts: RestoreFacts): WorkStep[] {
  const isPlaced = facts.hookUp !== 'bench'
  const off = facts.isByGlass ? [] : inPart('unhook', takeOff(facts.hookUp))
  if (facts.isForRepair) return [...off, ...inPart('after', [TAG_OUT, HAND_OVER])]
  return onValvesThatAre(facts, [
    ...(hasHost(facts) && isPlaced ? inPart('loop', [LOOP_CHECK]) : []),
    ...off,
    // Read by its glass it never left its process.
    ...(facts.isByGlass ? [] : inPart('back', backIntoService(facts))),
    ...inPart('after', [...(isPlaced ? believed(facts) : []), ...LEFT_TIDY]),
  ])
}

/** First what the fluid asks for, then the valves; off the bench it is somebody else who brings it to its process. */
const backIntoService = ({ hookUp, fluidHazards = [] }: RestoreFacts): readonly WorkStep[] =>
  hookUp === 'bench' ? PUT_BACK.bench : [...stepsBeforeProcess(fluidHazards, hookUp), ...PUT_BACK[hookUp]]

const LOOP_CHECK = workStep(
  'loop-check',
  'Loop check: the host’s reading at 0, 50 and 100 %',
  'the transmitter can be right and the control room still wrong',
)
const TAG_OUT = workStep(
  'tag-out',
  'Marked as out of service; process connections closed off',
  'the next one at this place must not take it for a good one',
)

/** It measures again; the controller comes back only once that is believed. */
const believed = ({ hookUp }: RestoreFacts): WorkStep[] => [
  workStep(
    'reading',
    'Reading looked at with operations: it makes sense for the process',
    'a valve that was forgotten shows now',
  ),
  ...(hookUp === 'wet-leg'
    ? [
        workStep(
          'hot-offset',
          'Hot: at operating pressure, compared with the gauge glass',
          'a glass is colder than the drum and reads low; a transmitter calibrated cold is off with the densities',
        ),
      ]
    : []),
  workStep(
    'controller',
    'Controller back in automatic; trips and interlocks returned to service',
    'only once the reading is believed',
  ),
]

const LEFT_TIDY = [
  workStep(
    'tag',
    'Range tag right; label of this calibration on',
    'whoever comes next reads the tag, not the register',
  ),
  workStep('clean-up', 'Cleaned up, covers tight, seals whole', 'water in a housing is next month’s fault'),
  HAND_OVER,
]

/** Whether something at the other end of the wire shows this signal. */
const hasHost = ({ signal }: HookUpFacts) => isTransmitted(signal) && signalKind(signal).carrier !== 'air'
