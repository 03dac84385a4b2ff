'use client'
import { formatFixed, formatSigned, formatUncertainty } from '@/core/format/formatNumber'
import type { DecimalsShown } from '@/core/run/judge/decimalsShown'
import { ERROR_BASIS_WORDS, errorBasis, shownPercent } from '@/core/run/judge/errorBasis'
import { judgingBasis } from '@/core/run/judge/judgeSteps'
import { errorWords } from '@/core/run/judge/shownError'
import { isTransmitted } from '@/core/signal/signal'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { World } from '@/schema/world'
import { pointVerdictWords } from '@/words/pointVerdictWords'
import { Mark, VERDICT_MARK } from '../../../kit/parts/Mark'
import { Refused } from '../../../kit/parts/Refused'
import type { Typed } from '../../../plans/typedReading'
import { CUT_OFF_WORDS } from './cutOffWords'

type SaysProps = { typed: Typed; message: string | null; isSending: boolean; world: World; decimals: DecimalsShown }

/** The same in one sentence, for ears; null while the figures are not whole. */
export function entryWords(typed: Typed, world: World, decimals: DecimalsShown): string | null {
  if (typed.kind === 'incomplete') return null
  if (typed.kind === 'refused') return typed.words
  const { point, notice } = typed
  const basis = errorBasis(world)
  const { range } = judgingBasis(world)
  const error = `error ${errorWords(point, { basis, range }, decimals.percent)} %`
  return [error, pointVerdictWords(point), ...(notice ? [notice.words] : [])].join(', ')
}

/** What is to be said of the reading being typed. */
export function EntrySays({ typed, message, isSending, world, decimals }: SaysProps) {
  if (message) return <Refused words={message} />
  if (isSending) return <p className="soft">storing…</p>
  if (typed.kind === 'refused') return <p className="tone-outside">{typed.words}</p>
  if (typed.kind === 'incomplete') return <p className="soft">Type what the reference and the output really show.</p>
  const { point, notice } = typed
  const { scale, range } = judgingBasis(world)
  const basis = errorBasis(world)
  return (
    <>
      <p className="num">
        ideal {formatFixed(point.idealOutput, decimals.computedOutput)} {scale.unit}, error{' '}
        <strong className={`tone-${point.verdict}`}>{errorWords(point, { basis, range }, decimals.percent)} %</strong>{' '}
        {point.expandedUncertaintyPercentSpan !== undefined && (
          <span className="soft">
            ±{formatUncertainty(
              shownPercent(point.expandedUncertaintyPercentSpan, point.applied, { basis, range }),
            )}{' '}
          </span>
        )}
        {ERROR_BASIS_WORDS[basis].slice(2)}
      </p>
      <p className="num">
        <span className={`tone-${point.verdict}`}>
          <Mark mark={VERDICT_MARK[point.verdict]} /> {pointVerdictWords(point)}
        </span>
        <span className="soft">
          {' '}
          · {formatSigned(point.errorOutput, decimals.computedOutput)} {scale.unit}
          {point.errorInput !== null && isTransmitted(world.configuration.signal) && (
            <>
              {' '}
              · {formatSigned(point.errorInput, decimals.errorInput)} {pressureUnitLabel(range.unit)}
            </>
          )}
          {point.cutOff && ` · ${CUT_OFF_WORDS[point.cutOff]}`}
        </span>
      </p>
      {notice && <strong className="tone-look">{notice.words}</strong>}
    </>
  )
}
