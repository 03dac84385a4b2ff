'use client'
import { GroupFields } from './GroupFields'
import type { InstrumentFormProps } from './instrumentFormProps'
import { LimitFields } from './LimitFields'

/** What the instrument may be wrong by, where it is checked, and how often. */
export function CheckingFields({ form }: InstrumentFormProps) {
  return (
    <fieldset className="card stack plain-fieldset">
      <legend>Limits and checking</legend>
      <LimitFields form={form} name="errorLimit" label="Error limit" />
      <LimitFields form={form} name="adjustLimit" label="Adjust limit" isOptional />
      <GroupFields form={form} group="checking" />
    </fieldset>
  )
}
