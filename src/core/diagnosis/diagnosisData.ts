import { Refusal } from '../refusal'
import { FAILURE_PERCENT, SHOWN_PERCENT } from '../signal/ne43'
import type { TransferCurve } from '../transfer/transfer'
import type { DiagnosisContext, DiagnosisReading } from './diagnosisReading'
import { channelsRead } from './hypothesis'

/** How far a sensor follows past the limits of its nameplate, as a share of their width. Ours, no source. */
const FOLLOWS_ON = 0.1

/**
 * Where the sensor may stop: past its limits, as one that is off by a little at the very end of them still shows it; or
 * what PV was read to do beyond.
 */
export function sensorStops(readings: readonly DiagnosisReading[], { sensorLimits }: DiagnosisContext) {
  const seen = readings.flatMap(({ pvPercent }) => pvPercent ?? [])
  if (!sensorLimits) return { low: Number.NEGATIVE_INFINITY, high: Number.POSITIVE_INFINITY }
  const { low, high } = sensorLimits
  const past = FOLLOWS_ON * (high - low)
  return { low: Math.min(low - past, ...seen), high: Math.max(high + past, ...seen) }
}

/**
 * The stops of NE 43, and as much on any other signal. Not every current stops just there: what was read beyond moves the
 * stop. A failure signal, read with a little noise, is no stop of a measuring output.
 */
export function outputStops(
  readings: readonly DiagnosisReading[],
  { isCurrentLoop, hasFailureLevels }: DiagnosisContext,
) {
  const seen = readings
    .flatMap(({ aoPercent, outputPercent }) => aoPercent ?? outputPercent ?? [])
    .filter(
      (percent) =>
        !isCurrentLoop ||
        !hasFailureLevels ||
        (percent > FAILURE_PERCENT.low + 0.1 && percent < FAILURE_PERCENT.high - 0.25),
    )
  return { low: Math.min(SHOWN_PERCENT.low, ...seen), high: Math.max(SHOWN_PERCENT.high, ...seen) }
}

/** PV and AO are read one after the other: a tenth of the noise of PV may have moved AO in between. */
export const noiseOfAo = (pv: number, { forward }: TransferCurve, sigma: number) =>
  Math.max(sigma, Math.abs(forward(pv + sigma / 10) - forward(pv - sigma / 10)) / 2)

/** @throws {Refusal} for readings that say too little, or a scatter or limit that is not above zero */
export function refuseTooLittle(
  readings: readonly DiagnosisReading[],
  { noisePercent, limitPercent }: DiagnosisContext,
): void {
  if (!(noisePercent > 0))
    throw new Refusal('noisePercent', `${noisePercent} % of span`, 'enter what readings scatter by, above zero')
  if (!(limitPercent > 0)) throw new Refusal('limitPercent', `${limitPercent} % of span`, 'enter a limit above zero')
  if (readings.length < 3 || new Set(readings.map(({ targetPercent }) => targetPercent)).size < 2)
    throw new Refusal(
      'readings',
      `${readings.length} readings say too little`,
      'give at least three, at two test points',
    )
  const read = channelsRead(readings)
  if (!read.pv && !read.ao && !read.output)
    throw new Refusal('readings', 'hold nothing that the instrument gave', 'enter the output, or PV')
}
