import { exceeds } from '../error/verdict'
import { decimalsThatTell, formatFixed, formatPlain } from '../format/formatNumber'
import { formatDate } from '../format/formatTime'
import { beyondPoints, isNotCovered, type PointCalibration } from '../reference/calibrationPoints'
import { unitLabel } from '../units/pressureUnit'
import { USUAL_RATIO_FLOOR } from './accuracyRatio'

/** What is amiss with a reference for one use. Unfit: it may not be used, unless somebody with the right lets it. */
export type FitnessIssue = {
  readonly code:
    | 'kind'
    | 'medium'
    | 'fluid'
    | 'reach'
    | 'ratio'
    | 'headroom'
    | 'certificate'
    | 'out-of-date'
    | 'resolution'
    | 'channels'
    | 'away'
    | 'checked-out'
  readonly isUnfit: boolean
  /** Only a person knows: a run with it is begun once somebody has said that it may be. */
  readonly isAsked?: true
  readonly words: string
}

/** Of the reference's range above the top point, below which an overshoot goes over range. Ours, no source. */
const LEAST_HEADROOM = 0.02

/** A step as large as the limit shows nothing of it. Ours, no source. */
const COARSEST_STEP_OF_LIMIT = 1

/** Whether a certificate holds on a day, the due day included; calendar dates, `YYYY-MM-DD`. */
export const isInDate = (dueOn: string, day: string): boolean => day <= dueOn

/** A certificate that was out of date on the day of its use. */
export const dateIssues = (dueOn: string, day: string): FitnessIssue[] =>
  isInDate(dueOn, day) ? [] : [unfit('out-of-date', `certificate out of date since ${formatDate(dueOn)}`)]

/** More says no more; at no pressure an accuracy of its reading alone is none. */
const MOST_RATIO = 999

/** The ratio as shown: with as many digits as it takes to be told from the floor it is held against. */
export const ratioText = (ratio: number): string =>
  ratio > MOST_RATIO
    ? `over ${MOST_RATIO} : 1`
    : `${formatFixed(ratio, Math.max(decimalsThatTell(ratio, USUAL_RATIO_FLOOR, 1), decimalsThatTell(ratio, 1, 1)))} : 1`

/** What keeps a reference from this use. */
export const unfit = (code: FitnessIssue['code'], words: string): FitnessIssue => ({ code, isUnfit: true, words })

/** What is asked before it is used. */
export const asked = (code: FitnessIssue['code'], words: string): FitnessIssue => ({
  ...{ code, isUnfit: false, isAsked: true, words },
})

const look = (code: FitnessIssue['code'], words: string): FitnessIssue => ({ code, isUnfit: false, words })

/** Points out of its reach; where it reaches all, whether there is room above the top one. */
export function reachIssues(reached: number, points: number, isNear: boolean): FitnessIssue[] {
  if (reached < points)
    return [unfit('reach', reached > 0 ? `reaches ${reached} of ${points} points` : 'reaches no point')]
  return isNear ? [look('headroom', 'no headroom: an overshoot at the top goes over its range')] : []
}

/** Points beyond those of the certificate: a little beyond costs uncertainty, farther is not covered. In its own unit. */
export function coverIssues(
  values: readonly number[],
  reference: { readonly calibration?: PointCalibration | undefined; readonly unit: string },
): FitnessIssue[] {
  const points = reference.calibration?.points ?? []
  const unit = unitLabel(reference.unit)
  const beyond = values.filter((value) => points.length > 0 && beyondPoints(value, points) > 1e-9 * Math.abs(value))
  const [worst] = beyond.toSorted((a, b) => beyondPoints(b, points) - beyondPoints(a, points))
  if (worst === undefined) return []
  const plain = (value: number) => formatPlain(Number(value.toPrecision(5)))
  const ends = `${plain(points[0]?.indicated ?? 0)} … ${plain(points.at(-1)?.indicated ?? 0)} ${unit}`
  return isNotCovered(worst, points)
    ? [unfit('certificate', `its certificate covers ${ends}, not ${plain(worst)} ${unit}`)]
    : [look('certificate', `${plain(worst)} ${unit} lies beyond its certificate, ${ends}: U grows there`)]
}

/** Whether the top point lies so near the end of a range that an overshoot leaves it. All in one unit. */
export const isTopNear = (top: number, low: number, high: number) => high - top < LEAST_HEADROOM * Math.abs(high - low)

/** An accuracy ratio under the usual floor is to be looked at; it forbids nothing. */
export const ratioIssues = (ratio: number | null): FitnessIssue[] =>
  ratio !== null && exceeds(USUAL_RATIO_FLOOR, ratio)
    ? [look('ratio', `ratio ${ratioText(ratio)}, under ${USUAL_RATIO_FLOOR} : 1`)]
    : []

/** A resolution too coarse to show the limit. All in `unit`. */
export function stepIssues(step: number, limit: number, unit: string): FitnessIssue[] {
  if (!Number.isFinite(limit) || !exceeds(step, limit * COARSEST_STEP_OF_LIMIT)) return []
  const plain = (value: number) => formatPlain(Number(value.toPrecision(3)))
  return [unfit('resolution', `shows steps of ${plain(step)} ${unit}, more than the limit of ${plain(limit)} ${unit}`)]
}
