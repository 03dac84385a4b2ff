'use client'
import type { ReactNode } from 'react'
import { convergencePad } from '@/pictures/convergencePad'
import { decisionZone } from '@/pictures/decisionZone'
import type { Scene } from '@/pictures/scene'
import { ErrorCorridor } from '../../pictures/ErrorCorridor'
import { SceneSvg } from '../../pictures/SceneSvg'
import { useSize } from '../../pictures/useSize'
import { answerNumber } from '../answerNumber'
import { readingsCorridor } from './corridorOfReadings'
import { Histogram, LineChart } from './LineChart'
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
      return (
        <Sized
          height={330}
          scene={(width) => convergencePad(padData(input, answer), { width, height: 330, fontSize: 12.5 })}
        />
      )
    case 'decide':
      return (
        <Sized
          height={120}
          scene={(width) =>
            decisionZone(
              {
                error: input.error,
                limit: input.limit,
                acceptanceLimit: answer.acceptanceLimit.value,
                expandedUncertainty: input.expandedUncertainty,
                unit: input.unit,
              },
              { width, height: 120, fontSize: 12.5 },
            )
          }
        />
      )
    case 'transfer':
      return (
        <LineChart
          words="Output over input, both in % of span"
          x="input, % of span"
          y="output, % of span"
          curves={[
            {
              label: 'output',
              points: answer.points.map((p: TransferPoint) => ({ x: p.inputPercent.value, y: p.outputPercent.value })),
            },
          ]}
        />
      )
    case 'carry-limit':
      return (
        <LineChart
          words="Limit on the output side over the output"
          x="output, % of span"
          y="limit, ± % of output span"
          curves={[
            {
              label: 'really, upwards',
              points: answer.points.flatMap((p: CarriedPoint) =>
                p.upwards ? [{ x: p.output.value, y: p.upwards.value }] : [],
              ),
            },
            {
              label: 'by the slope',
              isDashed: true,
              points: answer.points.flatMap((p: CarriedPoint) =>
                p.bySlope ? [{ x: p.output.value, y: p.bySlope.value }] : [],
              ),
            },
          ]}
        />
      )
    case 'monte-carlo':
      return (
        <Histogram
          {...answer.histogram}
          unit={answer.mean.unit}
          inside={[answer.shortestLow.value, answer.shortestHigh.value]}
        />
      )
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

/** A scene as wide as there is room. */
function Sized({ scene, height }: { scene: (width: number) => Scene; height: number }) {
  const [ref, { width }] = useSize<HTMLDivElement>({ width: 520, height })
  return (
    <div ref={ref} className="picture" style={{ height }}>
      <SceneSvg scene={scene(width)} />
    </div>
  )
}
