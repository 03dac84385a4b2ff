import { Refusal } from '../refusal'
import { evaluateFormula } from './evaluateFormula'
import type { Instruction } from './formula'

/**
 * Sensitivity of a model to one of its inputs: the central difference over ± one standard uncertainty, which JCGM 100
 * takes for the partial derivative.
 *
 * Source: JCGM 100:2008, 5.1.3, note 2.
 *
 * @throws {Refusal} where the model has no value
 */
export function sensitivityOf(
  program: readonly Instruction[],
  means: readonly number[],
  { index, standardUncertainty }: { index: number; standardUncertainty: number },
): number {
  const mean = means[index] ?? 0
  // An input known exactly still has a derivative; a millionth of itself is a fair step for it.
  const step = standardUncertainty > 0 ? standardUncertainty : Math.max(Math.abs(mean), 1) * 1e-6
  const at = (value: number) => modelValue(program, means.with(index, value))
  return (at(mean + step) - at(mean - step)) / (2 * step)
}

/** The model at one set of inputs. @throws {Refusal} where it has no value */
export function modelValue(program: readonly Instruction[], inputs: readonly number[]): number {
  const value = evaluateFormula(program, inputs)
  if (!Number.isFinite(value))
    throw new Refusal(
      'model',
      `has no value at the inputs ${inputs.map((input) => input.toPrecision(6)).join(', ')}`,
      'check it for a division by zero, or the root or logarithm of a negative number',
    )
  return value
}
