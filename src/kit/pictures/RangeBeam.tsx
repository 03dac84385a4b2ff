'use client'
import { useMemo } from 'react'
import { type BeamSize, rangeBeam } from '@/pictures/rangeBeam'
import type { BeamData } from '@/schema/beam'
import { SceneSvg } from './SceneSvg'
import { useSize } from './useSize'

/** The range beam, as wide as its container. */
export function RangeBeam({
  data,
  detail,
  fontSize = 12.5,
}: {
  data: BeamData
  detail: BeamSize['detail']
  fontSize?: number
}) {
  const [ref, { width }] = useSize<HTMLDivElement>({ width: detail === 'tiny' ? 120 : 340, height: 60 })
  const scene = useMemo(() => rangeBeam(data, { width, fontSize, detail }), [data, width, fontSize, detail])
  return (
    <div ref={ref} className="picture">
      <SceneSvg scene={scene} />
    </div>
  )
}
