import { CAUSE_IDS, type Cause } from '../../src/core/diagnosis/cause'
import { causeFacts } from '../../src/core/diagnosis/causeTable'
import {
  followedUp,
  gradeOf,
  isMet,
  POPULATION_KINDS,
  POPULATION_SETTINGS,
  populationTrial,
} from '../../tests/support/diagnosisPopulation'
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
  const alike = CAUSE_IDS.flatMap((cause) =>
    (causeFacts(cause).lookalikes ?? []).map(({ name, tellApart }) => [cause, name, tellApart]),
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

const POPULATION_TRIALS = 25
/** So many advised readings are taken, where any are. */
const MOST_FOLLOWED = 3

/** Whether what is claimed is so: over simulated instruments with physics of their own, healthy and faulty. */
export function calibrationSection(): string {
  const bins = Array.from({ length: 5 }, () => ({ count: 0, claimed: 0, right: 0 }))
  const rows = POPULATION_KINDS.map((kind) => {
    const grades = { right: 0, open: 0, wrong: 0 }
    const instead = new Map<string, number>()
    const followed = { right: 0, open: 0, wrong: 0 }
    for (const setting of POPULATION_SETTINGS.filter((each) => isMet(kind, each)))
      for (let trial = 0; trial < POPULATION_TRIALS; trial++) {
        const diagnosis = populationTrial(kind, setting, 5000 + trial * 17)
        const grade = gradeOf(kind, diagnosis)
        grades[grade] += 1
        followed[gradeOf(kind, followedUp(kind, setting, 5000 + trial * 17, MOST_FOLLOWED))] += 1
        if (grade === 'wrong') {
          const named = diagnosis.group.join(' or ')
          instead.set(named, (instead.get(named) ?? 0) + 1)
        }
        const { groupShare } = diagnosis
        const bin = groupShare === null ? undefined : bins[Math.min(4, Math.floor(groupShare * 5))]
        if (!bin || kind.isOpen || kind.isHealthy || groupShare === null) continue
        bin.count += 1
        bin.claimed += groupShare
        if (diagnosis.group.some((cause) => kind.truth.includes(cause))) bin.right += 1
      }
    const total = grades.right + grades.open + grades.wrong
    const share = (count: number) => `${((100 * count) / total).toFixed(1)} %`
    const named = [...instead].map(([name, count]) => `${name} ${count}`).join(', ')
    return [
      ...[kind.name, String(total), share(grades.right), share(grades.open), share(grades.wrong), named || '–'],
      ...[share(followed.right), share(followed.open), share(followed.wrong)],
    ]
  })
  const reliability = bins.flatMap(({ count, claimed, right }, index) =>
    count === 0
      ? []
      : [
          [
            `${index * 20} … ${index * 20 + 20} %`,
            String(count),
            `${((100 * claimed) / count).toFixed(1)} %`,
            `${((100 * right) / count).toFixed(1)} %`,
          ],
        ],
  )
  const error =
    bins.reduce((sum, { claimed, right }) => sum + Math.abs(claimed - right), 0) /
    Math.max(
      1,
      bins.reduce((sum, { count }) => sum + count, 0),
    )
  return [
    table(
      'Diagnosis: simulated instruments with physics of their own, five settings',
      [
        'kind',
        'trials',
        'right',
        'left open or named with what cannot be told from it',
        'confidently wrong',
        'named instead',
        `right after at most ${MOST_FOLLOWED} advised readings`,
        'then open',
        'then wrong',
      ],
      rows,
    ),
    table(
      'Diagnosis: of those claimed so probable, so many were right',
      ['claimed', 'cases', 'mean claim', 'right'],
      reliability,
    ),
    `Calibration error (mean distance of claim and share right, weighted): ${error.toFixed(3)}.`,
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
