import { computedDecimals, formatFixed, formatReading, formatSigned } from '@/core/format/formatNumber'
import { judgingBasis } from '@/core/run/judge/judgeSteps'
import { type CorrectedFigure, readingCorrections } from '@/core/run/judge/readingCorrections'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { SealedRecord } from '@/schema/record'
import type { Doc } from './certificateSource'
import { pointWords } from './certificateWords'
import { heading, paragraph, table } from './page'

/** What was read and corrected, by the references’ certificates and for the head: as shown, each correction, what it comes to. */
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
  heading(doc, 'Corrections made to the readings', 40 + found.length * 14)
  const isAtHeight = found.some(({ head }) => head !== 0)
  const right = (head: string) => ({ head, share: 1.3, align: 'right' as const })
  table(
    doc,
    [
      { head: 'Point', share: 1.2, align: 'left' as const },
      ...sides.flatMap(({ of, name, unit }) => [
        right(`${name}, ${unit}`),
        right('by reference'),
        ...(of === 'applied' && isAtHeight ? [right('for head')] : []),
        right(of === 'applied' && isAtHeight ? 'at instrument' : 'with correction'),
      ]),
    ],
    found.map((each) => [
      pointWords(world, each.step),
      ...sides.flatMap(({ of }) => figures(each[of], of === 'applied' && isAtHeight ? each.head : null)),
    ]),
  )
  paragraph(doc, 'Errors and verdicts above are from the values with correction.', { size: 8.5 })
}

/** @param head null where no column tells it */
function figures(figure: CorrectedFigure | null, head: number | null): string[] {
  const parts = head === null ? [] : ['—']
  if (!figure) return ['—', '—', ...parts, '—']
  const { shown, corrected } = figure
  const decimals = computedDecimals(shown)
  return [
    formatReading(shown),
    formatSigned(corrected - Number(shown) - (head ?? 0), decimals),
    ...(head === null ? [] : [formatSigned(head, decimals)]),
    formatFixed(corrected, decimals),
  ]
}
