import GlobalStyles from '@mui/material/GlobalStyles'
import { CAUSES, type Cause } from '@/core/diagnosis/cause'
import type { Diagnosis } from '@/core/diagnosis/diagnosis'
import { type Remedy, type RemedyFacts, remedyFor } from '@/core/diagnosis/remedy'
import { formatFixed } from '@/core/format/formatNumber'
import { diagnosisStyles } from './diagnosisStyles'
import { Notice } from './Notice'

export type DiagnosisAnswer = Pick<Diagnosis, 'answer' | 'group' | 'groupShare' | 'ranked' | 'next'>

const HEADLINES: Record<Diagnosis['answer'], string> = {
  none: 'No fault found in these readings.',
  inside: 'Inside its limit: the error is there, and no fault. It looks most like:',
  found: 'One cause explains these readings clearly better than any other.',
  undecided: 'Cannot tell:',
  unexplained: 'None of the causes Barys knows explains these readings. The nearest, and none of them fits:',
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
  /** What of the instrument decides how a cause is put right. */
  readonly remedyFacts: Omit<RemedyFacts, 'shape'>
  /** How many causes there is room for. */
  readonly most?: number
}

/** A diagnosis as a technician reads it: the causes in order, what speaks for each, what looks the same, what to read next. */
export function DiagnosisView({ answer, remedyFacts, most = 5 }: Props) {
  const { answer: kind, group, ranked, next } = answer
  const shown = ranked.filter(({ behind }, index) => index < 2 || behind < WORTH_SHOWING)
  const isPlain = kind === 'none' || kind === 'inside'
  return (
    <div className="stack diagnosis">
      <GlobalStyles styles={diagnosisStyles} />
      <p>
        <strong>
          {HEADLINES[kind]}
          {kind === 'undecided' && ` ${openWords(answer)}`}
        </strong>
      </p>
      <ol className="causes">
        {shown.slice(0, isPlain ? 1 : most).map(({ cause, words, evidence, share, shape, lookalikes }) => {
          const isLeading = group.includes(cause) && kind !== 'unexplained'
          const remedy = remedyFor(cause, { ...remedyFacts, ...(shape && { shape }) })
          return (
            <li key={cause} className={isLeading ? 'leads' : undefined}>
              <p className="cause-head">
                <strong>{words}</strong>
                {share !== null && !isPlain && <span className="num">{percentWords(share)}</span>}
              </p>
              {share !== null && !isPlain && (
                <meter className="cause-share" min={0} max={1} value={share} aria-label={`how probable: ${words}`} />
              )}
              <p>{evidence}</p>
              {isLeading && (kind === 'found' || kind === 'none') && (
                <p>
                  <b>{REMEDY_HEADS[remedy.kind]}:</b> {remedy.says}.
                </p>
              )}
              {isLeading &&
                !isPlain &&
                lookalikes.map(({ name, tellApart }) => (
                  <p key={name} className="small">
                    Looks the same: <b>{name}</b>. To tell: {tellApart}.
                  </p>
                ))}
            </li>
          )
        })}
      </ol>
      {next && (
        <Notice>
          <strong>Read next:</strong> {next.says}
          {next.predicts.length > 1 && (
            <span className="small soft"> – expected there: {next.predicts.map(predictionWords).join('; ')}</span>
          )}
        </Notice>
      )}
    </div>
  )
}

/** What a suspect expects a reading to show, in % of span. */
const predictionWords = ({ cause, percent }: { cause: Cause; percent: number }) =>
  `${formatFixed(percent, 2)} % by “${CAUSES[cause]}”`

/** What these readings leave open, by name. */
function openWords({ group, ranked }: DiagnosisAnswer): string {
  const suspects =
    group.length > 1 ? group : ranked.filter(({ share }) => (share ?? 0) > 0.05).map(({ cause }) => cause)
  return `${suspects.map((cause) => CAUSES[cause]).join(', or ')}.`
}

/** A share as odds are spoken of: never certain, never nothing. */
function percentWords(share: number): string {
  if (share > 0.995) return 'over 99 %'
  return share < 0.01 ? 'under 1 %' : `${Math.round(share * 100)} %`
}
