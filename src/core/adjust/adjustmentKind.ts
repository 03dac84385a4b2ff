/** What can be done to an instrument, in the order people look for it. */
export const ADJUSTMENT_KINDS = {
  'zero-screw': 'zero screw',
  'span-screw': 'span screw',
  'span-link': 'span link moved',
  'zero-trim': 'zero trim',
  'lower-sensor-trim': 'lower sensor trim',
  'upper-sensor-trim': 'upper sensor trim',
  'output-trim': 'output trim',
  'pointer-set': 'pointer set on its shaft',
  'dial-zero': 'dial turned to zero',
  'movement-span': 'span at the movement',
  'gauge-zero': 'gauge: zero',
  'gauge-full-scale': 'gauge: full scale',
  'gauge-mid-scale': 'gauge: mid-scale',
  'gauge-near-vacuum': 'gauge: near vacuum',
  'factory-values': 'gauge: back to the factory values',
  'field-values': 'gauge: back to the last field values',
  excitation: 'vacuum gauge: excitation',
  'vacuum-span': 'vacuum gauge: span',
  'vacuum-zero': 'vacuum gauge: zero',
  'hot-offset': 'hot offset, to the gauge glass',
  cleaning: 'cleaned, flushed or re-seated',
  other: 'other work',
} as const

export type AdjustmentKind = keyof typeof ADJUSTMENT_KINDS
