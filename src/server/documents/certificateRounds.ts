import { displayError } from '@/core/analysis/displayError'
import { stageErrors } from '@/core/analysis/stageErrors'
import { SHORT_VERDICTS } from '@/core/conformity/statementWords'
import {
  computedDecimals,
  decimalsOfTwoDigits,
  formatFixed,
  formatReading,
  formatSigned,
} from '@/core/format/formatNumber'
import { decimalsShown, stepDecimals } from '@/core/run/judge/decimalsShown'
import { ERROR_BASIS_WORDS, errorBasis, shownPercent } from '@/core/run/judge/errorBasis'
import { judgingBasis, scatterOfRound } from '@/core/run/judge/judgeSteps'
import { largestUpDown } from '@/core/run/judge/roundScatter'
import { drawsIn } from '@/core/run/plan/decisionRule'
import { pointName } from '@/core/run/plan/pointScale'
import { isTransmitted } from '@/core/signal/signal'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { SealedRecord } from '@/schema/record'
import { adjustmentWords } from '@/words/adjustmentWords'
import type { Doc } from './certificateSource'
import { errorText, largest, pointDecimals, pointWords, readByWords, roundName } from './certificateWords'
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
      `±${formatFixed(shownPercent(point.limitPercentSpan, point.applied, shown), pointDecimals(point, world, own.percent))}`,
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
  overshoots(doc, record, round)
  digitalTable(doc, record, round)
  displayTable(doc, record, round)
  adjustments(doc, record, round)
}

const shortVerdict = ({ statement, verdict }: Point) =>
  statement === undefined || statement === 'pass' ? SHORT_VERDICTS[verdict] : statement.replace('conditional', 'cond.')

type Point = SealedRecord['results'][number]['points'][number]

/** ± expanded uncertainty of a point with two significant digits, in the unit its errors are shown in. */
function uncertaintyText(point: Point, shown: Parameters<typeof shownPercent>[2]): string {
  const { expandedUncertaintyPercentSpan: uncertainty, applied } = point
  if (uncertainty === undefined) return ''
  const percent = shownPercent(uncertainty, applied, shown)
  return `±${formatFixed(percent, decimalsOfTwoDigits(percent))}`
}

/** ± acceptance limit of a point; none where nothing can be accepted. */
function acceptanceText(point: Point, world: SealedRecord['world']): string {
  const { acceptancePercentSpan: acceptance, applied } = point
  if (acceptance === undefined || acceptance === 0) return '—'
  const shown = { basis: errorBasis(world), range: world.configuration }
  return `±${formatFixed(shownPercent(acceptance, applied, shown), pointDecimals(point, world, 3))}`
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

/** PV and AO beside what was applied and what the meter read, and the error of each stage. */
function digitalTable(doc: Doc, record: SealedRecord, round: SealedRecord['rounds'][number]): void {
  if (!record.world.readsDigital) return
  const basis = judgingBasis(record.world)
  const { range, scale } = basis
  const rows = round.steps.flatMap((step, index) => {
    const reading = step.readings.at(-1)
    const point = record.results[round.round]?.points[index]
    if (!reading?.pv || !reading.ao || !point) return []
    const stages = stageErrors({ ...point, pv: Number(reading.pv), ao: Number(reading.ao) }, basis)
    if (!stages) return []
    return [
      [
        pointWords(record.world, step),
        formatReading(reading.pv),
        formatReading(reading.ao),
        formatReading(reading.output),
        formatSigned(stages.sensorPercentSpan, 3),
        formatSigned(stages.outputPercentSpan, 3),
      ],
    ]
  })
  heading(doc, 'Digital readings', 40 + rows.length * 14)
  const heads = [
    `PV, ${pressureUnitLabel(range.unit)}`,
    `AO, ${scale.unit}`,
    `Meter, ${scale.unit}`,
    'PV less applied, % span',
    'Meter less AO, % span',
  ]
  table(
    doc,
    [
      { head: 'Point', share: 1.3, align: 'left' as const },
      ...heads.map((head) => ({ head, share: 1.3, align: 'right' as const })),
    ],
    rows,
  )
}

/** The instrument's own display beside what it should show for the input applied. */
function displayTable(doc: Doc, record: SealedRecord, round: SealedRecord['rounds'][number]): void {
  const { displayScale } = record.world.configuration
  if (!record.world.readsDisplay || !displayScale) return
  const rows = round.steps.flatMap((step, index) => {
    const reading = step.readings.at(-1)
    const point = record.results[round.round]?.points[index]
    if (!reading?.display || !point) return []
    const shown = displayError({ ...point, display: Number(reading.display) }, judgingBasis(record.world), displayScale)
    const decimals = computedDecimals(reading.display)
    return [
      [
        pointWords(record.world, step),
        formatReading(reading.display),
        formatFixed(shown.ideal, decimals),
        formatSigned(shown.error, decimals),
        formatSigned(shown.errorPercent, 3),
      ],
    ]
  })
  heading(doc, 'Display', 40 + rows.length * 14)
  const heads = [
    `Shown, ${displayScale.unit}`,
    `Ideal, ${displayScale.unit}`,
    `Error, ${displayScale.unit}`,
    'Error, % of scale',
  ]
  table(
    doc,
    [
      { head: 'Point', share: 1.3, align: 'left' as const },
      ...heads.map((head) => ({ head, share: 1.3, align: 'right' as const })),
    ],
    rows,
  )
}

/** Points that were gone past and approached again. */
function overshoots(doc: Doc, { world }: SealedRecord, round: SealedRecord['rounds'][number]): void {
  const past = round.steps.flatMap((step) =>
    (step.overshoots ?? []).map(
      ({ applied }) => `${pointWords(world, step)}: ${applied === null ? 'not noted' : formatReading(applied)}`,
    ),
  )
  if (past.length === 0) return
  paragraph(
    doc,
    `Gone past and approached again (applied, ${pressureUnitLabel(world.inputUnit)}): ${past.join('; ')}.`,
    { size: 8.5 },
  )
}

function adjustments(doc: Doc, { world }: SealedRecord, round: SealedRecord['rounds'][number]): void {
  const units = { output: judgingBasis(world).scale.unit, input: pressureUnitLabel(world.inputUnit) }
  const list = (title: string, acts: typeof round.adjustments) => {
    if (acts.length === 0) return
    heading(doc, title)
    for (const done of acts) paragraph(doc, `· ${adjustmentWords(done, units)} (${done.doneBy})`)
  }
  list(
    'Adjustment',
    round.adjustments.filter(({ kind }) => kind !== 'hot-offset'),
  )
  list(
    'Hot offset, at operating pressure, after these readings and no part of their errors',
    round.adjustments.filter(({ kind }) => kind === 'hot-offset'),
  )
}
