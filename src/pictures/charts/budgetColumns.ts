import { decimalsOfTwoDigits, formatFixed, formatUncertainty } from '@/core/format/formatNumber'
import type { ContributionGroup, ReadingBudget } from '@/core/uncertainty/contribution'
import type { Tone } from '../scene'
import { CHART_FACE, chartOptions, linearAxis } from './chartOptions'
import type { ChartPicture, ChartStyle } from './chartPicture'

/** Whose uncertainty a line is; the order is that of the stack, from the foot. */
const GROUPS: readonly { readonly group: ContributionGroup; readonly name: string; readonly tone: Tone }[] = [
  { group: 'reference', name: 'pressure reference and head', tone: 'verdigris' },
  { group: 'output', name: 'output reading', tone: 'brass' },
  { group: 'instrument', name: 'the instrument itself', tone: 'ink' },
]

/** The budget of one point, in the % the run shows errors in. */
export type BudgetColumn = {
  /** The point, e.g. “40 kPa rising”. */
  readonly name: string
  readonly direction: 'rising' | 'falling'
  readonly budget: ReadingBudget
}

/**
 * The expanded uncertainty of every point as a column, stacked by what it comes from: each part as tall as its share of
 * the variance.
 */
export function budgetColumns(columns: readonly BudgetColumn[], style: ChartStyle): ChartPicture {
  const { palette, fontSize } = style
  const font = { family: CHART_FACE, size: fontSize }
  const largest = Math.max(...columns.map(({ budget }) => budget.expandedUncertainty), 0)
  const decimals = largest === 0 ? 0 : decimalsOfTwoDigits(largest)
  const said = GROUPS.map(({ group, name }) =>
    columns.map(
      ({ name: point, budget }) =>
        `${point}: ${name} ${formatFixed(shareOf(budget, group), 0)} % of U = ±${formatUncertainty(budget.expandedUncertainty)} %`,
    ),
  )
  const common = chartOptions(style, { said })
  return {
    words: wordsOf(columns),
    said,
    configuration: {
      type: 'bar',
      data: {
        labels: columns.map(({ direction }) => (direction === 'rising' ? '▲' : '▼')),
        datasets: GROUPS.map(({ group, name, tone }) => ({
          label: name,
          data: columns.map(({ budget }) => budget.expandedUncertainty * (shareOf(budget, group) / 100)),
          backgroundColor: palette[tone],
          barPercentage: 0.64,
          categoryPercentage: 1,
        })),
      },
      options: {
        ...common,
        plugins: {
          ...common.plugins,
          legend: {
            display: true,
            position: 'bottom',
            align: 'start',
            onClick: () => {}, // a stack with a part left out would no longer be the uncertainty
            labels: { color: palette.soft, font, boxWidth: fontSize * 0.8, boxHeight: fontSize * 0.8 },
          },
        },
        scales: {
          x: { stacked: true, grid: { display: false }, ticks: { color: palette.soft, font, autoSkip: false } },
          y: {
            ...linearAxis(style, {
              ends: [0, largest || 1],
              at: largest === 0 ? [0] : [0, largest],
              words: (value) => (value === 0 ? '0' : `±${formatFixed(value, decimals)} %`),
            }),
            stacked: true,
          },
        },
      },
    },
  }
}

/** How much of the variance comes from a group, %. */
const shareOf = ({ lines }: ReadingBudget, group: ContributionGroup): number =>
  lines.filter((line) => line.group === group).reduce((sum, { sharePercent }) => sum + sharePercent, 0)

function wordsOf(columns: readonly BudgetColumn[]): string {
  const last = columns.at(-1)?.budget
  const first = last?.lines.toSorted((a, b) => b.sharePercent - a.sharePercent)[0]
  return `Expanded uncertainty at ${columns.length} points, stacked by what it comes from${first ? `; at the last, ${first.name} makes ${formatFixed(first.sharePercent, 0)} % of the variance` : ''}.`
}
