import { SHORT_VERDICTS } from '@/core/conformity/statementWords'
import { formatFixed, formatReading, formatSigned, formatUncertainty } from '@/core/format/formatNumber'
import { decimalsShown, stepDecimals } from '@/core/run/judge/decimalsShown'
import { ERROR_BASIS_WORDS, errorBasis, shownPercent } from '@/core/run/judge/errorBasis'
import { judgingBasis, scatterOfRound } from '@/core/run/judge/judgeSteps'
import { largestUpDown } from '@/core/run/judge/roundScatter'
import { sideSign } from '@/core/run/judge/shownError'
import { drawsIn } from '@/core/run/plan/decisionRule'
import { pointName } from '@/core/run/plan/pointScale'
import { isTransmitted } from '@/core/signal/signal'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { SealedRecord } from '@/schema/record'
import { adjustments, overshoots } from './certificateActs'
import { correctionTable } from './certificateCorrections'
import { digitalTable, displayTable } from './certificateDigital'
import type { Doc } from './certificateSource'
import { taking } from './certificateTaking'
import { errorText, largest, limitText, pointDecimals, pointWords, readByWords, roundName } from './certificateWords'
import { heading, paragraph, table } from './page'

/** The readings of a round with everything worked out from them, and what was done after it. */
export function roundTable(doc: Doc, record: SealedRecord, round: SealedRecord['rounds'][number]): void {
  const { world } = record
  const { scale, range } = judgingBasis(world)
  const basis = errorBasis(world)
  const shown = { basis, range }
  const isTransmitting = isTransmitted(world.configuration.signal)
  const rangeUnit = pressureUnitLabel(range.unit)
  const result = record.results[round.round]
  const decimals = decimalsShown(
    world,
    round.steps.flatMap((step) => step.readings.slice(-1).map(({ output }) => output)),
  )
  const percent = basis === 'span' ? '% span' : '% reading'
  const hasAcceptance = drawsIn(world.decisionRule)
  const right = (head: string, share: number) => ({ head, share, align: 'right' as const })
  const columns = [
    { head: 'Point', share: 1.25, align: 'left' as const },
    right(`Applied, ${pressureUnitLabel(world.inputUnit)}`, 1.35),
    right(`${world.configuration.signal === 'digital-value' ? 'PV' : 'Reading'}, ${scale.unit}`, 1.1),
    right(`Ideal, ${scale.unit}`, 1.2),
    right(`Error, ${scale.unit}`, 1.15),
    right(`Error, ${percent}`, 1.1),
    ...(isTransmitting ? [right(`${rangeUnit === scale.unit ? 'At input' : 'Error'}, ${rangeUnit}`, 1.2)] : []),
    right(`Limit, ${percent}`, 1.05),
    ...(hasAcceptance ? [right(`A, ${percent}`, 1)] : []),
    ...(world.statesUncertainty ? [right(`U, ${percent}`, 1)] : []),
    { head: 'Verdict', share: 1.25, align: 'left' as const },
  ]
  const rows = round.steps.map((step, index) => {
    const reading = step.readings.at(-1)
    const point = result?.points[index]
    if (!reading || !point)
      return [pointName(step.percent, world.configuration), ...Array<string>(columns.length - 1).fill('')]
    const own = stepDecimals(step, reading, { world, decimals })
    return [
      pointWords(world, step),
      formatReading(reading.applied),
      formatReading(reading.output),
      formatFixed(point.idealOutput, own.computedOutput),
      formatSigned(point.errorOutput, own.computedOutput),
      errorText(point, world),
      ...(isTransmitting ? [point.errorInput === null ? '—' : formatSigned(point.errorInput, own.errorInput)] : []),
      limitText(point, world, own.percent),
      ...(hasAcceptance ? [acceptanceText(point, world)] : []),
      ...(world.statesUncertainty ? [uncertaintyText(point, shown)] : []),
      `${shortVerdict(point)}${point.cutOff ? ' *' : ''}`,
    ]
  })
  heading(doc, roundName(record, round.round), 40 + rows.length * 14)
  table(doc, columns, rows)
  doc.moveDown(0.2)
  paragraph(
    doc,
    `Largest error ${largest(record, round.round)}.${hysteresisText(world, result?.points ?? [], result?.hysteresisPercentSpan)} ${readByWords(round)}`,
    { size: 8.5 },
  )
  if (result?.points.some(({ cutOff }) => cutOff))
    paragraph(doc, '* at or below the low-flow cut-off: judged by its own rule, stated above.', { size: 8 })
  if (round.planReason) paragraph(doc, `Fewer points than as found, because: ${round.planReason}`, { size: 8.5 })
  correctionTable(doc, record, round)
  overshoots(doc, record, round)
  taking(doc, record, round)
  digitalTable(doc, record, round)
  displayTable(doc, record, round)
  adjustments(doc, record, round)
}

const shortVerdict = ({ statement, verdict }: Point) =>
  statement === undefined || statement === 'pass' ? SHORT_VERDICTS[verdict] : statement.replace('conditional', 'cond.')

export type Point = SealedRecord['results'][number]['points'][number]

/** ± expanded uncertainty of a point with two significant digits, in the unit its errors are shown in. */
function uncertaintyText(point: Point, shown: Parameters<typeof shownPercent>[2]): string {
  const { expandedUncertaintyPercentSpan: uncertainty, applied } = point
  if (uncertainty === undefined) return ''
  const percent = shownPercent(uncertainty, applied, shown)
  return `±${formatUncertainty(percent)}`
}

/** ± acceptance limit of a point; none where nothing can be accepted. */
function acceptanceText(point: Point, world: SealedRecord['world']): string {
  const { acceptancePercentSpan: acceptance, applied } = point
  if (acceptance === undefined || acceptance === 0) return '—'
  const shown = { basis: errorBasis(world), range: world.configuration }
  return `${sideSign(point)}${formatFixed(shownPercent(acceptance, applied, shown), pointDecimals(point, world, 3))}`
}

/** Hysteresis as this record shows errors: over decades in % of reading, as everything else there. */
function hysteresisText(
  world: SealedRecord['world'],
  points: readonly Point[],
  percentSpan: number | null | undefined,
): string {
  const largestDifference =
    errorBasis(world) === 'reading' ? largestUpDown(scatterOfRound(points, world)) : (percentSpan ?? null)
  if (largestDifference === null) return ''
  const decimals = Math.min(...points.map((point) => pointDecimals(point, world, 3)))
  return ` Hysteresis ${formatFixed(largestDifference, decimals)} ${ERROR_BASIS_WORDS[errorBasis(world)]}.`
}
