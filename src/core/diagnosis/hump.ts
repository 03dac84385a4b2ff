/** The parabola through nothing at 0 and 100 % of span with 1 in the middle; nothing beyond them. */
export const hump = (percent: number): number => Math.max(0, (4 * percent * (100 - percent)) / 1e4)
