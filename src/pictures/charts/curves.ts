import { formatFixed, formatPlain } from '@/core/format/formatNumber'
import { chartOptions, linearAxis } from './chartOptions'
import type { ChartPicture, ChartStyle } from './chartPicture'
import type { Place } from './marginalia'
import { decimalsOfTicks } from './tickWords'

export type Curve = { readonly label: string; readonly points: readonly Place[]; readonly isDashed?: boolean }

type Curves = {
  readonly curves: readonly Curve[]
  /** Names of the axes, with units. */
  readonly x: string
  readonly y: string
  readonly words: string
}

/** Curves over common axes: the first solid with discs, the second dashed with diamonds. */
export function curvesChart({ curves, x, y, words }: Curves, style: ChartStyle): ChartPicture {
  const { palette, fontSize } = style
  const four = (value: number) => formatPlain(Number(value.toPrecision(4)))
  const said = curves.map(({ label, points }) =>
    points.map(
      (point) => `${label}: ${four(point.x)} ${x.split(', ')[1] ?? ''} → ${four(point.y)} ${y.split(', ')[1] ?? ''}`,
    ),
  )
  const axis = (title: string | null, pick: (point: Place) => number) => {
    const values = curves.flatMap(({ points }) => points.map(pick))
    return linearAxis(style, {
      ...(title !== null && { title }),
      ends: [Math.min(0, ...values), Math.max(...values)],
      words: (value, ticks) => formatFixed(value, decimalsOfTicks(ticks)),
      lines: 'all',
    })
  }
  return {
    words,
    said,
    configuration: {
      type: 'scatter',
      data: {
        datasets: curves.map(({ label, points, isDashed }, index) => ({
          label,
          data: [...points],
          showLine: true,
          clip: false as const,
          borderColor: index === 0 ? palette.ink : palette.brass,
          borderWidth: 2,
          borderDash: isDashed ? [6, 4] : [],
          pointBackgroundColor: index === 0 ? palette.ink : palette.brass,
          pointBorderColor: index === 0 ? palette.ink : palette.brass,
          pointRadius: fontSize * 0.24,
          pointHitRadius: fontSize,
          pointStyle: index === 0 ? ('circle' as const) : ('rectRot' as const),
        })),
      },
      options: {
        ...chartOptions(style, { said, title: y }),
        scales: { x: axis(x, (point) => point.x), y: axis(null, (point) => point.y) },
      },
    },
  }
}
