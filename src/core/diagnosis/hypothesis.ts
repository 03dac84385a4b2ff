import type { TransferCurve } from '../transfer/transfer'
import type { Cause } from './cause'
import type { DiagnosisContext, DiagnosisReading } from './diagnosisReading'

/** Channels a reading can have, in the order of the signal. */
export type Channel = 'pv' | 'ao' | 'output'

/**
 * A cause written as a model of the three stages of an instrument. Parameters in % of span unless named otherwise.
 * Stages left out do what the register says.
 */
export type Hypothesis = {
  readonly cause: Cause
  /** Parameters to be fitted: where the search starts and between which bounds. */
  readonly parameters: readonly Parameter[]
  /** 2·ln of how many equal alternatives it was picked from: a choice among many must be paid for. */
  readonly choicePenalty: number
  /** PV in % of input span from what was applied. */
  readonly sensor?: (applied: number, p: Parameters, place: Place) => number
  /** AO in % of output span from PV. */
  readonly transmit?: (pv: number, p: Parameters) => number
  /** Output in % of output span from AO. */
  readonly drive?: (ao: number, p: Parameters) => number
  /** A reading left out of the fit, as the one that is doubted. */
  readonly leavesOut?: { readonly index: number; readonly channel: Channel }
  /** Larger noise of a reading whose input is known less well, % of span; 0 for the usual. */
  readonly extraNoise?: (reading: DiagnosisReading) => number
  /** What it found, in words a technician can check. */
  readonly says: (p: Parameters) => string
}

export type Parameter = {
  readonly start: number
  readonly low: number
  readonly high: number
  /** Other places to start from where the way is not smooth (a root, a cut-off); the best of all is taken. */
  readonly otherStarts?: readonly number[]
}
export type Parameters = readonly number[]
export type Place = { readonly reading: DiagnosisReading; readonly index: number }

/** What hypotheses are built from. */
export type DiagnosisData = {
  readonly readings: readonly DiagnosisReading[]
  readonly context: DiagnosisContext
  readonly curve: TransferCurve
  /** Where the output stops, % of output span: for a current, 3.8 and 20.5 mA (NE 43), or what was read beyond. */
  readonly stops: { readonly low: number; readonly high: number }
  /** Noise of AO where PV was read just before, one for each reading, % of output span: a root makes it larger. */
  readonly aoNoise: readonly number[]
}

/** A parameter of a hypothesis; far-out bounds unless given. */
export const parameter = (start: number, low = -300, high = 300) => ({ start, low, high })

/** Which channels any reading has. */
export function channelsRead(readings: readonly DiagnosisReading[]): Record<Channel, boolean> {
  return {
    pv: readings.some(({ pvPercent }) => pvPercent !== null),
    ao: readings.some(({ aoPercent }) => aoPercent !== null),
    output: readings.some(({ outputPercent }) => outputPercent !== null),
  }
}

export const signed = (value: number, digits = 2): string =>
  `${value < 0 ? '−' : '+'}${Math.abs(value).toFixed(digits)}`
