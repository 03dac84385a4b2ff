import { exceeds } from '@/core/error/verdict'
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
  // A column of nothing but noughts says nothing.
  const byReference = {
    applied: found.some((each) => each.applied && exceeds(Math.abs(ofReference(each.applied, each.head)), SMALLEST)),
    output: has('output'),
  }
  const isAtHeight = found.some(({ head }) => head !== 0)
  const right = (head: string) => ({ head, share: 1.3, align: 'right' as const })
  table(
    doc,
    [
      { head: 'Point', share: 1.2, align: 'left' as const },
      ...sides.flatMap(({ of, name, unit }) => [
        right(`${name}, ${unit}`),
        ...(byReference[of] ? [right('by reference')] : []),
        ...(of === 'applied' && isAtHeight ? [right('for head')] : []),
        right(of === 'applied' && isAtHeight ? 'at instrument' : 'with correction'),
      ]),
    ],
    found.map((each) => [
      pointWords(world, each.step),
      ...sides.flatMap(({ of }) =>
        figures(each[of], { head: of === 'applied' && isAtHeight ? each.head : null, isByReference: byReference[of] }),
      ),
    ]),
  )
  paragraph(doc, 'Errors and verdicts above are from the values with correction.', { size: 8.5 })
}

/** What is left of units that were converted to and fro. */
const SMALLEST = 1e-9

/** What the reference corrected of a figure, without the head. */
const ofReference = ({ shown, corrected }: CorrectedFigure, head: number): number => corrected - Number(shown) - head

/** @param head null where no column tells it */
function figures(
  figure: CorrectedFigure | null,
  { head, isByReference }: { readonly head: number | null; readonly isByReference: boolean },
): string[] {
  const decimals = figure ? computedDecimals(figure.shown) : 0
  const signed = (value: number | null) => (value === null ? '—' : formatSigned(value, decimals))
  return [
    figure ? formatReading(figure.shown) : '—',
    ...(isByReference ? [signed(figure && ofReference(figure, head ?? 0))] : []),
    ...(head === null ? [] : [signed(figure && head)]),
    figure ? formatFixed(figure.corrected, decimals) : '—',
  ]
}
