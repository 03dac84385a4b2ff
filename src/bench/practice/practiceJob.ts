import { randomStream } from '../../core/statistics/randomStream'
import type { BenchSetUp } from '../rig/benchSetUps'
import { BENCH_SET_UPS } from '../rig/benchSetUps'
import { type RigFault, withFault } from '../rig/rigFaults'
import { type Rig, rigOf } from '../rig/rigModel'

/** A job to practise: what is complained of, at which hook-up, and what is wrong with it, from a trifle to plain. */
export type PracticeJob = {
  readonly id: string
  readonly title: string
  /** As the shift tells it; it does not say what is wrong. */
  readonly complaint: string
  /** 1 for a first day … 5. */
  readonly level: 1 | 2 | 3 | 4 | 5
  readonly setUp: BenchSetUp
  readonly fault: RigFault
  readonly severity: readonly [least: number, most: number]
}

const job = (
  id: string,
  [level, setUp, fault]: readonly [PracticeJob['level'], BenchSetUp, RigFault],
  [title, complaint]: readonly [string, string],
  severity: PracticeJob['severity'] = [0.35, 1],
): PracticeJob => ({ id, level, setUp, fault, title, complaint, severity })

/** The jobs that ship, of rising difficulty; the plant and its figures are our own. */
export const PRACTICE_JOBS: readonly PracticeJob[] = [
  job('supply', [1, 'bench', 'supply-off'], ['A dead loop', 'The panel shows nothing at all since the night shift.']),
  job(
    'held',
    [1, 'bench', 'current-held'],
    ['Always the same', 'Whatever the pressure does, the panel stays where it is.'],
  ),
  job('zero', [1, 'bench', 'zero-shift'], ['Not at nothing', 'Vented, the panel does not go to zero.']),
  job('span', [1, 'bench', 'span-error'], ['Right at the bottom', 'At zero it agrees, at the top it does not.']),
  job('damped', [1, 'bench', 'damping-high'], ['It takes its time', 'The panel follows minutes later.']),
  job('protected', [2, 'bench', 'write-protected'], ['It takes nothing', 'The last shift could not trim it.']),
  job('both', [2, 'two-valve', 'zero-and-span'], ['Off everywhere', 'Nothing agrees, at the bottom or at the top.']),
  job('output', [2, 'bench', 'output-stage'], ['Two opinions', 'Communicator and panel do not agree.'], [0.35, 0.8]),
  job(
    'range',
    [2, 'three-valve', 'range-differs'],
    ['Another scale', 'The filter looks better or worse than it can be.'],
  ),
  job(
    'moved',
    [2, 'three-valve', 'lrv-shifted'],
    ['Begins elsewhere', 'It was set up again last week, and is off since.'],
  ),
  job('screws', [2, 'screws', 'zero-shift'], ['Two screws', 'An old transmitter came back from the stores.'], [0.5, 1]),
  job('signal', [2, 'two-valve', 'failure-signal'], ['It gives up', 'The panel shows a fault and will not clear it.']),
  job('low', [3, 'bench', 'supply-low'], ['Good to the middle', 'High pressures are not seen on the panel.']),
  job('loop', [3, 'two-valve', 'loop-resistance'], ['A long loop', 'A further indicator was put into the loop.']),
  job('hose', [3, 'bench', 'hose-leak'], ['It will not hold', 'No point comes to rest.'], [0.2, 1]),
  job('cell', [3, 'two-valve', 'cell-leak'], ['It sinks', 'The reading sinks while it is being read.'], [0.2, 1]),
  job('unit', [3, 'bench', 'wrong-unit'], ['A factor', 'It reads several times too much, or too little.']),
  job('friction', [3, 'two-valve', 'hysteresis'], ['Up is not down', 'It depends on where one comes from.']),
  job('bow', [3, 'three-valve', 'bow'], ['Right at both ends', 'Both ends agree and the middle does not.']),
  job('plugged', [3, 'two-valve', 'plugged'], ['Nothing moves', 'The pump runs up and down, and it shows the same.']),
  job(
    'meter',
    [4, 'bench', 'meter-gain'],
    ['Whose error?', 'Two instruments in a row were found off at the top.'],
    [0.4, 1],
  ),
  job(
    'meter-zero',
    [4, 'bench', 'meter-zero'],
    ['Whose zero?', 'Two instruments in a row were found off by the same.'],
    [0.4, 1],
  ),
  job(
    'reference',
    [4, 'three-valve', 'reference-gain'],
    ['Too many failures', 'Everything fails at the top today.'],
    [0.4, 1],
  ),
  job('reference-zero', [4, 'bench', 'reference-zero'], ['A good start', 'Everything begins off today.'], [0.4, 1]),
  job('coarse', [4, 'bench', 'reference-coarse'], ['Rough figures', 'No two rounds agree.'], [0.3, 1]),
  job(
    'equaliser',
    [4, 'three-valve', 'cell-equalised'],
    ['Too little', 'It sees a part of the pressure, or none of it.'],
  ),
  job('stages', [4, 'five-valve', 'both-stages'], ['Twice off', 'It was trimmed, and is off again.'], [0.5, 0.8]),
  job('noise', [4, 'two-valve', 'noisy'], ['It trembles', 'The last digits never stand still.'], [0.3, 1]),
  job('short', [4, 'bench', 'sensor-short'], ['A ceiling', 'Above some pressure it shows no more.'], [0.2, 0.9]),
  job('warm', [4, 'two-valve', 'warm-zero'], ['Fine in the morning', 'It was right in the workshop.'], [0.4, 1]),
  job('slow', [4, 'bench', 'source-slow'], ['A slow morning', 'Every point takes longer than it used to.'], [0.2, 1]),
  job('pump', [4, 'bench', 'pump-worn'], ['Many strokes', 'It takes twice the strokes.'], [0.2, 1]),
  job('leg', [5, 'wet-leg', 'leg-lost'], ['A level that jumped', 'Since yesterday the tank shows far too much.']),
  job(
    'drum',
    [5, 'drum', 'zero-shift'],
    ['The glass says else', 'The drum shows off against the glass, cold and hot.'],
    [0.4, 1],
  ),
  job('vacuum', [5, 'vacuum', 'span-error'], ['Thin air', 'The dryer’s vacuum reads off at the upper end.'], [0.4, 1]),
  job(
    'pneumatic',
    [5, 'pneumatic', 'zero-and-span'],
    ['The old panel', 'The old panel is off from bottom to top.'],
    [0.4, 1],
  ),
  job('saturated', [5, 'three-valve', 'saturated'], ['The top is missing', 'PV goes on where the panel stops.']),
]

