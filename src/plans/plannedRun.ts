import { referencesOfPoints } from '@/core/conformity/serveByReferences'
import { orRefused } from '@/core/refusal'
import type { RunRule } from '@/core/run/plan/decisionRule'
import { testPointPercents } from '@/core/run/plan/pointScale'
import { inputAtPercent } from '@/core/transfer/linearTransfer'
import type { Configuration } from '../schema/configuration'
import type { WorkingPressureReference, World } from '../schema/world'
import type { ReferenceOffers } from './offers'
import { standingAt } from './standingReference'

/** What is known of the work before it begins: where it is done, and how the instrument scattered before. */
export type PlannedConditions = Pick<
  World,
  'environment' | 'repeatability' | 'largestUncertaintyShare' | 'head' | 'lowLeg'
> & {
  /** Gravity at the site, m/s²; null where nobody has said. */
  readonly siteGravityMPerS2: number | null
  /** Calendar date it is done on. */
  readonly day: string
}

type Choice = {
  configuration: Configuration
  offers: ReferenceOffers
  inputIds: readonly string[]
  outputId: string | null
  inputUnit: Configuration['unit']
  rule: RunRule
  at: PlannedConditions
}

/** The run as it would be begun with the register's points, for what its uncertainty will be; null while it cannot. */
export function plannedRun({ configuration, offers, inputIds, outputId, inputUnit, rule, at }: Choice) {
  const chosen = offers.inputs.flatMap(({ standard }) =>
    standard.quantity === 'pressure' && inputIds.includes(standard.id) ? [standing(standard, at)] : [],
  )
  const [inputReference, ...furtherReferences] = chosen
  const outputReference = offers.outputs?.find(({ standard }) => standard.id === outputId)?.standard ?? null
  if (!inputReference || (offers.outputs && !outputReference)) return null
  const percents = testPointPercents(configuration)
  const served = servedBy(percents, configuration, chosen)
  if (!served) return null
  return {
    configuration,
    inputUnit,
    inputReference,
    furtherReferences,
    outputReference,
    points: percents.map((percent, index) => ({ percent, referenceId: served[index] })),
    decisionRule: rule,
    statesUncertainty: true as const,
    measurand: 'each-way' as const,
    ...at,
  }
}

/** As it stands there; one that cannot be worked out without the ambient temperature is taken as the register has it. */
const standing = (standard: WorkingPressureReference, { environment, siteGravityMPerS2 }: PlannedConditions) =>
  orRefused(
    () => standingAt(standard, environment, siteGravityMPerS2),
    () => standard,
  )

/** Which of some references serves which point; null where one is not reached. */
export function servedBy(
  percents: readonly number[],
  configuration: Configuration,
  references: readonly WorkingPressureReference[],
): string[] | null {
  return orRefused(
    () =>
      referencesOfPoints(
        percents.map((percent) => inputAtPercent(percent, configuration)),
        configuration.unit,
        references,
      ),
    () => null,
  )
}
