'use client'
import { useCallback } from 'react'
import type { ChartPointer, ChartStyle } from '@/pictures/charts/chartPicture'
import type { CorridorData } from '@/pictures/charts/corridorData'
import { errorCorridor } from '@/pictures/charts/errorCorridor'
import { ChartPictureView } from './ChartPictureView'

type Props = { data: CorridorData; pointer?: ChartPointer | null; height?: number }

/** Error in % of span over applied input, inside its limit, filling its container. No loading, no arithmetic. */
export function ErrorCorridor({ data, pointer = null, height }: Props) {
  const draw = useCallback((style: ChartStyle) => errorCorridor(data, style), [data])
  return <ChartPictureView draw={draw} pointer={pointer} {...(height !== undefined && { height })} />
}
