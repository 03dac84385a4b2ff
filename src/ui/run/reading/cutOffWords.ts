/** How a point near the low-flow cut-off is judged. */
export const CUT_OFF_WORDS = {
  below: 'below the cut-off: the output is to be at zero',
  at: 'at the cut-off: either side is right',
} as const
