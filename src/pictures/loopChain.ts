import { exceeds } from '@/core/error/verdict'
import { formatFixed, formatSigned } from '@/core/format/formatNumber'
import type { Scene, Shape } from './scene'

/** An item of a loop as the picture shows it; errors in % of span. */
export type LoopChainItem = {
  readonly name: string
  readonly kind: string
  /** Its largest error; null where nobody knows. */
  readonly errorPercent: number | null
  readonly limitPercent: number
}

type Size = { readonly width: number; readonly height: number; readonly fontSize: number }

/** The items of a loop in their order, each with its error on a scale of its own limit. */
export function loopChain(items: readonly LoopChainItem[], { width, height, fontSize: font }: Size): Scene {
  const gap = Math.min(font * 2.4, width / (items.length * 6))
  const each = (width - gap * (items.length - 1)) / items.length
  return {
    width,
    height,
    words: items.map(wordsOf).join('; '),
    shapes: items.flatMap((item, index) => [
      ...station(item, { x: index * (each + gap), width: each, height, font }),
      ...(index === 0 ? [] : link(index * (each + gap) - gap, gap, height * 0.3)),
    ]),
  }
}

const wordsOf = ({ name, kind, errorPercent, limitPercent }: LoopChainItem) =>
  `${name || kind}: ${errorPercent === null ? 'error not known' : `${formatSigned(errorPercent, 2)} % of ±${formatFixed(limitPercent, 2)} %`}`

const link = (x: number, gap: number, y: number): Shape[] => [
  {
    kind: 'line',
    tone: 'soft',
    weight: 2,
    points: [
      [x, y],
      [x + gap, y],
    ],
  },
]

type Frame = { x: number; width: number; height: number; font: number }

function station(item: LoopChainItem, { x, width, height, font }: Frame): Shape[] {
  const { name, kind, errorPercent, limitPercent } = item
  const isOutside = errorPercent !== null && exceeds(Math.abs(errorPercent), limitPercent)
  const middle = x + width / 2
  const half = width * 0.42
  const scaleY = height * 0.72
  const most = limitPercent * 1.6
  const at = middle + (Math.max(-most, Math.min(most, errorPercent ?? 0)) / most) * half
  const edge = (half * limitPercent) / most
  const write = (y: number, text: string, more: Partial<Extract<Shape, { kind: 'text' }>> = {}): Shape => ({
    kind: 'text',
    x: middle,
    y,
    text:
      text.length * font * 0.56 > width
        ? `${text.slice(0, Math.max(3, Math.floor(width / (font * 0.56)) - 1))}…`
        : text,
    tone: 'ink',
    size: font,
    anchor: 'middle',
    face: 'text',
    ...more,
  })
  return [
    {
      kind: 'box',
      x: x + 0.5,
      y: 1,
      width: width - 1,
      height: height * 0.52,
      tone: 'card',
      outline: isOutside ? 'clay' : 'ink',
      radius: 5,
    },
    write(font * 1.9, name || kind, { isBold: true }),
    write(font * 3.3, name ? kind : '', { tone: 'soft', size: font * 0.92 }),
    write(height * 0.47, errorPercent === null ? 'not known' : `${formatSigned(errorPercent, 2)} %`, {
      face: 'number',
      tone: isOutside ? 'clay' : 'ink',
    }),
    {
      kind: 'box',
      x: middle - edge,
      y: scaleY - font * 0.55,
      width: edge * 2,
      height: font * 1.1,
      tone: 'verdigrisGround',
      radius: 2,
    },
    {
      kind: 'line',
      tone: 'soft',
      weight: 1,
      points: [
        [middle, scaleY - font * 0.55],
        [middle, scaleY + font * 0.55],
      ],
    },
    ...(errorPercent === null
      ? []
      : [
          {
            kind: 'mark' as const,
            x: at,
            y: scaleY,
            mark: isOutside ? ('outside' as const) : ('inside' as const),
            tone: isOutside ? ('clay' as const) : ('verdigris' as const),
            size: font,
            isFilled: true,
          },
        ]),
    write(height * 0.72 + font * 1.9, `± ${formatFixed(limitPercent, 2)} %`, {
      face: 'number',
      tone: 'soft',
      size: font * 0.92,
    }),
  ]
}
