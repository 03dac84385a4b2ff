import { Refusal } from '../refusal'

/**
 * Standard output signals. `lower` and `upper` are the output at 0 % and 100 %.
 *
 * Sources: 4–20 mA, 0–20 mA and 1–5 V, IEC 60381-1/-2; 20–100 kPa, IEC 60382 (numbers from memory);
 * 3–15 psi, 10–50 mA, 0–5 V, 0–10 V common practice, no source.
 */
export const SIGNALS = {
  '4-20mA': { label: '4 … 20 mA', lower: 4, upper: 20, unit: 'mA', decimals: 3 },
  '0-20mA': { label: '0 … 20 mA', lower: 0, upper: 20, unit: 'mA', decimals: 3 },
  '10-50mA': { label: '10 … 50 mA', lower: 10, upper: 50, unit: 'mA', decimals: 2 },
  '1-5V': { label: '1 … 5 V', lower: 1, upper: 5, unit: 'V', decimals: 3 },
  '0-5V': { label: '0 … 5 V', lower: 0, upper: 5, unit: 'V', decimals: 3 },
  '0-10V': { label: '0 … 10 V', lower: 0, upper: 10, unit: 'V', decimals: 3 },
  '3-15psi': { label: '3 … 15 psi', lower: 3, upper: 15, unit: 'psi', decimals: 2 },
  '20-100kPa': { label: '20 … 100 kPa', lower: 20, upper: 100, unit: 'kPa', decimals: 1 },
} as const

export type TransmittedSignal = keyof typeof SIGNALS
/** Outputs read in the input's own unit: on a dial or digits, or as the value an instrument sends over a bus. */
export const READ_IN_INPUT_UNIT = {
  display: 'display only',
  'digital-value': 'digital value only (PV over a bus)',
} as const
/** A transmitted signal, or one of those that are read in the instrument's input unit. */
export type Signal = TransmittedSignal | keyof typeof READ_IN_INPUT_UNIT
export const SIGNAL_IDS: readonly Signal[] = [
  ...(Object.keys(SIGNALS) as TransmittedSignal[]), // keys of const objects
  ...(Object.keys(READ_IN_INPUT_UNIT) as (keyof typeof READ_IN_INPUT_UNIT)[]),
]

/** Whether the output is a signal that a meter or test gauge reads. */
export const isTransmitted = (signal: Signal): signal is TransmittedSignal => signal in SIGNALS

/** The ends of an output, in the unit it is read in. */
export type OutputScale = {
  readonly lower: number
  readonly upper: number
  readonly unit: string
  /** Decimals a reading of this output usually has, for values nobody has read yet. */
  readonly decimals: number
}

/**
 * The output scale of an instrument: its signal, or its own range where it is only read on a display.
 *
 * @param display LRV and URV with the label of their unit, used for what is read in the input unit
 * @throws {Refusal} when the display scale has no span
 */
export function outputScale(signal: Signal, display: { lrv: number; urv: number; unitLabel: string }): OutputScale {
  if (isTransmitted(signal)) return SIGNALS[signal]
  if (display.lrv === display.urv)
    throw new Refusal('urv', `equals LRV (${display.lrv}), so the span is zero`, 'enter two different values')
  return { lower: display.lrv, upper: display.urv, unit: display.unitLabel, decimals: displayDecimals(display) }
}

/** A thousandth of the span or finer, as a panel or dial is commonly read. Common practice, no source. */
const displayDecimals = ({ lrv, urv }: { lrv: number; urv: number }) =>
  Math.min(6, Math.max(0, Math.ceil(-Math.log10(Math.abs(urv - lrv) / 1000))))

/** Output at a percentage of output span. */
export const outputAtPercent = (percent: number, scale: OutputScale): number =>
  scale.lower + (percent / 100) * (scale.upper - scale.lower)

/** Percentage of output span of an output. */
export const percentOfOutput = (output: number, scale: OutputScale): number =>
  ((output - scale.lower) / (scale.upper - scale.lower)) * 100

/** The scale as shown: `4 … 20 mA`. */
export const signalLabel = (signal: Signal): string =>
  isTransmitted(signal) ? SIGNALS[signal].label : READ_IN_INPUT_UNIT[signal]
