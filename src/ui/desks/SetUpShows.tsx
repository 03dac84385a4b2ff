import { decimalsOfSpan, formatFixed } from '@/core/format/formatNumber'
import type { SetUpPlan } from '@/plans/setUpPlan'
import { DataTable } from '../../kit/parts/DataTable'

type Props = {
  plan: SetUpPlan
  /** Decimals on the display; null where nobody has said. */
  decimals: number | null
  units: {
    readonly pv: string
    readonly output: { readonly unit: string; readonly decimals: number }
    readonly display: string
  }
}

/** What the device should show at 0, 50 and 100 %: to be looked at once it is keyed in. */
export function SetUpShows({ plan, decimals, units }: Props) {
  const hasDisplay = plan.shows.some(({ display }) => display !== null)
  const pvDecimals = decimalsOfSpan(plan.shows.map(({ pv }) => pv))
  const shown = plan.shows.flatMap(({ display }) => (display === null ? [] : [display]))
  return (
    <>
      <h2>It should then show</h2>
      <DataTable
        className="desk-output"
        rows={plan.shows}
        keyOf={({ percent }) => percent}
        columns={[
          { head: 'span', is: 'figure', cell: ({ percent }) => `${percent} %` },
          { head: `PV, ${units.pv}`, is: 'right', cell: ({ pv }) => formatFixed(pv, pvDecimals) },
          {
            head: `output, ${units.output.unit}`,
            is: 'right',
            cell: ({ output }) => formatFixed(output, units.output.decimals),
          },
          ...(hasDisplay
            ? [
                {
                  head: `display, ${units.display}`,
                  is: 'right' as const,
                  cell: ({ display }: { display: number | null }) =>
                    display === null ? '–' : formatFixed(display, decimals ?? decimalsOfSpan(shown)),
                },
              ]
            : []),
        ]}
      />
      <p className="soft small">
        Re-ranging moves where the output begins and ends; it corrects nothing. A calibration follows.
      </p>
    </>
  )
}
