import { reachesRange, tightestAccuracyRatio, USUAL_RATIO_FLOOR } from '@/core/conformity/accuracyRatio'
import { meterAccuracy } from '@/core/conformity/meterAccuracy'
import { limitPercentSpan } from '@/core/error/errorLimit'
import { formatFixed } from '@/core/format/formatNumber'
import { daysBetween, formatDate } from '@/core/format/formatTime'
import { outputAtPercent, SIGNALS, type TransmittedSignal } from '@/core/signal/signal'
import { inputAtPercent } from '@/core/transfer/linearTransfer'
import { pressureKindsMatch } from '@/core/units/pressureKind'
import { convertPressure, PRESSURE_UNIT_IDS, type PressureUnit } from '@/core/units/pressureUnit'
import type { Configuration } from '@/schema/configuration'
import type { ReferenceOffer, ReferenceOffers } from '@/schema/offers'
import type { PressureStandard, Standard } from '@/schema/world'

const SOON_DAYS = 30

/** The references that could serve one instrument on one day, the best first. */
export function referenceOffers(
  configuration: Configuration,
  standards: readonly Standard[],
  today: string,
): ReferenceOffers {
  const inputs = standards
    .filter((standard) => standard.quantity === 'pressure')
    .filter((standard) => pressureKindsMatch(standard.pressureKind, configuration.pressureKind))
    .map((standard) => offerOf(standard, inputRatio(standard, configuration), today))
  const { signal } = configuration
  const outputs =
    signal === 'display'
      ? null
      : standards.flatMap((standard) => outputOffer(standard, signal, { configuration, today }))
  return { inputs: inputs.toSorted(bestFirst), outputs: outputs?.toSorted(bestFirst) ?? null }
}

const basisOf = (configuration: Configuration) => ({ range: configuration, url: configuration.url })

function inputRatio(standard: PressureStandard, configuration: Configuration): number | null {
  const basis = basisOf(configuration)
  if (!reachesRange(configuration.testPoints, basis, standard)) return null
  return (
    tightestAccuracyRatio(configuration.testPoints, configuration.errorLimit, { basis, reference: standard })?.ratio ??
    null
  )
}

function outputOffer(
  standard: Standard,
  signal: TransmittedSignal,
  job: { configuration: Configuration; today: string },
): ReferenceOffer[] {
  const scale = SIGNALS[signal]
  const span = scale.upper - scale.lower
  const accuracyAt = outputAccuracy(standard, scale.unit)
  if (!accuracyAt) return []
  const ratios = job.configuration.testPoints.map((percent) => {
    const applied = inputAtPercent(percent, job.configuration)
    const limit = (limitPercentSpan(applied, job.configuration.errorLimit, basisOf(job.configuration)) / 100) * span
    return limit / accuracyAt(outputAtPercent(percent, scale))
  })
  const reach =
    standard.quantity === 'pressure' && isPressureUnit(scale.unit)
      ? convertPressure(standard.rangeHigh, standard.unit, scale.unit)
      : standard.rangeHigh
  return [offerOf(standard, reach >= scale.upper ? Math.min(...ratios) : null, job.today)]
}

/** Accuracy of a reference for an output, in the output's unit; undefined where it cannot read it. */
function outputAccuracy(standard: Standard, unit: string): ((output: number) => number) | undefined {
  if (standard.quantity === 'electrical')
    return standard.unit === unit ? (output) => meterAccuracy(output, standard) : undefined
  if (!isPressureUnit(unit) || standard.pressureKind === 'absolute') return undefined
  const toOutput = (value: number) => convertPressure(value, standard.unit, unit)
  return (output) => toOutput(meterAccuracy(convertPressure(output, unit, standard.unit), standard))
}

const isPressureUnit = (unit: string): unit is PressureUnit => PRESSURE_UNIT_IDS.some((id) => id === unit)

function offerOf(standard: Standard, ratio: number | null, today: string): ReferenceOffer {
  const left = daysBetween(today, standard.dueOn)
  const remarks = [
    ...(ratio === null ? ['does not reach every point'] : []),
    ...(ratio !== null && ratio < USUAL_RATIO_FLOOR ? [`ratio under ${USUAL_RATIO_FLOOR} : 1`] : []),
    ...(left < 0 ? [`certificate out of date since ${formatDate(standard.dueOn)}`] : []),
    ...(left >= 0 && left <= SOON_DAYS ? [`due ${formatDate(standard.dueOn)}`] : []),
  ]
  const isUnfit = ratio === null || left < 0
  const mark = isUnfit ? 'outside' : remarks.length > 0 ? 'look' : 'inside'
  return { standard, ratio, mark, remarks, ratioText: ratio === null ? '—' : `${formatFixed(ratio, 1)} : 1` }
}

const RANK = { inside: 0, look: 1, outside: 2 }
const bestFirst = (a: ReferenceOffer, b: ReferenceOffer) =>
  RANK[a.mark] - RANK[b.mark] || (b.ratio ?? 0) - (a.ratio ?? 0)
