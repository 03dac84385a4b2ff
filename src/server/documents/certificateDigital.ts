import { displayError } from '@/core/analysis/displayError'
import { stageErrors } from '@/core/analysis/stageErrors'
import { computedDecimals, formatFixed, formatReading, formatSigned } from '@/core/format/formatNumber'
import { judgingBasis } from '@/core/run/judge/judgeSteps'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { SealedRecord } from '@/schema/record'
import type { Doc } from './certificateSource'
import { pointWords } from './certificateWords'
import { heading, table } from './page'

/** PV and AO beside what was applied and what the meter read, and the error of each stage. */
export function digitalTable(doc: Doc, record: SealedRecord, round: SealedRecord['rounds'][number]): void {
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
export function displayTable(doc: Doc, record: SealedRecord, round: SealedRecord['rounds'][number]): void {
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
