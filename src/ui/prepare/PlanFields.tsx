import { MOST_CYCLES, POINT_ORDERS } from '@/core/run/plan/plan'
import { POINT_SCALES } from '@/core/run/plan/pointScale'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { Configuration } from '@/schema/configuration'
import { BoundBox, BoundChoice } from '../../kit/form/BoundFields'
import type { BoundForm } from '../../kit/form/useDraftForm'

const ORDERS = Object.entries(POINT_ORDERS)
const CYCLES = Array.from({ length: MOST_CYCLES }, (_, index) => [String(index + 1), String(index + 1)] as const)

/** Points, direction, cycles and dwell of this run; the register's own unless changed. */
export function PlanFields({ form, configuration: c }: { form: BoundForm; configuration: Configuration }) {
  const scale = c.pointScale === 'value' ? pressureUnitLabel(c.unit) : POINT_SCALES[c.pointScale]
  return (
    <>
      <h2>Plan</h2>
      <div className="field-row plan-fields">
        <BoundBox form={form} path="plan.testPoints" label={`Points, ${scale}`} />
        <BoundChoice form={form} path="plan.pointOrder" label="Direction" options={ORDERS} />
        <BoundChoice form={form} path="plan.cycles" label="Cycles" options={CYCLES} />
        <BoundBox form={form} path="plan.dwellSeconds" label="Hold, s" isNumber />
        <BoundBox form={form} path="plan.stabilityPercent" label="Steady, ±%" isNumber />
      </div>
    </>
  )
}
