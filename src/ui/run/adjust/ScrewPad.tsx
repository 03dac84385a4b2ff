'use client'
import { useCallback } from 'react'
import { formatFixed, formatSigned } from '@/core/format/formatNumber'
import type { ScrewWork } from '@/core/run/advise/screwWork'
import type { ChartStyle } from '@/pictures/charts/chartPicture'
import { convergencePad } from '@/pictures/charts/convergencePad'
import { Notice } from '../../../kit/parts/Notice'
import { ChartPictureView } from '../../../kit/pictures/ChartPictureView'

type Props = { work: ScrewWork; unit: string; decimals: number }

/** The convergence pad of a run: where both errors stand, and the reading to set next. */
export function ScrewPad({ work, unit, decimals }: Props) {
  const { advice, setTo, limitPercent, path } = work
  const reading = `${formatFixed(setTo, decimals)} ${unit}`
  const draw = useCallback(
    (style: ChartStyle) => {
      const aim = advice.isDone ? null : advice.afterMove
      return convergencePad({ path, limit: limitPercent, aim, aimLabel: `${advice.nextScrew}: set ${reading}` }, style)
    },
    [path, limitPercent, advice, reading],
  )
  return (
    <>
      <div style={{ height: '100%', minHeight: 260 }}>
        <ChartPictureView draw={draw} />
      </div>
      <div aria-live="polite">
        {advice.isDone ? (
          <p>
            <strong>Both ends should now be inside.</strong> Check between the ends for linearity: read as left.
          </p>
        ) : (
          <p>
            <strong>
              Next: {advice.nextScrew} screw, set {reading}
            </strong>
            {advice.aimPercent !== 0 && (
              <> – on purpose {formatSigned(advice.aimPercent, 2)} % off: the other screw will take it back</>
            )}
            . Read that end before you turn.{' '}
            {advice.passesLeft === 1 ? 'One more pass' : `About ${advice.passesLeft} passes`} to go.
          </p>
        )}
        {advice.notices.map(({ says }) => (
          <Notice key={says} isSmall>
            {says}
          </Notice>
        ))}
      </div>
    </>
  )
}
