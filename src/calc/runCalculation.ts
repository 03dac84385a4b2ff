import type { z } from 'zod'
import { Refusal } from '@/core/refusal'
import type { RefusedField } from '../schema/answer'
import { shapeRefusals } from '../schema/shapeRefusals'
import type { AnyCalculation, Progress } from './calculation'

/** What comes of a calculation: its answer with workings, or why there is none. */
export type Outcome =
  | { readonly kind: 'answer'; readonly answer: Record<string, unknown> }
  | { readonly kind: 'refused'; readonly refusals: readonly RefusedField[] }

/** Parses, works and checks the answer: the same for the page, the worker and the route. */
export function runCalculation(calculation: AnyCalculation, input: unknown): Outcome {
  return guarded(calculation, input, (parsed) => calculation.run(parsed))
}

/** The same in steps, for a calculation that takes long; without steps of its own it is done at once. */
export function* runInSteps(calculation: AnyCalculation, input: unknown): Generator<Progress, Outcome, void> {
  const { runInSteps: steps } = calculation
  if (!steps) return runCalculation(calculation, input)
  const parsed = calculation.input.safeParse(input)
  if (!parsed.success) return refusedBy(parsed.error)
  try {
    const answer = yield* steps(parsed.data)
    return checkedAnswer(calculation, answer)
  } catch (error) {
    return refusedOrThrown(calculation, error)
  }
}

function guarded(calculation: AnyCalculation, input: unknown, work: (parsed: unknown) => unknown): Outcome {
  const parsed = calculation.input.safeParse(input)
  if (!parsed.success) return refusedBy(parsed.error)
  try {
    return checkedAnswer(calculation, work(parsed.data))
  } catch (error) {
    return refusedOrThrown(calculation, error)
  }
}

/** An answer that holds no number is no answer: figures can be so large or small that a formula runs out of digits. */
function checkedAnswer({ answer }: AnyCalculation, given: unknown): Outcome {
  const checked = answer.safeParse(given)
  if (checked.success) return { kind: 'answer', answer: checked.data }
  return {
    kind: 'refused',
    refusals: [
      {
        field: 'answer',
        reason: 'the result is too large or too small to be computed',
        remedy: 'check the figures and their units',
      },
    ],
  }
}

function refusedOrThrown({ named }: AnyCalculation, error: unknown): Outcome {
  if (!(error instanceof Refusal)) throw error
  const field = named?.[error.field] ?? error.field
  return { kind: 'refused', refusals: [{ field, reason: error.reason, remedy: error.remedy }] }
}

function refusedBy(error: z.ZodError): Outcome {
  return { kind: 'refused', refusals: shapeRefusals(error) }
}
