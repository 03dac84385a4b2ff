import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { formatPlain } from '@/core/format/formatNumber'
import { MOST_CYCLES, POINT_ORDERS, type PointOrder } from '@/core/run/plan/plan'
import { POINT_SCALES } from '@/core/run/plan/pointScale'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { Configuration } from '@/schema/configuration'
import { NumberBox } from '../form/boxes'

/** The plan as typed. */
export type PlanBoxes = {
  testPoints: string
  pointOrder: PointOrder
  cycles: number
  dwellSeconds: string
  stabilityPercent: string
}

const pointsText = ({ testPoints }: Configuration) =>
  testPoints.map((point) => formatPlain(point).replace('−', '-')).join(', ')

/** The register's own plan, to begin with. */
export const planOf = (configuration: Configuration): PlanBoxes => ({
  testPoints: pointsText(configuration),
  pointOrder: configuration.pointOrder,
  cycles: 1,
  dwellSeconds: '',
  stabilityPercent: '',
})

/** The plan as the server takes it: what is as registered is left to the register. */
export const sentPlan = (plan: PlanBoxes, configuration: Configuration) => ({
  testPoints: plan.testPoints === pointsText(configuration) ? null : plan.testPoints,
  pointOrder: plan.pointOrder,
  cycles: plan.cycles,
  dwellSeconds: plan.dwellSeconds.trim() === '' ? null : plan.dwellSeconds,
  stabilityPercent: plan.stabilityPercent.trim() === '' ? null : plan.stabilityPercent,
})

type Props = { plan: PlanBoxes; change: (plan: PlanBoxes) => void; configuration: Configuration }

/** Points, direction, cycles and dwell of this run; the register's own unless changed. */
export function PlanFields({ plan, change, configuration: c }: Props) {
  const scale = c.pointScale === 'value' ? pressureUnitLabel(c.unit) : POINT_SCALES[c.pointScale]
  return (
    <>
      <h2>Plan</h2>
      <div className="field-row plan-fields">
        <TextField
          label={`Points, ${scale}`}
          size="small"
          value={plan.testPoints}
          onChange={(event) => change({ ...plan, testPoints: event.target.value })}
          slotProps={{ htmlInput: { className: 'num', autoComplete: 'off' }, inputLabel: { shrink: true } }}
        />
        {/* Only orders of ours are offered. */}
        <TextField
          select
          label="Direction"
          size="small"
          value={plan.pointOrder}
          onChange={(event) => change({ ...plan, pointOrder: event.target.value as PointOrder })}
        >
          {Object.entries(POINT_ORDERS).map(([id, words]) => (
            <MenuItem key={id} value={id}>
              {words}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="Cycles"
          size="small"
          value={plan.cycles}
          onChange={(event) => change({ ...plan, cycles: Number(event.target.value) })}
        >
          {Array.from({ length: MOST_CYCLES }, (_, index) => index + 1).map((count) => (
            <MenuItem key={count} value={count}>
              {count}
            </MenuItem>
          ))}
        </TextField>
        <NumberBox
          label="Hold, s"
          value={plan.dwellSeconds}
          change={(dwellSeconds) => change({ ...plan, dwellSeconds })}
        />
        <NumberBox
          label="Steady, ±%"
          value={plan.stabilityPercent}
          change={(stabilityPercent) => change({ ...plan, stabilityPercent })}
        />
      </div>
    </>
  )
}
