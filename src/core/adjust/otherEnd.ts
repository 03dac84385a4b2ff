/** Errors at both ends, % of span. */
export type Ends = { readonly zeroError: number; readonly fullError: number }

/** How much of a move at one end shows at the other. */
export type Coupling = {
  /** Of a move at 100 %, how much comes back at 0 %. */
  readonly interaction: number
  /** Of a move at 0 %, how much shows at 100 %: near 1. */
  readonly zeroAtFull: number
}

/** One turn of a screw, by the errors before and after it at its own end, % of span. */
export type Move = { readonly screw: 'zero' | 'span'; readonly errorBefore: number; readonly errorAfter: number }

/** Both ends after a move: its own end as it reads, the other carried along by what is known of the coupling. */
export function afterScrewMove(
  ends: Ends,
  { screw, errorBefore, errorAfter }: Move,
  { interaction, zeroAtFull }: Coupling,
): Ends {
  const move = errorAfter - errorBefore
  return screw === 'zero'
    ? { zeroError: errorAfter, fullError: ends.fullError + zeroAtFull * move }
    : { zeroError: ends.zeroError + interaction * move, fullError: errorAfter }
}
