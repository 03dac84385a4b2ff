import { formatDate } from '@/core/format/formatTime'
import { type Trace, type TraceLink, traceWords } from '@/plans/traceability'
import type { Scene, Shape } from './scene'

type Size = { readonly width: number; readonly fontSize: number }

/** A box of the chain, at its column and row; what it was calibrated by stands to its right. */
type Box = {
  readonly column: number
  readonly row: number
  readonly lines: readonly string[]
  readonly isBroken: boolean
  readonly isOutside: boolean
  readonly children: readonly Box[]
}

/** The chain of traceability as boxes from left to right: the work, its references, who calibrated them. */
export function tracePicture(trace: Trace, { width, fontSize: font }: Size): Scene {
  const rows = { next: 0 }
  const children = trace.links.map((link) => boxOf(link, 1, rows))
  const root: Box = {
    ...{ column: 0, row: middleOf(children), isBroken: false, isOutside: false, children },
    lines: [`record ${trace.sequence}`, trace.tag, formatDate(trace.day)],
  }
  const columns = 1 + Math.max(0, ...all(root).map(({ column }) => column))
  const gap = font * 2
  const each = (width - gap * (columns - 1)) / columns
  const most = Math.max(4, Math.floor((each - font) / (font * 0.54)))
  // A name that is too long for its line goes on in the next; all boxes are as high as the highest.
  const boxes = all(root).map((box) => ({ ...box, written: written(box, most) }))
  const high = font * (0.7 + 1.5 * Math.max(...boxes.map((box) => box.written.length)))
  const place = ({ column, row }: Box) => ({ x: column * (each + gap), y: row * (high + font * 0.9) + 1 })
  return {
    width,
    height: Math.max(1, rows.next) * (high + font * 0.9),
    words: traceWords(trace),
    shapes: boxes.flatMap((box) => [
      ...box.children.map((child) => linkBetween(place(box), place(child), { each, gap, high })),
      ...drawn(box, { ...place(box), width: each, height: high, font, most }),
    ]),
  }
}

/** A line as it is written, and which of the box's lines it is of. */
type Written = { readonly text: string; readonly of: number }

const written = ({ lines }: Box, most: number): Written[] =>
  lines.flatMap((line, of) => inTwo(line, most).map((text) => ({ text, of })))

/** A line, or two where it is longer than `most`: broken at its last blank that lets the first fit. */
function inTwo(line: string, most: number): string[] {
  const at = line.length > most ? line.lastIndexOf(' ', most) : -1
  return at > 0 ? [line.slice(0, at), line.slice(at + 1)] : [line]
}

const all = (box: Box): Box[] => [box, ...box.children.flatMap(all)]
const middleOf = (boxes: readonly Box[]): number => ((boxes[0]?.row ?? 0) + (boxes.at(-1)?.row ?? 0)) / 2

function boxOf(link: TraceLink, column: number, rows: { next: number }): Box {
  const { by, code, certificate, dueOn, breaks } = link
  const children =
    by.kind === 'record' ? link.above.map((each) => boxOf(each, column + 1, rows)) : [laboratory(by, column + 1, rows)]
  const row = children.length > 0 ? middleOf(children) : rows.next++
  const isBroken = breaks.some(({ kind }) => kind !== 'no-accreditation' && kind !== 'no-laboratory')
  return {
    ...{ column, row, children, isBroken, isOutside: false },
    lines: [
      code,
      certificate || 'no certificate',
      by.kind === 'record' ? `our record ${by.sequence}` : `valid to ${formatDate(dueOn)}`,
    ],
  }
}

function laboratory(by: Extract<TraceLink['by'], { kind: 'laboratory' }>, column: number, rows: { next: number }): Box {
  return {
    ...{ column, row: rows.next++, children: [], isOutside: true },
    isBroken: by.name === '' || by.accreditation === '',
    lines: [by.name || 'nobody noted', by.accreditation || 'no accreditation noted', 'external laboratory'],
  }
}

type Frame = {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
  readonly font: number
  /** So many letters fit on a line. */
  readonly most: number
}

function drawn(
  { written: lines, isBroken, isOutside }: Box & { written: readonly Written[] },
  { x, y, width, height, font, most }: Frame,
): Shape[] {
  return [
    {
      ...{ kind: 'box', x: x + 0.5, y, width: width - 1, height, radius: 5 },
      tone: isOutside ? 'paper' : 'card',
      outline: isBroken ? 'clay' : isOutside ? 'verdigris' : 'ink',
    },
    ...lines.map(({ text, of }, index): Shape => {
      const isBad = isBroken && of === 1
      return {
        ...{ kind: 'text', x: x + font * 0.7, y: y + font * (1.45 + index * 1.5), anchor: 'start', face: 'text' },
        text: text.length > most ? `${text.slice(0, most - 1)}…` : text,
        tone: isBad ? 'clay' : of === 0 ? 'ink' : 'soft',
        size: of === 0 ? font : font * 0.92,
        isBold: of === 0 || isBad,
      }
    }),
    ...(isBroken
      ? [
          {
            kind: 'mark' as const,
            x: x + width - font,
            y: y + font,
            mark: 'outside' as const,
            tone: 'clay' as const,
            size: font,
            isFilled: true,
          },
        ]
      : []),
  ]
}

function linkBetween(
  from: { x: number; y: number },
  to: { x: number; y: number },
  { each, gap, high }: { each: number; gap: number; high: number },
): Shape {
  const [x0, y0, x1, y1] = [from.x + each, from.y + high / 2, to.x, to.y + high / 2]
  const bend = x0 + gap / 2
  return {
    ...{ kind: 'line', tone: 'soft', weight: 1.6 },
    points: [
      [x0, y0],
      [bend, y0],
      [bend, y1],
      [x1, y1],
    ],
  }
}
