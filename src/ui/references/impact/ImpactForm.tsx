'use client'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import { formatDate } from '@/core/format/formatTime'
import { MOVEMENT_IDS, MOVEMENTS, type Movement } from '@/core/impact/whenMoved'
import { certificatesOfRange } from '@/plans/workingReferencesOf'
import type { Reference } from '@/schema/reference'
import { NumberBox, WordsBox } from '../../../kit/form/boxes'
import { Choice } from '../../../kit/parts/Choice'
import { unitOf } from '../referenceWords'
import { boxesOf, type ImpactBoxes, isSaid, SAID_BY } from './impactAsk'

type Props = {
  readonly reference: Reference
  readonly today: string
  readonly boxes: ImpactBoxes
  readonly change: (boxes: ImpactBoxes) => void
  readonly refused: { readonly field: string; readonly words: string } | null
}

/** What is supposed of the reference: off by how much, in which days, and when it moved. */
export function ImpactForm({ reference, today, boxes, change, refused }: Props) {
  const { rangeId, source, movement } = boxes
  const ranges = reference.facts.ranges
  const range = ranges.find(({ id }) => id === rangeId)
  const certificates = certificatesOfRange(reference, rangeId).filter(({ range: said }) => said.points.length > 0)
  const at = (field: string) => (refused?.field === field ? refused.words : undefined)
  const set = (part: Partial<ImpactBoxes>) => change({ ...boxes, ...part })
  const unitLabel = range ? unitOf(range) : ''
  return (
    <div className="stack">
      {ranges.length > 1 && (
        <Choice
          label="Range"
          value={rangeId}
          options={ranges.map(
            ({ id, mark, isRemoved }) => [id, `${mark || 'range'}${isRemoved ? ' (removed)' : ''}`] as const,
          )}
          choose={(id) => change(boxesOf(reference, id, today))}
        />
      )}
      <Choice
        label="It was off"
        value={source}
        options={[
          ...certificates.map(
            ({ certificate }) =>
              [certificate.id, `as found ${formatDate(certificate.calibratedOn)}, ${certificate.number}`] as const,
          ),
          ...Object.entries(SAID_BY),
        ]}
        choose={(id) => set({ source: id })}
      />
      {isSaid(source) && (
        <NumberBox
          label={source === 'constant' ? `Too much, ${unitLabel}` : 'Too much, %'}
          value={boxes.value}
          change={(value) => set({ value })}
          refused={at('found')}
          helperText="with a minus where it showed too little"
        />
      )}
      <div className="field-row">
        <WordsBox label="Last known right" value={boxes.from} change={(from) => set({ from })} refused={at('from')} />
        <WordsBox label="Found off" value={boxes.to} change={(to) => set({ to })} refused={at('to')} />
      </div>
      <div className="tight">
        <h2 id="when-moved">When did it move?</h2>
        <ToggleButtonGroup
          exclusive
          size="small"
          value={movement}
          aria-labelledby="when-moved"
          onChange={(_, chosen: Movement | null) => chosen && set({ movement: chosen })}
        >
          {MOVEMENT_IDS.map((id) => (
            <ToggleButton key={id} value={id}>
              {MOVEMENTS[id].label}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        {movement === 'on-a-day' && (
          <WordsBox
            label="On which day"
            value={boxes.on}
            change={(on) => set({ on })}
            refused={at('on')}
            placeholder={boxes.from}
          />
        )}
        <p className="small soft">
          {MOVEMENT_IDS.filter((id) => id === movement).map((id) => MOVEMENTS[id].says)}. Nobody knows: look at each.
        </p>
      </div>
    </div>
  )
}
