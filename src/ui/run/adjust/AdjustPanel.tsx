'use client'
import { ADJUSTMENT_KINDS, type AdjustmentKind } from '@/core/adjust/adjustmentKind'
import type { Cause } from '@/core/diagnosis/cause'
import type { LineShape } from '@/core/diagnosis/hypothesis'
import type { Adjustable } from '@/core/diagnosis/remedy'
import { formatSigned } from '@/core/format/formatNumber'
import { actFor } from '@/core/run/advise/actFor'
import { adjustableOf, hasScrews } from '@/core/run/advise/adjustable'
import { adjustSequence, type SequenceStep } from '@/core/run/advise/adjustSequence'
import { remedyFactsOf } from '@/core/run/advise/adviseRound'
import { type RecordedAct, remainsAfter } from '@/core/run/advise/remainsAfter'
import { judgingBasis } from '@/core/run/judge/judgeSteps'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { RunView } from '@/schema/runView'
import { adjustmentWords } from '@/words/adjustmentWords'
import { Notice } from '../../parts/Notice'
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
  const sequence = adjustSequence(run.world)
  const next = sequence.find(({ kind }) => !round?.adjustments.some((done) => done.kind === kind))
  const basis = judgingBasis(run.world)
  const units = { output: basis.scale.unit, input: pressureUnitLabel(run.world.inputUnit) }
  const remains = (act: RecordedAct) => remainsAfter(act, { basis, inputUnit: run.world.inputUnit })
  const kinds = kindsFor(run, sequence)
  const advised =
    advice && sequence.length === 0
      ? knownKind(actFor(advice.cause, doneKinds(run), { ...remedyFactsOf(run.world), shape: advice.shape }), kinds)
      : undefined
  const first = nextScrew ? (`${nextScrew}-screw` as const) : (next?.kind ?? advised)
  return (
    <div className="stack">
      {advice && (
        <Notice>
          <strong>To do:</strong> {advice.how}.
        </Notice>
      )}
      <SequenceGuide run={run} sequence={sequence} />
      <h2>What was done</h2>
      {round?.adjustments.length === 0 ? (
        <p className="soft small">Nothing recorded yet. {HOW_TO[adjustableOf(run.world)]}</p>
      ) : (
        <ol className="cautions">
          {round?.adjustments.map((done) => (
            <li key={done.id}>
              {adjustmentWords(done, units)}
              {remains(done) !== null && (
                <span className="soft num"> · remains {formatSigned(remains(done) ?? 0, 3)} % of span</span>
              )}
            </li>
          ))}
        </ol>
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
        />
      )}
    </div>
  )
}

const doneKinds = (run: RunView) => run.rounds.at(-1)?.adjustments.map(({ kind }) => kind) ?? []
const knownKind = (kind: string, kinds: readonly AdjustmentKind[]) => kinds.find((each) => each === kind)

/** What fits the technology comes first; nothing is hidden. */
function kindsFor({ world }: RunView, sequence: readonly SequenceStep[]): AdjustmentKind[] {
  // A hot offset is recorded in Restore, once the drum is hot.
  const all = (Object.keys(ADJUSTMENT_KINDS) as AdjustmentKind[]).filter((kind) => kind !== 'hot-offset') // keys of a const object
  const isMechanical = hasScrews(world) || world.configuration.kind === 'dial-gauge'
  const { isAbsolute, isZeroBased } = remedyFactsOf(world)
  const hasTrueZero = isZeroBased && !isAbsolute
  const first: AdjustmentKind[] = [
    ...sequence.map(({ kind }) => kind),
    ...(isMechanical ? (['zero-screw', 'span-screw'] as const) : []),
    ...(world.configuration.kind === 'digital-gauge' ? (['factory-values', 'field-values'] as const) : []),
    ...(isMechanical || hasTrueZero ? [] : (['lower-sensor-trim'] as const)),
  ]
  const isOfOthers = (kind: AdjustmentKind) => /^(gauge|vacuum)-|^(factory|field)-values$|^excitation$/.test(kind)
  const rest = all.filter((kind) => !first.includes(kind))
  const fitting = rest.filter((kind) => !isOfOthers(kind) && !kind.endsWith('-screw'))
  return [...first, ...fitting, ...rest.filter((kind) => !fitting.includes(kind))]
}

const HOW_TO: Record<Adjustable, string> = {
  screws: 'Bring both ends approximately right first, then converge; wait after each touch.',
  trims: 'Zero only at true zero (isolated, vented, drained); lower trim before upper; output trim against the meter.',
  gauge: 'Each point is held still for seconds before it is taken.',
}
