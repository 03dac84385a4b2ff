import { withDecimalMark, wordsAsShown } from '@/core/format/decimalMark'
import { formatFixed, formatSignificant, formatUncertainty } from '@/core/format/formatNumber'
import { ERROR_BASIS_WORDS, errorBasis } from '@/core/run/judge/errorBasis'
import { shownBudget } from '@/core/run/judge/shownBudget'
import { ofCountedRounds } from '@/core/run/roundRole'
import type { SealedRecord } from '@/schema/record'
import type { CertificateSource, Doc } from './certificateSource'
import { pointNameOf, type SealedPoint } from './certificateWords'
import { heading, paragraph, table } from './page'

/** The budget of the point where the limit is smallest against the uncertainty, whole; U at every point stands in its table. */
export function budget(doc: Doc, { record }: CertificateSource): void {
  const point = tightest(record)
  const isAsLeft = ofCountedRounds(record.rounds, record.results).asLeft !== undefined
  if (!point?.budget) return
  const basis = errorBasis(record.world)
  const words = ERROR_BASIS_WORDS[basis]
  const percent = basis === 'span' ? '% span' : '% reading'
  const shown = shownBudget(point.budget, point.applied, { basis, range: record.world.configuration })
  const { lines, combinedStandardUncertainty: u, effectiveDegrees, coverageFactor, expandedUncertainty } = shown
  const rows = lines.map((line) => [
    line.name,
    three(line.value),
    line.unit,
    line.distribution === 'rectangular' ? 'rect., √3' : 'normal, 1',
    formatSignificant(line.sensitivity, 4),
    line.degrees === null ? '∞' : formatSignificant(line.degrees, 3),
    three(line.contribution),
    wordsAsShown(line.source),
  ])
  heading(
    doc,
    `Uncertainty${isAsLeft ? ' as left' : ''} at ${pointNameOf(record.world, point)}: where the limit is smallest against it`,
    60 + rows.length * 15,
  )
  const left = (head: string, share: number) => ({ head, share, align: 'left' as const })
  const right = (head: string, share: number) => ({ head, share, align: 'right' as const })
  table(
    doc,
    [
      left('From', 2.1),
      right('Value ±', 0.9),
      left('Unit', 0.9),
      left('Distribution', 1),
      right(`${percent} per unit`, 1.1),
      right('ν', 0.4),
      right(`u, ${percent}`, 0.9),
      left('Known by', 2.2),
    ],
    rows,
  )
  paragraph(
    doc,
    `u = ${three(u)} ${words}, effective degrees of freedom ${effectiveDegrees === null ? '∞' : formatFixed(effectiveDegrees, 1)}, k = ${formatFixed(coverageFactor, 2)} (Student’s t at ${withDecimalMark('95.45')} %, degrees of freedom truncated), U = ${formatUncertainty(expandedUncertainty)} ${words}. Sources: JCGM 100:2008; EURAMET cg-17; ILAC-P14.`,
    { size: 8.5 },
  )
  for (const assumed of record.assumptions ?? [])
    paragraph(doc, `· Assumed or left out: ${wordsAsShown(assumed)}.`, { size: 8 })
}

/** Of the round that decides: as left where there is one. */
function tightest({ rounds, results }: SealedRecord): SealedPoint | null {
  const { asFound, asLeft } = ofCountedRounds(rounds, results)
  const share = ({ expandedUncertaintyPercentSpan: u = 0, limitPercentSpan }: SealedPoint) =>
    limitPercentSpan === 0 ? 0 : u / limitPercentSpan
  return ((asLeft ?? asFound)?.points ?? []).reduce<SealedPoint | null>(
    (worst, next) => (worst && share(worst) >= share(next) ? worst : next),
    null,
  )
}

const three = (value: number) => formatSignificant(value, 3)
