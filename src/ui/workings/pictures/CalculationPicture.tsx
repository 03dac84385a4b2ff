'use client'
import type { ReactNode } from 'react'
import type { ChartPicture, ChartStyle } from '@/pictures/charts/chartPicture'
import { convergencePad } from '@/pictures/charts/convergencePad'
import { curvesChart } from '@/pictures/charts/curves'
import { decisionZone } from '@/pictures/charts/decisionZone'
import { histogram } from '@/pictures/charts/histogram'
import { ChartPictureView } from '../../../kit/pictures/ChartPictureView'
import { ErrorCorridor } from '../../../kit/pictures/ErrorCorridor'
import { answerNumber } from '../answerNumber'
import { readingsCorridor } from './corridorOfReadings'
import type { PictureInput } from './pictureInput'

/** The picture of a calculation, where one fits. Data in, picture out. */
export function CalculationPicture(props: PictureInput) {
  const picture = pictureOf(props)
  return picture && <figure className="calc-picture">{picture}</figure>
}

function pictureOf({ name, input, answer }: PictureInput): ReactNode {
  switch (name) {
    case 'analyse-cycles':
    case 'diagnose':
    case 'judge-reading': {
      const corridor = readingsCorridor(input)
      return corridor && <ErrorCorridor data={corridor} height={300} />
    }
    case 'two-screws':
      return <Drawn height={330} draw={(style) => convergencePad(padData(input, answer), style)} />
    case 'decide': {
      const { error, limit, expandedUncertainty, unit } = input
      const zone = { error, limit, acceptanceLimit: answer.acceptanceLimit.value, expandedUncertainty, unit }
      return <Drawn height={120} draw={(style) => decisionZone(zone, style)} />
    }
    case 'transfer':
      return <Drawn height={260} draw={(style) => curvesChart(transferCurves(answer.points), style)} />
    case 'carry-limit': {
      const limits = carriedCurves(answer.points)
      return (
        <>
          <Drawn height={260} draw={(style) => curvesChart(limits, style)} />
          <p className="small soft">
            {limits.curves.map(({ label, isDashed }) => `${isDashed ? '◆ dashed' : '● solid'}: ${label}`).join(' · ')}
          </p>
        </>
      )
    }
    case 'monte-carlo': {
      const { mean, shortestLow, shortestHigh } = answer
      const data = { ...answer.histogram, unit: mean.unit, inside: [shortestLow.value, shortestHigh.value] }
      return <Drawn height={260} draw={(style) => histogram(data, style)} />
    }
    default:
      return null
  }
}

type Figure = { readonly value: number }
type TransferPoint = { readonly inputPercent: Figure; readonly outputPercent: Figure }
type CarriedPoint = { readonly output: Figure; readonly upwards: Figure | null; readonly bySlope: Figure | null }

function padData(input: PictureInput['input'], answer: PictureInput['answer']) {
  const aim = answer.isDone ? null : answer.afterMove
  const aimLabel = `${answer.nextScrew}: set ${answerNumber(Number(answer.setTo.value.toPrecision(4)))} ${answer.setTo.unit}`
  return { path: answer.path, limit: input.limitPercent, aim, aimLabel }
}

const transferCurves = (points: readonly TransferPoint[]) => ({
  words: 'Output over input, both in % of span',
  x: 'input, % of span',
  y: 'output, % of span',
  curves: [{ label: 'output', points: points.map((p) => ({ x: p.inputPercent.value, y: p.outputPercent.value })) }],
})

const carriedCurves = (points: readonly CarriedPoint[]) => ({
  words: 'Limit on the output side over the output',
  x: 'output, % of span',
  y: 'limit, ± % of output span',
  curves: [
    {
      label: 'really, upwards',
      points: points.flatMap((p) => (p.upwards ? [{ x: p.output.value, y: p.upwards.value }] : [])),
    },
    {
      label: 'by the slope',
      isDashed: true,
      points: points.flatMap((p) => (p.bySlope ? [{ x: p.output.value, y: p.bySlope.value }] : [])),
    },
  ],
})

/** A chart of one answer: drawn anew with every answer, and with nothing else. */
function Drawn({ draw, height }: { draw: (style: ChartStyle) => ChartPicture; height: number }) {
  return <ChartPictureView draw={draw} height={height} />
}
