'use client'
import { useEffect } from 'react'
import {
  ADJUSTED_BY,
  type AdjustedBy,
  type AdjustedFacts,
  possibleAdjustedBy,
  usualAdjustedBy,
} from '@/core/adjust/adjustedBy'
import { FAILURE_DIRECTIONS, START_VIEWS } from '@/core/setUp/deviceSetUp'
import { isTransmitted } from '@/core/signal/signal'
import { signalKind } from '@/core/signal/signalKind'
import { BoundBox, BoundChoice } from '../../kit/form/BoundFields'
import { GroupFields } from './GroupFields'
import type { InstrumentFormProps } from './instrumentFormProps'

const NOT_SAID = ['', 'not known'] as const
const VIEWS = [NOT_SAID, ...Object.entries(START_VIEWS)]
const FAILURES = [NOT_SAID, ...Object.entries(FAILURE_DIRECTIONS)]
const PROTECTION = [NOT_SAID, ['no', 'off'], ['yes', 'on']] as const

/** How it is adjusted, and what is keyed into it beside its range. All but the first may stay empty. */
export function SetUpInDevice({ form }: InstrumentFormProps) {
  const { configuration } = form.draft
  const facts = configuration as unknown as AdjustedFacts // boxes of choices hold ids of ours only
  const possible = possibleAdjustedBy(facts)
  const { change } = form
  const isPossible = possible.some((id) => id === configuration.adjustedBy)
  const usual = usualAdjustedBy(facts)
  // Another output leaves other means: what cannot be is put right at once, in sight.
  useEffect(() => {
    if (!isPossible) change(['configuration', 'adjustedBy'], usual)
  }, [isPossible, usual, change])
  const isElectronic = signalKind(facts.signal).carrier !== 'air' && facts.kind !== 'dial-gauge'
  const isLoop = isTransmitted(facts.signal) && signalKind(facts.signal).carrier.endsWith('loop')
  return (
    <fieldset className="card stack plain-fieldset">
      <legend>Adjusting and set-up</legend>
      <div className="field-row">
        <BoundChoice
          form={form}
          path="configuration.adjustedBy"
          label="Adjusted by"
          options={possible.map((id: AdjustedBy) => [id, ADJUSTED_BY[id]] as const)}
        />
        <BoundBox form={form} path="configuration.setUp.mounting" label="Mounted, and how it is tilted" />
        {isElectronic && (
          <>
            <BoundBox form={form} path="configuration.setUp.dampingSeconds" label="Damping, s" isNumber />
            <BoundBox
              form={form}
              path="configuration.setUp.displayDampingSeconds"
              label="Damping of the display, s"
              isNumber
            />
          </>
        )}
      </div>
      {isElectronic && (
        <div className="field-row">
          <BoundBox form={form} path="configuration.setUp.displayDecimals" label="Decimals on the display" isNumber />
          <BoundChoice form={form} path="configuration.setUp.startView" label="Display starts with" options={VIEWS} />
          <BoundBox form={form} path="configuration.setUp.deviceTag" label="Tag in the device" />
          <BoundChoice
            form={form}
            path="configuration.setUp.isWriteProtected"
            label="Write protection"
            options={PROTECTION}
          />
        </div>
      )}
      {isLoop && (
        <div className="field-row">
          <BoundChoice form={form} path="configuration.setUp.failure" label="On failure" options={FAILURES} />
          <BoundBox form={form} path="configuration.setUp.alarmLowMilliamp" label="Lower alarm level, mA" isNumber />
          <BoundBox form={form} path="configuration.setUp.alarmHighMilliamp" label="Upper alarm level, mA" isNumber />
        </div>
      )}
      <GroupFields form={form} group="set-up" />
    </fieldset>
  )
}
