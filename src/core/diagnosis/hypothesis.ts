import { formatFixed } from '../format/formatNumber'
import type { TransferCurve } from '../transfer/transfer'
import type { Cause } from './causeTable'
import type { DiagnosisContext, DiagnosisReading } from './diagnosisReading'

/** Channels a reading can have, in the order of the signal. */
export type Channel = 'pv' | 'ao' | 'output'

/** Which of zero and span a straight-line error moves. */
export type LineShape = 'zero' | 'span' | 'zero-and-span'

/**
 * A cause written as a model of the three stages of an instrument. Parameters in % of span unless named otherwise.
 * Stages left out do what the register says.
 */
export type Hypothesis = {
  readonly cause: Cause
  /** Parameters to be fitted, each with what was known of it before. */
  readonly parameters: readonly Parameter[]
  /** Its share of its cause before anything is read: the variants of one cause make one together. */
  readonly weight: number
  readonly shape?: LineShape
  /** Where its parameters of a straight line begin, and on which stage; zero before span. */
  readonly line?: { readonly at: number; readonly stage: 'sensor' | 'output' }
  /** PV in % of input span from what was applied. */
  readonly sensor?: (applied: number, p: Parameters, place: Place) => number
  /** AO in % of output span from PV. */
  readonly transmit?: (pv: number, p: Parameters) => number
  /** Output in % of output span from AO. */
  readonly drive?: (ao: number, p: Parameters) => number
  /** A reading left out of the fit, as the one that is doubted. */
  readonly leavesOut?: {
    readonly index: number
    readonly channel: Channel
    /** What it could have been, % of span: anything on the scale, or something near what was to be expected. */
    readonly widthPercent: number
  }
  /** Two readings of a channel that stand each in the other's place. */
  readonly crosses?: { readonly between: readonly [number, number]; readonly channel: Channel }
  /** Larger noise of a reading whose input is known less well, % of span; 0 for the usual. */
  readonly extraNoise?: (reading: DiagnosisReading) => number
  /** Terminal voltage it predicts where the current stops: at the minimum, or well above it; null where it says nothing. */
  readonly volts?: 'at the minimum' | 'enough'
  /** What it found, in words a technician can check. */
  readonly says: (p: Parameters) => string
}

/** A parameter with a normal prior, and bounds that physics or sense set. */
export type Parameter = {
  readonly mean: number
  readonly deviation: number
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
  /** Where the sensor itself stops, % of input span: its limits, or what was read beyond. */
  readonly sensorStops: { readonly low: number; readonly high: number }
  /** Noise of AO where PV was read just before, one for each reading, % of output span: a root makes it larger. */
  readonly aoNoise: readonly number[]
  /** What a healthy sensor's errors are worth at each reading, in error limits. */
  readonly sensorEffects: readonly (readonly number[])[]
  readonly hasOutputStage: boolean
}

/** A parameter of a hypothesis; far-out bounds unless given. */
export const parameter = (mean: number, deviation: number, low = -300, high = 300): Parameter => ({
  mean,
  deviation,
  low,
  high,
})

/** Which channels any reading has. */
export function channelsRead(readings: readonly DiagnosisReading[]): Record<Channel, boolean> {
  return {
    pv: readings.some(({ pvPercent }) => pvPercent !== null),
    ao: readings.some(({ aoPercent }) => aoPercent !== null),
    output: readings.some(({ outputPercent }) => outputPercent !== null),
  }
}

/** Whether points were come to from both sides. */
export const isReadBothWays = (readings: readonly DiagnosisReading[]): boolean =>
  new Set(readings.map(({ direction }) => direction)).size === 2

/** Whether the readings show the output stage apart from the sensor. */
export function showsOutputStage(readings: readonly DiagnosisReading[]): boolean {
  const read = channelsRead(readings)
  return read.output && (read.pv || read.ao)
}

export const signed = (value: number, digits = 2): string =>
  `${value < 0 ? '−' : '+'}${formatFixed(Math.abs(value), digits)}`
