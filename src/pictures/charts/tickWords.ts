/** How many decimals the numbers of an axis need to be told apart; the same for all of them. */
export function decimalsOfTicks(ticks: readonly number[]): number {
  const step = Math.min(...ticks.slice(1).map((tick, index) => Math.abs(tick - (ticks[index] ?? 0))))
  if (!Number.isFinite(step) || step <= 0) return 0
  const decimals = Array.from({ length: 9 }, (_, digits) => digits)
  return decimals.find((digits) => Math.abs(Number(step.toFixed(digits)) - step) < step * 1e-6) ?? 8
}
