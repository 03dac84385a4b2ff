/** Causes that readings can point to, as a technician names them. */
export const CAUSES = {
  none: 'no fault to be seen',
  'zero-shift': 'zero shift',
  'span-error': 'span error',
  'zero-and-span': 'zero and span both off',
  'non-linearity': 'not linear (bowed)',
  hysteresis: 'hysteresis or sticking',
  'sensor-stage': 'sensor stage off (PV wrong, AO and meter agree)',
  'output-stage': 'output stage off (PV right, meter and AO differ)',
  'both-stages': 'sensor stage and output stage both off',
  'root-twice': 'square root taken once too often',
  'root-missing': 'square root not taken',
  'water-reference': 'water units of another reference temperature',
  'wrong-unit': 'wrong pressure unit',
  'range-differs': 'range set differently from the register',
  'reverse-action': 'acts the wrong way round',
  'equalised-or-leaking': 'equalising valve open, or a leak',
  'plugged-line': 'line plugged: does not follow the pressure',
  saturation: 'saturated: the signal stops short',
  'failure-signal': 'failure signal',
  'supply-too-low': 'supply voltage too low for the loop',
  'wet-leg-lost': 'fill of the wet leg lost',
  'reference-over-range': 'the reference is over its range',
  'mistyped-reading': 'one reading mistyped or misread',
} as const

export type Cause = keyof typeof CAUSES
export const CAUSE_IDS = Object.keys(CAUSES) as Cause[] // keys of a const object

/** A cause that no reading of this kind separates from another, and what would. */
export type Lookalike = {
  readonly name: string
  readonly tellApart: string
  /** What would tell needs a digital communicator: of no use on a pneumatic or a gauge. */
  readonly isDigital?: boolean
}

/**
 * What looks exactly like a fitted cause, from one mounting position and one set of lines. Common practice, no source.
 */
export const LOOKALIKES: Partial<Record<Cause, readonly Lookalike[]>> = {
  'zero-shift': [
    {
      name: 'mounting tilt',
      tellApart:
        'read zero again with the body levelled as it was when last calibrated: tilt goes with it, a zero shift stays',
    },
    {
      name: 'fill of the wet leg lost or changed',
      tellApart:
        'isolate, equalise and vent at the manifold, and read zero there: a zero shift stays, a lost leg does not show',
    },
  ],
  'equalised-or-leaking': [
    {
      name: 'pump or hose not connected',
      tellApart: 'look whether the reference itself holds the pressure with the pump at rest',
    },
  ],
  'range-differs': [
    {
      name: 'output stage far off',
      tellApart:
        'read AO with the digital communicator: with another range AO and meter agree, with a bad output they do not',
      isDigital: true,
    },
  ],
  'plugged-line': [
    {
      name: 'sensor or output frozen',
      tellApart: 'vent the body at the instrument: a plugged line then lets go, a frozen sensor does not',
    },
  ],
}
