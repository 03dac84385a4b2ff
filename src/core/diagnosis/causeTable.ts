/** A cause that no reading of this kind separates from another, and what would. */
export type Lookalike = {
  readonly name: string
  readonly tellApart: string
  /** What would tell needs a digital communicator: of no use on a pneumatic or a gauge. */
  readonly isDigital?: boolean
  /** Only where the instrument stands on a leg that could be lost. */
  readonly needsWetLeg?: boolean
}

/** Whether the cure lies in the instrument's adjustment, in work on it, or somewhere else altogether. */
export type RemedyKind = 'none' | 'adjust' | 'repair' | 'check'

/** Everything known of a cause but its model. */
type CauseFacts = {
  /** As a technician names it. */
  readonly name: string
  /** How often it is met against the others, before anything is read. Ours, no source: orders of magnitude only. */
  readonly commonness: number
  /** What to do about it; where the cure is an adjustment, how it is made follows from the instrument. */
  readonly kind: RemedyKind
  readonly cure: string | null
  /** It lies in the way it was read, so that the readings do not say what the instrument does. */
  readonly isOfTheSetUp?: true
  readonly lookalikes?: readonly Lookalike[]
}

const TILT: Lookalike = {
  name: 'mounting tilt',
  tellApart:
    'read zero again with the body levelled as it was when last calibrated: tilt goes with it, a zero shift stays',
}
const WET_LEG: Lookalike = {
  name: 'fill of the wet leg lost or changed',
  tellApart:
    'isolate, equalise and vent at the manifold, and read zero there: a zero shift stays, a lost leg does not show',
  needsWetLeg: true,
}
const REFERENCE: Lookalike = {
  name: 'an error of the reference',
  tellApart: 'read one point with another reference: an error of the instrument stays, one of the reference goes',
}
const AMBIENT: Lookalike = {
  name: 'static pressure or ambient temperature',
  tellApart: 'read zero with both sides at working pressure, and again at another temperature: a drift stays as it is',
}
const HOT_TRIM: Lookalike = {
  name: 'an offset left by a trim made hot',
  tellApart: 'look in the record for a hot offset: it belongs to operating pressure and is not to be trimmed away',
}
const OTHER_RANGE: Lookalike = {
  name: 'a range set differently from the register',
  tellApart: 'read PV with the digital communicator, or LRV and URV in its settings: PV right means another range',
  isDigital: true,
}
const REFERENCE_UNIT: Lookalike = {
  name: 'the reference stands on another unit',
  tellApart: 'look at the unit on the reference’s display, and read one point again',
}

/**
 * The one table of causes: names, how common they are, cures and look-alikes. Run and Workings read it. Common practice,
 * no source; it defers to the maker's manual and the site's procedure.
 */
