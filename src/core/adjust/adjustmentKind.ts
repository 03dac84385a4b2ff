/** One kind of act, whole: what is written of it, and where and when it belongs. */
export type Act = {
  readonly label: string
  /** Moves the instrument’s own zero or span: what a fault beside the instrument must never be hidden by. */
  readonly isTrim: boolean
  /** In what it is seen: trims of the sensor in PV, an excitation in itself, everything else in the output. */
  readonly seenIn: 'output' | 'pv' | 'excitation'
  /** Where it belongs, % of input span, or at the ends of the output whatever is applied; null where anywhere. */
  readonly belongsAt: 0 | 100 | 'ends of the output' | null
  /** What has to be done first, any one of them, and why; null where nothing has to. */
  readonly comesAfter: { readonly oneOf: readonly string[]; readonly words: string; readonly remedy: string } | null
}

/** What can be done to an instrument, in the order people look for it. An act is one line here. */
export const ACTS = {
  'zero-screw': { label: 'zero screw', isTrim: true, seenIn: 'output', belongsAt: 0, comesAfter: null },
  'span-screw': { label: 'span screw', isTrim: true, seenIn: 'output', belongsAt: 100, comesAfter: null },
  'span-link': { label: 'span link moved', isTrim: false, seenIn: 'output', belongsAt: null, comesAfter: null },
  'zero-trim': { label: 'zero trim', isTrim: true, seenIn: 'pv', belongsAt: null, comesAfter: null },
  'lower-sensor-trim': { label: 'lower sensor trim', isTrim: true, seenIn: 'pv', belongsAt: 0, comesAfter: null },
  'upper-sensor-trim': {
    label: 'upper sensor trim',
    isTrim: true,
    seenIn: 'pv',
    belongsAt: 100,
    comesAfter: {
      oneOf: ['lower-sensor-trim', 'zero-trim'],
      words: 'comes after the lower one, or after a zero trim: it turns the line about that end',
      remedy: 'trim the lower end first, or say why not',
    },
  },
  'output-trim': {
    label: 'output trim',
    isTrim: true,
    seenIn: 'output',
    belongsAt: 'ends of the output',
    comesAfter: null,
  },
  'pointer-set': {
    label: 'pointer set on its shaft',
    isTrim: true,
    seenIn: 'output',
    belongsAt: null,
    comesAfter: null,
  },
  'dial-zero': { label: 'dial turned to zero', isTrim: true, seenIn: 'output', belongsAt: null, comesAfter: null },
  'movement-span': { label: 'span at the movement', isTrim: true, seenIn: 'output', belongsAt: null, comesAfter: null },
  'gauge-zero': { label: 'gauge: zero', isTrim: true, seenIn: 'output', belongsAt: null, comesAfter: null },
  'gauge-full-scale': { label: 'gauge: full scale', isTrim: true, seenIn: 'output', belongsAt: null, comesAfter: null },
  'gauge-mid-scale': { label: 'gauge: mid-scale', isTrim: true, seenIn: 'output', belongsAt: null, comesAfter: null },
  'gauge-near-vacuum': {
    label: 'gauge: near vacuum',
    isTrim: true,
    seenIn: 'output',
    belongsAt: null,
    comesAfter: null,
  },
  'factory-values': {
    label: 'gauge: back to the factory values',
    isTrim: false,
    seenIn: 'output',
    belongsAt: null,
    comesAfter: null,
  },
  'field-values': {
    label: 'gauge: back to the last field values',
    isTrim: false,
    seenIn: 'output',
    belongsAt: null,
    comesAfter: null,
  },
  excitation: {
    label: 'vacuum gauge: excitation',
    isTrim: false,
    seenIn: 'excitation',
    belongsAt: null,
    comesAfter: null,
  },
  'vacuum-span': { label: 'vacuum gauge: span', isTrim: true, seenIn: 'output', belongsAt: null, comesAfter: null },
  'vacuum-zero': { label: 'vacuum gauge: zero', isTrim: true, seenIn: 'output', belongsAt: null, comesAfter: null },
  'hot-offset': {
    label: 'hot offset, to the gauge glass',
    isTrim: false,
    seenIn: 'output',
    belongsAt: null,
    comesAfter: null,
  },
  cleaning: {
    label: 'cleaned, flushed or re-seated',
    isTrim: false,
    seenIn: 'output',
    belongsAt: null,
    comesAfter: null,
  },
  other: { label: 'other work', isTrim: false, seenIn: 'output', belongsAt: null, comesAfter: null },
} as const satisfies Record<string, Act>
export type AdjustmentKind = keyof typeof ACTS
export const ADJUSTMENT_KIND_IDS = Object.keys(ACTS) as AdjustmentKind[] // keys of a const object

/** The parts of an act as such, without what its own line narrows them to. */
export const actOf = (kind: AdjustmentKind): Act => ACTS[kind]

/** What each is called. */
export const ADJUSTMENT_KINDS = Object.fromEntries(
  ADJUSTMENT_KIND_IDS.map((kind) => [kind, ACTS[kind].label]),
) as Readonly<Record<AdjustmentKind, string>> // of every kind
