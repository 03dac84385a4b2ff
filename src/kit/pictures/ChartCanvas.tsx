'use client'
import type { Plugin } from 'chart.js'
import { type ComponentProps, type KeyboardEvent, useEffect, useLayoutEffect, useRef, useState } from 'react'
import { Chart as ReactChart, type ChartProps as ReactChartProps } from 'react-chartjs-2'
import type { ChartPicture } from '@/pictures/charts/chartPicture'
import type { Chart } from '@/pictures/charts/registerCharts'
import '@/pictures/charts/registerCharts'
import { usePrinting } from '../parts/usePrinting'
import type { ChartProps } from './ChartInWords'
import { type ChartFrame, frameOf, PointerMark } from './PointerMark'
import { PAPER_PX } from './useSize'

/** A chart on a canvas. Pointer, finger and arrow keys read its points out. */
export default function ChartCanvas({ picture, pointer }: ChartProps) {
  const { configuration, words, said } = picture
  const [frame, setFrame] = useState<ChartFrame | null>(null)
  const [plugins] = useState(() => [toldFrame(setFrame)])
  const chart = useRef<Chart>(null)
  const [heard, setHeard] = useState('')
  useLettersWhenLoaded(chart)
  usePaper(chart)
  const read = (event: KeyboardEvent) => {
    const next = chart.current && neighbour(chart.current, said, event.key)
    if (!next) return
    event.preventDefault()
    pointAt(chart.current, next)
    setHeard(said[next.datasetIndex]?.[next.index] ?? '')
  }
  return (
    <>
      <ReactChart
        // One of two kinds of chart, where the library's type wants to be told which.
        {...(configuration as Pick<ReactChartProps, 'type' | 'data' | 'options'>)}
        ref={chart as ComponentProps<typeof ReactChart>['ref']}
        updateMode="none"
        plugins={plugins}
        role="img"
        aria-label={words}
        tabIndex={0}
        onKeyDown={read}
        onBlur={() => chart.current && pointAt(chart.current, null)}
      />
      {pointer && frame && <PointerMark pointer={pointer} frame={frame} />}
      <span className="visually-hidden" aria-live="polite">
        {heard}
      </span>
    </>
  )
}

/** Tells where a chart's scales lie, each time they have been laid out. */
const toldFrame = (tell: (frame: ChartFrame) => void): Plugin => ({
  id: 'told-frame',
  afterUpdate: (chart) => tell(frameOf(chart)),
})

type Point = { readonly datasetIndex: number; readonly index: number }

/** The point an arrow key leads to; undefined for any other key, and where nothing is read out. */
function neighbour(chart: Chart, said: ChartPicture['said'], key: string): Point | undefined {
  const points = said.flatMap((words, datasetIndex) => words.map((_, index) => ({ datasetIndex, index })))
  const [now] = chart.getActiveElements()
  const at = points.findIndex(({ datasetIndex, index }) => datasetIndex === now?.datasetIndex && index === now?.index)
  switch (key) {
    case 'ArrowRight':
    case 'ArrowDown':
      return points[Math.min(points.length - 1, at + 1)]
    case 'ArrowLeft':
    case 'ArrowUp':
      return points[Math.max(0, at - 1)]
    case 'Home':
      return points[0]
    case 'End':
      return points.at(-1)
    default:
      return undefined
  }
}

function pointAt(chart: Chart | null, point: Point | null): void {
  if (!chart) return
  const active = point ? [point] : []
  chart.setActiveElements(active)
  const element = point && chart.getDatasetMeta(point.datasetIndex).data[point.index]
  chart.tooltip?.setActiveElements(active, { x: element?.x ?? 0, y: element?.y ?? 0 })
  chart.update('none')
}

/** Letters measured before the face was there stand wrong: once it is, everything is laid out again. */
function useLettersWhenLoaded(chart: { readonly current: Chart | null }) {
  useEffect(() => {
    let isGone = false
    document.fonts.load('12px "Atkinson Hyperlegible Next"').then(() => !isGone && chart.current?.update('none'))
    return () => {
      isGone = true
    }
  }, [chart])
}

/** On paper as wide as the sheet, and three dots for each that a screen has. */
function usePaper(chart: { readonly current: Chart | null }) {
  const isPrinting = usePrinting() !== null
  useLayoutEffect(() => {
    const shown = chart.current
    if (!isPrinting || !shown) return
    shown.options.devicePixelRatio = 3
    shown.resize(Math.min(shown.width, PAPER_PX), shown.height)
    return () => {
      delete shown.options.devicePixelRatio
      shown.resize()
    }
  }, [isPrinting, chart])
}
