'use client'
import { formatFixed, formatSigned } from '@/core/format/formatNumber'
import type { ScrewWork } from '@/core/run/advise/screwWork'
import { convergencePad } from '@/pictures/convergencePad'
import { SceneSvg } from '../../pictures/SceneSvg'
import { useSize } from '../../pictures/useSize'

type Props = { work: ScrewWork; unit: string; decimals: number }

/** The convergence pad of a run: where both errors stand, and the reading to set next. */
export function ScrewPad({ work, unit, decimals }: Props) {
  const [ref, size] = useSize<HTMLDivElement>({ width: 600, height: 400 })
  const { advice, setTo, limitPercent, path } = work
  const reading = `${formatFixed(setTo, decimals)} ${unit}`
  const aim = advice.isDone ? null : advice.afterMove
  const scene = convergencePad(
    { path, limit: limitPercent, aim, aimLabel: `${advice.nextScrew}: set ${reading}` },
    { width: size.width, height: size.height, fontSize: 12.5 },
  )
  return (
    <>
      <div ref={ref} className="picture" style={{ height: '100%', minHeight: 260 }}>
        <SceneSvg scene={scene} />
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
          <p key={says} className="notice small">
            {says}
          </p>
        ))}
      </div>
    </>
  )
}
