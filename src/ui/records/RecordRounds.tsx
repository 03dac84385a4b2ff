'use client'
import type { DecimalsShown } from '@/core/run/judge/decimalsShown'
import { roundNames } from '@/core/run/roundRole'
import type { RunState } from '@/core/run/runState'
import type { RunView } from '@/schema/runView'
import { actUnits, adjustmentWords } from '@/words/adjustmentWords'
import { takingWords } from '@/words/takingWords'
import { ErrorCorridor } from '../../kit/pictures/ErrorCorridor'
import { PointLadder } from '../run/reading/PointLadder'
import { runCorridor } from '../run/runPictures'

/** Every round of a sealed run, with what was done between them. */
export function RecordRounds({ run, state, decimals }: { run: RunView; state: RunState; decimals: DecimalsShown }) {
  const { world } = run
  const units = actUnits(world)
  const names = roundNames(run.rounds)
  return (
    <div className="stack">
      <ErrorCorridor height={270} data={runCorridor({ run, rounds: state.rounds, earlier: null })} />
      {run.rounds.map((round) => (
        <section key={round.round} className="tight">
          <h2>{names[round.round]}</h2>
          {round.decision?.decision === 'repeat' && <p className="soft small">because: {round.decision.reason}</p>}
          <div className="scroll-x">
            <PointLadder
              world={world}
              steps={round.steps}
              points={state.rounds[round.round]?.points ?? []}
              decimals={decimals}
              armedId={null}
            />
          </div>
          {takingWords(round, world).map((line) => (
            <p key={line} className="soft small">
              {line}.
            </p>
          ))}
          {round.adjustments.length > 0 && (
            <ul className="cautions small">
              {round.adjustments.map((done) => (
                <li key={done.id}>{adjustmentWords(done, units)}</li>
              ))}
            </ul>
          )}
        </section>
      ))}
    </div>
  )
}
