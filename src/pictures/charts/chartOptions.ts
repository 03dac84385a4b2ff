import type { ChartOptions } from 'chart.js'
import type { ChartStyle } from './chartPicture'
import type { Marginalia } from './marginalia'

/** The face of every chart; the second stands in for letters the first lacks. */
export const CHART_FACE = '"Atkinson Hyperlegible Next", "DejaVu Sans", sans-serif'

type Drawn = {
  /** What is read out at each point, by data set. */
  readonly said: readonly (readonly string[])[]
  /** Above the chart, at the left: what the upward axis counts. */
  readonly title?: string
  /** Above the chart, at the right, in the colour of the next thing to do. */
  readonly nextToDo?: string
  readonly zones?: Marginalia['zones']
  readonly remarks?: Marginalia['remarks']
}

/** What all charts have in common: our letters and colours, no motion, a label that reads a point out. */
export function chartOptions({ palette, fontSize }: ChartStyle, { said, title, nextToDo, zones, remarks }: Drawn) {
  return {
    animation: false as const,
    responsive: true,
    maintainAspectRatio: false,
    color: palette.soft,
    font: { family: CHART_FACE, size: fontSize },
    interaction: { mode: 'nearest' as const, intersect: true },
    plugins: {
      legend: { display: false },
      title: {
        display: title !== undefined,
        text: title ?? '',
        align: 'start' as const,
        color: palette.soft,
        font: { family: CHART_FACE, size: fontSize, weight: 'normal' as const },
        padding: { top: 0, bottom: fontSize * 0.5 },
      },
      subtitle: {
        display: nextToDo !== undefined,
        text: nextToDo ?? '',
        align: 'end' as const,
        color: palette.brass,
        font: { family: CHART_FACE, size: fontSize * 1.2, weight: 'bold' as const },
        padding: { top: 0, bottom: fontSize * 0.3 },
      },
      tooltip: {
        backgroundColor: palette.graphite,
        bodyColor: palette.onGraphite,
        bodyFont: { family: CHART_FACE, size: Math.max(12, fontSize) },
        displayColors: false,
        callbacks: {
          title: () => '',
          label: ({ datasetIndex, dataIndex }: PointedAt) => said[datasetIndex]?.[dataIndex] ?? '',
        },
      },
      marginalia: {
        ground: palette.card,
        outline: palette.rule,
        ...(zones && { zones }),
        ...(remarks && { remarks }),
      },
    },
  }
}

/** The point under the pointer, as Chart.js names it. */
type PointedAt = { readonly datasetIndex: number; readonly dataIndex: number }

type Axis = {
  readonly title?: string
  readonly titleAlign?: 'start' | 'center' | 'end'
  readonly ends: readonly [from: number, to: number]
  /** Where its numbers stand; Chart.js chooses where none are given. */
  readonly at?: readonly number[]
  readonly words: (value: number, ticks: readonly number[]) => string
  /** Lines across the chart at its numbers: all, that of zero, or none. */
  readonly lines?: 'all' | 'zero' | 'none'
}

type Linear = Extract<NonNullable<NonNullable<ChartOptions<'scatter'>['scales']>[string]>, { type?: 'linear' }>

/** A linear axis. Ends may be given in either order; the first stands at the left or at the foot. */
export function linearAxis(
  { palette, fontSize }: ChartStyle,
  { title, titleAlign = 'center', ends: [from, to], at, words, lines = 'none' }: Axis,
): Linear {
  const font = { family: CHART_FACE, size: fontSize }
  return {
    type: 'linear',
    min: Math.min(from, to),
    max: Math.max(from, to),
    reverse: from > to,
    border: { color: palette.rule, ...(lines === 'zero' && { dash: [2, 4] }) },
    grid: {
      drawOnChartArea: lines !== 'none',
      // Zero has to be seen on the ground of what is allowed.
      color: ({ tick }: { tick: { value: number } }) =>
        lines !== 'zero' ? palette.rule : tick.value === 0 ? palette.soft : 'transparent',
      tickColor: palette.soft,
      tickLength: fontSize * 0.4,
    },
    ...(at && {
      afterBuildTicks: (scale: { ticks: { value: number }[] }) => {
        scale.ticks = at.map((value) => ({ value }))
      },
    }),
    ticks: {
      color: palette.soft,
      font,
      maxRotation: 0,
      autoSkip: at === undefined,
      includeBounds: false,
      callback: (value: string | number, _index: number, ticks: readonly { value: number }[]) =>
        words(
          Number(value),
          ticks.map((tick) => tick.value),
        ),
    },
    title: { display: title !== undefined, text: title ?? '', align: titleAlign, color: palette.soft, font },
  }
}
