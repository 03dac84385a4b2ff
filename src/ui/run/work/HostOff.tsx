'use client'
import Button from '@mui/material/Button'
import { useState } from 'react'
import { formatFixed, formatPlain, formatSigned } from '@/core/format/formatNumber'
import { USUAL_LOOP_ALLOWANCE, worstHostError } from '@/core/loop/hostCheck'
import { trimSchools } from '@/core/loop/trimSchools'
import { sideSign } from '@/core/run/judge/shownError'
import type { JudgedRound } from '@/core/run/runState'
import { hostErrorOf, hostScale } from '@/plans/hostScale'
import type { RunView } from '@/schema/runView'
import { Notice } from '../../../kit/parts/Notice'
import { ReasonDialog } from '../ReasonDialog'

type Props = {
  run: RunView
  judged: JudgedRound
  /** Back to Adjust, to trim the transmitter to the host. */
  trimToHost: (reason: string) => Promise<string | null>
}

/** Where the host is outside its own limit: both schools, with what each does. */
export function HostOff({ run, judged, trimToHost }: Props) {
  const [isAsking, setAsking] = useState(false)
  const off = worstOff(run)
  const { largest } = judged.analysis
  // Where the host takes the root its error is one of flow, and no trim of the transmitter makes up for it everywhere.
  if (!off || !largest || hostScale(run.world.configuration).takesRoot || Math.abs(off.percent) <= off.limit)
    return null
  const { leaveTrue, trimToHost: trimmed } = trimSchools({
    transmitterErrorPercent: largest.errorPercentSpan,
    hostErrorPercent: off.percent,
    transmitterLimitPercent: largest.limitPercentSpan,
    loopAllowancePercent: off.limit,
  })
  const limit = `${sideSign(largest)}${formatFixed(largest.limitPercentSpan, 2)} %`
  const after = formatSigned(trimmed.transmitterErrorPercent, 2)
  return (
    <Notice tone="inside-look" gap={14}>
      <p>
        <strong>
          The host is off by {formatSigned(off.percent, 2)} %, outside its own ±{formatPlain(off.limit)} %, though the
          transmitter was checked.
        </strong>
      </p>
      <ul className="plain-list small">
        <li>
          <b>Leave the transmitter true, mend the loop</b> (the usual way): the transmitter stays{' '}
          <span className="num">{formatSigned(leaveTrue.transmitterErrorPercent, 2)} %</span> off, limit {limit}; look
          at resistor, input card and scaling.
        </li>
        <li>
          <b>Trim the transmitter to the host</b>, only with a reason: the transmitter itself is then about{' '}
          <span className="num">{after} %</span> off, {trimmed.isTransmitterInside ? 'still inside' : 'outside'} its
          limit of {limit}. Never to an item whose own accuracy has not been verified.
        </li>
      </ul>
      <div>
        <Button variant="outlined" color="secondary" onClick={() => setAsking(true)}>
          Trim to the host all the same…
        </Button>
      </div>
      {isAsking && (
        <ReasonDialog
          title="Trim the transmitter to the host?"
          words={`The transmitter itself would then be about ${after} % off; its limit is ${limit}. It is adjusted and read once more; the record keeps the reason.`}
          action="Back to Adjust"
          onClose={() => setAsking(false)}
          store={(reason) => trimToHost(`Trim to the host (off by ${formatSigned(off.percent, 2)} %): ${reason}`)}
        />
      )}
    </Notice>
  )
}

/** The largest error found at the host and the limit it is judged by; null where nobody has looked. */
function worstOff(run: RunView): { readonly percent: number; readonly limit: number } | null {
  return (run.loopChecks ?? []).reduce<ReturnType<typeof worstOff>>((most, check) => {
    const percent = worstHostError(hostErrorOf(check, run.world.configuration))
    const limit = check.limitPercent ?? USUAL_LOOP_ALLOWANCE
    if (percent === null) return most
    return most === null || Math.abs(percent) / limit > Math.abs(most.percent) / most.limit ? { percent, limit } : most
  }, null)
}
