import type { Diagnosis } from '@/core/diagnosis/diagnose'
import { type Adjustable, type Remedy, remedyFor } from '@/core/diagnosis/remedy'

export type DiagnosisAnswer = Pick<Diagnosis, 'answer' | 'ranked' | 'next'>

const HEADLINES: Record<Diagnosis['answer'], string> = {
  none: 'No fault to be seen in these readings.',
  found: 'One cause explains these readings clearly better than any other.',
  undecided: 'These readings do not decide between the first causes.',
  unexplained: 'No single cause explains these readings. The nearest:',
}
const REMEDY_HEADS: Record<Remedy['kind'], string> = {
  none: 'To do',
  adjust: 'Adjust',
  repair: 'Repair',
  check: 'Check first',
}
/** Causes further behind than this are not worth a technician's time. */
const WORTH_SHOWING = 60

type Props = {
  readonly answer: DiagnosisAnswer
  /** How the instrument is adjusted: what to do about a cause depends on it. */
  readonly adjustable: Adjustable
  /** How many causes there is room for. */
  readonly most?: number
}

/** A diagnosis as a technician reads it: the causes in order, what speaks for each, what looks the same, what to read next. */
export function DiagnosisView({ answer: { answer, ranked, next }, adjustable, most = 5 }: Props) {
  const shown = ranked.filter(({ behind }, index) => index < 2 || behind < WORTH_SHOWING).slice(0, most)
  const isPlain = answer === 'none'
  return (
    <div className="stack diagnosis">
      <p>
        <strong>{HEADLINES[answer]}</strong>
      </p>
      <ol className="causes">
        {(isPlain ? shown.slice(0, 1) : shown).map(({ cause, words, evidence, leftOver, share, lookalikes }, index) => (
          <li key={cause} className={index === 0 && answer !== 'unexplained' ? 'leads' : undefined}>
            <p className="cause-head">
              <strong>{words}</strong>
              <span className="num">{percentWords(share)}</span>
            </p>
            <meter
              className="cause-share"
              min={0}
              max={1}
              value={share}
              aria-label={`share of the evidence: ${words}`}
            />
            <p>
              {evidence}
              <span className="lead-words"> · leaves {leftOver.toPrecision(2)} scatters</span>
            </p>
            {index === 0 && (answer === 'found' || answer === 'none') && (
              <p>
                <b>{REMEDY_HEADS[remedyFor(cause, adjustable).kind]}:</b> {remedyFor(cause, adjustable).says}.
              </p>
            )}
            {lookalikes.map(({ name, tellApart }) => (
              <p key={name} className="small">
                Looks the same: <b>{name}</b>. To tell: {tellApart}.
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

/** A share as odds are spoken of: never certain, never nothing. */
function percentWords(share: number): string {
  if (share > 0.995) return 'over 99 %'
  return share < 0.01 ? 'under 1 %' : `${Math.round(share * 100)} %`
}
