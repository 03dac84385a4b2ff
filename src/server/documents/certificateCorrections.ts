import { computedDecimals, formatFixed, formatReading, formatSigned } from '@/core/format/formatNumber'
import { judgingBasis } from '@/core/run/judge/judgeSteps'
import { type CorrectedFigure, readingCorrections } from '@/core/run/judge/readingCorrections'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { SealedRecord } from '@/schema/record'
import type { Doc } from './certificateSource'
import { pointWords } from './certificateWords'
import { heading, paragraph, table } from './page'

/** What was read on references that are corrected by their certificates: as shown, the correction, and what it comes to. */
export function correctionTable(doc: Doc, record: SealedRecord, round: SealedRecord['rounds'][number]): void {
  const { world } = record
  const found = round.steps.flatMap((step, index) => {
    const reading = step.readings.at(-1)
    const point = record.results[round.round]?.points[index]
    return reading && point ? [{ step, ...readingCorrections(reading, point, world) }] : []
  })
  const has = (which: 'applied' | 'output') => found.some((each) => each[which] !== null)
  if (!has('applied') && !has('output')) return
  const sides = [
    ...(has('applied') ? [{ of: 'applied' as const, name: 'Applied', unit: pressureUnitLabel(world.inputUnit) }] : []),
    ...(has('output') ? [{ of: 'output' as const, name: 'Reading', unit: judgingBasis(world).scale.unit }] : []),
  ]
  heading(doc, 'Corrected by the certificates of the references', 40 + found.length * 14)
  const right = (head: string) => ({ head, share: 1.3, align: 'right' as const })
  table(
    doc,
    [
      { head: 'Point', share: 1.2, align: 'left' as const },
      ...sides.flatMap(({ name, unit }) => [right(`${name}, ${unit}`), right('correction'), right('with correction')]),
    ],
    found.map((each) => [pointWords(world, each.step), ...sides.flatMap(({ of }) => figures(each[of]))]),
  )
  paragraph(doc, 'Errors and verdicts above are from the values with correction.', { size: 8.5 })
}

function figures(figure: CorrectedFigure | null): string[] {
  if (!figure) return ['—', '—', '—']
  const { shown, corrected } = figure
  const decimals = computedDecimals(shown)
  return [formatReading(shown), formatSigned(corrected - Number(shown), decimals), formatFixed(corrected, decimals)]
}
