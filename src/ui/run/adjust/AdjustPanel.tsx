'use client'
import { useState } from 'react'
import { actsOn } from '@/core/adjust/adjustedBy'
import type { AdjustmentKind } from '@/core/adjust/adjustmentKind'
import { standingActs } from '@/core/adjust/standingActs'
import type { Cause } from '@/core/diagnosis/cause'
import type { LineShape } from '@/core/diagnosis/hypothesis'
import type { Adjustable } from '@/core/diagnosis/remedy'
import { formatSigned } from '@/core/format/formatNumber'
import { actFor } from '@/core/run/advise/actFor'
import { adjustableOf } from '@/core/run/advise/adjustable'
import { adjustSequence } from '@/core/run/advise/adjustSequence'
import { remedyFactsOf } from '@/core/run/advise/adviseRound'
import { type RecordedAct, remainsAfter } from '@/core/run/advise/remainsAfter'
import { appliedInput } from '@/core/run/judge/appliedInput'
import { appliedOfGlass } from '@/core/run/judge/computedReading'
import { judgingBasis } from '@/core/run/judge/judgeSteps'
import { decimalText, typedNumber } from '@/core/units/decimalText'
import type { RecordedAdjustment } from '@/schema/recordedRun'
import type { RunView } from '@/schema/runView'
import type { World } from '@/schema/world'
import { actUnits, adjustmentWords } from '@/words/adjustmentWords'
import { Notice } from '../../../kit/parts/Notice'
import { TextButton } from '../../../kit/parts/TextButton'
import { ActCorrectionDialog } from './ActCorrectionDialog'
import { AdjustForm } from './AdjustForm'
import { SequenceGuide } from './SequenceGuide'

type Props = {
  run: RunView
  /** The screw the pad asks for; the form then offers it first. */
  nextScrew?: 'zero' | 'span' | undefined
  /** What the readings point to and what is to be done about it; absent where they point to nothing. */
  advice?: { cause: Cause; how: string; shape: LineShape | undefined } | undefined
  /** Absent for those who look on. */
  record?: (done: unknown) => Promise<string | null>
}

/** What was done to the instrument, in words and numbers; every act a row. */
export function AdjustPanel({ run, nextScrew, advice, record }: Props) {
  const round = run.rounds.at(-1)
  const acts = round?.adjustments ?? []
  const standing = standingActs(acts)
  const sequence = adjustSequence(run.world)
  const next = sequence.find(({ kind }) => !standing.some((done) => done.kind === kind))
  const basis = judgingBasis(run.world)
  const units = actUnits(run.world)
  const [correcting, setCorrecting] = useState<RecordedAdjustment | null>(null)
  const isCorrected = (act: RecordedAdjustment) => !act.isWithdrawn && !standing.includes(act)
  const remains = (act: RecordedAct) => remainsAfter(act, { basis, inRange: (shown) => appliedInput(shown, run.world) })
  const kinds = actsOn(run.world.configuration)
  const advised =
    advice && sequence.length === 0
      ? knownKind(
          actFor(
            advice.cause,
            standing.map(({ kind }) => kind),
            { ...remedyFactsOf(run.world), shape: advice.shape },
          ),
          kinds,
        )
      : undefined
  const { isAbsolute, isZeroBased } = remedyFactsOf(run.world)
  // Away from zero pressure, and for an absolute instrument, there is no true zero to be trimmed at.
  const usual = isAbsolute || !isZeroBased ? knownKind('lower-sensor-trim', kinds) : undefined
  const first = nextScrew ? (`${nextScrew}-screw` as const) : (next?.kind ?? advised ?? usual)
  return (
    <div className="stack">
      {advice && (
        <Notice>
          <strong>To do:</strong> {advice.how}.
        </Notice>
      )}
      <SequenceGuide run={run} sequence={sequence} />
      <h2>What was done</h2>
      {acts.length === 0 ? (
        <p className="soft small">Nothing recorded yet. {HOW_TO[adjustableOf(run.world)]}</p>
      ) : (
        <ol className="cautions">
          {acts.map((done) => (
            <li key={done.id} className={isCorrected(done) ? 'is-superseded' : undefined}>
              {adjustmentWords(done, units)}
              {isCorrected(done) && <span className="soft small"> (corrected below)</span>}
              {!isCorrected(done) && remains(done) !== null && (
                <span className="soft num"> · remains {formatSigned(remains(done) ?? 0, 3)} % of span</span>
              )}
              {record && standing.includes(done) && ' '}
              {record && standing.includes(done) && (
                <TextButton onClick={() => setCorrecting(done)} isSmall>
                  Correct…
                </TextButton>
              )}
            </li>
          ))}
        </ol>
      )}
      {record && correcting && (
        <ActCorrectionDialog
          done={correcting}
          units={units}
          kinds={kinds}
          close={() => setCorrecting(null)}
          record={record}
        />
      )}
      {record && (
        <AdjustForm
          key={first}
          place={`adjust ${round?.round ?? 0}`}
          units={units}
          record={record}
          kinds={kinds}
          first={first}
          holds={sequence}
          {...(run.world.glass && { ofGlass: glassOf(run.world.glass, run.world.inputUnit) })}
        />
      )}
    </div>
  )
}

/** A level typed as the pressure it stands for; what is no number is left for the server to refuse in words. */
const glassOf = (glass: NonNullable<World['glass']>, inputUnit: World['inputUnit']) => (level: string) =>
  typedNumber(level) === null ? level : appliedOfGlass(decimalText(level, 'applied'), { glass, inputUnit })

const knownKind = (kind: string, kinds: readonly AdjustmentKind[]) => kinds.find((each) => each === kind)

const HOW_TO: Record<Adjustable, string> = {
  screws: 'Bring both ends approximately right first, then converge; wait after each touch.',
  trims: 'Zero only at true zero (isolated, vented, drained); lower trim before upper; output trim against the meter.',
  buttons:
    'Zero only at true zero (isolated, vented, drained); lower trim before upper; by the buttons, as the manual says.',
  gauge: 'Each point is held still for seconds before it is taken.',
  dial: 'Tap it, let it settle, set pointer or dial once; a span that is off is set at the movement.',
  factory: 'Nobody but the factory adjusts it: send it there, or put another in its place.',
}
