'use client'
import Button from '@mui/material/Button'
import { useCallback, useMemo, useState } from 'react'
import type { AnyCalculation } from '@/calc/calculation'
import { calculationNamed } from '@/calc/registry'
import { type Outcome, runCalculation } from '@/calc/runCalculation'
import type { RemedyFacts } from '@/core/diagnosis/remedy'
import { SIGNAL_IDS } from '@/core/signal/signal'
import { signalKind } from '@/core/signal/signalKind'
import type { WorkingStep } from '@/core/workings/workings'
import { type Draft, draftOf, emptyDraft, inputOf, withPart } from '../../kit/form/draft'
import { InputFields } from '../../kit/form/InputFields'
import { fieldTitle, inputSchemaOf } from '../../kit/form/inputSchema'
import { type DiagnosisAnswer, DiagnosisView } from '../../kit/parts/DiagnosisView'
import { Notice } from '../../kit/parts/Notice'
import { AnswerView } from './AnswerView'
import { answerSchemaOf } from './answerSchema'
import { CalculationPicture } from './pictures/CalculationPicture'
import { useLongCalculation } from './useLongCalculation'
import { WorkingSteps } from './WorkingSteps'

/** One calculation by hand: what goes in at the left, what comes out at the right, as it is typed. */
export function Calculator({ name }: { name: string }) {
  const calculation = calculationNamed(name)
  if (!calculation) return <Notice>There is no calculation called “{name}”.</Notice>
  return <Filled key={name} calculation={calculation} />
}

function Filled({ calculation }: { calculation: AnyCalculation }) {
  const schema = useMemo(() => inputSchemaOf(calculation), [calculation])
  const [draft, setDraft] = useState<Draft>(() => draftOf(schema, calculation.example))
  const change = useCallback(
    (path: readonly string[], part: Draft) => setDraft((whole) => withPart(whole, path, part)),
    [],
  )
  const input = useMemo(() => inputOf(schema, draft), [schema, draft])
  const long = useLongCalculation(calculation.name)
  const isLong = calculation.runInSteps !== undefined
  const outcome = useMemo(() => (isLong ? null : runCalculation(calculation, input)), [isLong, calculation, input])
  const shown = outcome ?? (long.state.kind === 'done' ? long.state.outcome : null)
  const refusals = shown?.kind === 'refused' ? shown.refusals : []
  return (
    <div className="calculator">
      <header>
        <h1>{calculation.title}</h1>
        <p className="soft">{calculation.summary}</p>
      </header>
      <section className="calc-in" aria-label="What goes in">
        <div className="actions">
          <h2>What goes in</h2>
          <Button size="small" onClick={() => setDraft(draftOf(schema, calculation.example))}>
            Example
          </Button>
          <Button size="small" onClick={() => setDraft(emptyDraft(schema))}>
            Clear
          </Button>
        </div>
        <InputFields name="" schema={schema} draft={draft} path={[]} change={change} refusals={refusals} />
        {isLong && <LongRun long={long} start={() => long.start(input)} />}
        <details className="calc-api small">
          <summary>The same by API</summary>
          <pre className="scroll-x">{`POST /api/v1/calc/${calculation.name}\ncontent-type: application/json\n\n${JSON.stringify(input, null, 1)}`}</pre>
        </details>
      </section>
      <section className="calc-out" aria-label="What comes out" aria-live="polite">
        <h2>What comes out</h2>
        {shown ? (
          <Shown calculation={calculation} input={input} outcome={shown} />
        ) : (
          <p className="soft">Nothing worked out yet.</p>
        )}
      </section>
    </div>
  )
}

function LongRun({
  long: { state, cancel },
  start,
}: {
  long: ReturnType<typeof useLongCalculation>
  start: () => void
}) {
  if (state.kind === 'running')
    return (
      <div className="actions">
        <progress value={state.fraction} aria-label="How far it has come" />
        <span className="small num">{state.says}</span>
        <Button onClick={cancel}>Stop</Button>
      </div>
    )
  return (
    <div className="actions">
      <Button variant="contained" onClick={start}>
        Work it out
      </Button>
      {state.kind === 'cancelled' && <span className="small">Stopped; nothing was kept.</span>}
      {state.kind === 'failed' && (
        <span className="small tone-outside">The worker failed: {state.says}. Load the page again.</span>
      )}
    </div>
  )
}

function Shown({ calculation, input, outcome }: { calculation: AnyCalculation; input: unknown; outcome: Outcome }) {
  if (outcome.kind === 'refused')
    return (
      <Notice>
        <ul className="calc-refusals">
          {outcome.refusals.map(({ field, reason, remedy }) => (
            <li key={`${field} ${reason}`}>
              <strong>{fieldTitle(inputSchemaOf(calculation), field)}</strong> {reason}
              {remedy && <>: {remedy}</>}
            </li>
          ))}
        </ul>
      </Notice>
    )
  const { answer } = outcome
  return (
    <div className="stack">
      <CalculationPicture name={calculation.name} input={input} answer={answer} />
      {calculation.name === 'diagnose' ? (
        <DiagnosisView
          answer={answer as DiagnosisAnswer /* checked by its schema */}
          remedyFacts={remedyFactsOf(input)}
        />
      ) : (
        <AnswerView answer={answer} schema={answerSchemaOf(calculation)} />
      )}
      <WorkingSteps workings={answer.workings as readonly WorkingStep[] /* checked by its schema */} />
    </div>
  )
}

/** What is known here of how it is adjusted: screws where they are said to be, else as its signal usually is. */
function remedyFactsOf(input: unknown): Omit<RemedyFacts, 'shape'> {
  const { signal, hasScrews, range } = (input ?? {}) as DiagnosisInput // checked by its schema
  const isZeroBased = range?.lrv === undefined || Number(range.lrv) === 0
  const usual = SIGNAL_IDS.find((id) => id === signal)
  return { adjustable: hasScrews ? 'screws' : usual ? signalKind(usual).setBy : 'trims', isZeroBased }
}
type DiagnosisInput = { signal?: string; hasScrews?: boolean; range?: { lrv?: unknown } }
