import { Refusal } from '../refusal'
import { type DisplayScale, percentOfShown, shownAtPercent } from '../transfer/displayScale'
import { rootPercent } from '../transfer/transfer'

/** What a host shows at 0 % and 100 %, and whether it takes the square root of what it is sent. */
export type HostScale = DisplayScale & { readonly takesRoot?: true }

/** What the host shows for a known output of the transmitter. */
export type HostCheck = {
  /** Output of the transmitter, % of span. */
  readonly percent: number
  readonly hostValue: number
  readonly sense: { readonly ohms: number; readonly volts: number } | null
}

/** The error of the host at one point. */
export type HostError = {
  readonly idealValue: number
  readonly errorValue: number
  /** % of the host's scale. */
  readonly errorPercent: number
  /** Current through the sense resistor, mA (Ohm's law); null where it was not measured. */
  readonly milliamp: number | null
}

/** What a host should show for an output, % of span, in the unit of its scale; where it takes the root, for its root. */
export const hostShouldShow = (percent: number, scale: HostScale): number =>
  shownAtPercent(idealPercent(percent, scale), scale)

const idealPercent = (percent: number, { takesRoot }: HostScale) => (takesRoot ? rootPercent(percent) : percent)

/**
 * The error of what the host shows: shown − what it should show for the transmitter's output.
 *
 * @throws {Refusal} for a scale without a span, or a resistor without ohms
 */
export function hostError({ percent, hostValue, sense }: HostCheck, scale: HostScale): HostError {
  if (sense && !(sense.ohms > 0))
    throw new Refusal('senseOhms', `${sense.ohms} Ω is no resistor`, 'enter a resistance above zero')
  const idealValue = hostShouldShow(percent, scale)
  return {
    idealValue,
    errorValue: hostValue - idealValue,
    errorPercent: percentOfShown(hostValue, scale) - idealPercent(percent, scale),
    milliamp: sense && (sense.volts / sense.ohms) * 1000,
  }
}

/** What the other loop items are commonly allowed, % of span. Common practice, no source. */
export const USUAL_LOOP_ALLOWANCE = 2

/**
 * What trimming the transmitter until the host reads right would do to the transmitter itself: its own error becomes the
 * host's error turned round, on top of what it has. All in % of span.
 */
export const errorAfterTrimToHost = (ownErrorPercent: number, hostErrorPercent: number): number =>
  ownErrorPercent - hostErrorPercent
