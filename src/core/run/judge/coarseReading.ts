import { decimalsOfStep, formatReading } from '../../format/formatNumber'
import { decimalsOf } from '../../units/decimalText'
import { convertPressure, pressureUnitOf } from '../../units/pressureUnit'
import { referenceOfPoint, type ServedPoints } from '../plan/referenceOfPoint'
import { judgingBasis, type RunBasis } from './judgeSteps'
import type { Readability } from './ruledReading'

type Shown = { readonly id: string; readonly code: string; readonly resolution: number; readonly unit: string }
/** What of a run says how finely its readings can be read. */
export type ResolutionFacts = RunBasis &
  ServedPoints<Shown> & {
    readonly outputReference: Omit<Shown, 'id'> | null
    readonly configuration: { readonly readability?: Readability | undefined }
  }

/** A reading typed to fewer digits than what shows it gives, and what it would be with them. */
export type CoarseReading = { readonly field: 'applied' | 'output'; readonly padded: string; readonly words: string }

/**
 * What was typed coarser than it can have been read: `0` where the reference shows 0.000. It is asked about, and taken as
 * it is only on purpose: its last digit then counts as its resolution.
 *
 * @param typed decimal texts in the run's input unit and the unit of its output
 * @returns nothing where the digits are those shown, or nobody has declared them
 */
export function coarseReadings(
  { percent }: { readonly percent: number },
  typed: { readonly applied: string; readonly output: string },
  run: ResolutionFacts,
): CoarseReading[] {
  const input = referenceOfPoint(percent, run)
  const { scale } = judgingBasis(run)
  const { readability } = run.configuration
  const shown = run.outputReference
    ? { by: run.outputReference.code, step: stepIn(run.outputReference, scale.unit) }
    : readability && { by: 'the instrument', step: { size: readability.division * readability.fraction, isOwn: true } }
  return [
    ...coarse('applied', typed.applied, { by: input.code, step: stepIn(input, run.inputUnit) }),
    ...(shown ? coarse('output', typed.output, shown) : []),
  ]
}

type Step = { readonly size: number; readonly isOwn: boolean }

function coarse(
  field: CoarseReading['field'],
  typed: string,
  { by, step }: { readonly by: string; readonly step: Step },
): CoarseReading[] {
  const typedStep = 10 ** -decimalsOf(typed)
  // A step converted from another unit is no round one: only what is clearly coarser is asked about.
  if (typedStep <= step.size * (step.isOwn ? 1 + 1e-9 : 10)) return []
  const decimals = decimalsOfStep(step.size)
  const missing = decimals - decimalsOf(typed)
  if (missing <= 0) return []
  const padded = `${typed}${typed.includes('.') ? '' : '.'}${'0'.repeat(missing)}`
  return [
    { field, padded, words: `${formatReading(padded)}? ${by} shows ${decimals} decimal${decimals === 1 ? '' : 's'}` },
  ]
}

function stepIn({ resolution, unit }: Pick<Shown, 'resolution' | 'unit'>, wanted: string): Step {
  if (unit === wanted) return { size: resolution, isOwn: true }
  const [own, shown] = [unit, wanted].map(pressureUnitOf)
  return own && shown
    ? { size: Math.abs(convertPressure(resolution, own, shown)), isOwn: false }
    : { size: resolution, isOwn: true }
}
