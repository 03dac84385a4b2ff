import { isTransmitted } from '../../signal/signal'
import { signalKind } from '../../signal/signalKind'
import type { HookUpFacts } from './isolateSteps'
import { HAND_OVER, PUT_BACK } from './restoreLists'
import { type WorkStep, workStep } from './workStep'

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
  if (facts.isForRepair)
    return [
      workStep(
        'release',
        'Let the pressure of the pump go, take the reference off',
        'slowly: the hose holds pressure too',
      ),
      workStep(
        'tag-out',
        'Marked as out of service; process connections closed off',
        'the next one at this place must not take it for a good one',
      ),
      HAND_OVER,
    ]
  const isPlaced = facts.hookUp !== 'bench'
  return [
    ...(hasHost(facts) && isPlaced
      ? [
          workStep(
            'loop-check',
            'Loop check: the host’s reading at 0, 50 and 100 %',
            'the transmitter can be right and the control room still wrong',
          ),
        ]
      : []),
    workStep(
      'release',
      'Let the pressure of the pump go, take the reference off',
      'slowly: the hose holds pressure too',
    ),
    ...PUT_BACK[facts.hookUp],
    ...(isPlaced
      ? [
          workStep(
            'reading',
            'Reading looked at with operations: it makes sense for the process',
            'a valve that was forgotten shows now',
          ),
          ...(facts.hookUp === 'wet-leg'
            ? [
                workStep(
                  'hot-offset',
                  'Hot: at operating pressure, compared with the gauge glass',
                  'a glass is colder than the drum and reads low; a transmitter calibrated cold is off with the densities',
                ),
              ]
            : []),
          workStep('controller', 'Controller back, trips and interlocks told', 'only once the reading is believed'),
        ]
      : []),
    workStep(
      'tag',
      'Range tag right; label of this calibration on',
      'whoever comes next reads the tag, not the register',
    ),
    workStep('clean-up', 'Cleaned up, covers tight, seals whole', 'water in a housing is next month’s fault'),
    HAND_OVER,
  ]
}

/** Whether something at the other end of the wire shows this signal. */
const hasHost = ({ signal }: HookUpFacts) => isTransmitted(signal) && signalKind(signal).carrier !== 'air'
