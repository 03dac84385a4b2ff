'use client'
import type { Chart } from 'chart.js'
import type { ChartPointer } from '@/pictures/charts/chartPicture'
import { trianglePoints } from '@/pictures/scene'

/** Where the scales of a chart lie, CSS pixels. */
export type ChartFrame = {
  readonly width: number
  readonly height: number
  readonly top: number
  readonly bottom: number
  readonly middle: number
  readonly xOf: (value: number) => number
  readonly yOf: (value: number) => number
}

/** The frame of a chart as it is now. */
export function frameOf({ width, height, chartArea, scales }: Chart): ChartFrame {
  const { left, right, top, bottom } = chartArea
  return {
    width,
    height,
    top,
    bottom,
    middle: (left + right) / 2,
    xOf: (value) => scales.x?.getPixelForValue(value) ?? 0,
    yOf: (value) => scales.y?.getPixelForValue(value) ?? 0,
  }
}

/** The point being measured, over a chart that is not drawn again for it. */
export function PointerMark({ pointer, frame }: { pointer: ChartPointer; frame: ChartFrame }) {
  const { y: value, direction, says } = pointer
  const x = frame.xOf(pointer.x)
  const y = value === null ? null : frame.yOf(value)
  const isAtLeft = x < frame.middle
  return (
    <svg
      aria-hidden="true"
      width={frame.width}
      height={frame.height}
      style={{ position: 'absolute', inset: 0, pointerEvents: 'none' }}
      fill="var(--card)"
      stroke="var(--brass)"
    >
      <line x1={x} x2={x} y1={frame.top} y2={frame.bottom} />
      {y !== null && (
        <polygon
          points={trianglePoints(x, y, 16, direction === 'rising' ? 'up' : 'down').join(' ')}
          strokeWidth={2.2}
          strokeLinejoin="round"
        />
      )}
      {y !== null && says !== null && (
        <text
          x={isAtLeft ? x + 13 : x - 13}
          y={y > (frame.top + frame.bottom) / 2 ? y - 5 : y + 14}
          textAnchor={isAtLeft ? 'start' : 'end'}
          className="num"
          fontSize={13}
          fontWeight={700}
          fill="var(--brass)"
          stroke="none"
        >
          {says}
        </text>
      )}
    </svg>
  )
}
