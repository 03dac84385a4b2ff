import type { WorkedNumber, WorkingStep } from '@/core/workings/workings'
import { answerNumber } from './answerNumber'

/** How an answer was worked out: formula, numbers put in, result, source, step by step. */
export function WorkingSteps({ workings }: { workings: readonly WorkingStep[] }) {
  if (workings.length === 0) return null
  return (
    <section aria-labelledby="workings-head">
      <h2 id="workings-head">How this was worked out</h2>
      <ol className="working-steps">
        {workings.map((step) => (
          <li key={step.finds}>
            <p>{step.finds}</p>
            <p className="formula">{step.formula}</p>
            {step.from.length > 0 && (
              <p className="small">
                with{' '}
                {step.from.map((number, index) => (
                  <span key={number.symbol}>
                    {index > 0 && ', '}
                    <Worked number={number} />
                  </span>
                ))}
              </p>
            )}
            <p className="working-result">
              <Worked number={step.result} />
            </p>
            <p className="small soft">{step.source}</p>
          </li>
        ))}
      </ol>
    </section>
  )
}

function Worked({ number }: { number: WorkedNumber }) {
  return (
    <span className="worked">
      <i>{number.symbol}</i> = <span className="num">{answerNumber(number.value, number.unit)}</span> {number.unit}
    </span>
  )
}
