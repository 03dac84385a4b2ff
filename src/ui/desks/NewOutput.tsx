import { decimalsOfSpan, formatFixed, formatPlain } from '@/core/format/formatNumber'
import type { OutputRow } from '@/core/range/outputTable'
import { zeroPosition } from '@/core/transfer/calibratedRange'
import type { PressureUnit } from '@/core/units/pressureUnit'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { DataTable } from '../../kit/parts/DataTable'

/** As many decimals as show every input as it is, up to two more than its span asks for: 6.875 is not 6.88. */
function wholeDecimals(values: readonly number[]): number {
  const least = decimalsOfSpan(values)
  const most = least + 2
  for (let decimals = least; decimals < most; decimals++)
    if (values.every((value) => Math.abs(Number(value.toFixed(decimals)) - value) < Math.abs(value) * 1e-9))
      return decimals
  return least
}

type Props = {
  rows: readonly OutputRow[]
  unit: PressureUnit
  output: { readonly unit: string; readonly decimals: number }
  host: { readonly unit: string }
  turndown: number | null
}

/** The new output table: input, signal, and what the host shows. */
export function NewOutput({ rows, unit, output, host, turndown }: Props) {
  const [first, last] = [rows[0], rows.at(-1)]
  if (!first || !last) return <p className="soft">The output table appears once both ends are there.</p>
  const inputDecimals = wholeDecimals(rows.map(({ input }) => input))
  const shownDecimals = decimalsOfSpan(rows.map(({ shown }) => shown))
  const span = last.input - first.input
  return (
    <section aria-label="New output">
      <h2>New output</h2>
      <DataTable
        className="desk-output"
        rows={rows}
        keyOf={({ percent }) => percent}
        columns={[
          { head: 'span', is: 'figure', cell: ({ percent }) => `${formatPlain(percent)} %` },
          {
            head: `input, ${pressureUnitLabel(unit)}`,
            is: 'right',
            cell: ({ input }) => formatFixed(input, inputDecimals),
          },
          { head: `output, ${output.unit}`, is: 'right', cell: (row) => formatFixed(row.output, output.decimals) },
          { head: `host, ${host.unit}`, is: 'right', cell: ({ shown }) => formatFixed(shown, shownDecimals) },
        ]}
      />
      <p className="soft small num">
        Span {formatPlain(Math.abs(span))} {pressureUnitLabel(unit)}
        {span < 0 && ', reverse-acting'}
        {turndown !== null && `, turndown ${formatFixed(turndown, 1)} : 1`}
        {`, zero ${zeroPosition({ lrv: first.input, urv: last.input, unit })}`}.
      </p>
    </section>
  )
}