export const CAUSE_TABLE = {
  none: { name: 'no fault found', commonness: 30, kind: 'none', cure: 'leave it alone' },
  'zero-shift': {
    name: 'zero shift',
    commonness: 14,
    kind: 'adjust',
    cure: null,
    lookalikes: [REFERENCE, TILT, WET_LEG, AMBIENT, HOT_TRIM],
  },
  'span-error': { name: 'span error', commonness: 8, kind: 'adjust', cure: null, lookalikes: [REFERENCE, OTHER_RANGE] },
  'zero-and-span': {
    name: 'zero and span both off',
    commonness: 7,
    kind: 'adjust',
    cure: null,
    lookalikes: [REFERENCE],
  },
  'non-linearity': {
    name: 'not linear (bowed)',
    commonness: 2,
    kind: 'repair',
    cure: 'zero and span cannot take a bow away: look at linkage, bellows and cell, or have it repaired',
  },
  hysteresis: {
    name: 'hysteresis or sticking',
    commonness: 4,
    kind: 'repair',
    cure: 'adjusting does not cure it: look for friction, a bent linkage, dirt; overshoot while reading hides it: go back past the point and come again',
  },
  'line-and-hysteresis': {
    name: 'zero or span off, with hysteresis',
    commonness: 2,
    kind: 'repair',
    cure: 'find the friction first; then adjust zero and span, which it would not hold before',
  },
  'zero-drift': {
    name: 'drifting during the run',
    commonness: 2,
    kind: 'check',
    cure: 'let instrument and reference warm up and the pressure settle, then read again; if it goes on drifting, repair',
    isOfTheSetUp: true,
  },
  'sensor-stage': {
    name: 'sensor stage off (PV wrong, AO and meter agree)',
    commonness: 9,
    kind: 'adjust',
    cure: null,
    lookalikes: [REFERENCE],
  },
  'output-stage': {
    name: 'output stage off (PV right, meter and AO differ)',
    commonness: 5,
    kind: 'adjust',
    cure: 'output trim at 4 and 20 mA against the meter; a sensor trim would make PV wrong',
    lookalikes: [{ ...REFERENCE, name: 'an error of the meter', tellApart: 'read one current with another meter' }],
  },
  'both-stages': {
    name: 'sensor stage and output stage both off',
    commonness: 3,
    kind: 'adjust',
    cure: 'sensor trim first, lower then upper; then output trim',
  },
  'root-twice': {
    name: 'square root taken once too often',
    commonness: 1,
    kind: 'check',
    cure: 'take the root in one place only: transmitter or host',
  },
  'root-missing': {
    name: 'square root not taken',
    commonness: 1,
    kind: 'check',
    cure: 'set the root in the transmitter, or in the host if that is where the register has it',
  },
  'water-reference': {
    name: 'water units of another reference temperature',
    commonness: 1,
    kind: 'check',
    cure: 'set the water temperature of the unit; a span trim would hide the mix-up',
  },
  'wrong-unit': {
    name: 'wrong pressure unit',
    commonness: 1,
    kind: 'check',
    cure: 'look at the unit of the reference first, then at that of the instrument, and set what is wrong; no trim',
    lookalikes: [REFERENCE_UNIT],
  },
  'range-differs': {
    name: 'range set differently from the register',
    commonness: 3,
    kind: 'check',
    cure: 'compare LRV and URV with the register and set them, or correct the register; no trim',
    lookalikes: [
      {
        name: 'output stage far off',
        tellApart:
          'read AO with the digital communicator: with another range AO and meter agree, with a bad output they do not',
        isDigital: true,
      },
    ],
  },
  'reverse-action': {
    name: 'acts the wrong way round',
    commonness: 0.5,
    kind: 'check',
    cure: 'set the direction, or LRV and URV, as the register has them; no trim',
  },
  'sides-swapped': {
    name: 'high and low side swapped',
    commonness: 1,
    kind: 'check',
    cure: 'put the pressure on the other side and read again; the output sat on its low end while the pressure rose',
    isOfTheSetUp: true,
  },
  'equalised-or-leaking': {
    name: 'equalising valve open, or a leak',
    commonness: 3,
    kind: 'check',
    cure: 'close the equalising valve, look for the leak, and read again',
    isOfTheSetUp: true,
    lookalikes: [
      {
        name: 'pump or hose not connected',
        tellApart: 'look whether the reference itself holds the pressure with the pump at rest',
      },
    ],
  },
  'plugged-line': {
    name: 'line plugged: does not follow the pressure',
    commonness: 1,
    kind: 'check',
    cure: 'clear the line by the site’s procedure, and read again',
    isOfTheSetUp: true,
    lookalikes: [
      {
        name: 'sensor or output frozen',
        tellApart: 'vent the body at the instrument: a plugged line then lets go, a frozen sensor does not',
      },
    ],
  },
  'sensor-stops': {
    name: 'the sensor stops short of the range',
    commonness: 0.7,
    kind: 'repair',
    cure: 'another capsule, or a repair: it does not reach the range it is set to',
  },
  saturation: {
    name: 'saturated: the signal stops short',
    commonness: 1,
    kind: 'check',
    cure: 'find out what stops the signal before touching zero or span',
  },
  'failure-signal': {
    name: 'failure signal',
    commonness: 0.7,
    kind: 'repair',
    cure: 'read the instrument’s own diagnosis, then repair or replace',
  },
  'no-signal': {
    name: 'no signal at all',
    commonness: 1.5,
    kind: 'check',
    cure: 'a current: look for an open loop, a blown fuse, crossed polarity, the supply; air: look at the supply and the tube; then read again',
    isOfTheSetUp: true,
  },
  'output-held': {
    name: 'output held: test mode, manual or frozen',
    commonness: 0.4,
    kind: 'check',
    cure: 'look whether the device stands in a test or fixed-output mode, or the station on manual; let it go, and read again',
    isOfTheSetUp: true,
  },
  'meter-on-amperes': {
    name: 'amperes read as milliamperes',
    commonness: 0.5,
    kind: 'check',
    cure: 'put the meter on its milliampere range and read again',
    isOfTheSetUp: true,
  },
  'supply-too-low': {
    name: 'supply voltage too low for the loop',
    commonness: 1,
    kind: 'check',
    cure: 'measure the loop: supply, wire, burden, connections; the transmitter is not at fault',
  },
  'meter-on-volts': {
    name: 'meter on volts across the sense resistor',
    commonness: 1,
    kind: 'check',
    cure: 'put the meter on milliamperes, in series and with the lead in the right jack, and read again',
    isOfTheSetUp: true,
  },
  'wet-leg-lost': {
    name: 'fill of the wet leg lost',
    commonness: 1,
    kind: 'check',
    cure: 'fill the leg again by the site’s procedure, and read again; a zero trim would hide it',
  },
  'gauge-for-absolute': {
    name: 'gauge taken for absolute, or the other way about',
    commonness: 0.7,
    kind: 'check',
    cure: 'look what the instrument and the reference measure, and what the reference stands on; the air is no zero shift',
    isOfTheSetUp: true,
  },
  'reference-over-range': {
    name: 'the reference is over its range',
    commonness: 0.5,
    kind: 'check',
    cure: 'take a reference that covers the range, and read again',
    isOfTheSetUp: true,
  },
  'mistyped-reading': {
    name: 'one reading mistyped or misread',
    commonness: 5,
    kind: 'check',
    cure: 'read that point again and correct it, with the reason',
    isOfTheSetUp: true,
  },
  'read-crosswise': {
    name: 'two readings written in each other’s place',
    commonness: 1,
    kind: 'check',
    cure: 'read both points again and correct them, with the reason',
    isOfTheSetUp: true,
  },
  'read-too-early': {
    name: 'read before it had settled',
    commonness: 2,
    kind: 'check',
    cure: 'wait at each point until the output stands still, longer than five times the damping, and read again',
    isOfTheSetUp: true,
  },
  'catches-at-a-place': {
    name: 'catches at one place',
    commonness: 1,
    kind: 'repair',
    cure: 'tap it and read again: what moves is friction; look at pointer, hairspring, teeth and linkage at that place',
  },
  'stopped-following': {
    name: 'stopped following on the way',
    commonness: 0.7,
    kind: 'check',
    cure: 'look at the hose, the valves and the line first, then at the display or the movement; read again from the start',
    isOfTheSetUp: true,
    lookalikes: [
      {
        name: 'pressure no longer reached the instrument',
        tellApart: 'vent at the instrument: a blocked line lets go, a stuck display or movement does not',
      },
    ],
  },
  'line-and-slip': {
    name: 'zero or span off, and one reading mistyped',
    commonness: 1.5,
    kind: 'check',
    cure: 'read the doubted point again and correct it, with the reason; then judge zero and span',
    isOfTheSetUp: true,
  },
} as const satisfies Record<string, CauseFacts>

