import { Refusal } from '../refusal'
import { type OutputScale, SIGNALS, type TransmittedSignal } from './signal'

/**
 * The voltage scale across a resistor in a current loop (Ohm's law).
 * 4, 25 and 250 Ω in a 4–20 mA loop give 16–80 mV, 100–500 mV and 1–5 V: common practice, no source.
 *
 * @returns the scale in volts
 * @throws {Refusal} for a signal that is no current, or a resistance that is not above zero
 */
export function senseResistorScale(signal: TransmittedSignal, ohm: number): OutputScale {
  const { unit, lower, upper, label } = SIGNALS[signal]
  if (unit !== 'mA') throw new Refusal('signal', `${label} is no current`, 'a sense resistor needs a current loop')
  if (!(ohm > 0)) throw new Refusal('resistor', `${ohm} Ω is no resistor`, 'enter a resistance above zero')
  return { lower: (lower * ohm) / 1000, upper: (upper * ohm) / 1000, unit: 'V', decimals: 4 }
}
