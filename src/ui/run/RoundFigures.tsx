import { ERROR_SHAPE_WORDS } from '@/core/analysis/errorShape'
import type { RoundAnalysis } from '@/core/analysis/roundAnalysis'
import { formatFixed, formatSigned } from '@/core/format/formatNumber'

/** The figures of a round as it grows: largest error, zero, growth, hysteresis, shape. */
export function RoundFigures({
  analysis,
  decimals,
  isDone,
}: {
  analysis: RoundAnalysis
  decimals: number
  isDone: boolean
}) {
  const { largest, line, hysteresisPercentSpan, shape } = analysis
  const percent = (value: number | null | undefined, signed = true) =>
    value === null || value === undefined
      ? '—'
      : `${signed ? formatSigned(value, decimals) : formatFixed(value, decimals)} %`
  return (
    <dl className="figures" aria-live="polite">
      <div>
        <dt>largest error</dt>
        <dd className={`num ${largest ? `tone-${largest.verdict}` : ''}`}>{percent(largest?.errorPercentSpan)}</dd>
      </div>
      <div>
        <dt>at zero</dt>
        <dd className="num">{percent(line?.atZeroPercentSpan)}</dd>
      </div>
      <div>
        <dt>growth over span</dt>
        <dd className="num">{percent(line?.growthPercentSpan)}</dd>
      </div>
      <div>
        <dt>hysteresis{isDone ? '' : ' so far'}</dt>
        <dd className="num">{percent(hysteresisPercentSpan, false)}</dd>
      </div>
      <div className="shape">
        <dt>shape{isDone ? '' : ' so far'}</dt>
        <dd>{ERROR_SHAPE_WORDS[shape]}</dd>
      </div>
    </dl>
  )
}
