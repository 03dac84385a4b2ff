import type { Cause } from './cause'

/** How an instrument is adjusted: two screws, trims by a digital communicator, or a gauge's own means. */
export type Adjustable = 'screws' | 'trims' | 'gauge'

/** Whether the cure lies in the instrument's adjustment, in work on it, or somewhere else altogether. */
export type Remedy = { readonly kind: 'none' | 'adjust' | 'repair' | 'check'; readonly says: string }

const ZERO: Record<Adjustable, string> = {
  screws: 'zero screw at 0 %, then look at 100 %: the screws interact',
  trims: 'zero trim at true zero: isolated, vented, drained, in its final position',
  gauge: 'set zero with the gauge vented',
}
const SPAN: Record<Adjustable, string> = {
  screws: 'span screw at 100 %, then zero again: the screws interact',
  trims: 'lower sensor trim, then upper; not a re-range, which corrects nothing',
  gauge: 'set full scale, then zero again',
}
const BOTH: Record<Adjustable, string> = {
  screws: 'both ends approximately first, then converge: the pad says what to set',
  trims: 'lower sensor trim, then upper',
  gauge: 'zero, full scale, then mid-scale',
}

/**
 * What to do about a cause. Common practice, no source; it defers to the maker's manual and the site's procedure.
 */
export function remedyFor(cause: Cause, adjustable: Adjustable): Remedy {
  const fixed = REMEDIES[cause]
  if (fixed) return fixed
  if (cause === 'zero-shift') return { kind: 'adjust', says: ZERO[adjustable] }
  return { kind: 'adjust', says: cause === 'span-error' ? SPAN[adjustable] : BOTH[adjustable] }
}

const adjust = (says: string): Remedy => ({ kind: 'adjust', says })
const repair = (says: string): Remedy => ({ kind: 'repair', says })
const check = (says: string): Remedy => ({ kind: 'check', says })

const REMEDIES: Partial<Record<Cause, Remedy>> = {
  none: { kind: 'none', says: 'leave it alone' },
  'non-linearity': repair(
    'zero and span cannot take a bow away: look at linkage, bellows and cell, or have it repaired',
  ),
  hysteresis: repair(
    'adjusting does not cure it: look for friction, a bent linkage, dirt; overshoot while reading looks the same, so read again',
  ),
  'sensor-stage': adjust('sensor trim, lower then upper; the output stage is right, leave it alone'),
  'output-stage': adjust('output trim at 4 and 20 mA against the meter; a sensor trim would make PV wrong'),
  'both-stages': adjust('sensor trim first, lower then upper; then output trim'),
  'root-twice': check('take the root in one place only: transmitter or host'),
  'root-missing': check('set the root in the transmitter, or in the host if that is where the register has it'),
  'water-reference': check('set the water temperature of the unit; a span trim would hide the mix-up'),
  'wrong-unit': check('set the unit; no trim'),
  'range-differs': check('compare LRV and URV with the register and set them, or correct the register; no trim'),
  'reverse-action': check('exchange the lines or set the direction; no trim'),
  'equalised-or-leaking': check('close the equalising valve, look for the leak, and read again'),
  'plugged-line': check('clear the line by the site’s procedure, and read again'),
  saturation: check('find out what stops the signal before touching zero or span'),
  'failure-signal': repair('read the instrument’s own diagnosis, then repair or replace'),
  'supply-too-low': check('measure the loop: supply, wire, burden, connections; the transmitter is not at fault'),
  'wet-leg-lost': check('fill the leg again by the site’s procedure, and read again; a zero trim would hide it'),
  'reference-over-range': check('take a reference that covers the range, and read again'),
  'mistyped-reading': check('read that point again and correct it, with the reason'),
}
