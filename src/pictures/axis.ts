/** A scale from values to lengths, linear, possibly reversed. */
export type Scale = (value: number) => number

export const linearScale =
  (domain: readonly [number, number], range: readonly [number, number]): Scale =>
  (value) =>
    range[0] + ((value - domain[0]) / (domain[1] - domain[0])) * (range[1] - range[0])

/** Round values between two ends, about as many as wanted: steps of 1, 2, 2.5 or 5 times a power of ten. */
export function niceTicks(low: number, high: number, wanted: number): number[] {
  const step = niceStep((high - low) / Math.max(1, wanted))
  const first = Math.ceil(low / step - 1e-9)
  const last = Math.floor(high / step + 1e-9)
  return Array.from({ length: last - first + 1 }, (_, index) => Number(((first + index) * step).toPrecision(12)))
}

function niceStep(rough: number): number {
  const power = 10 ** Math.floor(Math.log10(rough))
  const factor = [1, 2, 2.5, 5, 10].find((candidate) => candidate * power >= rough * 0.999) ?? 10
  return factor * power
}
