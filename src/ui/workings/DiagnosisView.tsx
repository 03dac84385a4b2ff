import type { Diagnosis } from '@/core/diagnosis/diagnose'

export type DiagnosisAnswer = Pick<Diagnosis, 'answer' | 'ranked' | 'next'>

const HEADLINES: Record<Diagnosis['answer'], string> = {
  none: 'No fault to be seen in these readings.',
  found: 'One cause explains these readings clearly better than any other.',
  undecided: 'These readings do not decide between the first causes.',
  unexplained: 'No single cause explains these readings. The nearest:',
}
/** Causes further behind than this are not worth a technician's time. */
const WORTH_SHOWING = 60
const HARDLY_BEHIND = 6

/** A diagnosis as a technician reads it: the causes in order, what speaks for each, what looks the same, what to read next. */
export function DiagnosisView({ answer: { answer, ranked, next } }: { answer: DiagnosisAnswer }) {
  const shown = ranked.filter(({ behind }, index) => index < 2 || behind < WORTH_SHOWING).slice(0, 5)
  return (
    <div className="stack">
      <p>
        <strong>{HEADLINES[answer]}</strong>
      </p>
      <ol className="causes">
        {shown.map(({ cause, words, evidence, leftOver, behind, lookalikes }, index) => (
          <li key={cause} className={index === 0 && answer !== 'unexplained' ? 'leads' : undefined}>
            <strong>{words}</strong>
            <p>{evidence}</p>
            <p className="lead-words">
              leaves <span className="num">{leftOver.toPrecision(2)}</span> scatters unexplained ·{' '}
              {standing(index, behind)}
            </p>
            {lookalikes.map(({ name, tellApart }) => (
              <p key={name} className="small">
                Looks the same: <strong className="small">{name}</strong>. To tell: {tellApart}.
              </p>
            ))}
          </li>
        ))}
      </ol>
      {next && (
        <p className="notice">
          <strong>Read next:</strong> {next.says}
        </p>
      )}
    </div>
  )
}

function standing(index: number, behind: number): string {
  if (index === 0) return 'first'
  const distance = behind < 1000 ? behind.toFixed(0) : 'over 1000'
  return behind < HARDLY_BEHIND ? `hardly behind (${distance})` : `behind by ${distance}`
}
