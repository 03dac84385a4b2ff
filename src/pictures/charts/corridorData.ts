import { inputLimits, type JudgedPoint, type JudgingBasis } from '@/core/analysis/judgedPoint'
import { type LimitSides, PART_BOUNDARY_PERCENT } from '@/core/error/errorLimit'
import { type InputLimits, outputExpectations } from '@/core/error/transferLimit'
import { type ErrorBasis, shownPercent } from '@/core/run/judge/errorBasis'
import { inputAtPercent, percentOfInput } from '@/core/transfer/linearTransfer'

/** One curve in the corridor: a round of this run (hollow as found, filled as left) or a faint earlier one. */
export type CorridorSeries = {
  readonly label: string
  readonly style: 'as-found' | 'as-left' | 'earlier'
  readonly points: readonly Pick<
    JudgedPoint,
    'appliedPercent' | 'errorPercentSpan' | 'direction' | 'verdict' | 'statement'
  >[]
}

export type CorridorData = {
  readonly basis: JudgingBasis
  /** Label of the range's unit. */
  readonly unitLabel: string
  /** Test points, in % of input span: where the ticks stand. */
  readonly testPoints: readonly number[]
  readonly series: readonly CorridorSeries[]
  /** How wide the guard band is at the test points, % of span, where one draws the acceptance limit in. */
  readonly guardBand?: readonly { readonly percent: number; readonly width: number }[]
  /** `reading`: error in % of reading over a logarithmic input, for points that lie decades apart. */
  readonly errorBasis?: ErrorBasis
}

const SAMPLES = 60
/** % of the range: so close to a step it is drawn upright. */
const BESIDE_A_STEP = 1e-6

/** The ends of both axes: of the input in % of its span, and how far the error reaches up and down. */
export type CorridorReach = { readonly low: number; readonly high: number; readonly error: number }

/** The ends of a corridor's axes: wide enough for every point, tall enough for limit and errors. */
export function corridorReach(data: CorridorData): CorridorReach {
  const percents = [...data.testPoints, ...data.series.flatMap((s) => s.points.map((p) => p.appliedPercent))]
  const isLog = data.errorBasis === 'reading'
  // Nothing at or below zero has a place on a logarithmic axis.
  const placed = isLog
    ? percents.filter((percent) => inputAtPercent(percent, data.basis.range) > 0)
    : [0, 100, ...percents]
  const [low, high] = [Math.min(...placed), Math.max(...placed)]
  const errors = data.series
    .filter((s) => s.style !== 'earlier')
    .flatMap((s) => s.points.map((p) => Math.abs(shownError(data, p))))
  const widest = widestLimit(data, low, high)
  const reach = Math.max(widest * 1.55, ...errors.map((error) => error * 1.15))
  // A slip of the decimal mark must not flatten everything else.
  return { low, high, error: Math.min(reach, widest * 40) }
}

/** Near zero flow the limit of a root grows without end: the picture is as tall as its upper four fifths need. */
function widestLimit(data: CorridorData, low: number, high: number): number {
  const sorted = limits(data, low, high)
    .map(({ limit }) => Math.max(limit.above, limit.below))
    .toSorted((a, b) => a - b)
  const isBent = data.basis.transfer !== undefined && data.basis.transfer.kind !== 'linear'
  return (isBent ? sorted[Math.floor(sorted.length * 0.8)] : sorted.at(-1)) ?? 0
}

/** Limit and adjust limit at a place of the picture, as shown, above and below zero. Sizes, never negative. */
export type LimitsAt = { readonly percent: number; readonly limit: LimitSides; readonly adjust: LimitSides | null }

/** Limit and adjust limit, sampled over the width of the picture. */
export function limits(data: CorridorData, low: number, high: number): LimitsAt[] {
  return samplePlaces(data, { low, high }).map((percent) => {
    const { above, below } = inputLimits(inputAtPercent(percent, data.basis.range), data.basis)
    const [upper, lower] = [above, below].map((side) => widestExpectation(percent, side, data.basis)) as [
      InputLimits,
      InputLimits,
    ] // a pair in, a pair out
    const shown = (value: number) => shownError(data, { appliedPercent: percent, errorPercentSpan: value })
    return {
      percent,
      limit: { above: shown(upper.limitPercent), below: shown(lower.limitPercent) },
      adjust:
        upper.adjustLimitPercent === null || lower.adjustLimitPercent === null
          ? null
          : { above: shown(upper.adjustLimitPercent), below: shown(lower.adjustLimitPercent) },
    }
  })
}

/** Evenly over the width, and on both sides of each step that a limit by parts of the range makes. */
function samplePlaces(data: CorridorData, ends: { low: number; high: number }): number[] {
  const even = Array.from({ length: SAMPLES + 1 }, (_, index) => sampleAt(data, ends, index / SAMPLES))
  const { errorLimit, adjustLimit } = data.basis
  const steps = [...(errorLimit.further ?? []), ...(adjustLimit?.further ?? [])].flatMap(({ fromPercent }) =>
    [-PART_BOUNDARY_PERCENT, PART_BOUNDARY_PERCENT].flatMap((aside) => {
      const at = fromPercent + aside
      return [at - BESIDE_A_STEP, at + BESIDE_A_STEP]
    }),
  )
  const shown = steps.filter((percent) => percent > ends.low && percent < ends.high)
  return shown.length === 0 ? even : [...even, ...shown].toSorted((a, b) => a - b)
}

/** The limit of the output at an input; where either side of a cut-off is right, that of the root. */
function widestExpectation(percent: number, side: InputLimits, { transfer }: JudgingBasis): InputLimits {
  if (transfer === undefined || transfer.kind === 'linear') return side
  return outputExpectations(percent, side, transfer).expectations[0] ?? side
}

/** An error as the corridor shows it. */
export function shownError(
  { basis, errorBasis = 'span' }: CorridorData,
  point: { readonly appliedPercent: number; readonly errorPercentSpan: number },
): number {
  const applied = inputAtPercent(point.appliedPercent, basis.range)
  return shownPercent(point.errorPercentSpan, applied, { basis: errorBasis, range: basis.range })
}

/**
 * From left to right: % of input span, or the input itself where the axis is logarithmic. Inputs beyond the picture stand
 * on its edge; so do those at or below zero, which have no logarithm.
 */
export const acrossOf =
  (data: CorridorData, { low, high }: Pick<CorridorReach, 'low' | 'high'>) =>
  (percent: number): number => {
    const shown = Math.min(high, Math.max(low, percent))
    return data.errorBasis === 'reading' ? inputAtPercent(shown, data.basis.range) : shown
  }

/** A point beyond the frame is drawn on its edge: better there than not at all. */
export const within = ({ error }: CorridorReach, value: number): number => Math.min(error, Math.max(-error, value))

/** Samples are spread evenly over the width of the picture, so over the logarithm where the axis is one. */
function sampleAt(data: CorridorData, { low, high }: { low: number; high: number }, share: number): number {
  if (data.errorBasis !== 'reading') return low + (high - low) * share
  const [from, to] = [inputAtPercent(low, data.basis.range), inputAtPercent(high, data.basis.range)]
  return percentOfInput(from * (to / from) ** share, data.basis.range)
}
