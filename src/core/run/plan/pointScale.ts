import { type ErrorLimit, everyTerm } from '../../error/errorLimit'
import { formatPlain } from '../../format/formatNumber'
import type { CalibratedRange } from '../../transfer/calibratedRange'
import { inputAtPercent, percentOfInput } from '../../transfer/linearTransfer'
import { LINEAR, type Transfer, transferCurve, withoutDrop } from '../../transfer/transfer'
import { pressureUnitLabel } from '../../units/pressureUnit'

/** In what the test points of an instrument are given. */
export const POINT_SCALES = {
  input: '% of input span',
  output: '% of output (flow)',
  value: 'values in the unit of the range',
} as const
export type PointScale = keyof typeof POINT_SCALES

type Planned = CalibratedRange & { readonly pointScale?: PointScale; readonly transfer?: Transfer }

/**
 * A test point as % of input span, which is what runs are planned in. A point below a low-flow cut-off is planned where
 * the root would put it: that nothing shows there is what is to be seen.
 *
 * @throws {Refusal} for a % of output that no input gives
 */
export function inputPercentOfPoint(
  point: number,
  { pointScale = 'input', transfer = LINEAR, ...range }: Planned,
): number {
  if (pointScale === 'value') return percentOfInput(point, range)
  return pointScale === 'output' ? transferCurve(withoutDrop(transfer)).inverse(point) : point
}

/** All test points of an instrument as % of input span, in the order given. */
export const testPointPercents = (configuration: Planned & { readonly testPoints: readonly number[] }): number[] =>
  configuration.testPoints.map((point) => inputPercentOfPoint(point, configuration))

/** A planned point in the scale the register gives points in: % of span, % of flow, or its value. */
export function pointValue(
  inputPercent: number,
  { pointScale = 'input', transfer = LINEAR, ...range }: Planned,
): number {
  if (pointScale === 'value') return inputAtPercent(inputPercent, range)
  return pointScale === 'output' ? transferCurve(withoutDrop(transfer)).forward(inputPercent) : inputPercent
}

/** A planned point as it is called: `50 %`, `50 % flow`, `0.1 hPa`. */
export function pointName(inputPercent: number, planned: Planned): string {
  const value = formatPlain(Number(pointValue(inputPercent, planned).toPrecision(6)))
  if (planned.pointScale === 'value') return `${value} ${pressureUnitLabel(planned.unit)}`
  return planned.pointScale === 'output' ? `${value} % flow` : `${value} %`
}

/** Points spread further than this are points per decade. Ours, no source. */
const DECADES_APART = 100

/**
 * Whether errors are shown in % of reading: a limit of reading alone, over points that lie decades apart. In % of span
 * every error of the lower decades would vanish.
 */
export function isOfReading(
  { errorLimit, range }: { readonly errorLimit: ErrorLimit; readonly range: CalibratedRange },
  inputPercents: readonly number[],
): boolean {
  if (everyTerm(errorLimit).some(({ kind }) => kind !== 'percentReading')) return false
  const inputs = inputPercents.map((percent) => inputAtPercent(percent, range))
  const lowest = Math.min(...inputs)
  return lowest > 0 && Math.max(...inputs) / lowest >= DECADES_APART
}
