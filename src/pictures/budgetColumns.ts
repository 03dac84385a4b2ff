import { decimalsOfTwoDigits, formatFixed } from '../core/format/formatNumber'
import type { ContributionGroup, ReadingBudget } from '../core/uncertainty/contribution'
import type { Scene, Shape, Tone } from './scene'

/** Whose uncertainty a line is; the order is that of the stack, from the foot. */
const GROUPS: readonly { readonly group: ContributionGroup; readonly name: string; readonly tone: Tone }[] = [
  { group: 'reference', name: 'pressure reference and head', tone: 'verdigris' },
  { group: 'output', name: 'output reading', tone: 'brass' },
  { group: 'instrument', name: 'the instrument itself', tone: 'ink' },
]

/** The budget of one point, in the % the run shows errors in. */
export type BudgetColumn = { readonly direction: 'rising' | 'falling'; readonly budget: ReadingBudget }

type Size = { readonly width: number; readonly height: number }

/**
 * The expanded uncertainty of every point as a column, stacked by what it comes from: each part as tall as its share of
 * the variance. The limit is drawn where it lies within the picture.
 */
export function budgetColumns(columns: readonly BudgetColumn[], { width, height }: Size): Scene {
  const largest = Math.max(...columns.map(({ budget }) => budget.expandedUncertainty), 0)
  if (largest === 0) return { width, height, shapes: [], words: 'No uncertainty yet.' }
  const foot = height - 34
  const top = 20
  const tall = (value: number) => ((foot - top) * value) / largest
  const left = 62
  const pitch = (width - left - 10) / columns.length
  const shapes: Shape[] = [
    {
      kind: 'line',
      points: [
        [left, foot],
        [width - 10, foot],
      ],
      tone: 'rule',
      weight: 1,
    },
    label(`±${formatFixed(largest, decimalsOfTwoDigits(largest))} %`, { x: left - 8, y: top + 5 }, 'end'),
    label('0', { x: left - 8, y: foot + 4 }, 'end'),
  ]
  for (const [index, { direction, budget }] of columns.entries()) {
    const x = left + index * pitch + pitch * 0.18
    let y = foot
    for (const { group, tone } of GROUPS) {
      const share = budget.lines
        .filter((line) => line.group === group)
        .reduce((sum, { sharePercent }) => sum + sharePercent, 0)
      const part = tall(budget.expandedUncertainty * (share / 100))
      if (part < 0.3) continue
      y -= part
      shapes.push({ kind: 'box', x, y, width: pitch * 0.64, height: part, tone })
    }
    shapes.push({
      kind: 'mark',
      x: x + pitch * 0.32,
      y: foot + 11,
      mark: direction === 'rising' ? 'up' : 'down',
      tone: 'soft',
      size: 9,
      isFilled: true,
    })
  }
  let x = left
  for (const { name, tone } of GROUPS) {
    shapes.push({ kind: 'box', x, y: height - 13, width: 10, height: 10, tone })
    shapes.push(label(name, { x: x + 15, y: height - 4 }, 'start'))
    x += 26 + name.length * 6.4
  }
  return { width, height, shapes, words: wordsOf(columns) }
}

const label = (text: string, { x, y }: { x: number; y: number }, anchor: 'start' | 'end'): Shape => ({
  kind: 'text',
  x,
  y,
  text,
  tone: 'soft',
  size: 12,
  anchor,
  face: 'text',
})

function wordsOf(columns: readonly BudgetColumn[]): string {
  const last = columns.at(-1)?.budget
  const first = last?.lines.toSorted((a, b) => b.sharePercent - a.sharePercent)[0]
  return `Expanded uncertainty at ${columns.length} points, stacked by what it comes from${first ? `; at the last, ${first.name} makes ${formatFixed(first.sharePercent, 0)} % of the variance` : ''}.`
}
