/** How a reference shows its pressure. */
export const PRINCIPLES = {
  indicator: 'digital indicator',
  dial: 'test gauge with a dial',
  'liquid-column': 'liquid-column manometer',
  'dead-weight': 'dead-weight tester',
  'gauge-glass': 'level gauge glass of a cold drum',
} as const
export type Principle = keyof typeof PRINCIPLES

/**
 * How a reference is read rightly, and what its reading still has to be corrected for. Common practice, no source.
 * The corrections themselves depend on the place and the liquid; they are worked out where those are known.
 */
export const READING_RULES: Record<
  Principle,
  { readonly rule: string; readonly corrections: readonly string[] } | null
> = {
  indicator: null,
  dial: {
    rule: 'tap it lightly and look at the pointer square on, over its reflection where there is a mirror',
    corrections: [],
  },
  'liquid-column': {
    rule: 'raise the pressure slowly, let the column come to rest, and read at the bottom of the meniscus on the tube’s centre line, with the eye level with it',
    corrections: [
      'the liquid’s density at its temperature against the one the scale is made for',
      'local gravity',
      'the height between column and instrument',
    ],
  },
  'dead-weight': {
    rule: 'read only while the piston floats at its mark and turns freely',
    corrections: [
      'local gravity',
      'buoyancy of the masses in air',
      'temperature of piston and cylinder',
      'the height between piston and instrument',
    ],
  },
  'gauge-glass': {
    rule: 'let the water come to rest, read at the bottom of the meniscus, eye level with it; boiler cold and without pressure',
    corrections: [],
  },
}
