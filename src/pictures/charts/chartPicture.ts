import type { ChartConfiguration } from 'chart.js'
import type { Palette } from '../palette'

/** How a chart is drawn: a theme's colours, its place in CSS pixels on screen and points on paper, its letters. */
export type ChartStyle = {
  readonly palette: Palette
  readonly width: number
  readonly height: number
  readonly fontSize: number
}

/** What is being measured now, in the units of the axes: moves over a chart that stands still. */
export type ChartPointer = {
  readonly x: number
  /** Null: no value yet, only where it will stand. */
  readonly y: number | null
  readonly direction: 'rising' | 'falling'
  /** Beside it, where its place alone does not tell. */
  readonly says: string | null
}

/** A chart as plain data: Chart.js draws it on screen and, by the same configuration, for paper. */
export type ChartPicture = {
  readonly configuration: ChartConfiguration<'scatter'> | ChartConfiguration<'bar'>
  /** The whole chart in words. */
  readonly words: string
  /** What is read out at each point, by data set; none for what is only drawn, such as a limit. */
  readonly said: readonly (readonly string[])[]
}
