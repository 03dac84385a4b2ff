'use client'
import Button from '@mui/material/Button'
import { useMemo } from 'react'
import { priorFromHistory, type SharePrior } from '@/core/conformity/priorFromHistory'
import { withDecimalMark } from '@/core/format/decimalMark'
import { formatFixed, formatSigned } from '@/core/format/formatNumber'
import type { RunRule } from '@/core/run/plan/decisionRule'
import type { ReferenceOffers } from '@/plans/offers'
import type { PlannedConditions } from '@/plans/plannedRun'
import { INSIDE_BEFORE, type RankedChoice, rankedChoices } from '@/plans/rankedChoices'
import type { Configuration } from '@/schema/configuration'
import { Mark } from '../../kit/parts/Mark'

type Props = {
  readonly configuration: Configuration
  readonly offers: ReferenceOffers
  readonly inputIds: readonly string[]
  readonly outputId: string | null
  readonly rule: RunRule
  readonly inputUnit: Configuration['unit']
  /** How it was found at each calibration before, in shares of its limit. */
  readonly foundBefore: readonly number[]
  /** Where and how the work is done. */
  readonly at: PlannedConditions
  readonly take: (choice: RankedChoice) => void
}

/** The best, and what it is chosen from at a glance; those that do not suit say why below. */
const MOST_SHOWN = 4

/** What serves the job together, by the greatest risk of accepting what is outside; one press takes the best. */
export function RankedChoices({
  configuration,
  offers,
  inputIds,
  outputId,
  rule,
  inputUnit,
  foundBefore,
  at,
  take,
}: Props) {
  const history = useMemo(() => priorFromHistory(foundBefore), [foundBefore])
  const ranked = useMemo(
    () => rankedChoices(configuration, offers, { rule, inputUnit, history, at }),
    [configuration, offers, rule, inputUnit, history, at],
  )
  const [best] = ranked
  if (!best) return null
  const isChosen = (choice: RankedChoice) =>
    choice.outputId === outputId &&
    choice.inputIds.length === inputIds.length &&
    choice.inputIds.every((id) => inputIds.includes(id))
  const place = ranked.findIndex(isChosen)
  const shown = ranked.filter((choice, index) => index < MOST_SHOWN || isChosen(choice))
  return (
    <section className="tight" aria-labelledby="ranked">
      <h2 id="ranked">Recommended reference sets</h2>
      <ol className="plain-list">
        {shown.map((choice) => (
          <li key={choice.codes} aria-current={isChosen(choice) ? 'true' : undefined} className="num">
            <Mark mark={choice.isToLookAt ? 'look' : 'inside'} />{' '}
            {isChosen(choice) ? <strong>{choice.codes}</strong> : choice.codes}{' '}
            <span className="soft small">
              false accept {riskWords(choice.risk)}, limit {formatFixed(choice.ratio, 1)} × U at {choice.point}
              {isChosen(choice) && ', chosen'}
            </span>
          </li>
        ))}
      </ol>
      <p className="small soft">
        Greatest risk of accepting what is outside, {history ? historyWords(history, foundBefore.length) : SUPPOSED}; by
        U of everything, as it is to be expected.
        {ranked.length > shown.length && ` ${ranked.length - shown.length} more suit too.`}
      </p>
      {place !== 0 && (
        <Button variant="outlined" onClick={() => take(best)}>
          Take the best: {best.codes}
        </Button>
      )}
    </section>
  )
}

const SUPPOSED = `if ${formatFixed(INSIDE_BEFORE * 100, 0)} of 100 such instruments are inside their limit`
const historyWords = ({ mean, standardDeviation }: SharePrior, count: number) =>
  `by how this one was found ${count} times: ${formatSigned(mean * 100, 0)} % of its limit, and the next one within ${formatFixed(standardDeviation * 100, 0)} % of that (1 s)`

/** A probability in per cent, to two digits that tell. */
const riskWords = (risk: number): string => {
  const percent = risk * 100
  return percent < 0.01 ? `under ${withDecimalMark('0.01')} %` : `${formatFixed(percent, percent < 1 ? 2 : 1)} %`
}
