'use client'
import { POINT_ORDERS } from '@/core/run/plan/plan'
import { POINT_SCALES } from '@/core/run/plan/pointScale'
import { BoundBox, BoundChoice } from '../form/BoundFields'
import type { InstrumentFormProps } from './instrumentFormProps'
import { LimitFields } from './LimitFields'

const SCALES = Object.entries(POINT_SCALES)
const ORDERS = Object.entries(POINT_ORDERS)

/** What the instrument may be wrong by, where it is checked, and how often. */
export function CheckingFields({ form }: InstrumentFormProps) {
  return (
    <fieldset className="card stack plain-fieldset">
      <legend>Limits and checking</legend>
      <LimitFields form={form} name="errorLimit" label="Error limit" />
      <LimitFields form={form} name="adjustLimit" label="Adjust limit" isOptional />
      <div className="field-row">
        <BoundBox form={form} path="configuration.testPoints" label="Test points" />
        <BoundChoice form={form} path="configuration.pointScale" label="Points are" options={SCALES} />
        <BoundChoice form={form} path="configuration.pointOrder" label="Direction" options={ORDERS} />
        <BoundBox form={form} path="configuration.intervalMonths" label="Interval, months" isNumber />
      </div>
    </fieldset>
  )
}
