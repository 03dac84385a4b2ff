import { createCanvas, GlobalFonts, SvgExportFlag } from '@napi-rs/canvas'
import type { ChartConfiguration } from 'chart.js'
import svgToPdf from 'svg-to-pdfkit'
import type { ChartPicture, ChartStyle } from '@/pictures/charts/chartPicture'
import { Chart } from '@/pictures/charts/registerCharts'
import { LIGHT } from '@/pictures/palette'
import { chartFaces } from './fonts'

type Box = { readonly x: number; readonly y: number; readonly width: number; readonly height: number }

/** Draws a chart as vectors at a place on the page, by the configuration that draws it on screen, in the light palette. */
export function drawChart(
  doc: PDFKit.PDFDocument,
  draw: (style: ChartStyle) => ChartPicture,
  { x, y, width, height }: Box,
): void {
  const svg = chartSvg(draw({ palette: LIGHT, width, height, fontSize: 8 }), { width, height })
  const faces = chartFaces()
  svgToPdf(doc, svg, x, y, {
    width,
    height,
    assumePt: true,
    fontCallback: (family, isBold) => {
      const face = faces.find((each) => family.includes(each.family) && each.isBold === isBold) ?? faces[0]
      return face?.name ?? 'text'
    },
  })
}

let areFontsKnown = false

/** Makes every weight of our faces known to the canvas; a family that is known by one of them has not the other. */
function registerChartFonts(): void {
  if (areFontsKnown) return
  for (const { file, family } of chartFaces()) GlobalFonts.registerFromPath(file, family)
  areFontsKnown = true
}

/** A chart as SVG, drawn by Chart.js on a canvas of the server. */
export function chartSvg({ configuration }: ChartPicture, { width, height }: Pick<Box, 'width' | 'height'>): string {
  registerChartFonts()
  const canvas = createCanvas(width, height, SvgExportFlag.NoPrettyXML)
  const { options } = configuration
  const chart = new Chart(
    // Chart.js asks a canvas for its context, width and height, which this one has; the rest of an element it lacks.
    canvas as unknown as HTMLCanvasElement,
    {
      ...configuration,
      options: { ...options, responsive: false, devicePixelRatio: 1 },
    } as ChartConfiguration,
  )
  const svg = canvas.getContent().toString('utf8')
  chart.destroy()
  return svg
}
