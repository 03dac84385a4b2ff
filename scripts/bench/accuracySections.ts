import { type Cause, LOOKALIKES } from '../../src/core/diagnosis/cause'
import { confusionOf, TRIAL_SETTINGS } from '../../tests/support/diagnosisTrials'
import { passesNeeded, type ScrewMethod } from '../../tests/support/screwTrials'
import { table } from './report'

const TRIALS = 200

/** How often the right cause is put first, with what was named instead, for every setting. */
export function diagnosisSection(): string {
  const parts = TRIAL_SETTINGS.map((setting) => {
    const confusion = [...confusionOf(setting, TRIALS)]
    const share = (cause: Cause, named: ReadonlyMap<Cause, number>) => (100 * (named.get(cause) ?? 0)) / TRIALS
    const all = confusion.reduce((sum, [cause, named]) => sum + share(cause, named), 0) / confusion.length
    const rows = confusion.map(([cause, named]) => [
      cause,
      `${share(cause, named).toFixed(1)} %`,
      [...named]
        .filter(([other]) => other !== cause)
        .map(([other, count]) => `${other} ${count}`)
        .join(', ') || '–',
    ])
    return table(
      `Diagnosis: ${setting.name}`,
      ['true cause', 'right first', `named instead, of ${TRIALS}`],
      [...rows, ['**all**', `**${all.toFixed(1)} %**`, '']],
    )
  })
  const alike = Object.entries(LOOKALIKES).flatMap(([cause, list]) =>
    list.map(({ name, tellApart }) => [cause, name, tellApart]),
  )
  return [
    `Each trial is a simulated instrument with a fault of two to five limits (discrete faults as they come) and a tenth of the limit as noise.`,
    '',
    ...parts,
    table('Diagnosis: what no reading at hand can separate', ['found', 'looks the same', 'what would tell'], alike),
    'Without the terminal voltage and without AO, saturation and a weak supply are one; without PV and AO, the stages of a transmitter are one, and a small wrong range is a span error; a signal that stops short at a single reading is also a slip of the pen. The diagnosis then says “undecided” and names the reading to take.',
    '',
  ].join('\n')
}

const INSTRUMENTS = 1000

/** Passes of two screws until both ends are inside, advised and in turn, on the same instruments. */
export function adjustmentSection(): string {
  const rows = (['advised', 'alternate'] as const).map((method: ScrewMethod) => {
    const passes = Array.from({ length: INSTRUMENTS }, (_, seed) => passesNeeded(method, seed + 1)).toSorted(
      (a, b) => a - b,
    )
    const within = passes.filter((count) => count <= 3).length / INSTRUMENTS
    const at = (share: number) => String(passes[Math.floor(share * INSTRUMENTS)] ?? '')
    return [
      method === 'advised' ? 'to the advised aim' : 'each end to nothing in turn',
      `${(100 * within).toFixed(1)} %`,
      at(0.5),
      at(0.9),
      at(0.999),
    ]
  })
  return table(
    `Two screws: ${INSTRUMENTS} simulated instruments, interaction 10–60 %, backlash, noise of a tenth of the limit`,
    ['method', 'within three passes', 'median', 'nine in ten', 'worst'],
    rows,
  )
}