export type Cause = keyof typeof CAUSE_TABLE
export const causeFacts = (cause: Cause): CauseFacts => CAUSE_TABLE[cause]

/**
 * Causes that are one and the same to the readings unless something more is read. Either name may be the true one.
 * `toldBy`: the channel that would tell them.
 */
export const ALIKE: readonly {
  readonly causes: readonly Cause[]
  readonly toldBy: 'pv' | 'volts' | 'both ways' | 'nothing'
}[] = [
  // Five points upward bow as a friction does that only shows downward.
  { causes: ['non-linearity', 'hysteresis', 'line-and-hysteresis'], toldBy: 'both ways' },
  // Late on both ways is a loop: only a reading that was waited for tells.
  { causes: ['read-too-early', 'hysteresis', 'line-and-hysteresis'], toldBy: 'nothing' },
  { causes: ['output-held', 'plugged-line', 'equalised-or-leaking'], toldBy: 'pv' },
  { causes: ['no-signal', 'meter-on-amperes'], toldBy: 'nothing' },
  { causes: ['span-error', 'range-differs', 'equalised-or-leaking', 'wrong-unit', 'water-reference'], toldBy: 'pv' },
  { causes: ['zero-and-span', 'range-differs'], toldBy: 'pv' },
  { causes: ['saturation', 'supply-too-low'], toldBy: 'volts' },
  { causes: ['saturation', 'sensor-stops', 'supply-too-low'], toldBy: 'pv' },
  { causes: ['zero-shift', 'wet-leg-lost'], toldBy: 'nothing' },
  {
    causes: ['sensor-stage', 'wet-leg-lost', 'wrong-unit', 'water-reference', 'equalised-or-leaking'],
    toldBy: 'nothing',
  },
]
