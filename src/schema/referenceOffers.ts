import {
  reaches,
  referenceAccuracyInput,
  tightestAccuracyRatio,
  USUAL_RATIO_FLOOR,
} from '@/core/conformity/accuracyRatio'
import { fewestReferences } from '@/core/conformity/fewestReferences'
import { meterAccuracy } from '@/core/conformity/meterAccuracy'
import { tightestOutputRatio } from '@/core/conformity/outputAccuracyRatio'
import { limitInput } from '@/core/error/errorLimit'
import { formatFixed } from '@/core/format/formatNumber'
import { daysBetween, formatDate } from '@/core/format/formatTime'
import { testPointPercents } from '@/core/run/pointScale'
import { isTransmitted, SIGNALS, type TransmittedSignal } from '@/core/signal/signal'
import { inputAtPercent } from '@/core/transfer/linearTransfer'
import { pressureKindsMatch } from '@/core/units/pressureKind'
import { convertPressure, PRESSURE_UNIT_IDS, type PressureUnit } from '@/core/units/pressureUnit'
import type { Configuration } from './configuration'
import type { ReferenceOffer, ReferenceOffers } from './offers'
import type { PressureStandard, Standard } from './world'

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
    .map((standard) => inputOffer(standard, configuration, today))
  // Where none reaches every point, those that reach some serve a sub-range each.
  const isSubRanged = inputs.length > 0 && inputs.every(({ reachesAll }) => !reachesAll)
  const { signal } = configuration
  const outputs = !isTransmitted(signal)
    ? null
    : standards.flatMap((standard) => outputOffer(standard, signal, { configuration, today }))
  return {
    inputs: inputs.map((offer) => (isSubRanged ? asSubRange(offer) : offer)).toSorted(bestFirst),
    outputs: outputs?.toSorted(bestFirst) ?? null,
    isSubRanged,
    suggestedInputIds: isSubRanged ? subRangeIds(configuration, inputs) : [],
  }
}

const basisOf = (configuration: Configuration) => ({ range: configuration, url: configuration.url })

/** What a reference offers at those of the points that it reaches. */
function inputOffer(standard: PressureStandard, configuration: Configuration, today: string): ReferenceOffer {
  const basis = basisOf(configuration)
  const percents = testPointPercents(configuration)
  const reached = percents.filter(
    (percent) =>
      reaches(inputAtPercent(percent, configuration), configuration.unit, standard) &&
      // A reference that knows a point no better than the instrument may be wrong there says nothing of it.
      (tightestAccuracyRatio([percent], configuration.errorLimit, { basis, reference: standard })?.ratio ?? 0) >= 1,
  )
  const ratio = tightestAccuracyRatio(reached, configuration.errorLimit, { basis, reference: standard })?.ratio ?? null
  const reach: Reach = {
    reached: reached.length,
    points: percents.length,
    hasHeadroom: hasHeadroom(Math.max(...percents.map((percent) => inputAtPercent(percent, configuration))), {
      top: convertPressure(standard.rangeHigh, standard.unit, configuration.unit),
      width: convertPressure(standard.rangeHigh - standard.rangeLow, standard.unit, configuration.unit),
    }),
  }
  return offerOf(standard, ratio, { today, reach })
}

/** Of the reference's range above the top point, below which an overshoot goes over range. Ours, no source. */
const LEAST_HEADROOM = 0.02

const hasHeadroom = (topPoint: number, { top, width }: { top: number; width: number }) =>
  top - topPoint >= LEAST_HEADROOM * Math.abs(width)

/** The fewest references in date that together serve every point. */
function subRangeIds(configuration: Configuration, offers: readonly ReferenceOffer[]): string[] {
  const points = testPointPercents(configuration).map((percent) => {
    const input = inputAtPercent(percent, configuration)
    return { input, limit: limitInput(input, configuration.errorLimit, basisOf(configuration)) }
  })
  const inDate = offers
    .filter(({ isInDate }) => isInDate)
    .map(({ standard }) => standard)
    .filter((standard) => standard.quantity === 'pressure')
  return fewestReferences(points, configuration.unit, inDate).map(({ id }) => id)
}

/** A reference that reaches some points is of use where none reaches all. */
const asSubRange = (offer: ReferenceOffer): ReferenceOffer =>
  offer.mark === 'outside' && offer.reached > 0 && offer.isInDate ? { ...offer, mark: 'look' } : offer

function outputOffer(
  standard: Standard,
  signal: TransmittedSignal,
  job: { configuration: Configuration; today: string },
): ReferenceOffer[] {
  const scale = SIGNALS[signal]
  const reader = outputReader(standard, scale.unit)
  if (!reader) return []
  const { errorLimit } = job.configuration
  const testPoints = testPointPercents(job.configuration)
  const reading = { scale, accuracyAt: reader.accuracyAt }
  const doesReach = reader.low <= scale.lower && reader.high >= scale.upper
  const ratio = doesReach
    ? tightestOutputRatio(testPoints, errorLimit, { basis: basisOf(job.configuration), reading })
    : null
  const reach: Reach = {
    reached: doesReach ? testPoints.length : 0,
    points: testPoints.length,
    hasHeadroom: hasHeadroom(scale.upper, { top: reader.high, width: reader.high - reader.low }),
  }
  return [offerOf(standard, ratio, { today: job.today, reach })]
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

type Reach = { readonly reached: number; readonly points: number; readonly hasHeadroom: boolean }

function offerOf(
  standard: Standard,
  ratio: number | null,
  { today, reach }: { today: string; reach: Reach },
): ReferenceOffer {
  const left = daysBetween(today, standard.dueOn)
  const reachesAll = ratio !== null && reach.reached === reach.points
  const remarks = [
    ...(reachesAll
      ? []
      : [reach.reached > 0 ? `reaches ${reach.reached} of ${reach.points} points` : 'reaches no point']),
    ...(reachesAll && !reach.hasHeadroom ? ['no headroom: an overshoot at the top goes over its range'] : []),
    ...(ratio !== null && ratio < USUAL_RATIO_FLOOR ? [`ratio under ${USUAL_RATIO_FLOOR} : 1`] : []),
    ...(left < 0 ? [`certificate out of date since ${formatDate(standard.dueOn)}`] : []),
    ...(left >= 0 && left <= SOON_DAYS ? [`due ${formatDate(standard.dueOn)}`] : []),
  ]
  const isUnfit = !reachesAll || left < 0
  const mark = isUnfit ? 'outside' : remarks.length > 0 ? 'look' : 'inside'
  return {
    standard,
    ratio,
    mark,
    remarks,
    ratioText: ratio === null ? '—' : `${formatFixed(ratio, 1)} : 1`,
    reachesAll,
    reached: reach.reached,
    isInDate: left >= 0,
  }
}

const RANK = { inside: 0, look: 1, outside: 2 }
const bestFirst = (a: ReferenceOffer, b: ReferenceOffer) =>
  RANK[a.mark] - RANK[b.mark] || (b.ratio ?? 0) - (a.ratio ?? 0)
