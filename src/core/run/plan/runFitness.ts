import { coverIssues, dateIssues, type FitnessIssue } from '../../conformity/fitnessIssue'
import { channelIssues, type FitnessJob, inputFitness, outputFitness } from '../../conformity/referenceFitness'
import { beyondReach, type FitReference } from '../../conformity/referenceReader'
import type { Heads } from '../../pressure/lineHead'
import type { FluidHazard } from '../../reference/fluidHazard'
import type { ReferenceMedium } from '../../reference/referenceKind'
import { isTransmitted, SIGNALS } from '../../signal/signal'
import type { PressureKind } from '../../units/pressureKind'
import { convertPressure, pressureUnitOf } from '../../units/pressureUnit'
import { judgingBasis, type RunBasis } from '../judge/judgeSteps'
import { referenceOfPoint, type ServedPoints } from './referenceOfPoint'

type Reference = FitReference & { readonly id: string }
type Configuration = RunBasis['configuration'] & {
  readonly pressureKind: PressureKind
  readonly touchedBy?: readonly ReferenceMedium[] | undefined
  readonly fluidHazards?: readonly FluidHazard[] | undefined
}

/** What of a run's world says whether its references fit. */
export type ReferencesOfRun = ServedPoints<Reference> &
  Heads & {
    readonly configuration: Configuration
    readonly outputReference: Reference | null
  }

/** A reference that may not be used as it is to be used, and the field it was chosen in. */
export type Unfit = {
  readonly code: string
  readonly field: 'inputReferenceId' | 'outputReferenceId'
  readonly issues: readonly FitnessIssue[]
}

/** What a reference is to do for an instrument on one day, at some of its points. */
export const fitnessJob = (
  configuration: Configuration,
  day: string,
  percents: readonly number[],
  heads: Heads = {},
): FitnessJob => ({
  heads,
  basis: { range: configuration, url: configuration.url },
  errorLimit: configuration.errorLimit,
  percents,
  pressureKind: configuration.pressureKind,
  media: configuration.touchedBy,
  hazards: configuration.fluidHazards,
  day,
})

/** Every reference of a run with what makes it unfit on a day, `YYYY-MM-DD`. */
export const unfitReferences = (world: ReferencesOfRun, day: string): Unfit[] =>
  referencesWith(world, day, ({ isUnfit }) => isUnfit)

/** Every reference of a run that is asked about, as only a person knows whether it may be used. */
export const askedReferences = (world: ReferencesOfRun, day: string): Unfit[] =>
  referencesWith(world, day, ({ isAsked }) => isAsked === true)

/** The question, as a screen and a refusal put it. */
export const askedWords = (asked: readonly Unfit[]): string =>
  asked.map(({ code, issues }) => `${code} ${issues.map(({ words }) => words).join('; ')}`).join('; ')

function referencesWith(world: ReferencesOfRun, day: string, isMeant: (issue: FitnessIssue) => boolean): Unfit[] {
  const { configuration, points, inputReference, furtherReferences = [], outputReference } = world
  const percents = [...new Set(points.map(({ percent }) => percent))]
  const inputs = [inputReference, ...furtherReferences].map((reference): Unfit => {
    const served = percents.filter((percent) => referenceOfPoint(percent, world).id === reference.id)
    const { issues } = inputFitness(reference, fitnessJob(configuration, day, served, world))
    return {
      code: reference.code,
      field: 'inputReferenceId',
      issues: [...issues, ...channelIssues(reference, outputReference)],
    }
  })
  const { signal } = configuration
  const output: Unfit[] =
    outputReference && isTransmitted(signal)
      ? [
          {
            code: outputReference.code,
            field: 'outputReferenceId',
            issues: outputFitness(outputReference, SIGNALS[signal], fitnessJob(configuration, day, percents)).issues,
          },
        ]
      : []
  return [...inputs, ...output]
    .map((each) => ({ ...each, issues: each.issues.filter(isMeant) }))
    .filter(({ issues }) => issues.length > 0)
}

/** What of a run's world says whether a reading can have been taken on its references. */
export type ReadingsOfRun = ReferencesOfRun &
  Pick<RunBasis, 'inputUnit'> & {
    /** Let through with a reason, by the code of the reference. */
    readonly overrides?: readonly { readonly code: string }[] | undefined
  }

/** Why a reading is not taken: the field, what is wrong and what to do. */
export type UnfitReading = {
  readonly field: 'applied' | 'output' | 'reference'
  readonly words: string
  readonly remedy: string
}

/**
 * A reading is as good as its references at that moment: within what they reach, and in date on its day unless that was
 * let through. Null where nothing is amiss.
 *
 * @param reading as decimal text
 * @param day the reading was taken on, `YYYY-MM-DD`; null where the date has been asked already
 */
export function unfitReading(
  { percent, applied, output }: { percent: number; applied: string; output: string },
  world: ReadingsOfRun,
  day: string | null,
): UnfitReading | null {
  const { outputReference, overrides = [], inputUnit } = world
  const input = referenceOfPoint(percent, world)
  const beyondInput = beyondReach(Number(applied), inputUnit, input)
  if (beyondInput)
    return { field: 'applied', words: beyondInput, remedy: 'check the figure, the unit and the reference' }
  const isLetThrough = ({ code }: { readonly code: string }) => overrides.some((each) => each.code === code)
  const unit = pressureUnitOf(input.unit)
  const own = unit ? [convertPressure(Number(applied), inputUnit, unit)] : []
  const [notCovered] = isLetThrough(input) ? [] : coverIssues(own, input).filter(({ isUnfit }) => isUnfit)
  if (notCovered)
    return { field: 'applied', words: `${input.code}: ${notCovered.words}`, remedy: 'take a reference that covers it' }
  const beyondOutput = outputReference && beyondReach(Number(output), judgingBasis(world).scale.unit, outputReference)
  if (beyondOutput)
    return {
      field: 'output',
      words: beyondOutput,
      remedy: 'check the figure, and take a reference that reaches it',
    }
  if (day === null) return null
  for (const reference of [input, ...(outputReference ? [outputReference] : [])]) {
    const [late] = isLetThrough(reference) ? [] : dateIssues(reference.dueOn, day)
    if (late)
      return {
        field: 'reference',
        words: `${reference.code}: ${late.words}`,
        remedy: 'begin a run with a reference in date',
      }
  }
  return null
}
