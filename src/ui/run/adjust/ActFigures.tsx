'use client'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { isInPv } from '@/core/adjust/adjustedBy'
import { ACTS, type AdjustmentKind } from '@/core/adjust/adjustmentKind'
import { EXCITATION_UNITS } from '@/core/adjust/excitation'
import type { ActUnits } from '@/words/adjustmentWords'
import { NumberBox, WordsBox } from '../../../kit/form/boxes'

/** The boxes of an act, as text. */
export type ActBoxes = Record<
  | 'words'
  | 'applied'
  | 'beforeOutput'
  | 'afterOutput'
  | 'beforePv'
  | 'afterPv'
  | 'excitation'
  | 'excitationUnit'
  | 'excitationMeter'
  | 'reason',
  string
>

/**
 * What of the boxes belongs to a kind of act: a trim of the sensor is seen in PV, an excitation by its own meter, everything
 * else in the output.
 */
export function figuresOf(
  kind: AdjustmentKind,
  boxes: ActBoxes,
  toApplied: (typed: string) => string = (typed) => typed,
): Partial<Record<keyof ActBoxes, string | null>> {
  const { beforeOutput, afterOutput, beforePv, afterPv, reason, words, applied: typed } = boxes
  if (ACTS[kind].seenIn === 'excitation') {
    const { excitation, excitationUnit, excitationMeter } = boxes
    return { words, excitation, excitationUnit: excitationUnit || null, excitationMeter, reason: reason.trim() || null }
  }
  const rest = { words, applied: typed.trim() === '' ? '' : toApplied(typed) }
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
  /** What was applied is given as a level in the gauge glass, % of it. */
  isByGlass?: boolean
}

/** What was applied, and what was seen before and after. */
export function ActFigures({ kind, boxes, change, units, asksReason, isByGlass = false }: Props) {
  const box = (field: keyof ActBoxes, label: string) => {
    const Box = field === 'reason' || field === 'excitationMeter' ? WordsBox : NumberBox
    return <Box label={label} value={boxes[field]} change={(typed) => change({ ...boxes, [field]: typed })} />
  }
  if (ACTS[kind].seenIn === 'excitation')
    return (
      <div className="field-row">
        {box('excitation', 'Excitation, as read')}
        <TextField
          select
          label="Its unit"
          size="small"
          value={boxes.excitationUnit}
          onChange={(event) => change({ ...boxes, excitationUnit: event.target.value })}
        >
          {EXCITATION_UNITS.map((unit) => (
            <MenuItem key={unit} value={unit}>
              {unit}
            </MenuItem>
          ))}
        </TextField>
        {box('excitationMeter', 'Read by')}
        {asksReason && box('reason', 'Why here or now, if it belongs elsewhere')}
      </div>
    )
  return (
    <>
      <div className="field-row">
        {box('applied', isByGlass ? 'at glass, % of it' : `at applied, ${units.input}`)}
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
