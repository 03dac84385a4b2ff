import type { JudgedPoint } from '@/core/analysis/judgedPoint'
import { largestFalseAccept } from '@/core/conformity/falseAccept'
import type { PointVerdict } from '@/core/error/verdict'
import { decimalsOfTwoDigits, formatFixed, formatUncertainty } from '@/core/format/formatNumber'
import { calendarDate, formatDate } from '@/core/format/formatTime'
import type { Recommendation } from '@/core/run/advise/recommendation'
import { ERROR_BASIS_WORDS, errorBasis, shownPercent } from '@/core/run/judge/errorBasis'
import { impactOf, impactWords } from '@/core/run/judge/impact'
import { judgingBasis } from '@/core/run/judge/judgeSteps'
import { largestShown } from '@/core/run/judge/largestShown'
import { errorWords, sideSign } from '@/core/run/judge/shownError'
import { conditionWords, overallStatement, ownConditionWords, RUN_RULES } from '@/core/run/plan/decisionRule'
import { pointName } from '@/core/run/plan/pointScale'
import { ofCountedRounds } from '@/core/run/roundRole'
import type { RunState } from '@/core/run/runState'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { RunView } from '@/schema/runView'
import { riskWords } from '@/words/riskWords'
import { Mark, VERDICT_MARK } from '../../../kit/parts/Mark'
import { Notice } from '../../../kit/parts/Notice'

const HEADLINES: Record<PointVerdict, string> = {
  inside: 'Inside its limit',
  'inside-look': 'Inside its limit, beyond the adjust limit',
  'not-accepted': 'Inside its limit, not accepted: within the guard band',
  'not-stated': 'No statement: the uncertainty is too large for the rule',
  outside: 'Outside its limit',
}
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
  const nearest = last?.analysis.nearestLimit
  if (!last || !verdict || !nearest) return null
  const count = verdict === 'inside' ? 0 : last.points.filter((point) => point.verdict === verdict).length
  const isAsLeft = first !== last
  const { configuration, decisionRule } = run.world
  const shown = { basis: errorBasis(run.world), range: judgingBasis(run.world).range }
  const largest = largestShown(last.points, nearest, shown)
  const percent = (point: JudgedPoint) => errorWords(point, shown, decimals)
  const statement = overallStatement(last.points)
  // That U keeps within the limit is worth a line only where it did not.
  const condition = verdict === 'not-stated' ? conditionWords(run.world) : ownConditionWords(decisionRule)
  const impact = first && impactOf(first.points, run.world, { isToBeRepeated: advice?.action === 'repeat' })
  const falseAccept = largestFalseAccept(last.points)
  return (
    <Notice tone={verdict}>
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
        {nearest !== largest &&
          `; nearest its limit ${percent(nearest)} at ${pointName(nearest.targetPercent, configuration)} ${nearest.direction}`}
        {nearest.expandedUncertaintyPercentSpan !== undefined && `, ${uncertaintyWords(nearest, shown)}`}
        {isAsLeft && first?.analysis.nearestLimit && `; found ${percent(first.analysis.nearestLimit)} %`}
      </p>
      {condition && run.world.statesUncertainty && <p className="small soft">The rule asks that {condition}.</p>}
      {falseAccept && (
        <p className="small">
          Risk of a false accept: {riskWords(falseAccept.probability)} that an accepted point is outside in truth.
        </p>
      )}
      {advice && <p className="small">{adviceWords(advice)}</p>}
      {impact && (
        <p className="small">
          <strong>Impact:</strong>{' '}
          {impactWords(impact, {
            unitLabel: pressureUnitLabel(configuration.unit),
            service: run.world,
            dayOf: (at) => formatDate(calendarDate(new Date(at), timeZone)),
          })}
        </p>
      )}
    </Notice>
  )
}

/** U with two digits, the k it stands with, and what is accepted. */
function uncertaintyWords(point: JudgedPoint, shown: Parameters<typeof shownPercent>[2]): string {
  const { expandedUncertaintyPercentSpan: u = 0, acceptancePercentSpan: acceptance, applied, budget } = point
  const percent = shownPercent(u, applied, shown)
  const decimals = decimalsOfTwoDigits(percent)
  const k = budget ? ` (k = ${formatFixed(budget.coverageFactor, 2)})` : ''
  const accepted =
    acceptance === undefined
      ? ''
      : acceptance === 0
        ? ', nothing can be accepted'
        : `, accepted up to ${sideSign(point)}${formatFixed(shownPercent(acceptance, applied, shown), decimals)}`
  return `uncertainty ±${formatUncertainty(percent)} %${k}${accepted}`
}

const ADVICE: Record<Recommendation['action'], string> = {
  leave: 'Leave it alone',
  adjust: 'Adjust it',
  'put-right': 'Correct the fault before trimming',
  repair: 'Repair it',
  repeat: 'Take the readings again',
}
// How it is done stands with the cause, below.
const adviceWords = ({ action, reason }: Recommendation) => `${ADVICE[action]}: ${reason}.`
