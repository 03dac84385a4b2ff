/** One number that went into a formula or came out of it, with the symbol the formula gives it. */
export type WorkedNumber = { readonly symbol: string; readonly value: number; readonly unit: string }

/** One step of “how this was worked out”: what it finds, by which formula, from which numbers, after which source. */
export type WorkingStep = {
  readonly finds: string
  readonly formula: string
  readonly from: readonly WorkedNumber[]
  readonly result: WorkedNumber
  /** Published source, “definition”, or “common practice, no source”. */
  readonly source: string
}

/** The structured trace of a calculation, in the order a person would do it by hand. */
export type Workings = readonly WorkingStep[]

/** Short form for the numbers of a step: `worked('p', 12.5, 'kPa')`. */
export const worked = (symbol: string, value: number, unit: string): WorkedNumber => ({ symbol, value, unit })
