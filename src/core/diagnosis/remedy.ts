import { type Cause, causeFacts, type RemedyKind } from './causeTable'
import type { LineShape } from './hypothesis'

/** How an instrument is worked on: two screws, trims by communicator or buttons, a gauge's own points, dial or pointer, or not at all. */
export type Adjustable = 'screws' | 'trims' | 'buttons' | 'gauge' | 'dial' | 'factory'

export type Remedy = { readonly kind: RemedyKind; readonly says: string }

/** What of an instrument and of a cause decides how it is put right. */
export type RemedyFacts = {
  readonly adjustable: Adjustable
  /** A zero trim needs true zero, which only a vacuum is to an absolute instrument. */
  readonly isAbsolute?: boolean
  /** Away from zero pressure LRV has no true zero to be trimmed at. */
  readonly isZeroBased?: boolean
  /** Which of zero and span the cause found to be off, where it is a matter of a straight line. */
  readonly shape?: LineShape | undefined
}

const FACTORY = 'only the factory adjusts it: send it there, or put another in its place'

const BOTH: Record<Adjustable, string> = {
  screws: 'both ends approximately first, then converge: the pad says what to set',
  trims: 'lower sensor trim, then upper',
  buttons: 'lower sensor trim, then upper, by the buttons',
  gauge: 'zero, full scale, then mid-scale',
  dial: 'span at the movement first, by those who may open it, then pointer or dial',
  factory: FACTORY,
}
const SPAN: Record<Adjustable, string> = {
  screws: 'span screw at 100 %, then zero again: the screws interact',
  trims: 'lower sensor trim, then upper; not a re-range, which corrects nothing',
  buttons: 'lower sensor trim, then upper, by the buttons; not a re-range, which corrects nothing',
  gauge: 'set full scale, then zero again',
  dial: 'span at the movement, by those who may open it; pointer or dial move every reading alike and cure no span',
  factory: FACTORY,
}

/** The one place for it: the run, its Adjust and Workings ask here. */
export function remedyFor(cause: Cause, facts: RemedyFacts): Remedy {
  const { kind, cure } = causeFacts(cause)
  if (kind === 'adjust' && facts.adjustable === 'factory') return { kind: 'repair', says: FACTORY }
  return { kind, says: cure ?? lineCure(cause, facts) }
}

function lineCure(cause: Cause, facts: RemedyFacts): string {
  const { adjustable } = facts
  const shape = cause === 'zero-shift' ? 'zero' : cause === 'span-error' ? 'span' : (facts.shape ?? 'zero-and-span')
  const stage = cause === 'sensor-stage' ? '; the output stage is right, leave it alone' : ''
  if (shape === 'zero') return `${zeroCure(facts)}${stage}`
  if (cause === 'sensor-stage') return `sensor trim, lower then upper${stage}`
  return shape === 'span' ? SPAN[adjustable] : BOTH[adjustable]
}

function zeroCure({ adjustable, isAbsolute = false, isZeroBased = true }: RemedyFacts): string {
  if (adjustable === 'screws') return 'zero screw at 0 %, then look at 100 %: the screws interact'
  if (adjustable === 'dial')
    return isAbsolute
      ? 'pointer or dial set at a vacuum the reference knows'
      : 'pointer or dial set with the gauge vented, tapped and upright as it hangs'
  if (adjustable === 'gauge')
    return isAbsolute ? 'set zero at a vacuum the reference knows; never vented' : 'set zero with the gauge vented'
  if (isAbsolute) return 'lower sensor trim at a vacuum the reference knows; vented is not its zero'
  if (!isZeroBased) return 'lower sensor trim at LRV, which is not zero pressure; no zero trim'
  return 'zero trim at true zero: isolated, vented, drained, in its final position'
}

/**
 * Kinds of acts that cure a cause, in their order, where the instrument is trimmed; none where it is no matter of
 * trimming.
 */
export function trimsFor(cause: Cause, facts: Omit<RemedyFacts, 'adjustable'>): readonly string[] {
  const sensor = ['lower-sensor-trim', 'upper-sensor-trim']
  const { shape, isAbsolute = false, isZeroBased = true } = facts
  const zero = isAbsolute || !isZeroBased ? ['lower-sensor-trim'] : ['zero-trim']
  if (cause === 'zero-shift') return zero
  if (cause === 'sensor-stage') return shape === 'zero' ? zero : sensor
  if (cause === 'span-error' || cause === 'zero-and-span' || cause === 'line-and-hysteresis') return sensor
  if (cause === 'both-stages') return [...sensor, 'output-trim']
  return cause === 'output-stage' ? ['output-trim'] : []
}
