'use client'
import { isInPv } from '@/core/adjust/adjustedBy'
import type { AdjustmentKind } from '@/core/adjust/adjustmentKind'
import type { ActUnits } from '@/words/adjustmentWords'
import { NumberBox, WordsBox } from '../../form/boxes'

/** The boxes of an act, as text. */
export type ActBoxes = Record<
  'words' | 'applied' | 'beforeOutput' | 'afterOutput' | 'beforePv' | 'afterPv' | 'reason',
  string
>

/** What of the boxes belongs to a kind of act: a trim of the sensor is seen in PV, everything else in the output. */
export function figuresOf(kind: AdjustmentKind, boxes: ActBoxes): Partial<Record<keyof ActBoxes, string | null>> {
  const { beforeOutput, afterOutput, beforePv, afterPv, reason, ...rest } = boxes
  const seen = isInPv(kind) ? { beforePv, afterPv } : { beforeOutput, afterOutput }
  return { ...rest, ...seen, reason: reason.trim() || null }
}

type Props = {
  kind: AdjustmentKind
  boxes: ActBoxes
  change: (next: ActBoxes) => void
  units: ActUnits
  /** Where an act was refused at this point, it may be done all the same, with why. */
  asksReason: boolean
}

/** What was applied, and what was seen before and after. */
export function ActFigures({ kind, boxes, change, units, asksReason }: Props) {
  const box = (field: keyof ActBoxes, label: string) => {
    const Box = field === 'reason' ? WordsBox : NumberBox
    return <Box label={label} value={boxes[field]} change={(typed) => change({ ...boxes, [field]: typed })} />
  }
  return (
    <>
      <div className="field-row">
        {box('applied', `at applied, ${units.input}`)}
        {isInPv(kind) ? (
          <>
            {box('beforePv', `PV before, ${units.range}`)}
            {box('afterPv', `PV after, ${units.range}`)}
          </>
        ) : (
          <>
            {box('beforeOutput', `output before, ${units.output}`)}
            {box('afterOutput', `output after, ${units.output}`)}
          </>
        )}
      </div>
      {asksReason && box('reason', 'Why here or now, if it belongs elsewhere')}
    </>
  )
}
