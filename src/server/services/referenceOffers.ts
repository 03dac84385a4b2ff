import {
  reachesRange,
  referenceAccuracyInput,
  tightestAccuracyRatio,
  USUAL_RATIO_FLOOR,
} from '@/core/conformity/accuracyRatio'
import { meterAccuracy } from '@/core/conformity/meterAccuracy'
import { tightestOutputRatio } from '@/core/conformity/outputAccuracyRatio'
import { formatFixed } from '@/core/format/formatNumber'
import { daysBetween, formatDate } from '@/core/format/formatTime'
import { SIGNALS, type TransmittedSignal } from '@/core/signal/signal'
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
  const reader = outputReader(standard, scale.unit)
  if (!reader) return []
  const { testPoints, errorLimit } = job.configuration
  const reading = { scale, accuracyAt: reader.accuracyAt }
  const doesReach = reader.low <= scale.lower && reader.high >= scale.upper
  const ratio = doesReach
    ? tightestOutputRatio(testPoints, errorLimit, { basis: basisOf(job.configuration), reading })
    : null
  return [offerOf(standard, ratio, job.today)]
}

/** What a reference can read of an output, all in the output's unit. */
type OutputReader = { low: number; high: number; accuracyAt: (output: number) => number }

/** How a reference reads an output in some unit; undefined where it cannot. */
function outputReader(standard: Standard, unit: string): OutputReader | undefined {
  const { rangeLow, rangeHigh } = standard
  if (standard.quantity === 'electrical') {
    const accuracyAt = (output: number) => meterAccuracy(output, standard)
    return standard.unit === unit ? { low: rangeLow, high: rangeHigh, accuracyAt } : undefined
  }
  if (!isPressureUnit(unit) || standard.pressureKind === 'absolute') return undefined
  return {
    low: convertPressure(rangeLow, standard.unit, unit),
    high: convertPressure(rangeHigh, standard.unit, unit),
    accuracyAt: (output) => referenceAccuracyInput(output, unit, standard),
  }
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
