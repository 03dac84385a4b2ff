'use client'
import { useState } from 'react'
import type { AdjustmentKind } from '@/core/adjust/adjustmentKind'
import type { RecordedAdjustment } from '@/schema/recordedRun'
import { type ActUnits, adjustmentWords } from '@/words/adjustmentWords'
import { WordsBox } from '../../../kit/form/boxes'
import { Tick } from '../../../kit/parts/Tick'
import { useSending } from '../../../kit/useSending'
import { ReasonDialog } from '../ReasonDialog'
import { type ActBoxes, ActFigures, figuresOf } from './ActFigures'
import { KindChoice } from './KindChoice'

type Props = {
  done: RecordedAdjustment
  units: ActUnits
  kinds: readonly AdjustmentKind[]
  close: () => void
  record: (done: unknown) => Promise<string | null>
}

/** An act put right: the one it takes the place of stays in the record, with why. */
export function ActCorrectionDialog({ done, units, kinds, close, record }: Props) {
  const [kind, setKind] = useState(done.kind)
  const [isWithdrawn, setWithdrawn] = useState(false)
  const [boxes, setBoxes] = useState<ActBoxes>({
    words: done.words,
    applied: done.applied ?? '',
    beforeOutput: done.beforeOutput ?? '',
    afterOutput: done.afterOutput ?? '',
    beforePv: done.beforePv ?? '',
    afterPv: done.afterPv ?? '',
    excitation: done.excitation ?? '',
    excitationUnit: done.excitationUnit ?? '',
    excitationMeter: done.excitationMeter ?? '',
    reason: '',
  })
  const sending = useSending()
  const store = (reason: string) => {
    const figures = isWithdrawn ? { words: '' } : figuresOf(kind, boxes)
    const act = { kind, ...figures, supersedes: done.id, reason, isWithdrawn }
    return sending(act, (id) => record({ id, ...act }))
  }
  return (
    <ReasonDialog
      title="Correct this act"
      words={`${adjustmentWords(done, units)} – stays in the record, with the reason beside it.`}
      action="Record the correction"
      onClose={close}
      store={store}
    >
      <Tick label="It was never done" checked={isWithdrawn} change={setWithdrawn} />
      {!isWithdrawn && (
        <>
          <div className="field-row">
            <KindChoice kind={kind} kinds={kinds} choose={setKind} />
            <WordsBox label="In words" value={boxes.words} change={(typed) => setBoxes({ ...boxes, words: typed })} />
          </div>
          <ActFigures kind={kind} boxes={boxes} change={setBoxes} units={units} asksReason={false} />
        </>
      )}
    </ReasonDialog>
  )
}
