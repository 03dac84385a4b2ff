'use client'
import type { AnsweredStep, WorkList, WorkStep } from '@/core/run/work/workStep'
import { nextStep, WORK_PARTS, type WorkPart } from '@/core/run/work/workStep'
import type { RecordedWorkStep } from '@/schema/recordedRun'
import type { RunView } from '@/schema/runView'
import { Mark } from '../../../kit/parts/Mark'
import { STANDING_LINE } from '../../prepare/cautions'

type Props = { run: RunView; list: WorkList; steps: readonly WorkStep[] }

/** The steps of Isolate or Restore in their order: what was answered, what is next, and why. */
export function WorkPanel({ run, list, steps }: Props) {
  const answered = run.workSteps ?? []
  const next = nextStep(steps, answered as readonly AnsweredStep[], list)
  return (
    <div className="stack">
      {partsOf(steps).map(([part, own]) => (
        <section key={part} aria-label={WORK_PARTS[part]}>
          <h2 className="work-part">{WORK_PARTS[part]}</h2>
          <ol className="work-steps">
            {own.map((step) => {
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
                    {(!answer || answer.words) && (
                      <span className="small soft work-why">{answer?.words ?? step.why}</span>
                    )}
                  </span>
                </li>
              )
            })}
          </ol>
        </section>
      ))}
      <p className="soft small">{STANDING_LINE}</p>
    </div>
  )
}

/** Steps by the part of the work they belong to, in their order. */
function partsOf(steps: readonly WorkStep[]): [WorkPart, WorkStep[]][] {
  return (Object.keys(WORK_PARTS) as WorkPart[]) // keys of a const object
    .map((part): [WorkPart, WorkStep[]] => [part, steps.filter((step) => step.part === part)])
    .filter(([, own]) => own.length > 0)
}

function AnswerMark({ answer }: { answer: RecordedWorkStep }) {
  if (answer.outcome === 'done') return <Mark mark="inside" label={`done by ${answer.answeredBy}`} />
  return <Mark mark="look" label={`not applicable, ${answer.answeredBy}`} />
}
