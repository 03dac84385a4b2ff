'use client'
import {
  BarElement,
  CategoryScale,
  Chart,
  LinearScale,
  LineElement,
  LogarithmicScale,
  PointElement,
  Tooltip,
} from 'chart.js'
import { useEffect, useState } from 'react'
import { Bar, Scatter } from 'react-chartjs-2'

Chart.register(LinearScale, LogarithmicScale, CategoryScale, PointElement, LineElement, BarElement, Tooltip)
Chart.defaults.animation = false
Chart.defaults.font.family = '"Atkinson Hyperlegible Next", system-ui, sans-serif'

export type ChartCurve = {
  readonly label: string
  readonly points: readonly { x: number; y: number }[]
  readonly isDashed?: boolean
}
type CurveProps = {
  readonly curves: readonly ChartCurve[]
  readonly x: string
  readonly y: string
  readonly words: string
}

/** Colours of the theme at the moment: a canvas does not see CSS variables. */
function useThemeColours() {
  const [colours, setColours] = useState({
    ink: '#20262a',
    soft: '#566065',
    rule: '#d9d3c5',
    brass: '#8a5b0c',
    verdigris: '#17705f',
  })
  useEffect(() => {
    const read = () => {
      const style = getComputedStyle(document.documentElement)
      const of = (name: string) => style.getPropertyValue(`--${name}`).trim()
      setColours({ ink: of('ink'), soft: of('soft'), rule: of('rule'), brass: of('brass'), verdigris: of('verdigris') })
    }
    read()
    const observer = new MutationObserver(read)
    observer.observe(document.documentElement, { attributes: true, attributeFilter: ['data-theme'] })
    return () => observer.disconnect()
  }, [])
  return colours
}

/** Curves over a common axis. */
export function LineChart({ curves, x, y, words }: CurveProps) {
  const { ink, soft, rule, brass } = useThemeColours()
  const axis = (text: string) => ({
    type: 'linear' as const,
    title: { display: true, text, color: ink },
    ticks: { color: soft },
    grid: { color: rule },
  })
  return (
    <div className="calc-chart">
      <Scatter
        role="img"
        aria-label={words}
        data={{
          datasets: curves.map(({ label, points, isDashed }, index) => ({
            label,
            data: [...points],
            showLine: true,
            borderColor: index === 0 ? ink : brass,
            backgroundColor: index === 0 ? ink : brass,
            borderDash: isDashed ? [6, 4] : [],
            borderWidth: 2,
            pointRadius: 3,
            pointStyle: index === 0 ? ('circle' as const) : ('rectRot' as const),
          })),
        }}
        options={{ maintainAspectRatio: false, scales: { x: axis(x), y: axis(y) } }}
      />
      {curves.length > 1 && (
        <p className="small soft">
          {curves.map(({ label, isDashed }) => `${isDashed ? '◆ dashed' : '● solid'}: ${label}`).join(' · ')}
        </p>
      )}
    </div>
  )
}

type HistogramProps = {
  readonly low: number
  readonly binWidth: number
  readonly counts: readonly number[]
  readonly unit: string
  readonly inside: readonly [number, number]
}

/** How often each value came up, the coverage interval in verdigris. */
export function Histogram({ low, binWidth, counts, unit, inside }: HistogramProps) {
  const { soft, rule, verdigris, ink } = useThemeColours()
  const centres = counts.map((_, bin) => low + (bin + 0.5) * binWidth)
  const isInside = (value: number) => value >= inside[0] && value <= inside[1]
  const digits = Math.max(0, Math.min(8, 2 - Math.floor(Math.log10(Math.max(1e-9, binWidth * counts.length)))))
  return (
    <div className="calc-chart">
      <Bar
        role="img"
        aria-label={`Histogram of the result in ${unit}; between ${inside[0].toPrecision(5)} and ${inside[1].toPrecision(5)} lies the coverage interval`}
        data={{
          labels: centres.map((value) => value.toFixed(digits)),
          datasets: [
            {
              data: [...counts],
              backgroundColor: centres.map((value) => (isInside(value) ? verdigris : soft)),
              barPercentage: 1,
              categoryPercentage: 0.94,
            },
          ],
        }}
        options={{
          maintainAspectRatio: false,
          scales: {
            x: {
              ticks: { color: soft, maxTicksLimit: 8, maxRotation: 0 },
              grid: { display: false },
              title: { display: true, text: unit, color: ink },
            },
            y: {
              ticks: { display: false },
              grid: { color: rule },
              title: { display: true, text: 'how often', color: ink },
            },
          },
        }}
      />
    </div>
  )
}
