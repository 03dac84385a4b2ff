import type { WantedRange } from './sensorBody'

/** A range is set to about a ten-thousandth of its span; further digits are noise. Ours. */
const STEPS_OF_SPAN = 4

/**
 * A worked-out range as it is written and set: both ends rounded to one step, at most a ten-thousandth of the span.
 */
export function settableRange({ lrv, urv }: WantedRange): WantedRange {
  const span = Math.abs(urv - lrv)
  if (!(span > 0)) return { lrv, urv }
  const decimals = Math.min(12, Math.max(0, STEPS_OF_SPAN - Math.floor(Math.log10(span))))
  const round = (value: number) => Number(value.toFixed(decimals))
  return { lrv: round(lrv), urv: round(urv) }
}
