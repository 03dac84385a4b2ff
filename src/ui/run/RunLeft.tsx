import { remedyFactsOf } from '@/core/run/advise/adviseRound'
import type { RunState } from '@/core/run/runState'
import type { RunStep } from '@/schema/recordedRun'
import type { RunView } from '@/schema/runView'
import { DiagnosisView } from '../parts/DiagnosisView'
import { AdjustPanel } from './AdjustPanel'
import type { DeskFacts } from './deskFacts'
import { Readings } from './Readings'
import { ReferenceRule } from './ReferenceRule'
import { VerdictPanel } from './VerdictPanel'
import { WorkPanel } from './WorkPanel'

type Props = {
  run: RunView
  state: RunState
  facts: DeskFacts
  timeZone: string
  /** Whether this person may record something now. */
  mayWork: boolean
  write: (route: string, body: unknown) => Promise<string | null>
  correct?: (step: RunStep) => void
}

/** What has been found so far: the verdict, the causes, the steps, the ladder. */
export function RunLeft({ run, state, facts, timeZone, mayWork, write, correct }: Props) {
  const { stage, diagnosis, advice, list, steps, screws, armed } = facts
  return (
    <>
      {(stage === 'judge' || stage === 'sign' || stage === 'restore') && (
        <VerdictPanel run={run} state={state} decimals={facts.decimals.percent} timeZone={timeZone} advice={advice} />
      )}
      {diagnosis && <DiagnosisView answer={diagnosis} remedyFacts={remedyFactsOf(run.world)} most={3} />}
      {list ? (
        <WorkPanel run={run} list={list} steps={steps} />
      ) : stage === 'adjust' ? (
        <AdjustPanel
          run={run}
          nextScrew={screws?.advice.nextScrew}
          advice={facts.cure}
          {...(mayWork && { record: (done: unknown) => write('adjustments', done) })}
        />
      ) : null}
      {stage !== 'isolate' && stage !== 'adjust' && (
        <Readings
          run={run}
          state={state}
          armedId={armed?.id ?? null}
          isFolded={diagnosis !== null || stage === 'restore'}
          {...(correct && { correct })}
        />
      )}
      {armed && <ReferenceRule step={armed} world={run.world} />}
    </>
  )
}
