import { exceeds } from '../error/verdict'
import { Refusal } from '../refusal'
import { type DisplayScale, percentOfShown, shownAtPercent } from '../transfer/displayScale'
import { rootPercent } from '../transfer/transfer'

/** What a host shows at 0 % and 100 %, and whether it takes the square root of what it is sent. */
export type HostScale = DisplayScale & { readonly takesRoot?: true }

/** What was found at the host for a known output of the transmitter: what it shows, the volts at its input, or both. */
export type HostCheck = {
  /** Output of the transmitter, % of span. */
  readonly percent: number
  readonly hostValue: number | null
  readonly sense: { readonly ohms: number; readonly volts: number } | null
}

/** The error of the host at one point. */
export type HostError = {
  readonly idealValue: number
  readonly errorValue: number | null
  /** % of the host's scale; null where nobody read it. */
  readonly errorPercent: number | null
  /** Current through the sense resistor, mA (Ohm's law); null where it was not measured. */
  readonly milliamp: number | null
  /** What the volts should be, and by how much of their span they are off; null where they were not measured. */
  readonly idealVolts: number | null
  readonly voltsErrorPercent: number | null
}

/** The ends of the current that a host is sent. */
export type LoopCurrent = { readonly lower: number; readonly upper: number }

/** What the volts over a resistor should be for an output, % of span. Ohm's law. */
export const voltsShouldBe = (percent: number, ohms: number, { lower, upper }: LoopCurrent): number =>
  ((lower + ((upper - lower) * percent) / 100) / 1000) * ohms

/** What a host should show for an output, % of span, in the unit of its scale; where it takes the root, for its root. */
export const hostShouldShow = (percent: number, scale: HostScale): number =>
  shownAtPercent(idealPercent(percent, scale), scale)

const idealPercent = (percent: number, { takesRoot }: HostScale) => (takesRoot ? rootPercent(percent) : percent)

/**
 * The error of what the host shows, and of the volts at its input: found − what it should be for the transmitter's output.
 *
 * @throws {Refusal} for a scale without a span, or a resistor without ohms
 */
export function hostError(
  { percent, hostValue, sense }: HostCheck,
  scale: HostScale,
  current: LoopCurrent | null,
): HostError {
  if (sense && !(sense.ohms > 0))
    throw new Refusal('senseOhms', `${sense.ohms} Ω is no resistor`, 'enter a resistance above zero')
  const idealValue = hostShouldShow(percent, scale)
  const should = (at: number) => (sense && current ? voltsShouldBe(at, sense.ohms, current) : null)
  const [idealVolts, voltsAtZero, voltsAtFull] = [should(percent), should(0), should(100)]
  return {
    idealValue,
    errorValue: hostValue === null ? null : hostValue - idealValue,
    errorPercent: hostValue === null ? null : percentOfShown(hostValue, scale) - idealPercent(percent, scale),
    milliamp: sense && (sense.volts / sense.ohms) * 1000,
    idealVolts,
    voltsErrorPercent:
      sense && idealVolts !== null && voltsAtZero !== null && voltsAtFull !== null
        ? ((sense.volts - idealVolts) / (voltsAtFull - voltsAtZero)) * 100
        : null,
  }
}

/** The larger of both errors, with its sign; null where nothing was read. */
export function worstHostError({ errorPercent, voltsErrorPercent }: HostError): number | null {
  const known = [errorPercent, voltsErrorPercent].filter((error) => error !== null)
  return known.reduce<number | null>(
    (most, next) => (most === null || Math.abs(next) > Math.abs(most) ? next : most),
    null,
  )
}

/** Whether a host is inside its own limit, ± %; null where nothing was read or no limit is known. */
export function hostVerdict(error: HostError, limitPercent: number | undefined): 'inside' | 'outside' | null {
  const worst = worstHostError(error)
  if (worst === null || limitPercent === undefined) return null
  return exceeds(Math.abs(worst), limitPercent) ? 'outside' : 'inside'
}

/** What the other loop items are commonly allowed, % of span. Common practice, no source. */
export const USUAL_LOOP_ALLOWANCE = 2

/**
 * What trimming the transmitter until the host reads right would do to the transmitter itself: its own error becomes the
 * host's error turned round, on top of what it has. All in % of span.
 */
export const errorAfterTrimToHost = (ownErrorPercent: number, hostErrorPercent: number): number =>
  ownErrorPercent - hostErrorPercent
