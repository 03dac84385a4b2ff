import { OVERLOAD_SHIFT_PERCENT } from '../rig/advanceRig'
import type { RigFault } from '../rig/rigFaults'
import type { Rig } from '../rig/rigModel'

/**
 * How what is wrong is put right. `trim`: by communicator or screws, at the rig, by whoever practises. `set`: by the
 * communicator. `hand`: by a part of the rig that can be moved. `work`: something is exchanged, cleaned or tightened, which
 * is done at a word.
 */
export const CURES = {
  'zero-shift': 'trim',
  'span-error': 'trim',
  'zero-and-span': 'trim',
  bow: 'work',
  hysteresis: 'work',
  'sensor-stage': 'trim',
  'output-stage': 'trim',
  'both-stages': 'trim',
  'wrong-unit': 'work',
  'water-reference': 'work',
  'range-differs': 'set',
  'reverse-action': 'set',
  'cell-equalised': 'work',
  plugged: 'work',
  saturated: 'work',
  'failure-signal': 'work',
  'supply-low': 'work',
  'supply-off': 'hand',
  'loop-resistance': 'work',
  'current-held': 'set',
  'meter-gain': 'work',
  'meter-zero': 'work',
  'reference-gain': 'work',
  'reference-zero': 'work',
  'reference-coarse': 'work',
  'hose-leak': 'work',
  'cell-leak': 'work',
  'pump-worn': 'work',
  'source-slow': 'work',
  'damping-high': 'set',
  'write-protected': 'set',
  sticking: 'work',
  noisy: 'work',
  'sensor-short': 'work',
  'warm-zero': 'work',
  'lrv-shifted': 'set',
  'leg-lost': 'hand',
} as const satisfies Record<RigFault, 'trim' | 'set' | 'hand' | 'work'>

/**
 * The rig once what was named has been put right. Nothing changes where that was not what is wrong. What was trimmed and
 * set meanwhile stays as it was left: a trim made against a wrong reference is still there when the reference is exchanged.
 */
export function putRight(rig: Rig, { named, fault, sound }: { named: RigFault; fault: RigFault; sound: Rig }): Rig {
  if (CURES[named] !== 'work' || !isSameFinding(fault, named)) return rig
  const { digital } = rig.model
  const { trimGain, trimOffset, lrv, urv, dampingSeconds, transfer } = digital ?? {}
  const kept = { trimGain, trimOffset, lrv, urv, dampingSeconds, transfer }
  return {
    ...rig,
    facts: sound.facts,
    model: {
      ...sound.model,
      digital: sound.model.digital && digital ? { ...sound.model.digital, ...(kept as typeof digital) } : null, // all there
      // An overload stays with the sensor.
      sensor: { ...sound.model.sensor, offset: sound.model.sensor.offset + overloadOf(rig) },
    },
  }
}

/** What an overload left in the sensor of a rig. */
function overloadOf({ events, model: { range } }: Rig): number {
  const overload = events.find(({ kind }) => kind === 'overload')
  return overload?.kind === 'overload'
    ? (Math.sign(overload.pa) * OVERLOAD_SHIFT_PERCENT * Math.abs(range.urv - range.lrv)) / 100
    : 0
}

/** Faults that no reading at the rig tells apart count as one finding. */
const ONE_FINDING: readonly (readonly RigFault[])[] = [['hysteresis', 'sticking']]

/** Whether what was named is what is wrong. */
export const isSameFinding = (fault: RigFault, named: RigFault): boolean =>
  fault === named || ONE_FINDING.some((each) => each.includes(fault) && each.includes(named))
