import type { RootPlaces, RootPlaceView } from '@/core/flow/rootPlace'
import { formatFixed } from '@/core/format/formatNumber'
import type { Scene, Shape, Tone } from './scene'

/** Who takes the root, and what each then shows. */
export type RootChainData = {
  readonly places: RootPlaces
  readonly atQuarter: RootPlaceView
  readonly hasPanelMeter: boolean
}

type Size = { readonly width: number; readonly height: number; readonly fontSize: number }

/**
 * A flow loop from the transmitter to host and panel meter: who takes the root, what each shows at a quarter of the
 * differential pressure, and whether it was taken exactly once on the way there.
 */
export function rootChain(
  { places, atQuarter: at, hasPanelMeter }: RootChainData,
  { width, height, fontSize: font }: Size,
): Scene {
  const box = { width: Math.min(width * 0.3, font * 11), height: font * 4.6 }
  const left = 1
  const right = width - box.width - 1
  const middle = height / 2
  const [up, down] = hasPanelMeter ? [font * 0.2, height - box.height - font * 0.2] : [middle - box.height / 2, 0]
  return {
    width,
    height,
    words: inWords(at, hasPanelMeter),
    shapes: [
      ...arrow([left + box.width, middle], [right, up + box.height / 2]),
      ...(hasPanelMeter ? arrow([left + box.width, middle], [right, down + box.height / 2]) : []),
      ...station({ x: left, y: middle - box.height / 2, ...box }, font, {
        name: 'Transmitter',
        takes: places.transmitter,
        percent: at.transmitterPercent,
        roots: null,
      }),
      ...station({ x: right, y: up, ...box }, font, {
        name: 'Host',
        takes: places.host,
        percent: at.hostPercent,
        roots: at.rootsInHost,
      }),
      ...(hasPanelMeter
        ? station({ x: right, y: down, ...box }, font, {
            name: 'Panel meter',
            takes: places.panelMeter,
            percent: at.panelPercent,
            roots: at.rootsInPanel,
          })
        : []),
      {
        kind: 'text',
        x: (left + box.width + right) / 2,
        y: height - font * 0.6,
        text: 'true flow 50 %',
        tone: 'soft',
        size: font * 0.92,
        anchor: 'middle',
        face: 'text',
      },
    ],
  }
}

type Box = { x: number; y: number; width: number; height: number }
type Station = { name: string; takes: boolean; percent: number; roots: 0 | 1 | 2 | null }

const ROOT_WORDS = { 0: 'never taken', 1: 'taken once', 2: 'taken twice' } as const

function station({ x, y, width, height }: Box, font: number, { name, takes, percent, roots }: Station): Shape[] {
  const isRight = roots === null || roots === 1
  const tone: Tone = isRight ? 'ink' : 'clay'
  const write = (row: number, text: string, more: Partial<Extract<Shape, { kind: 'text' }>> = {}): Shape => ({
    kind: 'text',
    x: x + font * 0.8,
    y: y + font * row,
    text,
    tone: 'ink',
    size: font,
    anchor: 'start',
    face: 'text',
    ...more,
  })
  return [
    { kind: 'box', x, y, width, height, tone: isRight ? 'card' : 'clayGround', outline: tone, radius: 5 },
    write(1.35, name, { isBold: true }),
    write(1.35, takes ? '√' : '–', { x: x + width - font * 0.8, anchor: 'end', isBold: true, tone: 'brass' }),
    write(2.75, `shows ${formatFixed(percent, 1)} %`, { face: 'number' }),
    ...(roots === null
      ? [write(4.05, takes ? 'takes the root' : 'straight line', { tone: 'soft', size: font * 0.92 })]
      : [
          {
            kind: 'mark' as const,
            x: x + font * 1.3,
            y: y + font * 3.75,
            mark: isRight ? ('inside' as const) : ('outside' as const),
            tone: isRight ? ('verdigris' as const) : ('clay' as const),
            size: font,
            isFilled: true,
          },
          write(4.05, ROOT_WORDS[roots], { x: x + font * 2.2, size: font * 0.92 }),
        ]),
  ]
}

const arrow = ([x1, y1]: [number, number], [x2, y2]: [number, number]): Shape[] => [
  {
    kind: 'line',
    tone: 'soft',
    weight: 1.6,
    points: [
      [x1, y1],
      [(x1 + x2) / 2, y1],
      [(x1 + x2) / 2, y2],
      [x2 - 2, y2],
    ],
  },
  {
    kind: 'area',
    tone: 'soft',
    points: [
      [x2, y2],
      [x2 - 8, y2 - 4.5],
      [x2 - 8, y2 + 4.5],
    ],
  },
]

function inWords(
  { hostPercent, panelPercent, rootsInHost, rootsInPanel }: RootPlaceView,
  hasPanelMeter: boolean,
): string {
  const panel = hasPanelMeter
    ? `, the panel meter ${formatFixed(panelPercent, 1)} % (root ${ROOT_WORDS[rootsInPanel]})`
    : ''
  return `At a true 50 % of flow the host shows ${formatFixed(hostPercent, 1)} % (root ${ROOT_WORDS[rootsInHost]})${panel}.`
}
