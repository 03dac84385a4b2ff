'use client'
import { memo, useCallback } from 'react'
import type { ChartStyle } from '@/pictures/charts/chartPicture'
import type { CorridorData } from '@/pictures/charts/corridorData'
import { errorCorridor } from '@/pictures/charts/errorCorridor'
import { ChartPictureView } from './ChartPictureView'

/** Error in % of span over applied input, inside its limit, filling its container. No loading, no arithmetic. */
export const ErrorCorridor = memo(function ErrorCorridor({ data, height }: { data: CorridorData; height?: number }) {
  const draw = useCallback((style: ChartStyle) => errorCorridor(data, style), [data])
  return <ChartPictureView draw={draw} {...(height !== undefined && { height })} />
})
