'use client'
import dynamic from 'next/dynamic'
import { useMemo } from 'react'
import type { ChartPicture, ChartPointer, ChartStyle } from '@/pictures/charts/chartPicture'
import { loadChart } from './loadChart'
import { usePalette } from './usePalette'
import { useSize } from './useSize'

const ChartCanvas = dynamic(() => loadChart(), { ssr: false })

type Props = {
  /** Makes the chart for the room there is; the same function as long as it draws the same. */
  readonly draw: (style: ChartStyle) => ChartPicture
  /** What is being measured now; null or absent where nothing is. */
  readonly pointer?: ChartPointer | null
  /** CSS pixels; fills its container where none is given. */
  readonly height?: number
}

/** A chart, as wide as there is room, in the colours of the theme. */
export function ChartPictureView({ draw, pointer = null, height }: Props) {
  const [ref, size] = useSize<HTMLDivElement>({ width: 680, height: height ?? 400 })
  const palette = usePalette()
  const picture = useMemo(
    () =>
      draw({
        palette,
        width: size.width,
        height: height ?? size.height,
        fontSize: size.width < 420 ? 11 : 12.5,
      }),
    [draw, palette, size, height],
  )
  return (
    <div ref={ref} className="picture" style={{ position: 'relative', height: height ?? '100%' }}>
      <ChartCanvas picture={picture} pointer={pointer} />
    </div>
  )
}
