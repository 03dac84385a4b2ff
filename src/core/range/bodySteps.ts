import { type WorkStep, workStep } from '../run/work/workStep'

/** How a body is built, which decides how a capsule is changed. */
export const CONSTRUCTIONS = {
  'force-balance': 'force balance: force bar, flexure and beam',
  'motion-balance': 'motion balance: housing screwed to the body, a gap that is set',
  'strain-gauge': 'strain gauge or capacitance cell: housing with electronics',
} as const
export type Construction = keyof typeof CONSTRUCTIONS

type BodyWork = {
  readonly construction: Construction
  /** Code of the capsule to go in. */
  readonly code: string
  /** Where its span link is to stand; null where there is none. */
  readonly link: string | null
  /** Whether it lives on air instead of a loop supply. */
  readonly isPneumatic: boolean
}

/**
 * The shop work of a capsule change, by how the body is built, in its order, each step with its caution. The torque is the
 * maker's, read in the manual. Common practice, no source; the maker's manual goes before it.
 */
export function bodySteps(work: BodyWork): WorkStep[] {
  const { code, link } = work
  return [
    ...takenOut(work),
    MARKS,
    ...OPENED[work.construction],
    workStep(
      'diaphragms',
      `Old capsule out, ${code} in. No tool ever touches a diaphragm`,
      'a dent of a hair’s breadth is a bow that no adjustment takes out',
    ),
    workStep(
      'seals',
      'New gaskets and O-rings, sealing faces looked at and clean',
      'the old ones took the shape of the old capsule',
    ),
    ...CLOSED[work.construction],
    ...(link === null
      ? []
      : [
          workStep(
            'link',
            `Span link at ${link}, as the maker’s sheet shows`,
            'the capsule alone does not set the span',
          ),
        ]),
    workStep(
      'pressure-test',
      'Test for leaks as the site’s rules ask, then everything connected again as written down',
      'before it sees the process again',
    ),
  ]
}

const takenOut = ({ isPneumatic }: BodyWork): WorkStep[] => [
  workStep(
    'wires',
    isPneumatic
      ? 'Air off. Mark every tube before it is taken off'
      : 'Supply off. Write down every wire and its terminal before it is taken off',
    'what was not written down is guessed at afterwards',
  ),
  workStep(
    'drain',
    'Body off the process, drained and cleaned before it goes to the shop',
    'fluid stays behind in the chambers; hot or toxic fluid follows the site’s procedure',
  ),
]

const MARKS = workStep(
  'marks',
  'Put index marks across body and flanges before a bolt is loosened',
  'they go together the way they came apart, or the zero will not come back',
)

/** From the outside to the capsule. */
const OPENED: Record<Construction, readonly WorkStep[]> = {
  'force-balance': [
    workStep(
      'flexure-loose',
      'Loosen the lock of the flexure on the force bar. Loosen it, do not remove it',
      'taken out it loses its place, and the bar hangs on the diaphragm',
    ),
    workStep(
      'covers-off',
      'Cover bolts out crosswise, a little at a time; covers off evenly',
      'a cover that tilts bends what it holds',
    ),
  ],
  'motion-balance': [
    workStep(
      'housing-off',
      'Unscrew the housing by hand, counting the turns; it must not pull on a wire or a link',
      'the count brings it back to where it stood',
    ),
    workStep(
      'gap-noted',
      'Gap and orientation noted as they are',
      'the manual says what they should be, the note says what they were',
    ),
    workStep('plugs', 'Plugs and side bolts out, then the covers', 'a plug left in tears the gasket'),
  ],
  'strain-gauge': [
    workStep(
      'housing-off',
      'Connector of the sensor pulled, its set screw loosened, housing unscrewed without twisting the cable',
      'a cable twisted more than the manual allows breaks inside',
    ),
    workStep(
      'covers-off',
      'Flange bolts out crosswise, a little at a time',
      'a flange that tilts scratches the sealing face',
    ),
  ],
}

const FINAL_TORQUE = 'the figure is read in the manual, entered here and recorded; one from memory twists the capsule'

/** From the capsule to the outside. */
const CLOSED: Record<Construction, readonly WorkStep[]> = {
  'force-balance': [
    workStep(
      'seated',
      'Capsule seated on the force bar, index marks in line',
      'one that does not sit true reads differently every time',
    ),
    workStep('covers-finger', 'Covers on, bolts finger-tight only', 'the capsule has to find its own place first'),
    workStep(
      'flexure-again',
      'Lock of the flexure loosened once more, so that bar and capsule settle, then tightened',
      'locked in a strain it never comes back to zero',
    ),
    workStep('bolts', 'Bolts crosswise, evenly, a little at a time, to the torque in the maker’s manual', FINAL_TORQUE),
  ],
  'motion-balance': [
    workStep(
      'through-bolts',
      'Marks in line; through-bolts first, crosswise and evenly',
      'they press the gaskets, not the bracket’s',
    ),
    workStep('bolts', 'To the torque in the maker’s manual; the bolts of the bracket after them', FINAL_TORQUE),
    workStep(
      'housing-on',
      'Housing screwed on by the turns that were counted; gap and orientation as the manual says',
      'a gap that is too small stops the travel, too large loses the top of the range',
    ),
    workStep('plugs-in', 'Plugs in with new sealing', 'a plug that weeps is a leg that is short of fill'),
  ],
  'strain-gauge': [
    workStep(
      'bolts',
      'Marks in line; flange bolts crosswise, evenly, a little at a time, to the torque in the maker’s manual',
      FINAL_TORQUE,
    ),
    workStep(
      'housing-on',
      'Housing screwed on with a new O-ring, turned back to its mark, set screw tight, connector seated',
      'a thread that is too short is no flameproof joint',
    ),
  ],
}
