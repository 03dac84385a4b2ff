import { formatPlain, formatSigned } from '@/core/format/formatNumber'
import { linearScale, type Scale } from './axis'
import type { Size } from './corridorGeometry'
import type { Scene, Shape, Tone } from './scene'

/** One error against its limits, all in one unit. */
export type DecisionZoneData = {
  readonly error: number
  readonly limit: number
  readonly acceptanceLimit: number
  readonly expandedUncertainty: number
  readonly unit: string
}

/**
 * The decision zone: what is accepted, the guard band hatched, what lies outside, and the measured error with its
 * expanded uncertainty as a whisker.
 */
export function decisionZone(data: DecisionZoneData, { width, height, fontSize }: Size): Scene {
  const { error, limit, acceptanceLimit, expandedUncertainty, unit } = data
  const reach = Math.max(limit * 1.5, (Math.abs(error) + expandedUncertainty) * 1.1)
  const x = linearScale([-reach, reach], [fontSize, width - fontSize])
  const top = fontSize * 2.4
  const bottom = height - fontSize * 2.4
  const zone = (from: number, to: number, tone: Tone): Shape => ({
    kind: 'box',
    x: x(from),
    y: top,
    width: x(to) - x(from),
    height: bottom - top,
    tone,
  })
  const middle = (top + bottom) / 2
  return {
    width,
    height,
    words: `Error ${formatSigned(error, 4)} ${unit} with U ${formatPlain(expandedUncertainty)}; accepted up to ±${formatPlain(Number(acceptanceLimit.toPrecision(4)))}, limit ±${formatPlain(limit)} ${unit}.`,
    shapes: [
      zone(-reach, -limit, 'clayGround'),
      zone(limit, reach, 'clayGround'),
      zone(-limit, limit, 'verdigrisGround'),
      ...hatched(x, [acceptanceLimit, limit], [top, bottom]),
      ...hatched(x, [-limit, -acceptanceLimit], [top, bottom]),
      ...[-limit, limit].map(
        (at): Shape => ({
          kind: 'line',
          tone: 'clay',
          weight: 2,
          points: [
            [x(at), top - 4],
            [x(at), bottom + 4],
          ],
        }),
      ),
      ...[-acceptanceLimit, acceptanceLimit].map(
        (at): Shape => ({
          kind: 'line',
          tone: 'verdigris',
          weight: 1.5,
          points: [
            [x(at), top],
            [x(at), bottom],
          ],
        }),
      ),
      ...[-limit, 0, limit].map(
        (at): Shape => ({
          kind: 'text',
          x: x(at),
          y: bottom + fontSize * 1.6,
          text: `${formatSigned(at, 3)}`,
          tone: 'soft',
          size: fontSize * 0.95,
          anchor: 'middle',
          face: 'number',
        }),
      ),
      {
        kind: 'line',
        tone: 'ink',
        weight: 2,
        points: [
          [x(error - expandedUncertainty), middle],
          [x(error + expandedUncertainty), middle],
        ],
      },
      ...[error - expandedUncertainty, error + expandedUncertainty].map(
        (at): Shape => ({
          kind: 'line',
          tone: 'ink',
          weight: 2,
          points: [
            [x(at), middle - 6],
            [x(at), middle + 6],
          ],
        }),
      ),
      { kind: 'box', x: x(error) - 5, y: middle - 5, width: 10, height: 10, radius: 5, tone: 'ink' },
      {
        kind: 'text',
        x: Math.min(width - fontSize * 4, Math.max(fontSize * 4, x(error))),
        y: top - fontSize * 0.7,
        text: `${formatSigned(error, 3)} ${unit}`,
        tone: 'ink',
        size: fontSize,
        anchor: 'middle',
        face: 'number',
        isBold: true,
      },
    ],
  }
}

/** Slanted lines: a zone that is told apart without colour. */
function hatched(x: Scale, [from, to]: readonly [number, number], [top, bottom]: readonly [number, number]): Shape[] {
  const [left, right] = [x(from), x(to)]
  const height = bottom - top
  const lines: Shape[] = []
  for (let start = left - height; start < right; start += 7) {
    const [x0, x1] = [Math.max(left, start), Math.min(right, start + height)]
    if (x1 > x0)
      lines.push({
        kind: 'line',
        tone: 'ochre',
        weight: 1,
        points: [
          [x0, bottom - (x0 - start)],
          [x1, bottom - (x1 - start)],
        ],
      })
  }
  return lines
}
