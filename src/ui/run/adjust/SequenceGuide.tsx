'use client'
import { ADJUSTMENT_KINDS } from '@/core/adjust/adjustmentKind'
import { standingActs } from '@/core/adjust/standingActs'
import { formatPlain } from '@/core/format/formatNumber'
import type { SequenceStep } from '@/core/run/advise/adjustSequence'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { RunView } from '@/schema/runView'
import { Mark } from '../../../kit/parts/Mark'

/** The points at which a gauge is adjusted, in their order, with where each may be taken. */
export function SequenceGuide({ run, sequence }: { run: RunView; sequence: readonly SequenceStep[] }) {
  if (sequence.length === 0) return null
  const done = new Set(standingActs(run.rounds.at(-1)?.adjustments ?? []).map(({ kind }) => kind))
  const unit = pressureUnitLabel(run.world.configuration.unit)
  const shown = (value: number) => formatPlain(Number(value.toPrecision(4)))
  return (
    <>
      <h2>Points, in their order</h2>
      <ol className="work-steps">
        {sequence.map(({ kind, target, from, to, says, holdSeconds }, index) => {
          const isDone = done.has(kind)
          const isNext = !isDone && sequence.findIndex((each) => !done.has(each.kind)) === index
          return (
            <li key={kind} className={isDone ? 'is-answered' : isNext ? 'is-here' : 'is-ahead'}>
              <span className="work-mark">{isDone && <Mark mark="inside" label="recorded" />}</span>
              <span>
                <span className="work-does">
                  {ADJUSTMENT_KINDS[kind]}
                  {target !== null && (
                    <span className="num">
                      {' '}
                      at {shown(target)} {unit}
                    </span>
                  )}
                </span>
                <span className="small soft work-why num">
                  {says}; hold it {holdSeconds} s
                  {from !== null &&
                    to !== null &&
                    from !== to &&
                    `; taken between ${shown(from)} and ${shown(to)} ${unit}`}
                </span>
              </span>
            </li>
          )
        })}
      </ol>
    </>
  )
}
