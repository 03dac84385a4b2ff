import { formatPlain } from '@/core/format/formatNumber'
import type { LineFill } from '@/core/pressure/lineHead'
import { orRefused } from '@/core/refusal'
import type { RunRule } from '@/core/run/plan/decisionRule'
import { settleSeconds } from '@/core/setUp/damping'
import { headsOfRun } from '@/plans/headsOfRun'
import type { ReferenceOffers } from '@/plans/offers'
import type { PlannedConditions } from '@/plans/plannedRun'
import { rankedChoices } from '@/plans/rankedChoices'
import { outputOfferFor } from '@/plans/referenceOffers'
import type { Configuration } from '@/schema/configuration'
import { StartRun } from '@/schema/startRun'
import type { World } from '@/schema/world'

/** A head as it is typed; what is left empty is taken as is usual. */
type HeadDraft = {
  heightMillimetre: string
  fill: string
  densityKgPerM3: string
  celsius: string
  heightDoubtMillimetre: string
  densityDoubtPercent: string
  celsiusDoubt: string
}
const noHead = (fill: LineFill): HeadDraft => ({
  ...{ heightMillimetre: '', fill, densityKgPerM3: '', celsius: '' },
  ...{ heightDoubtMillimetre: '', densityDoubtPercent: '', celsiusDoubt: '' },
})

/** What is typed and chosen in Prepare. */
export type PrepareDraft = {
  inputUnit: string
  inputIds: string[]
  outputId: string | null
  readsDigital: boolean
  readsDisplay: boolean
  readsByNull: boolean
  plan: { testPoints: string; pointOrder: string; cycles: string; dwellSeconds: string; stabilityPercent: string }
  decisionRule: string
  unfitReason: string
  itemCondition: string
  dampingFoundSeconds: string
  head: HeadDraft
  lowLeg: HeadDraft
  isHeadConfirmed: boolean
  isMediumConfirmed: boolean
  environment: { ambientCelsius: string; relativeHumidityPercent: string; barometricHPa: string }
}

/** What Prepare sends, but for the id that is made when it is sent. */
export const PrepareShape = StartRun.omit({ id: true })

/** What the last calibration was done with, each in its own part. */
export type LastReferences = { readonly inputIds: readonly string[]; readonly outputId: string | null }
const NONE_BEFORE: LastReferences = { inputIds: [], outputId: null }

/** The register's own plan and the references that fit best, to begin with. */
export function prepareDraft(
  configuration: Configuration,
  offers: ReferenceOffers,
  {
    last = NONE_BEFORE,
    rule = 'simple-acceptance',
    known,
  }: { readonly last?: LastReferences; readonly rule?: RunRule; readonly known?: KnownBefore } = {},
): PrepareDraft {
  const inputIds = firstChoice(offers, last.inputIds)
  // What read the output last time does so again, where it is free beside what gives the pressure now.
  const outputs = offers.outputs?.filter(({ standard, mark }) => mark === 'inside' && standard.id === last.outputId)
  const lastOutput = outputOfferFor({ inputs: offers.inputs, outputs: outputs ?? null }, inputIds)
  const first = { inputIds, outputId: (lastOutput ?? outputOfferFor(offers, inputIds))?.standard.id ?? null }
  return {
    inputUnit: configuration.unit,
    ...(known ? meetingTheRule(first, { configuration, offers, rule, known }) : first),
    readsDigital: false,
    readsDisplay: false,
    readsByNull: false,
    plan: {
      testPoints: pointsText(configuration),
      pointOrder: configuration.pointOrder,
      cycles: '1',
      dwellSeconds: holdFor(configuration.setUp?.dampingSeconds),
      stabilityPercent: '',
    },
    decisionRule: rule,
    unfitReason: '',
    itemCondition: '',
    dampingFoundSeconds: '',
    head: noHead('gas'),
    lowLeg: noHead('water'),
    isHeadConfirmed: false,
    isMediumConfirmed: false,
    environment: NOTHING_TYPED,
  }
}

type First = { readonly inputIds: string[]; readonly outputId: string | null }

