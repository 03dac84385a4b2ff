'use client'
import { useRouter } from 'next/navigation'
import { type ReactNode, useState } from 'react'
import { decimalsShown } from '@/core/run/decimalsShown'
import { diagnoseRound } from '@/core/run/diagnoseRound'
import { judgingBasis } from '@/core/run/judgeSteps'
import { screwWork } from '@/core/run/screwWork'
import type { BeamData } from '@/schema/beam'
import type { RunStep, RunView } from '@/schema/runView'
import { DiagnosisView } from '../parts/DiagnosisView'
import { ErrorCorridor } from '../pictures/ErrorCorridor'
import { AdjustFoot, AdjustPanel, adjustableOf, hasScrews } from './AdjustPanel'
import { CorrectionDialog } from './CorrectionDialog'
import { EntryLine } from './EntryLine'
import { JudgeFoot } from './JudgeFoot'
import { PointLadder } from './PointLadder'
import { ReasonDialog } from './ReasonDialog'
import { RoundFigures } from './RoundFigures'
import { RunHead } from './RunHead'
import { type EarlierCurve, runCorridor } from './runPictures'
import { ScrewPad } from './ScrewPad'
import { SignFoot } from './SignFoot'
import { StageTrack } from './StageTrack'
import type { Typed } from './typedReading'
import { useRun } from './useRun'
import { VerdictPanel } from './VerdictPanel'

type Props = {
  initial: RunView
  beam: BeamData
  earlier: EarlierCurve | null
  people: readonly { id: string; name: string; role: string }[]
  currentId: string | null
  timeZone: string
}

/** The run: stage track, point ladder, error corridor, and at the foot the one thing to do next. */
export function RunDesk({ initial, beam, earlier, people, currentId, timeZone }: Props) {
  const router = useRouter()
  const { run, state, write } = useRun(initial)
  const [typed, setTyped] = useState<Typed>({ kind: 'incomplete' })
  const [correcting, setCorrecting] = useState<RunStep | null>(null)
  const [isAbandoning, setAbandoning] = useState(false)
  const { world } = run
  const round = run.rounds.at(-1)
  const judged = state.rounds.at(-1)
  if (!round || !judged) return null // cannot be: a run is started with its first round

  const { stage } = state
  const armed =
    stage === 'as-found' || stage === 'as-left' ? round.steps.find((step) => step.readings.length === 0) : undefined
  const decimals = decimalsShown(
    world,
    round.steps.flatMap((step) => step.readings.slice(-1).map((reading) => reading.output)),
  )
  const mayCorrect = round.decision === null
  const basis = judgingBasis(world)
  const diagnosis = stage === 'judge' ? diagnoseRound(judged.points, basis) : null
  const screws = stage === 'adjust' && hasScrews(world) ? screwWork(judged.points, round.adjustments, basis) : null
  const lastRead = round.steps.findLast((step) => step.readings.length > 0)
  const cursor = armed && {
    percent: typed.kind === 'judged' ? typed.point.appliedPercent : armed.percent,
    errorPercentSpan: typed.kind === 'judged' ? typed.point.errorPercentSpan : null,
    direction: armed.direction,
  }

  const seal = async (signing: unknown) => {
    const refusal = await write('seal', signing)
    if (refusal === null) router.push(`/records/of/${run.id}`)
    return refusal
  }
  const abandon = async (reason: string) => {
    const refusal = await write('abandon', { reason })
    if (refusal === null) router.push(`/instruments/${encodeURIComponent(world.instrument.tag)}`)
    return refusal
  }

  return (
    <div className="run">
      <RunHead
        tag={world.instrument.tag}
        configuration={world.configuration}
        beam={beam}
        references={referenceWords(run)}
      />
      <StageTrack stage={stage} />
      <div className="run-body">
        <div className="run-left stack">
          {(stage === 'judge' || stage === 'sign') && (
            <VerdictPanel run={run} state={state} decimals={decimals.percent} />
          )}
          {diagnosis && <DiagnosisView answer={diagnosis} adjustable={adjustableOf(world)} most={3} />}
          {stage === 'adjust' ? (
            <AdjustPanel run={run} nextScrew={screws?.advice.nextScrew} record={(done) => write('adjustments', done)} />
          ) : (
            <FoldedWhen isFolded={diagnosis !== null} summary={`The ${judged.points.length} readings`}>
              <PointLadder
                world={world}
                steps={round.steps}
                points={judged.points}
                decimals={decimals}
                armedId={armed?.id ?? null}
                {...(mayCorrect && { correct: setCorrecting })}
              />
            </FoldedWhen>
          )}
        </div>
        <div className="run-right">
          {screws ? (
            <ScrewPad work={screws} unit={basis.scale.unit} decimals={decimals.computedOutput - 1} />
          ) : (
            <ErrorCorridor data={runCorridor({ world, rounds: state.rounds, earlier, cursor })} />
          )}
          <div>
            <RoundFigures analysis={judged.analysis} decimals={decimals.percent} isDone={!armed} />
            <p className="small">
              <button type="button" className="link-button soft" onClick={() => setAbandoning(true)}>
                Abandon this run…
              </button>
            </p>
          </div>
        </div>
      </div>
      <div className="run-foot">
        {armed && (
          <EntryLine
            world={world}
            step={armed}
            count={round.steps.length}
            decimals={decimals}
            accept={(reading) => write('readings', { ...reading, stepId: armed.id })}
            onTyped={setTyped}
            correctLast={() => mayCorrect && lastRead && setCorrecting(lastRead)}
          />
        )}
        {stage === 'judge' && (
          <JudgeFoot
            analysis={judged.analysis}
            decide={(decision, reason) => write('decision', { round: round.round, decision, reason })}
          />
        )}
        {stage === 'adjust' && (
          <AdjustFoot count={round.adjustments.length} open={() => write('rounds', { round: run.rounds.length })} />
        )}
        {stage === 'sign' && (
          <SignFoot
            people={people}
            currentId={currentId}
            isOutside={judged.analysis.verdict === 'outside'}
            seal={seal}
            {...(round.decision === null && {
              adjustAgain: (reason: string) => write('decision', { round: round.round, decision: 'adjust', reason }),
            })}
          />
        )}
      </div>
      {correcting && (
        <CorrectionDialog
          world={world}
          step={correcting}
          timeZone={timeZone}
          onClose={() => setCorrecting(null)}
          store={(correction) => write('readings', { ...correction, stepId: correcting.id })}
        />
      )}
      {isAbandoning && (
        <ReasonDialog
          title="Abandon this run?"
          words="What was read is kept, but it never becomes a record."
          action="Abandon the run"
          onClose={() => setAbandoning(false)}
          store={abandon}
        />
      )}
    </div>
  )
}

/** Detail that steps back behind a summary when something else leads. */
function FoldedWhen({ isFolded, summary, children }: { isFolded: boolean; summary: string; children: ReactNode }) {
  if (!isFolded) return children
  return (
    <details className="readings-fold">
      <summary>{summary}</summary>
      {children}
    </details>
  )
}

const referenceWords = ({ world }: RunView) =>
  `reference ${[world.inputReference.code, ...(world.outputReference ? [world.outputReference.code] : [])].join(' and ')}`
