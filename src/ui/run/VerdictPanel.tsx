import type { JudgedPoint } from '@/core/analysis/judgedPoint'
import { formatFixed, formatSigned } from '@/core/format/formatNumber'
import { calendarDate, formatDate } from '@/core/format/formatTime'
import { overallStatement, RUN_RULES } from '@/core/run/decisionRule'
import { ERROR_BASIS_WORDS, errorBasis, shownPercent } from '@/core/run/errorBasis'
import { impactOf, impactWords } from '@/core/run/impact'
import { judgingBasis } from '@/core/run/judgeSteps'
import { pointName } from '@/core/run/pointScale'
import type { Recommendation } from '@/core/run/recommendation'
import { ofCountedRounds } from '@/core/run/roundRole'
import type { RunState } from '@/core/run/runState'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { RunView } from '@/schema/runView'
import { Mark, VERDICT_MARK } from '../parts/Mark'

const HEADLINES = {
  inside: 'Inside its limit',
  'inside-look': 'Inside its limit, beyond the adjust limit',
  outside: 'Outside its limit',
} as const
const STATEMENTS = {
  pass: 'Passed',
  'conditional pass': 'Passed with a condition',
  undecided: 'Undecided',
  'conditional fail': 'Failed with a condition',
  fail: 'Failed',
} as const

type Props = {
  run: RunView
  state: RunState
  decimals: number
  timeZone: string
  /** What is advised; absent once it is decided. */
  advice?: Recommendation | undefined
}

/** The verdict on the last round in one look, and beside it how it was found. */
export function VerdictPanel({ run, state, decimals, timeZone, advice }: Props) {
  const last = state.rounds.at(-1)
  const first = ofCountedRounds(run.rounds, state.rounds).asFound
  const verdict = last?.analysis.verdict
  const largest = last?.analysis.largest
  if (!last || !verdict || !largest) return null
  const count = {
    inside: 0,
    'inside-look': last.analysis.pointsBeyondAdjustLimit,
    outside: last.analysis.pointsOutside,
  }[verdict]
  const isAsLeft = first !== last
  const { configuration, decisionRule, lastGood } = run.world
  const shown = { basis: errorBasis(run.world), range: judgingBasis(run.world).range }
  const percent = ({ errorPercentSpan, applied }: JudgedPoint) =>
    formatSigned(shownPercent(errorPercentSpan, applied, shown), decimals)
  const statement = overallStatement(last.points)
  const impact = first && impactOf(first.points)
  return (
    <div className={`notice is-${verdict}`}>
      <p className="soft small">
        {isAsLeft ? 'as left' : 'as found'}
        {run.world.statesUncertainty && `, by ${RUN_RULES[decisionRule].label}`}
      </p>
      <p className="verdict-line">
        <Mark mark={VERDICT_MARK[verdict]} size={20} /> {statement ? STATEMENTS[statement] : HEADLINES[verdict]}
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
        {largest.expandedUncertaintyPercentSpan !== undefined &&
          `, uncertainty ±${formatFixed(shownPercent(largest.expandedUncertaintyPercentSpan, largest.applied, shown), decimals)} % (k = 2)`}
        {isAsLeft && first?.analysis.largest && `; found ${percent(first.analysis.largest)} %`}
      </p>
      {advice && <p className="small">{adviceWords(advice)}</p>}
      {impact && (
        <p className="small">
          <strong>Impact:</strong>{' '}
          {impactWords(impact, {
            unitLabel: pressureUnitLabel(configuration.unit),
            lastGood: lastGood
              ? { sequence: lastGood.sequence, day: formatDate(calendarDate(new Date(lastGood.sealedAt), timeZone)) }
              : null,
          })}
        </p>
      )}
    </div>
  )
}

const ADVICE: Record<Recommendation['action'], string> = {
  leave: 'Leave it alone',
  adjust: 'Adjust it',
  'put-right': 'Put it right first, no trim',
  repair: 'Repair it',
  repeat: 'Take the readings again',
}
// How it is done stands with the cause, below.
const adviceWords = ({ action, reason }: Recommendation) => `${ADVICE[action]}: ${reason}.`
