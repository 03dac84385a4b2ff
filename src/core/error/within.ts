/** Slack in parts of the span: 0.3 − 0.1 is a hair under 0.2 in binary, and unit factors are not exact. */
const SLACK_OF_SPAN = 1e-9

/** Whether a value lies in a range, its ends included; all in one unit. */
export function isWithin(value: number, { low, high }: { readonly low: number; readonly high: number }): boolean {
  const slack = Math.abs(high - low) * SLACK_OF_SPAN
  return value >= low - slack && value <= high + slack
}
