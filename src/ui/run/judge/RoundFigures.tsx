import { ERROR_SHAPE_WORDS } from '@/core/analysis/errorShape'
import { formatFixed, formatSigned } from '@/core/format/formatNumber'
import { errorBasis, shownPercent } from '@/core/run/judge/errorBasis'
import { judgingBasis } from '@/core/run/judge/judgeSteps'
import { largestShown } from '@/core/run/judge/largestShown'
import { pointName } from '@/core/run/plan/pointScale'
import type { JudgedRound } from '@/core/run/runState'
import type { World } from '@/schema/world'

/** The figures of a round as it grows: largest error, zero, growth, hysteresis, shape. */
export function RoundFigures({
  judged,
  world,
  decimals,
  isDone,
  cause,
}: {
  judged: JudgedRound
  world: World
  decimals: number
  isDone: boolean
  /** The cause the readings point to, in words, where one was found. */
  cause?: string | undefined
}) {
  const { nearestLimit, line, hysteresisPercentSpan, shape } = judged.analysis
  const percent = (value: number | null | undefined, signed = true) =>
    value === null || value === undefined
      ? '—'
      : `${signed ? formatSigned(value, decimals) : formatFixed(value, decimals)} %`
  const basis = errorBasis(world)
  const shown = { basis, range: judgingBasis(world).range }
  const largest = nearestLimit && largestShown(judged.points, nearestLimit, shown)
  const isBent = world.configuration.transfer.kind !== 'linear'
  if (basis === 'reading')
    return (
      <dl className="figures" aria-live="polite">
        <div>
          <dt>largest error, % of reading</dt>
          <dd className={`num ${largest ? `tone-${largest.verdict}` : ''}`}>
            {percent(largest && shownPercent(largest.errorPercentSpan, largest.applied, shown))}
          </dd>
        </div>
        <div>
          <dt>at</dt>
          <dd className="num">{largest ? pointName(largest.targetPercent, world.configuration) : '—'}</dd>
        </div>
      </dl>
    )
  return (
    <dl className="figures" aria-live="polite">
      <div>
        <dt>largest error</dt>
        <dd className={`num ${largest ? `tone-${largest.verdict}` : ''}`}>{percent(largest?.errorPercentSpan)}</dd>
      </div>
      <div>
        <dt>zero error{isBent ? ', pressure' : ''}</dt>
        <dd className="num">{percent(line?.atZeroPercentSpan)}</dd>
      </div>
      <div>
        <dt>span error{isBent ? ', pressure' : ''}</dt>
        <dd className="num">{percent(line?.growthPercentSpan)}</dd>
      </div>
      <div>
        <dt>hysteresis{isDone ? '' : ' so far'}</dt>
        <dd className="num">{percent(hysteresisPercentSpan, false)}</dd>
      </div>
      {/* Once a cause is found it alone is said: a shape beside it could only agree or contradict. */}
      {cause !== undefined ? (
        <div className="shape">
          <dt>points to</dt>
          <dd>{cause}</dd>
        </div>
      ) : (
        !isDone && (
          <div className="shape">
            <dt>shape so far</dt>
            <dd>{ERROR_SHAPE_WORDS[shape]}</dd>
          </div>
        )
      )}
    </dl>
  )
}
