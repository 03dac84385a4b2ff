import { decimalsOfSpan, formatFixed, formatPlain } from '@/core/format/formatNumber'
import type { FlowDeskAnswer } from '@/plans/flowDesk'
import type { FlowSetUp } from '@/schema/flowDesk'
import { DataTable } from '../../kit/parts/DataTable'
import { Mark } from '../../kit/parts/Mark'
import { WorkingSteps } from '../workings/WorkingSteps'

/** A flow as it is worked out, with what it was worked out from. */
export type ShownFlow = { answer: FlowDeskAnswer; setUp: FlowSetUp }

/** Range, cut-off and zero shift in figures, and the table of flow, pressure, output and error. */
export function FlowFigures({ answer, setUp }: ShownFlow) {
  const { cutOff, dpFull, unitLabel, fullFlow, flowUnit, points, output, zeroShiftPercent } = answer
  return (
    <>
      <dl className="calc-answer">
        <div>
          <dt>URV at 100 % flow</dt>
          <dd className="num">
            {formatPlain(Number(dpFull.toPrecision(6)))} <small className="soft">{unitLabel}</small>
          </dd>
        </div>
        <div>
          <dt>Worth reading from</dt>
          <dd className="num">
            {'refused' in cutOff
              ? cutOff.refused
              : `${formatFixed(cutOff.honestFromPercent, 1)} % (${formatFixed(cutOff.rangeability, 1)} : 1)`}
          </dd>
        </div>
        {!('refused' in cutOff) && (
          <div>
            <dt>Cut off at</dt>
            <dd>
              <span className="num">{formatPlain(cutOff.adviseCutOffPercent)} %</span>
              {setUp.cutOffPercent < cutOff.adviseCutOffPercent && (
                <span className="tone-look small">
                  {' '}
                  <Mark mark="look" /> set at {formatPlain(setUp.cutOffPercent)} %: it shows more than it knows
                </span>
              )}
            </dd>
          </div>
        )}
        <div>
          <dt>Zero shift shows</dt>
          <dd className="num">
            {formatFixed(zeroShiftPercent, 2)} %{' '}
            <small className="soft">
              = {formatPlain(Number(((zeroShiftPercent / 100) * fullFlow).toPrecision(3)))} {flowUnit} where nothing
              flows
            </small>
          </dd>
        </div>
      </dl>
      <DataTable
        className="desk-output"
        rows={points}
        keyOf={({ flowPercent }) => flowPercent}
        columns={[
          { head: 'flow', is: 'figure', cell: ({ flowPercent }) => `${flowPercent} %` },
          { head: flowUnit, is: 'right', cell: ({ flow }) => formatFixed(flow, decimalsOfSpan([0, fullFlow])) },
          { head: unitLabel, is: 'right', cell: ({ dp }) => formatFixed(dp, decimalsOfSpan([0, dpFull])) },
          {
            head: `output, ${output.unit}`,
            is: 'right',
            cell: (point) => formatFixed(point.output, output.decimals),
          },
          { head: '+ % of flow', is: 'right', cell: (point) => formatFixed(point.highPercentOfFlow, 2) },
        ]}
      />
      <details>
        <summary>How this was worked out</summary>
        <WorkingSteps workings={answer.workings} />
      </details>
    </>
  )
}
