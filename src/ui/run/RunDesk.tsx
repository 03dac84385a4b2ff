'use client'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { formatPlain } from '@/core/format/formatNumber'
import { decimalsShown } from '@/core/run/decimalsShown'
import { diagnoseRound } from '@/core/run/diagnoseRound'
import { judgingBasis } from '@/core/run/judgeSteps'
import { pointValue } from '@/core/run/pointScale'
import { screwWork } from '@/core/run/screwWork'
import { IN_SERVICE, type ValveStates } from '@/core/run/valves'
import { workLists } from '@/core/run/workLists'
import { nextStep, valvesAfter, type WorkList, type WorkStep } from '@/core/run/workStep'
import type { BeamData } from '@/schema/beam'
import type { RunStep, RunView } from '@/schema/runView'
import { referencesOf, type World } from '@/schema/world'
import { DiagnosisView } from '../parts/DiagnosisView'
import { ErrorCorridor } from '../pictures/ErrorCorridor'
import { HookUpPicture } from '../pictures/HookUpPicture'
import { AdjustFoot, AdjustPanel, adjustableOf, hasScrews } from './AdjustPanel'
import { CorrectionDialog } from './CorrectionDialog'
import { EntryLine } from './EntryLine'
import { HotOffsetPanel } from './HotOffsetPanel'
import { JudgeFoot } from './JudgeFoot'
import { LoopCheckPanel } from './LoopCheckPanel'
import { Readings } from './Readings'
import { ReasonDialog } from './ReasonDialog'
import { RoundFigures } from './RoundFigures'
import { RunHead } from './RunHead'
import { type EarlierCurve, runCorridor } from './runPictures'
import { ScrewPad } from './ScrewPad'
import { type Signer, SignFoot } from './SignFoot'
import { StageTrack } from './StageTrack'
import type { Typed } from './typedReading'
import { useRun } from './useRun'
import { VerdictPanel } from './VerdictPanel'
import { WorkFoot } from './WorkFoot'
import { WorkPanel } from './WorkPanel'

type Props = {
  initial: RunView
  beam: BeamData
  earlier: EarlierCurve | null
  person: Signer
  timeZone: string
}

/** The run: stage track, point ladder, error corridor, and at the foot the one thing to do next. */
export function RunDesk({ initial, beam, earlier, person, timeZone }: Props) {
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
  const lists = workLists(run)
  const list = stage === 'isolate' || stage === 'restore' ? stage : null
  const steps = (list && lists?.[list]) ?? []
  const nextWork = list && nextStep(steps, run.workSteps ?? [], list)
  const hasBegunRestore = run.workSteps?.some((each) => each.list === 'restore') ?? false
  const armed =
    stage === 'as-found' || stage === 'as-left' ? round.steps.find((step) => step.readings.length === 0) : undefined
  const decimals = decimalsShown(
    world,
    round.steps.flatMap((step) => step.readings.slice(-1).map((reading) => reading.output)),
  )
  const mayCorrect = round.decision === null || world.amends !== undefined
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
          {(stage === 'judge' || stage === 'sign' || stage === 'restore') && (
            <VerdictPanel run={run} state={state} decimals={decimals.percent} />
          )}
          {diagnosis && <DiagnosisView answer={diagnosis} adjustable={adjustableOf(world)} most={3} />}
          {list ? (
            <WorkPanel run={run} list={list} steps={steps} />
          ) : stage === 'adjust' ? (
            <AdjustPanel run={run} nextScrew={screws?.advice.nextScrew} record={(done) => write('adjustments', done)} />
          ) : null}
          {stage !== 'isolate' && stage !== 'adjust' && (
            <Readings
              run={run}
              state={state}
              armedId={armed?.id ?? null}
              isFolded={diagnosis !== null || stage === 'restore'}
              {...(mayCorrect && { correct: setCorrecting })}
            />
          )}
        </div>
        <div className="run-right">
          {nextWork?.id === 'loop-check' ? (
            <LoopCheckPanel
              run={run}
              judged={judged}
              record={(check) => write('loop-checks', check)}
              trimToHost={(reason) => write('decision', { round: round.round, decision: 'adjust', reason })}
            />
          ) : nextWork?.id === 'hot-offset' ? (
            <HotOffsetPanel run={run} record={(done) => write('adjustments', done)} />
          ) : list && lists ? (
            <HookUpPicture hookUp={world.configuration.hookUp} states={valvesOf(run, lists)} />
          ) : screws ? (
            <ScrewPad work={screws} unit={basis.scale.unit} decimals={decimals.computedOutput - 1} />
          ) : (
            <ErrorCorridor data={runCorridor({ world, rounds: state.rounds, earlier, cursor })} />
          )}
          <div>
            {!list && (
              <RoundFigures analysis={judged.analysis} world={world} decimals={decimals.percent} isDone={!armed} />
            )}
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
            noteOvershoot={(noted) => write('overshoots', { ...noted, stepId: armed.id })}
            onTyped={setTyped}
            correctLast={() => mayCorrect && lastRead && setCorrecting(lastRead)}
          />
        )}
        {list && nextWork && (
          <WorkFoot
            list={list}
            step={nextWork}
            place={{ position: steps.indexOf(nextWork), count: steps.length }}
            answer={(answer) => write('work-steps', answer)}
            {...(list === 'restore' &&
              !hasBegunRestore &&
              round.decision === null && {
                adjustAgain: (reason: string) => write('decision', { round: round.round, decision: 'adjust', reason }),
              })}
          />
        )}
        {stage === 'judge' && (
          <JudgeFoot
            analysis={judged.analysis}
            decide={(decision, reason) => write('decision', { round: round.round, decision, reason })}
          />
        )}
        {stage === 'adjust' && (
          <AdjustFoot
            count={round.adjustments.length}
            points={registerPoints(world)}
            open={(fewerPoints) => write('rounds', { round: run.rounds.length, fewerPoints })}
          />
        )}
        {stage === 'sign' && (
          <SignFoot
            person={person}
            isOutside={judged.analysis.verdict === 'outside'}
            seal={seal}
            {...(round.decision === null &&
              !hasBegunRestore && {
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

/** How the valves stand after what was ticked in both lists. */
function valvesOf({ world, workSteps = [] }: RunView, { isolate, restore }: Record<WorkList, WorkStep[]>): ValveStates {
  const isDone = (list: WorkList) => (id: string) =>
    workSteps.some((each) => each.list === list && each.item === id && each.outcome === 'done')
  const out = valvesAfter(IN_SERVICE[world.configuration.hookUp], isolate, isDone('isolate'))
  return valvesAfter(out, restore, isDone('restore'))
}

/** The points of a run as they are typed: in the scale the register gives them in. */
const registerPoints = ({ points, configuration }: World): string =>
  [...new Set(points.map(({ percent }) => percent))]
    .map((percent) => formatPlain(Number(pointValue(percent, configuration).toPrecision(6))).replace('−', '-'))
    .join(', ')

const referenceWords = ({ world }: RunView) =>
  `reference ${referencesOf(world)
    .map(({ code }) => code)
    .join(' and ')}`
