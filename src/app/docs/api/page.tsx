import type { Metadata } from 'next'
import Link from 'next/link'
import { CALCULATION_GROUPS, type CalculationGroup } from '@/calc/calculation'
import { CALCULATIONS } from '@/calc/registry'
import { runCalculation } from '@/calc/runCalculation'
import './api.css'

export const metadata: Metadata = { title: 'API' }

/** The API of the calculations, readable without a network: the same definitions as the OpenAPI document. */
export default function ApiPage() {
  const groups = Object.keys(CALCULATION_GROUPS) as CalculationGroup[] // keys of a const object
  return (
    <div className="page stack api-page">
      <header>
        <h1>Calculations by API</h1>
        <p>
          Every calculation is a <code>POST</code> of JSON to <code>/api/v1/calc/NAME</code> on this machine, with{' '}
          <code>content-type: application/json</code>. Answers carry values with their units, verdicts and the workings.
          What cannot be worked out is a <code>422</code> with <code>refusals</code>: field, reason, remedy. The whole
          as one document: <a href="/api/v1/openapi.json">/api/v1/openapi.json</a> (OpenAPI 3.1).
        </p>
      </header>
      {groups.map((group) => (
        <section key={group}>
          <h2>{CALCULATION_GROUPS[group]}</h2>
          {CALCULATIONS.filter((calculation) => calculation.group === group).map((calculation) => (
            <details key={calculation.name} id={calculation.name} className="card">
              <summary>
                <code>POST /api/v1/calc/{calculation.name}</code> {calculation.title}
              </summary>
              <p>
                {calculation.summary} <Link href={`/workings/${calculation.name}`}>By hand</Link>
              </p>
              <div className="api-pair">
                <Json title="Example" value={calculation.example} />
                <Json title="Its answer" value={answerTo(calculation)} />
              </div>
            </details>
          ))}
        </section>
      ))}
    </div>
  )
}

function answerTo(calculation: (typeof CALCULATIONS)[number]): unknown {
  const outcome = runCalculation(calculation, calculation.example)
  return outcome.kind === 'answer' ? outcome.answer : outcome
}

function Json({ title, value }: { title: string; value: unknown }) {
  return (
    <section>
      <h3 className="small-head">{title}</h3>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a scrolling box must be reachable by keyboard */}
      <pre tabIndex={0}>{JSON.stringify(value, null, 1)}</pre>
    </section>
  )
}
