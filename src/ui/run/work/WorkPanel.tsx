'use client'
import type { AnsweredStep, WorkList, WorkStep } from '@/core/run/work/workStep'
import { nextStep } from '@/core/run/work/workStep'
import type { RecordedWorkStep } from '@/schema/recordedRun'
import type { RunView } from '@/schema/runView'
import { Mark } from '../../parts/Mark'
import { STANDING_LINE } from '../../prepare/cautions'

type Props = { run: RunView; list: WorkList; steps: readonly WorkStep[] }

/** The steps of Isolate or Restore in their order: what was answered, what is next, and why. */
export function WorkPanel({ run, list, steps }: Props) {
  const answered = run.workSteps ?? []
  const next = nextStep(steps, answered as readonly AnsweredStep[], list)
  return (
    <div className="stack">
      <ol className="work-steps">
        {steps.map((step) => {
          const answer = answered.find((each) => each.list === list && each.item === step.id)
          return (
            <li
              key={step.id}
              className={answer ? 'is-answered' : step === next ? 'is-here' : 'is-ahead'}
              aria-current={step === next ? 'step' : undefined}
            >
              <span className="work-mark">{answer && <AnswerMark answer={answer} />}</span>
              <span>
                <span className="work-does">{step.does}</span>
                {(!answer || answer.words) && <span className="small soft work-why">{answer?.words ?? step.why}</span>}
              </span>
            </li>
          )
        })}
      </ol>
      <p className="soft small">{STANDING_LINE}</p>
    </div>
  )
}

function AnswerMark({ answer }: { answer: RecordedWorkStep }) {
  if (answer.outcome === 'done') return <Mark mark="inside" label={`done by ${answer.answeredBy}`} />
  return <Mark mark="look" label={`not applicable, ${answer.answeredBy}`} />
}
