import { decimalsOfStep } from '@/core/format/formatNumber'
import { decimalsShown } from '@/core/run/judge/decimalsShown'
import type { World } from '@/schema/world'

/** Decimals of what comes over a link: one more than its device shows, as it is a mean, or may be one. */
export function linkedDigits(world: World): { readonly applied: number; readonly output: number; readonly pv: number } {
  const { target, errorInput } = decimalsShown(world, [])
  const { outputReference } = world
  return {
    applied: target + 1,
    output: outputReference ? decimalsOfStep(outputReference.resolution) + 1 : errorInput,
    pv: errorInput,
  }
}

/** A figure as decimal text, never with a minus before nothing. */
export const decimalText = (value: number, decimals: number): string =>
  (Number(value.toFixed(decimals)) + 0).toFixed(decimals)
