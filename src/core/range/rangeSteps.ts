import type { AdjustedBy } from '../adjust/adjustedBy'
import { type WorkStep, workStep } from '../run/work/workStep'
import { bodySteps, type Construction } from './bodySteps'
import type { RangeVerdict } from './rangeVerdict'

/** What the steps of a range change depend on. */
export type RangeWork = {
  readonly verdict: Exclude<RangeVerdict, { kind: 'impossible' }>
  readonly adjustedBy: AdjustedBy
  /** How the body is built. */
  readonly construction: Construction
  /** Whether it lives on air instead of a loop supply. */
  readonly isPneumatic: boolean
  /** How many steps it takes to take it out of service, and by what it is connected. */
  readonly isolating: { readonly count: number; readonly hookUp: string }
  /** What else of the loop changes with it, in words. */
  readonly loopChanges: readonly string[]
  readonly points: string
}

/**
 * The steps of a range change, in order, built for the technology. Common practice, no source; the maker's manual and
 * the site's permit go before them.
 */
export function rangeSteps(work: RangeWork): WorkStep[] {
  const { verdict, isolating, loopChanges, points } = work
  const supply = work.isPneumatic ? 'Air' : 'Supply'
  if (verdict.kind === 'unchanged') return loopChanges.length === 0 ? [] : [...loopSteps(loopChanges), ...tagSteps()]
  return [
    workStep(
      'as-found',
      'Read it as found on the present range first, if what it did until now matters',
      'once the range is moved, nobody can say how far off it was',
    ),
    workStep(
      'isolate',
      'Permit, controller to manual, isolate and vent',
      `${isolating.count} steps, ${isolating.hookUp}; the calibration leads through them`,
    ),
    ...(verdict.kind === 'link' ? linkSteps(verdict.from, verdict.to, supply) : []),
    ...(verdict.kind === 'capsule'
      ? bodySteps({
          construction: work.construction,
          code: verdict.capsule.code,
          link: verdict.link,
          isPneumatic: work.isPneumatic,
        })
      : []),
    ...SETTING[work.adjustedBy],
    workStep('calibrate', `Calibrate: ${points}`, 'a range change always means a calibration'),
    ...loopSteps(loopChanges),
    ...tagSteps(),
  ]
}

const linkSteps = (from: string | null, to: string, supply: string): WorkStep[] => [
  workStep(
    'link',
    from === null
      ? `${supply} off. See where the span link stands, and put it at ${to}, as the maker’s sheet shows`
      : `${supply} off. Move the span link from ${from} to ${to}, as the maker’s sheet shows`,
    supply === 'Air'
      ? 'without air the output falls, and whatever listens to it acts on it'
      : 'the cover of a body in a hazardous area stays closed while the loop is live, unless the permit says otherwise',
  ),
]

const WRITING = 're-ranging moves LRV and URV and corrects nothing: errors of the sensor stay as they were'
const BY_SCREWS = [
  workStep(
    'set-screws',
    'Elevation or suppression first where zero lies away from none, then zero and span by the screws',
    'zero and span disturb each other: both ends roughly first, then again and again',
  ),
]

/** How the new range gets into the instrument; the set-up sheet lists every value of it. */
const SETTING: Record<AdjustedBy, readonly WorkStep[]> = {
  trims: [
    workStep('write-range', 'Write unit, LRV and URV with the digital communicator, and read them back', WRITING),
  ],
  buttons: [workStep('write-range', 'Key in unit, LRV and URV by the buttons, and read them back', WRITING)],
  screws: BY_SCREWS,
  'screws-and-link': BY_SCREWS,
  pointer: [],
  dial: [],
  'gauge-sequence': [],
  factory: [],
}

const loopSteps = (changes: readonly string[]): WorkStep[] =>
  changes.map((words, index) =>
    workStep(`loop-${index + 1}`, words, 'a host that keeps the old scale shows a wrong value that looks right'),
  )

const tagSteps = (): WorkStep[] => [
  workStep('tag', 'New range tag on, old one off', 'the next person believes the tag'),
  workStep('tell', 'Tell operations: the new range, and from when', 'alarms and trips were set for the old one'),
]
