'use client'
import { useMemo } from 'react'
import { tracePicture } from '@/pictures/tracePicture'
import { breaksOf, type Trace } from '@/plans/traceability'
import { Notice } from '../../kit/parts/Notice'
import { SceneSvg } from '../../kit/pictures/SceneSvg'
import { useSize } from '../../kit/pictures/useSize'

/** Narrower than this its words would be cut. */
const LEAST_WIDTH = 520

/** To what a record is traceable, as a picture; what does not hold is said above it. */
export function TracePicture({ trace }: { trace: Trace }) {
  const [ref, { width }] = useSize<HTMLElement>({ width: 600, height: 100 })
  const scene = useMemo(
    () => tracePicture(trace, { width: Math.max(LEAST_WIDTH, width), fontSize: 13 }),
    [trace, width],
  )
  const breaks = breaksOf(trace)
  return (
    <div className="stack">
      <h2 id="traceability">Traceability</h2>
      {breaks.length > 0 && (
        <Notice tone="inside-look" isSmall>
          {breaks.map(({ words }) => (
            <p key={words}>{words}</p>
          ))}
        </Notice>
      )}
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a region that scrolls takes the focus */}
      <section ref={ref} style={{ overflowX: 'auto' }} tabIndex={0} aria-labelledby="traceability">
        <div style={{ minWidth: LEAST_WIDTH }}>
          <SceneSvg scene={scene} />
        </div>
      </section>
    </div>
  )
}
