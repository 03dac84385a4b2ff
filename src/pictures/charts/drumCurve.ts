import { formatFixed } from '@/core/format/formatNumber'
import { chartOptions, linearAxis } from './chartOptions'
import type { ChartPicture, ChartStyle } from './chartPicture'

/** What the curve of a drum shows, % of the distance of the taps. */
export type DrumCurveData = {
  readonly truePercent: number
  readonly coldShowsPercent: number
  /** What a cold-calibrated instrument shows at a true 0 % and 100 %. */
  readonly ends: readonly [number, number]
}

/** The shown level of a drum over the true one: the straight line that would be right, and the cold-calibrated one. */
export function drumCurve({ truePercent, coldShowsPercent, ends }: DrumCurveData, style: ChartStyle): ChartPicture {
  const { palette, fontSize } = style
  const said = [[`true ${truePercent} %, shown ${formatFixed(coldShowsPercent, 1)} %`]]
  const axis = (title: string | null, [from, to]: readonly [number, number]) =>
    linearAxis(style, {
      ...(title !== null && { title }),
      ends: [from, to],
      at: [0, 50, 100],
      words: (percent) => String(percent),
      lines: title === null ? 'all' : 'none',
    })
  const straight = { showLine: true, pointRadius: 0, pointHitRadius: 0 }
  return {
    words: `Shown level over true level. At a true ${truePercent} % an instrument calibrated cold shows ${formatFixed(coldShowsPercent, 1)} %; at 0 % it shows ${formatFixed(ends[0], 1)} %, at 100 % ${formatFixed(ends[1], 1)} %.`,
    said,
    configuration: {
      type: 'scatter',
      data: {
        datasets: [
          {
            label: 'shown now',
            data: [{ x: truePercent, y: coldShowsPercent }],
            clip: false,
            pointRadius: fontSize * 0.42,
            pointHitRadius: fontSize,
            pointBackgroundColor: palette.brass,
            pointBorderColor: palette.brass,
          },
          {
            label: 'true now',
            data: [{ x: truePercent, y: truePercent }],
            clip: false,
            pointRadius: fontSize * 0.42,
            pointHitRadius: 0,
            pointBackgroundColor: palette.card,
            pointBorderColor: palette.soft,
            pointBorderWidth: 2,
          },
          {
            ...straight,
            label: 'what is off',
            data: [truePercent, coldShowsPercent].map((y) => ({ x: truePercent, y })),
            borderColor: palette.clay,
            borderWidth: 2,
          },
          {
            ...straight,
            label: 'calibrated cold',
            data: ends.map((y, index) => ({ x: index * 100, y })),
            borderColor: palette.brass,
            borderWidth: 2.6,
          },
          {
            ...straight,
            label: 'right',
            data: [0, 100].map((percent) => ({ x: percent, y: percent })),
            borderColor: palette.soft,
            borderWidth: 1.6,
            borderDash: [5, 4],
          },
        ],
      },
      options: {
        ...chartOptions(style, { said, title: 'shown, %' }),
        scales: {
          x: axis('true level, %', [0, 100]),
          y: axis(null, [Math.min(0, ...ends), Math.max(100, ...ends)]),
        },
      },
    },
  }
}
