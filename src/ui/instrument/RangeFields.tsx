'use client'
import Button from '@mui/material/Button'
import { useState } from 'react'
import { HOOK_UPS } from '@/core/run/plan/hookUp'
import { SIGNAL_IDS, signalLabel } from '@/core/signal/signal'
import { TRANSFER_WORDS } from '@/core/transfer/transferWords'
import { PRESSURE_KINDS } from '@/core/units/pressureKind'
import { type PressureUnit, pressureUnitLabel } from '@/core/units/pressureUnit'
import { BoundBox, BoundChoice } from '../../kit/form/BoundFields'
import { ManyChoice } from '../../kit/form/ManyChoice'
import { PRESSURE_UNIT_CHOICES } from '../../kit/form/pressureUnitChoices'
import { Notice } from '../../kit/parts/Notice'
import { Tick } from '../../kit/parts/Tick'
import { BodyFields } from './BodyFields'
import { convertedBoxes } from './convertedBoxes'
import { displayCarried } from './displayCarried'
import { GroupFields } from './GroupFields'
import type { InstrumentFormProps } from './instrumentFormProps'
import { LiveBeam } from './LiveBeam'

const SIGNALS = SIGNAL_IDS.map((id) => [id, signalLabel(id)] as const)
const MEASURES = Object.entries(PRESSURE_KINDS).map(([id, { label }]) => [id, `${label} pressure`] as const)
const TRANSFERS = Object.entries(TRANSFER_WORDS)
const CONNECTIONS = Object.entries(HOOK_UPS)

/** `was` is what the form opened with: a display moves with a range that is typed anew. */
type RangeProps = InstrumentFormProps & { readonly was: InstrumentFormProps['form']['draft'] }

/** Sensor, range, output, display and body, and the beam that shows whether they fit together. */
export function RangeFields({ form, was }: RangeProps) {
  const { configuration } = form.draft
  const isLinear = configuration.transfer.kind === 'linear'
  return (
    <fieldset className="card stack plain-fieldset">
      <legend>Sensor and range</legend>
      <div className="field-row">
        <BoundChoice form={form} path="configuration.pressureKind" label="Measures" options={MEASURES} />
        <UnitChoice form={form} />
        <BoundBox form={form} path="configuration.lrl" label="Sensor lower limit (LRL)" isNumber />
        <BoundBox form={form} path="configuration.url" label="Sensor upper limit (URL)" isNumber />
        <BoundBox form={form} path="configuration.minSpan" label="Smallest span" isNumber />
      </div>
      <div className="field-row">
        <BoundBox form={form} path="configuration.lrv" label="LRV (0 % output)" isNumber />
        <BoundBox form={form} path="configuration.urv" label="URV (100 % output)" isNumber />
        <BoundChoice form={form} path="configuration.signal" label="Output" options={SIGNALS} />
      </div>
      <div className="field-row">
        <BoundChoice
          form={form}
          path="configuration.transfer.kind"
          label="Output follows the input"
          options={TRANSFERS}
        />
        {!isLinear && (
          <BoundBox
            form={form}
            path="configuration.transfer.cutOffPercent"
            label="Low-flow cut-off, % of flow"
            isNumber
          />
        )}
        <BoundChoice form={form} path="configuration.hookUp" label="Connected by" options={CONNECTIONS} />
      </div>
      <DisplayFields form={form} was={was} />
      {isLinear && (
        <Tick
          label="The host takes the square root"
          why="the display scale is then what the host shows"
          checked={configuration.hostRoot}
          change={(takesIt) => form.change(['configuration', 'hostRoot'], takesIt)}
        />
      )}
      <BodyFields form={form} />
      <GroupFields form={form} group="range" />
      <LiveBeam configuration={configuration} />
    </fieldset>
  )
}

/** The unit of the range. Changing it converts what stands in the boxes: 10 bar never silently becomes 10 psi. */
function UnitChoice({ form }: InstrumentFormProps) {
  const { configuration } = form.draft
  const [note, setNote] = useState<string | null>(null)
  const change = (next: string) => {
    // Only units of ours are offered.
    const [before, after] = [configuration.unit as PressureUnit, next as PressureUnit]
    const converted = Object.entries(convertedBoxes(configuration, before, after))
    for (const [field, value] of converted) form.change(['configuration', field], value)
    form.change(['configuration', 'unit'], next)
    const stand = configuration.pointScale === 'value' || configuration.body !== null
    setNote(
      converted.length === 0
        ? null
        : `limits and range converted from ${pressureUnitLabel(before)}${stand ? '; check points and body, which were not converted' : ''}`,
    )
  }
  return (
    <ManyChoice label="Unit" value={configuration.unit} options={PRESSURE_UNIT_CHOICES} choose={change} says={note} />
  )
}

/** What a display of its own shows, apart from the range. */
function DisplayFields({ form, was }: RangeProps) {
  const path = ['configuration', 'displayScale']
  const carried = displayCarried(was.configuration, form.draft.configuration)
  if (!form.draft.configuration.displayScale)
    return (
      <div className="actions">
        <span className="soft">Display: none of its own, or it shows the range</span>
        <Button size="small" onClick={() => form.change(path, { lower: '', upper: '', unit: '' })}>
          Add a display scale
        </Button>
      </div>
    )
  return (
    <>
      <div className="field-row">
        <BoundBox form={form} path="configuration.displayScale.lower" label="Display at 0 % output" isNumber />
        <BoundBox form={form} path="configuration.displayScale.upper" label="Display at 100 % output" isNumber />
        <BoundBox form={form} path="configuration.displayScale.unit" label="Display unit" />
        <Button size="small" onClick={() => form.change(path, null)}>
          No display scale
        </Button>
      </div>
      {carried && (
        <Notice isSmall>
          The range has moved: a display that goes on showing the same goes from {carried.lower} to {carried.upper}{' '}
          {form.draft.configuration.displayScale.unit}.{' '}
          <Button
            size="small"
            onClick={() => {
              form.change([...path, 'lower'], carried.lower)
              form.change([...path, 'upper'], carried.upper)
            }}
          >
            Take that
          </Button>
        </Notice>
      )}
    </>
  )
}