/** The first choice, unless with it the rule could say nothing and with another set it can: then the best of those. */
function meetingTheRule(
  first: First,
  {
    configuration,
    offers,
    rule,
    known,
  }: { configuration: Configuration; offers: ReferenceOffers; rule: RunRule; known: KnownBefore },
): First {
  const nowhere = { environment: NOTHING_TYPED, head: noHead('gas'), lowLeg: noHead('water') }
  const ask = { rule, inputUnit: configuration.unit, history: null, at: conditionsOf(nowhere, known) }
  const ranked = rankedChoices(configuration, offers, ask)
  const isAmong = ranked.some(({ inputIds }) => inputIds.toSorted().join() === first.inputIds.toSorted().join())
  const [best] = ranked
  return isAmong || !best ? first : { inputIds: [...best.inputIds], outputId: best.outputId }
}
const NOTHING_TYPED = { ambientCelsius: '', relativeHumidityPercent: '', barometricHPa: '' }

/** The draft as the server takes it: points as registered are left to the register. */
export function wishesOf(
  { inputIds, outputId, plan, ...draft }: PrepareDraft,
  { id, configuration }: { id: string; configuration: Configuration },
) {
  const [inputReferenceId = '', ...furtherReferenceIds] = inputIds
  const orNothing = (typed: string) => (typed.trim() === '' ? null : typed)
  return {
    ...draft,
    instrumentId: id,
    inputReferenceId,
    furtherReferenceIds,
    outputReferenceId: outputId,
    plan: {
      testPoints: plan.testPoints === pointsText(configuration) ? null : plan.testPoints,
      pointOrder: plan.pointOrder,
      cycles: Number(plan.cycles),
      dwellSeconds: orNothing(plan.dwellSeconds),
      stabilityPercent: orNothing(plan.stabilityPercent),
    },
  }
}

/** What Prepare knows of the work beside what is typed. */
export type KnownBefore = {
  /** Calendar date of today at the site. */
  readonly day: string
  /** Gravity at the site, m/s²; null where nobody has said. */
  readonly siteGravityMPerS2: number | null
  readonly repeatability: World['repeatability']
  readonly largestUncertaintyShare: number
}

/** The conditions as typed so far; what cannot be read yet counts as not noted. */
export function conditionsOf(
  draft: Pick<PrepareDraft, 'environment' | 'head' | 'lowLeg'>,
  known: KnownBefore,
): PlannedConditions {
  const { shape } = StartRun
  const environment = shape.environment.safeParse(draft.environment).data ?? NOTHING_NOTED
  const head = shape.head.safeParse(draft.head).data ?? null
  const lowLeg = shape.lowLeg.safeParse(draft.lowLeg).data ?? null
  const heads = orRefused(
    () => headsOfRun({ head, lowLeg }, { environment, siteGravityMPerS2: known.siteGravityMPerS2 }),
    () => ({}),
  )
  return { ...known, environment, ...heads }
}
const NOTHING_NOTED = { ambientCelsius: null, relativeHumidityPercent: null, barometricHPa: null }

/** Held until a step has come through the damping; nothing where it is not known or none. */
export const holdFor = (dampingSeconds: number | undefined): string =>
  dampingSeconds === undefined || dampingSeconds === 0 ? '' : String(settleSeconds(dampingSeconds))

const pointsText = ({ testPoints }: Configuration) =>
  testPoints.map((point) => formatPlain(point).replace('−', '-')).join(', ')

/** One reference that reaches everything, or the fewest that do together; one that does not suit is chosen on purpose. */
function firstChoice(
  { inputs, isSubRanged, suggestedInputIds }: ReferenceOffers,
  lastIds: readonly string[],
): string[] {
  if (isSubRanged) return [...suggestedInputIds]
  const last = inputs.find(({ standard, mark }) => mark === 'inside' && lastIds.includes(standard.id))
  if (last) return [last.standard.id]
  const best = inputs.find((offer) => offer.mark !== 'outside')
  return best ? [best.standard.id] : []
}
