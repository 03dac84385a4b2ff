import { formatFixed } from '../format/formatNumber'
import { terminalVoltsAt } from './loopSupply'

/** The loop of an instrument, as its loop card has it. */
export type LoopAtTerminals = {
  readonly supplyVolts: number
  /** Wire, input resistor and everything else in series. */
  readonly seriesOhms: number
  readonly leastTerminalVolts: number
}

/** Volts measured at the terminals, at a current. */
export type TerminalReading = { readonly milliamp: number; readonly volts: number }

export type TerminalVerdict = {
  /** What the loop card computes for that current; null where there is no card. */
  readonly expectedVolts: number | null
  /** What is measured over what the transmitter needs; null where nobody knows what that is. */
  readonly spareVolts: number | null
  /** What is to be said: below what it needs, or unlike the card. */
  readonly words: string | null
}

/** Off by more than this a measured voltage is unlike what its card computes. Ours, no source. */
const UNLIKE_VOLTS = 0.5

/** A measured voltage at the terminals against what the loop computes: U − I·R. Ohm's and Kirchhoff's laws. */
export function terminalVerdict({ milliamp, volts }: TerminalReading, loop: LoopAtTerminals | null): TerminalVerdict {
  if (!loop) return { expectedVolts: null, spareVolts: null, words: null }
  const expectedVolts = terminalVoltsAt(milliamp, loop.supplyVolts, loop.seriesOhms)
  const spareVolts = volts - loop.leastTerminalVolts
  const off = volts - expectedVolts
  const unlike =
    off < 0
      ? `${formatFixed(-off, 2)} V less than the loop card computes: a bad connection, or more in series than it says`
      : `${formatFixed(off, 2)} V more than the loop card computes: less in series than it says, or another supply`
  if (spareVolts < 0)
    return {
      expectedVolts,
      spareVolts,
      words: `${formatFixed(-spareVolts, 2)} V short of what it needs at ${milliamp} mA`,
    }
  return { expectedVolts, spareVolts, words: Math.abs(off) > UNLIKE_VOLTS ? unlike : null }
}

/**
 * What is left at a current above those measured, by the line through two readings; null with fewer than two.
 */
export function voltsAt(milliamp: number, readings: readonly TerminalReading[]): number | null {
  const inOrder = readings.toSorted((a, b) => a.milliamp - b.milliamp)
  const [low, high] = [inOrder[0], inOrder.at(-1)]
  if (!low || !high || low.milliamp === high.milliamp) return null
  return low.volts + ((high.volts - low.volts) / (high.milliamp - low.milliamp)) * (milliamp - low.milliamp)
}
