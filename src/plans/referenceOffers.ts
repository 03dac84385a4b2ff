import { fewestReferences } from '@/core/conformity/fewestReferences'
import { ratioText } from '@/core/conformity/fitnessIssue'
import { deviceOf, type Fitness, inputFitness, mayGiveAndRead, outputFitness } from '@/core/conformity/referenceFitness'
import { limitInput } from '@/core/error/errorLimit'
import { formatDate } from '@/core/format/formatTime'
import { validityOf } from '@/core/reference/validity'
import { testPointPercents } from '@/core/run/plan/pointScale'
import { fitnessJob } from '@/core/run/plan/runFitness'
import { isTransmitted, SIGNALS } from '@/core/signal/signal'
import { inputAtPercent } from '@/core/transfer/linearTransfer'
import type { Configuration } from '../schema/configuration'
import type { ReferenceOffer, ReferenceOffers } from './offers'
import { type OwnedReference, whereIssues } from './ownedReference'

/** The references that could serve one instrument on one day, the best first. */
export function referenceOffers(
  configuration: Configuration,
  owned: readonly OwnedReference[],
  today: string,
): ReferenceOffers {
  const job = fitnessJob(configuration, today, testPointPercents(configuration))
  // A gauge glass belongs to its own drum, and to nothing without a filled leg.
  const mayGive = owned.filter(
    ({ standard: { principle } }) => principle !== 'gauge-glass' || configuration.hookUp === 'wet-leg',
  )
  const inputs = mayGive.flatMap((each) => offerOf(each, inputFitness(each.standard, job), today))
  // Where none reaches every point, those that reach some serve a sub-range each.
  const isSubRanged = inputs.length > 0 && inputs.every(({ reachesAll }) => !reachesAll)
  const { signal } = configuration
  const outputs = isTransmitted(signal)
    ? owned.flatMap((each) => offerOf(each, outputFitness(each.standard, SIGNALS[signal], job), today))
    : null
  return {
    inputs: inputs.map((offer) => (isSubRanged ? asSubRange(offer) : offer)).toSorted(bestFirst),
    outputs: outputs?.toSorted(bestFirst) ?? null,
    isSubRanged,
    suggestedInputIds: isSubRanged ? subRangeIds(configuration, inputs) : [],
  }
}

/** The best that reads the output beside what gives the pressure. */
export const outputOfferFor = (
  offers: Pick<ReferenceOffers, 'inputs' | 'outputs'>,
  inputIds: readonly string[],
): ReferenceOffer | undefined => outputOffersFor(offers, inputIds)[0]

/** What reads the output beside what gives the pressure: another device, or one with a channel to spare; the best first. */
export function outputOffersFor(
  { inputs, outputs }: Pick<ReferenceOffers, 'inputs' | 'outputs'>,
  inputIds: readonly string[],
): ReferenceOffer[] {
  const taken = inputs
    .filter(({ standard }) => inputIds.includes(standard.id))
    .map(({ standard }) => deviceOf(standard))
  return (outputs ?? []).filter(
    ({ mark, standard }) => mark !== 'outside' && (!taken.includes(deviceOf(standard)) || mayGiveAndRead(standard)),
  )
}

/** The fewest references in date that together serve every point. */
function subRangeIds(configuration: Configuration, offers: readonly ReferenceOffer[]): string[] {
  const basis = { range: configuration, url: configuration.url }
  const points = testPointPercents(configuration).map((percent) => {
    const input = inputAtPercent(percent, configuration)
    return { input, limit: limitInput(input, configuration.errorLimit, basis) }
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

/** What a standard offers; none where it is not of the kind that is asked for. */
function offerOf({ standard, where }: OwnedReference, fitness: Fitness, today: string): ReferenceOffer[] {
  const { ratio, reached, points, isInDate } = fitness
  const issues = [...fitness.issues, ...whereIssues(where)]
  if (issues.some(({ code }) => code === 'kind')) return []
  const remarks = [
    ...issues.map(({ words }) => words),
    ...(validityOf(standard.dueOn, today) === 'due soon' ? [`due ${formatDate(standard.dueOn)}`] : []),
  ]
  const isUnfit = issues.some(({ isUnfit: is }) => is)
  return [
    {
      standard,
      ratio,
      mark: isUnfit ? 'outside' : remarks.length > 0 ? 'look' : 'inside',
      remarks,
      ratioText: ratio === null ? '—' : ratioText(ratio),
      reachesAll: ratio !== null && reached === points,
      reached,
      isInDate: isInDate && !whereIssues(where).some(({ isUnfit: is }) => is),
    },
  ]
}

const RANK = { inside: 0, look: 1, outside: 2 }
const bestFirst = (a: ReferenceOffer, b: ReferenceOffer) =>
  RANK[a.mark] - RANK[b.mark] || (b.ratio ?? 0) - (a.ratio ?? 0)
