'use client'
import { useState } from 'react'
import type { JudgedPoint } from '@/core/analysis/judgedPoint'
import { computedDecimals, formatFixed, formatReading, formatSigned } from '@/core/format/formatNumber'
import { type DecimalsShown, stepDecimals } from '@/core/run/judge/decimalsShown'
import { errorBasis, type shownPercent } from '@/core/run/judge/errorBasis'
import { idealAtPoint, judgingBasis, targetInput } from '@/core/run/judge/judgeSteps'
import { type CorrectedFigure, readingCorrections } from '@/core/run/judge/readingCorrections'
import { errorWords } from '@/core/run/judge/shownError'
import { pointName } from '@/core/run/plan/pointScale'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { askedAt, READING_QUANTITIES } from '@/schema/readings/readingQuantities'
import type { RunStep } from '@/schema/recordedRun'
import type { World } from '@/schema/world'
import { pointVerdictWords } from '@/words/pointVerdictWords'
import { Mark, VERDICT_MARK } from '../../../kit/parts/Mark'

/** In which unit the error column is shown. */
type ErrorUnit = 'percent' | 'output' | 'input'

type Props = {
  world: World
  steps: readonly RunStep[]
  points: readonly JudgedPoint[]
  decimals: DecimalsShown
  /** The step being read, if any. */
  armedId: string | null
  /** Opens the correction of a reading; absent where nothing may be corrected any more. */
  correct?: (step: RunStep) => void
}

/**
 * One row a point and direction: target, applied, reading, ideal, error, mark. A table of its own, as it stands beside the
 * entry line in the densest place there is; the unit of its errors is chosen in its head.
 */
export function PointLadder({ world, steps, points, decimals, armedId, correct }: Props) {
  const [errorUnit, setErrorUnit] = useState<ErrorUnit>('percent')
  const { scale, range } = judgingBasis(world)
  const basis = errorBasis(world)
  const beside = columnsBeside(world, steps)
  const isWide = beside.length > 0
  // A point that is called by its value says its target.
  const isTargetNamed =
    world.configuration.pointScale === 'value' && world.configuration.unit === world.inputUnit && basis === 'reading'
  const units: Record<ErrorUnit, string> = {
    percent: basis === 'span' ? '% span' : '% reading',
    output: scale.unit,
    // On air both are pressures: which of the two is meant has to be said.
    input: `${pressureUnitLabel(range.unit)}${scale.unit === pressureUnitLabel(range.unit) ? ' at input' : ''}`,
  }
  let read = 0
  return (
    <table className={isWide ? 'ladder is-digital' : 'ladder'}>
      <thead>
        <tr>
          <th scope="col">Point</th>
          {!isTargetNamed && <th scope="col">Target</th>}
          <th scope="col">Applied, {pressureUnitLabel(world.inputUnit)}</th>
          {beside.map(({ name, head }) => (
            <th key={name} scope="col">
              {head}
            </th>
          ))}
          <th scope="col">
            {world.readsDigital ? 'Meter' : 'Reading'}, {scale.unit}
          </th>
          {!isWide && <th scope="col">Ideal</th>}
          <th scope="col">
            <label>
              Error,{' '}
              <select
                className="head-select"
                value={errorUnit}
                onChange={(event) => setErrorUnit(event.target.value as ErrorUnit /* only units are offered */)}
                aria-label="Unit of the error"
              >
                {Object.entries(units).map(([id, label]) => (
                  <option key={id} value={id}>
                    {label}
                  </option>
                ))}
              </select>
            </label>
          </th>
          <th scope="col">
            <span className="visually-hidden">Verdict</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {steps.map((step) => {
          const reading = step.readings.at(-1)
          const point = reading ? points[read++] : undefined
          const corrections = reading && point && readingCorrections(reading, point, world)
          const own = stepDecimals(step, reading ?? {}, { world, decimals })
          return (
            <tr
              key={step.id}
              className={step.id === armedId ? 'is-here' : reading ? '' : 'is-ahead'}
              aria-current={step.id === armedId ? 'step' : undefined}
            >
              <td>
                <PointName
                  step={step}
                  name={pointName(step.percent, world.configuration)}
                  correct={reading && correct ? () => correct(step) : undefined}
                />
              </td>
              {!isTargetNamed && <td className="num">{formatFixed(targetInput(step.percent, world), own.target)}</td>}
              <td className="num">
                {reading && formatReading(reading.applied)}
                <WithCorrection
                  figure={corrections?.applied}
                  by={corrections?.head ? 'at the level of the instrument' : BY_CERTIFICATE}
                />
              </td>
              {beside.map(({ name }) => (
                <td key={name} className="num">
                  {reading?.[name] && formatReading(reading[name])}
                </td>
              ))}
              <td className="num">
                {reading && formatReading(reading.output)}
                <WithCorrection figure={corrections?.output} by={BY_CERTIFICATE} />
              </td>
              {!isWide && (
                <td className="num">
                  {formatFixed(
                    point?.idealOutput ?? idealAtPoint(step.percent, world),
                    point ? own.computedOutput : own.output,
                  )}
                </td>
              )}
              <td className={`num ${point ? `tone-${point.verdict}` : ''}`}>
                {point && errorText(point, errorUnit, { decimals: own, basis, range })}
              </td>
              <td>{point && <Mark mark={VERDICT_MARK[point.verdict]} label={pointVerdictWords(point)} />}</td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}

/** What a figure comes to with what is corrected of it; nothing where it stands as shown. */
function WithCorrection({ figure, by }: { figure: CorrectedFigure | null | undefined; by: string }) {
  if (!figure) return null
  return (
    <span className="block small soft" title={by}>
      <span className="visually-hidden">with correction </span>
      {formatFixed(figure.corrected, computedDecimals(figure.shown))}
    </span>
  )
}

const BY_CERTIFICATE = 'with the correction of the reference’s certificate'

function PointName({ step, name: words, correct }: { step: RunStep; name: string; correct: (() => void) | undefined }) {
  const name = (
    <>
      <Mark mark={step.direction === 'rising' ? 'up' : 'down'} label={step.direction} size={13} />
      <span className="num">{words}</span>
      {step.cycle && <span className="soft small">cycle {step.cycle}</span>}
      {step.overshoots && (
        <span className="soft small" title="Overshoot, approached again">
          past {step.overshoots.length} ×
        </span>
      )}
      {step.readings.length > 1 && <span className="soft small">corrected</span>}
    </>
  )
  if (!correct) return <span className="point-name">{name}</span>
  return (
    <button type="button" className="point-button" onClick={correct} title="Correct this reading">
      {name}
    </button>
  )
}

/** An error in the unit chosen for the column. */
function errorText(
  point: JudgedPoint,
  unit: ErrorUnit,
  { decimals, ...shown }: { decimals: DecimalsShown } & Parameters<typeof shownPercent>[2],
): string {
  switch (unit) {
    case 'percent':
      return errorWords(point, shown, decimals.percent)
    case 'output':
      return formatSigned(point.errorOutput, decimals.computedOutput)
    case 'input':
      return point.errorInput === null ? '—' : formatSigned(point.errorInput, decimals.errorInput)
    default:
      return unit satisfies never
  }
}

/** Columns of what is read beside the output, in the order it is typed. */
function columnsBeside(world: World, steps: readonly RunStep[]) {
  const asked = new Set(steps.flatMap(({ percent }) => askedAt(world, percent)))
  return [...asked].flatMap((name) => {
    const head = READING_QUANTITIES[name].ladderHead
    return head === null ? [] : [{ name, head }]
  })
}
