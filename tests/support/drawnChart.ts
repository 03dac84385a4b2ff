import { createCanvas } from '@napi-rs/canvas'
import type { ChartConfiguration } from 'chart.js'
import type { ChartPicture, ChartStyle } from '@/pictures/charts/chartPicture'
import { Chart } from '@/pictures/charts/registerCharts'
import { LIGHT } from '@/pictures/palette'

/** As a chart is drawn in the tests. */
export const STYLE: ChartStyle = { palette: LIGHT, width: 600, height: 300, fontSize: 12 }

export type Drawn = {
  readonly chart: Chart
  /** Where the points of a data set lie, CSS pixels from the top left. */
  readonly pointsOf: (label: string) => { x: number; y: number }[]
  /** Colour of one pixel, as `#rrggbb`. */
  readonly colourAt: (x: number, y: number) => string
  /** Share of the pixels of a box that have a colour. */
  readonly shareOf: (colour: string, box: { x: number; y: number; width: number; height: number }) => number
}

/** Draws a chart with Chart.js itself, on a canvas of the server. */
export function drawn({ configuration }: ChartPicture, { width, height }: ChartStyle = STYLE): Drawn {
  const canvas = createCanvas(width, height)
  const options = { ...configuration.options, responsive: false, devicePixelRatio: 1 }
  const chart = new Chart(
    // What Chart.js asks of an element, this canvas has.
    canvas as unknown as HTMLCanvasElement,
    { ...configuration, options } as ChartConfiguration,
  )
  const pixels = (x: number, y: number, w: number, h: number) => {
    const { data } = canvas.getContext('2d').getImageData(Math.round(x), Math.round(y), w, h)
    return Array.from({ length: w * h }, (_, index) => hex(data.subarray(index * 4, index * 4 + 3)))
  }
  return {
    chart,
    pointsOf: (label) => {
      const index = chart.data.datasets.findIndex((dataset) => dataset.label === label)
      if (index < 0) throw new Error(`no data set “${label}”: ${chart.data.datasets.map((d) => d.label).join(', ')}`)
      return chart.getDatasetMeta(index).data.map(({ x, y }) => ({ x, y }))
    },
    colourAt: (x, y) => pixels(x, y, 1, 1)[0] ?? '',
    shareOf: (colour, box) => {
      const all = pixels(box.x, box.y, Math.round(box.width), Math.round(box.height))
      return all.filter((pixel) => pixel === colour).length / all.length
    },
  }
}

const hex = (bytes: Uint8ClampedArray) => `#${[...bytes].map((byte) => byte.toString(16).padStart(2, '0')).join('')}`
