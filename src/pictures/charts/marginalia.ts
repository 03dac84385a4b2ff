import type { Chart, ChartType, Plugin } from 'chart.js'

/** A place in the units of the chart's axes. */
export type Place = { readonly x: number; readonly y: number }

/** A stretch of the chart's ground: what is allowed, what is not, what the rule leaves open. */
export type Zone = {
  readonly corners: readonly Place[]
  readonly colour: string
  /** Drawn as slanted strokes, so that it is told apart without colour. */
  readonly isHatched?: boolean
}

/** A word beside a place. */
export type Remark = {
  readonly at: Place
  readonly text: string
  readonly colour: string
  readonly align: 'left' | 'center' | 'right'
  readonly isBold?: boolean
  /** From the place, in letters' heights. */
  readonly up: number
  readonly right: number
}

/** What a chart carries beside its data. */
export type Marginalia = {
  readonly ground: string
  readonly outline: string
  readonly zones?: readonly Zone[]
  readonly remarks?: readonly Remark[]
}

declare module 'chart.js' {
  interface PluginOptionsByType<TType extends ChartType> {
    marginalia?: Marginalia
  }
}

/** Between the strokes of a hatching, in letters' heights. */
const HATCH = 0.55

/** Draws ground and zones under the data of a chart, and remarks over it. */
export const marginalia: Plugin = {
  id: 'marginalia',
  beforeDraw: (chart) => {
    const own = optionsOf(chart)
    if (!own) return
    const { ctx, chartArea } = chart
    ctx.save()
    ctx.fillStyle = own.ground
    ctx.fillRect(chartArea.left, chartArea.top, chartArea.width, chartArea.height)
    inside(chart)
    for (const zone of own.zones ?? []) drawZone(chart, zone)
    ctx.restore()
  },
  afterDatasetsDraw: (chart) => {
    const own = optionsOf(chart)
    if (!own) return
    const { ctx, chartArea } = chart
    ctx.save()
    ctx.strokeStyle = own.outline
    ctx.lineWidth = 1
    ctx.strokeRect(chartArea.left, chartArea.top, chartArea.width, chartArea.height)
    for (const remark of own.remarks ?? []) write(chart, remark)
    ctx.restore()
  },
}

/** As given: resolved by Chart.js, every corner would pass through a proxy. */
const optionsOf = (chart: Chart): Marginalia | undefined =>
  // Whole, as `chartOptions` made it; Chart.js's type lets every part of an option be left out.
  chart.config.options?.plugins?.marginalia as Marginalia | undefined

function inside({ ctx, chartArea: { left, top, width, height } }: Chart): void {
  ctx.beginPath()
  ctx.rect(left, top, width, height)
  ctx.clip()
}

function pixelOf({ scales }: Chart, { x, y }: Place): [number, number] {
  return [scales.x?.getPixelForValue(x) ?? 0, scales.y?.getPixelForValue(y) ?? 0]
}

function outline(chart: Chart, corners: readonly Place[]): void {
  chart.ctx.beginPath()
  for (const corner of corners) chart.ctx.lineTo(...pixelOf(chart, corner))
  chart.ctx.closePath()
}

function drawZone(chart: Chart, { corners, colour, isHatched }: Zone): void {
  const { ctx } = chart
  outline(chart, corners)
  if (!isHatched) {
    ctx.fillStyle = colour
    ctx.fill()
    return
  }
  ctx.save()
  ctx.clip()
  ctx.strokeStyle = colour
  ctx.lineWidth = 1
  const { left, right, top, bottom } = chart.chartArea
  const height = bottom - top
  ctx.beginPath()
  for (let x = left - height; x < right; x += HATCH * fontOf(chart)) {
    ctx.moveTo(x, bottom)
    ctx.lineTo(x + height, top)
  }
  ctx.stroke()
  ctx.restore()
}

const fontOf = ({ options }: Chart): number => Number(options.font?.size ?? 12)

function write(chart: Chart, { at, text, colour, align, up, right, isBold }: Remark): void {
  const { ctx, options } = chart
  const size = fontOf(chart)
  const [x, y] = pixelOf(chart, at)
  ctx.font = `${isBold ? 'bold ' : ''}${size}px ${options.font?.family}`
  ctx.fillStyle = colour
  ctx.textAlign = align
  ctx.textBaseline = 'middle'
  const { left, right: end, top, bottom } = chart.chartArea
  const half = size * 0.6
  // Words stay on the chart, whatever the place they belong to.
  const reach = ctx.measureText(text).width * { left: 0, center: 0.5, right: 1 }[align]
  const rest = ctx.measureText(text).width - reach
  ctx.fillText(
    text,
    Math.max(left + reach + 2, Math.min(end - rest - 2, x + right * size)),
    Math.max(top + half, Math.min(bottom - half, y - up * size)),
  )
}
