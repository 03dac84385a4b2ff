import type { AnyCalculation } from '@/calc/calculation'
import type { Outcome } from '@/calc/runCalculation'
import type { WorkingStep } from '@/core/workings/workings'
import { AnswerView } from '../workings/AnswerView'
import { answerSchemaOf } from '../workings/answerSchema'
import { WorkingSteps } from '../workings/WorkingSteps'

/** What comes out of a desk’s calculation, with how it was worked out folded away. */
export function CalculationResult({ calculation, outcome }: { calculation: AnyCalculation; outcome: Outcome | null }) {
  return (
    <section aria-label="What comes out" className="stack" aria-live="polite">
      {outcome?.kind === 'answer' && (
        <>
          <AnswerView answer={outcome.answer} schema={answerSchemaOf(calculation)} />
          <details>
            <summary>How this was worked out</summary>
            <WorkingSteps workings={outcome.answer.workings as readonly WorkingStep[] /* checked by its schema */} />
          </details>
        </>
      )}
    </section>
  )
}
