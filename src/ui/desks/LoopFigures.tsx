import { decimalsOfSpan, formatFixed, formatPlain, formatSigned } from '@/core/format/formatNumber'
import { formatDate } from '@/core/format/formatTime'
import type { LoopAnswer, TransmitterInLoop } from '@/plans/loopCard'
import type { LoopSetUp } from '@/schema/loopCard'
import { DataTable } from '../../kit/parts/DataTable'
import { Mark } from '../../kit/parts/Mark'
import { Notice } from '../../kit/parts/Notice'

/** A loop as it is worked out, with what it was worked out from. */
export type ShownLoop = { answer: LoopAnswer; setUp: LoopSetUp; transmitter: TransmitterInLoop }

/** From which record the transmitter’s own errors are. */
export function TransmitterWords({ transmitter }: Pick<ShownLoop, 'transmitter'>) {
  return (
    <p className="soft small">
      {transmitter.calibratedOn
        ? `The transmitter stands in it as its last record left it, ${formatDate(transmitter.calibratedOn)}.`
        : 'The transmitter has no record on this range yet: its errors are not known.'}
    </p>
  )
}

/** Volts at the terminals, the errors at each point, where they sit, and what to do about a host that is off. */
export function LoopFigures({ answer, setUp, transmitter }: ShownLoop) {
  const percent = (value: number | null) => (value === null ? '–' : `${formatSigned(value, 2)} %`)
  const unit = transmitter.scale.unit
  const hostDecimals = decimalsOfSpan(answer.points.map(({ shouldShow }) => shouldShow))
  return (
    <>
      <section aria-label="Terminals">
        <h2>At the terminals</h2>
        <ul className="plain-list is-marked">
          {answer.currents.map(({ milliamp, terminalVolts, spareVolts }) => (
            <li key={milliamp} className={spareVolts < 0 ? 'tone-outside' : undefined}>
              <Mark mark={spareVolts < 0 ? 'outside' : 'inside'} /> at {formatPlain(milliamp)} mA{' '}
              <b className="num">{formatFixed(terminalVolts, 2)} V</b>, {formatSigned(spareVolts, 2)} V to spare
            </li>
          ))}
        </ul>
        <p className="soft small num">
          In series: wire {formatFixed(answer.wireOhms, 1)} + input resistor {formatPlain(setUp.host.senseOhms ?? 0)} +
          others {formatPlain(setUp.supply.burdenOhms)} = <b>{formatFixed(answer.totalOhms, 1)} Ω</b>; at most{' '}
          {formatFixed(answer.mostOhms, 0)} Ω.
        </p>
      </section>
      <DataTable
        className="desk-output"
        rows={answer.points}
        keyOf={(point) => point.percent}
        columns={[
          { head: 'output', is: 'figure', cell: (point) => `${point.percent} %` },
          {
            head: 'host input, V',
            is: 'right',
            cell: ({ inputVolts }) => (inputVolts === null ? '–' : formatFixed(inputVolts, 4)),
          },
          { head: 'added up', is: 'right', cell: ({ budget }) => percent(budget.sumPercent) },
          {
            head: 'root of squares',
            is: 'right',
            cell: ({ budget: { rootSumSquarePercent: root } }) => (root === null ? '–' : `${formatFixed(root, 2)} %`),
          },
          { head: `host should, ${unit}`, is: 'right', cell: (point) => formatFixed(point.shouldShow, hostDecimals) },
          { head: 'host off by', is: 'right', cell: (point) => percent(point.hostErrorPercent) },
        ]}
      />
      <Where answer={answer} />
      <Schools answer={answer} setUp={setUp} />
    </>
  )
}

/** Where the error sits, and what is outside its own limit. */
function Where({ answer: { points } }: Pick<ShownLoop, 'answer'>) {
  const worst = points.reduce((most, point) =>
    (point.budget.rootSumSquarePercent ?? 0) > (most.budget.rootSumSquarePercent ?? 0) ? point : most,
  )
  const outside = [...new Set(points.flatMap(({ budget }) => budget.outside))]
  const { largest, limitRootSumSquarePercent, limitSumPercent } = worst.budget
  return (
    <Notice tone={outside.length > 0 ? 'outside' : 'to-do'}>
      {largest ? (
        <p>
          At {worst.percent} % most of it sits in <b>{largest.name}</b>:{' '}
          <span className="num">{formatFixed(largest.sharePercent, 0)} %</span> of the squares.
        </p>
      ) : (
        <p>No item’s error is known yet.</p>
      )}
      {outside.length > 0 && (
        <p>
          <Mark mark="outside" /> Outside its own limit: {outside.join(', ')}.
        </p>
      )}
      <p className="small">
        The limits allow ±{formatFixed(limitSumPercent, 2)} % added up, ±{formatFixed(limitRootSumSquarePercent, 2)} %
        by the root of their squares.
      </p>
    </Notice>
  )
}

/** What both schools would do about a host that is off. */
function Schools({ answer: { schools }, setUp }: Pick<ShownLoop, 'answer' | 'setUp'>) {
  if (!schools) return null
  const { percent, leaveTrue, trimToHost } = schools
  if (leaveTrue.isLoopInside && Math.abs(leaveTrue.hostErrorPercent) < 0.05) return null
  return (
    <section aria-label="If the host is off">
      <h2>
        The host is off by {formatSigned(leaveTrue.hostErrorPercent, 2)} % at {percent} %
      </h2>
      <ul className="plain-list">
        <li>
          <b>Leave the transmitter true, mend the loop</b> (the usual way): transmitter{' '}
          <span className="num">{formatSigned(leaveTrue.transmitterErrorPercent, 2)} %</span>, host{' '}
          {leaveTrue.isLoopInside ? 'inside' : 'outside'} the ±{formatPlain(setUp.host.allowancePercent)} % of the loop
          until it is mended.
        </li>
        <li>
          <b>Trim the transmitter to the host</b>, only with a recorded reason: the transmitter itself is then{' '}
          <span className="num">{formatSigned(trimToHost.transmitterErrorPercent, 2)} %</span> off,{' '}
          {trimToHost.isTransmitterInside ? 'still inside' : 'outside'} its limit. Never to an item whose own accuracy
          has not been verified.
        </li>
      </ul>
    </section>
  )
}
