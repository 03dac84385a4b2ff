'use client'
import Button from '@mui/material/Button'
import { useCallback } from 'react'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { ChartStyle } from '@/pictures/charts/chartPicture'
import { liveTrace } from '@/pictures/charts/liveTrace'
import { leastSeconds, pressureLimits } from '@/plans/automaticOf'
import type { RunView } from '@/schema/runView'
import { ChartPictureView } from '../../../kit/pictures/ChartPictureView'
import { type Link, TRACE_SECONDS } from './useLink'

type Props = { readonly link: Link; readonly run: RunView }

/** Within so much of the span the source counts as at its set point; as the run itself goes by. */
const REACH_SHARE = 0.0005

/** The pressure of the last minute by its source, and what was last said to it. */
export function LinkedReadings({ link, run }: Props) {
  const { shown, trace } = link
  const { highest, lowest } = pressureLimits(run)
  const setPoint = shown?.automatic?.setPoint ?? shown?.setTo ?? null
  const windowSeconds = shown?.automatic?.settings.seconds ?? Math.max(5, leastSeconds(run.world))
  const reach = (highest - lowest) * REACH_SHARE
  const unit = pressureUnitLabel(run.world.inputUnit)
  const draw = useCallback(
    (style: ChartStyle) =>
      liveTrace({ points: trace, unit, setPoint, reach, windowSeconds, shownSeconds: TRACE_SECONDS }, style),
    [trace, unit, setPoint, reach, windowSeconds],
  )
  if (!shown) return null
  return (
    <div className="link-trace">
      <ChartPictureView draw={draw} height={150} />
      <p className="small soft num link-last">
        {shown.lastSent ? (
          <>
            Last to {shown.lastSent.name}: <code>{shown.lastSent.text}</code>.{' '}
          </>
        ) : null}
        <Button size="small" href={`/api/v1/runs/${run.id}/links/log`} download>
          Everything sent and received
        </Button>
      </p>
    </div>
  )
}
