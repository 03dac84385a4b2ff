import { formatPlain, formatSigned } from '@/core/format/formatNumber'
import { ERROR_BASIS_WORDS, errorBasis, shownPercent } from '@/core/run/errorBasis'
import { POINT_ORDERS } from '@/core/run/plan'
import { pointName } from '@/core/run/pointScale'
import { roundNames } from '@/core/run/roundRole'
import type { SealedRecord } from '@/schema/record'
import type { World } from '@/schema/world'

/** A point as it is called on the certificate: `50 % rising (2)`. */
export const pointWords = ({ configuration }: World, step: SealedRecord['rounds'][number]['steps'][number]): string =>
  `${pointName(step.percent, configuration)} ${step.direction}${step.cycle ? ` (${step.cycle})` : ''}`

/** What a display shows at both ends of the output. */
export const displayWords = ({ lower, upper, unit }: NonNullable<World['configuration']['displayScale']>) =>
  `${formatPlain(lower)} … ${formatPlain(upper)} ${unit} at 0 … 100 % output`

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

/** The largest error of a round as this record shows errors: the point that uses most of its own limit. */
function largestShown(world: World, result: SealedRecord['results'][number] | undefined): number {
  const point = result?.points.find(({ errorPercentSpan }) => errorPercentSpan === result.largestErrorPercentSpan)
  if (!point) return 0
  return shownPercent(point.errorPercentSpan, point.applied, { basis: errorBasis(world), range: world.configuration })
}

/** The largest error of a round in words: `+0.181 % of span`. */
export const largest = ({ results, world }: SealedRecord, round: number) =>
  `${formatSigned(largestShown(world, results[round]), 3)} ${ERROR_BASIS_WORDS[errorBasis(world)]}`

/** What a round is called in a heading. */
export function roundName({ rounds }: SealedRecord, round: number): string {
  if (rounds.length === 1) return 'Readings, as found and as left'
  return `Readings, ${(roundNames(rounds)[round] ?? '').replace(/^[AT]/, (letter) => letter.toLowerCase())}`
}
