import { exceeds } from '../error/verdict'
import { Refusal } from '../refusal'

/** One item of a loop with what it adds to the error, % of span. */
export type LoopItemError = {
  readonly name: string
  /** Its error as last calibrated, with its sign; null where nobody knows. */
  readonly errorPercent: number | null
  readonly limitPercent: number
}

/** Where the error of a loop sits. */
export type LoopErrorBudget = {
  /** Sum of the errors with their signs: what the loop is off by now. Null while one is not known. */
  readonly sumPercent: number | null
  /** Root-sum-square of the errors, as if they had nothing to do with each other. */
  readonly rootSumSquarePercent: number | null
  /** The same of the limits: what the loop may be off by. */
  readonly limitSumPercent: number
  readonly limitRootSumSquarePercent: number
  /** The item that adds most, and its share of the sum of squares; null while none is known. */
  readonly largest: { readonly name: string; readonly sharePercent: number } | null
  /** Items outside their own limit. */
  readonly outside: readonly string[]
}

/**
 * Error of a loop from the errors of its items: their sum with sign, and their root-sum-square.
 *
 * Source: propagation of errors; JCGM 100, 5.1.2 for independent ones.
 *
 * @throws {Refusal} without an item, or for a limit that is not above zero
 */
export function loopErrorBudget(items: readonly LoopItemError[]): LoopErrorBudget {
  if (items.length === 0) throw new Refusal('items', 'the loop has no item', 'add at least the transmitter')
  for (const { name, limitPercent } of items)
    if (!(limitPercent > 0))
      throw new Refusal('items', `the limit of ${name} is ${limitPercent} %`, 'enter one above 0')
  const known = items.filter((item): item is LoopItemError & { errorPercent: number } => item.errorPercent !== null)
  const isComplete = known.length === items.length
  const squares = known.reduce((sum, { errorPercent }) => sum + errorPercent ** 2, 0)
  const worst = known.reduce<(typeof known)[number] | null>(
    (most, item) => (most === null || Math.abs(item.errorPercent) > Math.abs(most.errorPercent) ? item : most),
    null,
  )
  return {
    sumPercent: isComplete ? known.reduce((sum, { errorPercent }) => sum + errorPercent, 0) : null,
    rootSumSquarePercent: isComplete ? Math.sqrt(squares) : null,
    limitSumPercent: items.reduce((sum, { limitPercent }) => sum + limitPercent, 0),
    limitRootSumSquarePercent: Math.sqrt(items.reduce((sum, { limitPercent }) => sum + limitPercent ** 2, 0)),
    largest:
      worst && squares > 0 ? { name: worst.name, sharePercent: (worst.errorPercent ** 2 / squares) * 100 } : null,
    outside: known.filter((item) => exceeds(Math.abs(item.errorPercent), item.limitPercent)).map(({ name }) => name),
  }
}