/** What is wrong in one playing of a job, by its seed. */
export const severityOf = ({ severity: [least, most] }: PracticeJob, seed: number): number =>
  least + (most - least) * randomStream(seed + 31).uniform()

/** The rig of a job as somebody finds it. The same seed gives the same. */
export function rigOfJob(job: PracticeJob, seed: number): Rig {
  return withFault(soundRig(job), job.fault, severityOf(job, seed), randomStream(seed + 7_919))
}

/** Whether something can be wrong at a hook-up at all: a lost leg wants a leg, a held current a loop. */
export function canGoWrong(setUp: BenchSetUp, fault: RigFault): boolean {
  const sound = soundRig({ setUp })
  const isLeg = fault === 'leg-lost'
  const isOfCommunicator = fault === 'write-protected' || fault === 'current-held' || fault === 'damping-high'
  if (isLeg && sound.facts.legPa === 0) return false
  if (isOfCommunicator && !sound.model.digital) return false
  if (fault.startsWith('meter') && !sound.model.output) return false
  return JSON.stringify(withFault(sound, fault, 0.6, randomStream(1))) !== JSON.stringify(sound)
}

/** The same with nothing wrong. */
export function soundRig({ setUp }: Pick<PracticeJob, 'setUp'>): Rig {
  const { facts, model } = BENCH_SET_UPS[setUp]
  return rigOf(facts, setUp === 'screws' ? { ...model, screws: model.screws && { ...model.screws, ...LEVEL } } : model)
}

/** In practice what is wrong is laid in: the screws of the shelf begin right. */
const LEVEL = { zeroErrorPercent: 0, fullErrorPercent: 0 }
