import type { ReactNode } from 'react'
import { decimalsShown } from '@/core/run/judge/decimalsShown'
import { roundNames } from '@/core/run/roundRole'
import type { RunState } from '@/core/run/runState'
import type { RunRound, RunStep } from '@/schema/recordedRun'
import type { RunView } from '@/schema/runView'
import { Notice } from '../../../kit/parts/Notice'
import { PointLadder } from './PointLadder'

type Props = {
  run: RunView
  state: RunState
  armedId: string | null
  /** Detail steps back behind a summary where something else leads. */
  isFolded: boolean
  correct?: (step: RunStep) => void
}

/** The ladder of the present round; in an amendment those of the earlier ones too, as any may be wrong. */
export function Readings({ run, state, armedId, isFolded, correct }: Props) {
  const { world, rounds } = run
  const ladder = (round: RunRound, armed: string | null) => (
    <PointLadder
      world={world}
      steps={round.steps}
      points={state.rounds[round.round]?.points ?? []}
      decimals={decimalsShown(
        world,
        round.steps.flatMap(({ readings }) => readings.slice(-1).map(({ output }) => output)),
      )}
      armedId={armed}
      {...(correct && { correct })}
    />
  )
  const names = roundNames(rounds)
  const present = rounds.at(-1)
  if (!present) return null
  return (
    <>
      {world.amends && (
        <Notice>
          Amends record {world.amends.sequence}: {world.amends.reason}. Correct what is wrong by its row, then sign.
        </Notice>
      )}
      <FoldedWhen isFolded={isFolded} summary={`The ${present.steps.length} readings`}>
        {ladder(present, armedId)}
      </FoldedWhen>
      {world.amends &&
        rounds.slice(0, -1).map((earlier) => (
          <section key={earlier.round} className="tight">
            <h2>{names[earlier.round]}</h2>
            {ladder(earlier, null)}
          </section>
        ))}
    </>
  )
}

function FoldedWhen({ isFolded, summary, children }: { isFolded: boolean; summary: string; children: ReactNode }) {
  if (!isFolded) return children
  return (
    <details className="readings-fold">
      <summary>{summary}</summary>
      {children}
    </details>
  )
}
