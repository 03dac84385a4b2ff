import { formatFixed } from '@/core/format/formatNumber'
import { CHART_FACE, chartOptions } from './chartOptions'
import type { ChartPicture, ChartStyle } from './chartPicture'

export type HistogramData = {
  readonly low: number
  readonly binWidth: number
  readonly counts: readonly number[]
  readonly unit: string
  /** The coverage interval. */
  readonly inside: readonly [number, number]
}

/** How often each value came up, the coverage interval in verdigris. */
export function histogram({ low, binWidth, counts, unit, inside }: HistogramData, style: ChartStyle): ChartPicture {
  const { palette, fontSize } = style
  const font = { family: CHART_FACE, size: fontSize }
  const centres = counts.map((_, bin) => low + (bin + 0.5) * binWidth)
  const digits = Math.max(0, Math.min(8, 2 - Math.floor(Math.log10(Math.max(1e-9, binWidth * counts.length)))))
  const said = [centres.map((centre, bin) => `${formatFixed(centre, digits)} ${unit}: ${counts[bin]} times`)]
  const isInside = (value: number) => value >= inside[0] && value <= inside[1]
  return {
    words: `Histogram of the result in ${unit}; between ${inside[0].toPrecision(5)} and ${inside[1].toPrecision(5)} lies the coverage interval`,
    said,
    configuration: {
      type: 'bar',
      data: {
        labels: centres.map((centre) => formatFixed(centre, digits)),
        datasets: [
          {
            label: 'how often',
            data: [...counts],
            backgroundColor: centres.map((value) => (isInside(value) ? palette.verdigris : palette.soft)),
            barPercentage: 1,
            categoryPercentage: 0.94,
          },
        ],
      },
      options: {
        ...chartOptions(style, { said, title: 'how often' }),
        scales: {
          x: {
            ticks: { color: palette.soft, font, maxTicksLimit: 8, maxRotation: 0 },
            grid: { display: false },
            title: { display: true, text: unit, color: palette.soft, font },
          },
          y: { ticks: { display: false }, grid: { color: palette.rule } },
        },
      },
    },
  }
}
