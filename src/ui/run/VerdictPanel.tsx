import type { JudgedPoint } from '@/core/analysis/judgedPoint'
import { formatSigned } from '@/core/format/formatNumber'
import { ERROR_BASIS_WORDS, errorBasis, shownPercent } from '@/core/run/errorBasis'
import { judgingBasis } from '@/core/run/judgeSteps'
import { pointName } from '@/core/run/pointScale'
import { recommendation } from '@/core/run/recommendation'
import type { RunState } from '@/core/run/runState'
import type { RunView } from '@/schema/runView'
import { Mark, VERDICT_MARK } from '../parts/Mark'

const HEADLINES = {
  inside: 'Inside its limit',
  'inside-look': 'Inside its limit, beyond the adjust limit',
  outside: 'Outside its limit',
} as const

/** The verdict on the last round in one look, and beside it how it was found. */
export function VerdictPanel({ run, state, decimals }: { run: RunView; state: RunState; decimals: number }) {
  const last = state.rounds.at(-1)
  const first = state.rounds[0]
  const verdict = last?.analysis.verdict
  const largest = last?.analysis.largest
  if (!last || !verdict || !largest) return null
  const count = {
    inside: 0,
    'inside-look': last.analysis.pointsBeyondAdjustLimit,
    outside: last.analysis.pointsOutside,
  }[verdict]
  const isAsLeft = state.rounds.length > 1
  const { configuration } = run.world
  const shown = { basis: errorBasis(run.world), range: judgingBasis(run.world).range }
  const percent = ({ errorPercentSpan, applied }: JudgedPoint) =>
    formatSigned(shownPercent(errorPercentSpan, applied, shown), decimals)
  return (
    <div className={`notice is-${verdict}`}>
      <p className="soft small">{isAsLeft ? 'as left' : 'as found'}</p>
      <p className="verdict-line">
        <Mark mark={VERDICT_MARK[verdict]} size={20} /> {HEADLINES[verdict]}
        {count > 0 && (
          <span className="run-what">
            {' '}
            at {count} of {last.points.length} points
          </span>
        )}
      </p>
      <p className="num small">
        largest {percent(largest)} {ERROR_BASIS_WORDS[shown.basis]} at {pointName(largest.targetPercent, configuration)}{' '}
        {largest.direction}
        {isAsLeft && first?.analysis.largest && `; found ${percent(first.analysis.largest)} %`}
      </p>
      {!isAsLeft && run.rounds[0]?.decision === null && <p className="small">{advice(last.analysis)}</p>}
    </div>
  )
}

function advice(analysis: Parameters<typeof recommendation>[0]): string {
  const { decision, reason } = recommendation(analysis)
  return `${{ leave: 'Leave it alone', adjust: 'Adjust it', repair: 'Repair it' }[decision]}: ${reason}.`
}
