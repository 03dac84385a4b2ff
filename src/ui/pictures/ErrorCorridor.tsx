'use client'
import { memo, useMemo } from 'react'
import type { CorridorData } from '@/pictures/corridorGeometry'
import { errorCorridor } from '@/pictures/errorCorridor'
import { SceneSvg } from './SceneSvg'
import { useSize } from './useSize'

/** Error in % of span over applied input, inside its limit, filling its container. No loading, no arithmetic. */
export const ErrorCorridor = memo(function ErrorCorridor({ data, height }: { data: CorridorData; height?: number }) {
  const [ref, size] = useSize<HTMLDivElement>({ width: 680, height: height ?? 400 })
  const scene = useMemo(
    () =>
      errorCorridor(data, { width: size.width, height: height ?? size.height, fontSize: size.width < 420 ? 11 : 12.5 }),
    [data, size, height],
  )
  return (
    <div ref={ref} className="picture" style={{ height: height ?? '100%' }}>
      <SceneSvg scene={scene} />
    </div>
  )
})
