import { ALIKE, type Cause } from './causeTable'
import type { Fit } from './fitHypothesis'
import { channelsRead, type DiagnosisData, isReadBothWays } from './hypothesis'

/** Two causes fit alike where χ² differs by less than this. */
const FITS_ALIKE = 6

/** A cause less probable than this is no part of a group, and is not asked about. */
const LEAST_SHARE = 0.02

/** A cause with its best variant and its probability. */
export type CauseFit = { readonly cause: Cause; readonly best: Fit; readonly share: number }

/** Evidence of all variants of a cause together, as a share of all causes. */
export function byCause(fits: readonly Fit[]): CauseFit[] {
  const lowest = Math.min(...fits.map(({ criterion }) => criterion))
  const weights = new Map<Cause, { best: Fit; weight: number }>()
  for (const fit of fits) {
    const { cause } = fit.hypothesis
    const known = weights.get(cause)
    const weight = Math.exp(-(fit.criterion - lowest) / 2) + (known?.weight ?? 0)
    weights.set(cause, { best: known && known.best.criterion <= fit.criterion ? known.best : fit, weight })
  }
  const total = [...weights.values()].reduce((sum, { weight }) => sum + weight, 0)
  return [...weights]
    .map(([cause, { best, weight }]) => ({ cause, best, share: weight / total }))
    .toSorted((a, b) => b.share - a.share || a.best.criterion - b.best.criterion)
}

/** The leader, and what the readings cannot tell from it: its equals that fit as well. */
export function groupOf(causes: readonly CauseFit[], { readings }: DiagnosisData): readonly CauseFit[] {
  const [leader, ...others] = causes
  if (!leader) return []
  const isRead = {
    pv: channelsRead(readings).pv,
    'both ways': isReadBothWays(readings),
    volts: readings.some(({ terminalVolts }) => terminalVolts !== null),
    nothing: false,
  }
  const equals = ALIKE.filter(({ causes: alike, toldBy }) => !isRead[toldBy] && alike.includes(leader.cause)).flatMap(
    ({ causes: alike }) => alike,
  )
  return [
    leader,
    ...others.filter(
      ({ cause, best, share }) =>
        equals.includes(cause) && share >= LEAST_SHARE && best.chiSquare < leader.best.chiSquare + FITS_ALIKE,
    ),
  ]
}

const MOST_SUSPECTS = 6

/** Where nothing explains the readings, the nearest are asked about all the same. */
export function liveSuspects(causes: readonly CauseFit[], isExplained: boolean): { fit: Fit; share: number }[] {
  const live = isExplained ? causes.filter(({ share }) => share >= LEAST_SHARE) : causes.slice(0, 3)
  return live.slice(0, MOST_SUSPECTS).map(({ best, share }) => ({ fit: best, share }))
}
