import type { SharePrior } from '@/core/conformity/priorFromHistory'
import { globalRisk } from '@/core/conformity/risk'
import { acceptsUpTo, meetsCondition, type RunRule } from '@/core/run/plan/decisionRule'
import { type PlannedUncertainty, plannedUncertainty, tightestUncertainty } from '@/core/run/plan/plannedUncertainty'
import type { Configuration } from '../schema/configuration'
import type { ReferenceOffer, ReferenceOffers } from './offers'
import { type PlannedConditions, plannedRun } from './plannedRun'
import { outputOffersFor } from './referenceOffers'

/** References that together serve a job, and what they leave open. */
export type RankedChoice = {
  readonly inputIds: readonly string[]
  readonly outputId: string | null
  /** `R-01 with R-06`. */
  readonly codes: string
  /** Probability of accepting what is outside, at the point where it is greatest. */
  readonly risk: number
  readonly point: string
  /** Error limit over U there. */
  readonly ratio: number
  /** Something is to be known before it is taken. */
  readonly isToLookAt: boolean
}

/**
 * What is supposed of an instrument without a history of its own before it is read: nineteen of twenty of its kind lie
 * inside their limit; the usual end-of-period reliability, ANSI/NCSL Z540.3 handbook (from memory).
 */
export const INSIDE_BEFORE = 0.95
/** Of a normal distribution 95 % lie within so many standard deviations. */
const DEVIATIONS = 1.959964
const WITHOUT_HISTORY: SharePrior = { mean: 0, standardDeviation: 1 / DEVIATIONS }

/** Chosen from more than so many references nobody is helped by all pairs. */
const MOST_OF_A_KIND = 12

type Ask = {
  readonly rule: RunRule
  readonly inputUnit: Configuration['unit']
  /** By how it was found before; null where that is too little to go by. */
  readonly history: SharePrior | null
  readonly at: PlannedConditions
}

/**
 * Every reference or combination by sub-ranges that reaches all points, with everything that could read the output beside
 * it, by the greatest risk of a false accept: JCGM 106:2012, 9.5.2. What does not suit, or leaves the rule nothing to say,
 * is not among them.
 */
export function rankedChoices(
  configuration: Configuration,
  offers: ReferenceOffers,
  { rule, inputUnit, history, at }: Ask,
): RankedChoice[] {
  const choices = inputSets(offers).flatMap((inputs) => {
    const inputIds = inputs.map(({ standard }) => standard.id)
    const outputs = offers.outputs ? outputOffersFor(offers, inputIds).slice(0, MOST_OF_A_KIND) : [null]
    return outputs.flatMap((output): RankedChoice[] => {
      const outputId = output?.standard.id ?? null
      const planned = plannedRun({ configuration, offers, inputIds, outputId, inputUnit, rule, at })
      const tightest = planned && tightestUncertainty(plannedUncertainty(planned))
      if (!tightest || !meetsCondition(rule, tightest)) return []
      const used = [...inputs, ...(output ? [output] : [])]
      return [
        {
          ...{ inputIds, outputId, point: tightest.point },
          codes: codesOf(inputs, output),
          risk: falseAccept(tightest, rule, history ?? WITHOUT_HISTORY),
          ratio: tightest.limit / tightest.expandedUncertainty,
          isToLookAt: used.some(({ mark }) => mark === 'look'),
        },
      ]
    })
  })
  return choices.toSorted((a, b) => Number(a.isToLookAt) - Number(b.isToLookAt) || a.risk - b.risk)
}

const codesOf = (inputs: readonly ReferenceOffer[], output: ReferenceOffer | null): string => {
  const given = inputs.map(({ standard }) => standard.code).join(' + ')
  return output ? `${given} with ${output.standard.code}` : given
}

/** Single ones that reach everything; where none does, pairs that do together, and the fewest that were found. */
function inputSets({ inputs, isSubRanged, suggestedInputIds }: ReferenceOffers): ReferenceOffer[][] {
  const suited = inputs.filter(({ mark }) => mark !== 'outside').slice(0, MOST_OF_A_KIND)
  if (!isSubRanged) return suited.filter(({ reachesAll }) => reachesAll).map((offer) => [offer])
  const fewest = inputs.filter(({ standard }) => suggestedInputIds.includes(standard.id))
  const pairs = suited.flatMap((first, index) => suited.slice(index + 1).map((second) => [first, second]))
  const isNew = (pair: readonly ReferenceOffer[]) =>
    !(fewest.length === 2 && fewest.every((offer) => pair.includes(offer)))
  const lowestFirst = (a: ReferenceOffer, b: ReferenceOffer) => a.standard.rangeLow - b.standard.rangeLow
  return [...(fewest.length > 0 ? [fewest] : []), ...pairs.filter(isNew)].map((set) => set.toSorted(lowestFirst))
}

/**
 * The greatest risk over the points is that where the limit is smallest against U: the rest goes by that ratio alone.
 */
function falseAccept(
  { limit, expandedUncertainty, standardUncertainty }: PlannedUncertainty,
  rule: RunRule,
  share: SharePrior,
): number {
  const acceptanceLimit = acceptsUpTo(rule, { limit, expandedUncertainty })
  if (limit <= 0 || standardUncertainty <= 0 || acceptanceLimit <= 0) return 0
  const prior = { mean: share.mean * limit, standardDeviation: share.standardDeviation * limit }
  return globalRisk({ prior, limit, acceptanceLimit, standardUncertainty }).falseAccept
}
