import { shareOfLimit } from '@/core/analysis/shareOfLimit'
import {
  decimalsOfLimit,
  decimalsOfTwoDigits,
  formatFixed,
  formatPlain,
  formatSigned,
} from '@/core/format/formatNumber'
import { ERROR_BASIS_WORDS, errorBasis, shownPercent } from '@/core/run/judge/errorBasis'
import { largestShown } from '@/core/run/judge/largestShown'
import { errorDecimals } from '@/core/run/judge/shownError'
import { POINT_ORDERS } from '@/core/run/plan/plan'
import { pointName } from '@/core/run/plan/pointScale'
import { roundNames } from '@/core/run/roundRole'
import type { SealedRecord } from '@/schema/record'
import type { World } from '@/schema/world'

/** A point as it is called on the certificate: `50 % rising (2)`. */
export const pointWords = ({ configuration }: World, step: SealedRecord['rounds'][number]['steps'][number]): string =>
  `${pointName(step.percent, configuration)} ${step.direction}${step.cycle ? ` (${step.cycle})` : ''}`

/** A judged point as it is called: `50 % rising`. */
export const pointNameOf = (
  { configuration }: World,
  { targetPercent, direction }: Pick<SealedPoint, 'targetPercent' | 'direction'>,
): string => `${pointName(targetPercent, configuration)} ${direction}`

/** The points, their order and how they were held. */
export function planWords({ points, configuration, dwellSeconds, stabilityPercent }: World): string {
  const names = [...new Set(points.map(({ percent }) => pointName(percent, configuration)))]
  const order = points.some(({ direction }) => direction === 'falling') ? 'up-down' : 'up'
  const cycles = Math.max(...points.map(({ cycle }) => cycle ?? 1))
  return [
    `${names.join(', ')}${configuration.pointScale === 'input' ? ' of span' : ''}, ${POINT_ORDERS[order]}`,
    ...(cycles > 1 ? [`${cycles} cycles`] : []),
    ...(dwellSeconds ? [`each held ${dwellSeconds} s`] : []),
    ...(stabilityPercent ? [`steady within ±${formatPlain(stabilityPercent)} % of span`] : []),
  ].join(', ')
}

/** How a limit of the pressure is carried to the output of a root, where there is one. */
export function transferRule({ configuration: { transfer } }: World): string {
  if (transfer.kind === 'linear') return ''
  const carried =
    'The limit is one of the pressure applied and is carried through the square root to the output, point by point. '
  if (transfer.kind === 'root-with-line' || transfer.cutOffPercent === 0) return carried
  return `${carried}Below the cut-off the output is to be at 0 % within the limit as % of output span; within the limit of the cut-off either side of it is right. `
}

export type SealedPoint = SealedRecord['results'][number]['points'][number]

/** Decimals of a point’s error and limit: the place of its uncertainty, and more where rounding would hide the verdict. */
export function pointDecimals(point: SealedPoint, world: World, column: number): number {
  const shown = { basis: errorBasis(world), range: world.configuration }
  const { expandedUncertaintyPercentSpan: u, applied } = point
  return errorDecimals(point, shown, u === undefined ? column : decimalsOfTwoDigits(shownPercent(u, applied, shown)))
}

/** The limit of a point as this record shows limits: `±0.1625`, or `+0.4 −0.2` where it differs by sign. */
export function limitText(point: SealedPoint, world: World, column: number): string {
  const size = (percentSpan: number) => {
    const limit = shownPercent(percentSpan, point.applied, { basis: errorBasis(world), range: world.configuration })
    return formatFixed(limit, decimalsOfLimit(limit, pointDecimals(point, world, column)))
  }
  const { limitSidesPercentSpan: sides } = point
  return sides ? `+${size(sides.above)} −${size(sides.below)}` : `±${size(point.limitPercentSpan)}`
}

/** The error of a point as this record shows errors: `+0.181`. */
export function errorText(point: SealedPoint, world: World): string {
  const shown = { basis: errorBasis(world), range: world.configuration }
  return formatSigned(shownPercent(point.errorPercentSpan, point.applied, shown), pointDecimals(point, world, 3))
}

/**
 * The largest error of a round in words: `+0.181 % of span`. Where limits vary the numerically largest need not be the one
 * nearest its limit: then both are named, as the table shows both.
 */
export function largest({ results, world }: SealedRecord, round: number): string {
  const points = (results[round]?.points ?? []) as readonly SealedPoint[]
  const nearest = points.reduce<SealedPoint | null>(
    (worst, next) => (worst && shareOfLimit(worst) >= shareOfLimit(next) ? worst : next),
    null,
  )
  const shown = { basis: errorBasis(world), range: world.configuration }
  if (!nearest) return ''
  const biggest = largestShown(points, nearest, shown)
  const basis = ERROR_BASIS_WORDS[errorBasis(world)]
  if (biggest === nearest) return `${errorText(nearest, world)} ${basis}`
  const at = (point: SealedPoint) => `at ${pointName(point.targetPercent, world.configuration)} ${point.direction}`
  const share = `${formatFixed(shareOfLimit(nearest) * 100, 0)} % of its limit of ${limitText(nearest, world, 3)}`
  const worst = shareOfLimit(nearest) > 1 ? 'worst against its limit' : 'nearest its limit'
  return `${errorText(biggest, world)} ${basis} ${at(biggest)}; ${worst} ${errorText(nearest, world)} ${basis} ${at(nearest)}, ${share}`
}

/** Who took the readings of a round: `Read by Anna Test`, or who read which points. */
export function readByWords({ steps }: SealedRecord['rounds'][number]): string {
  const readers = steps.flatMap(({ readings, position }) => {
    const holding = readings.at(-1)
    return holding ? [{ name: holding.takenBy, number: position + 1 }] : []
  })
  const names = [...new Set(readers.map(({ name }) => name))]
  if (names.length <= 1) return names[0] ? `Read by ${names[0]}.` : ''
  const each = names.map((name) => {
    const numbers = readers.filter((reader) => reader.name === name).map(({ number }) => number)
    return `${name} point ${numbers.join(', ')}`
  })
  return `Read by ${each.join('; ')}.`
}

/** What a round is called in a heading. */
export function roundName({ rounds }: SealedRecord, round: number): string {
  if (rounds.length === 1) return 'Readings, as found and as left'
  return `Readings, ${(roundNames(rounds)[round] ?? '').replace(/^[AT]/, (letter) => letter.toLowerCase())}`
}
