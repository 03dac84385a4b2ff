import type { Scene, Shape, Tone } from '@/pictures/scene'
import { trianglePoints } from '@/pictures/scene'
import { MarkPath } from '../parts/Mark'

const css = (tone: Tone) => `var(--${tone.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)})`

/** A scene as SVG, its words as the accessible name. */
export function SceneSvg({ scene, className }: { scene: Scene; className?: string }) {
  return (
    <svg
      className={className}
      role="img"
      aria-label={scene.words}
      viewBox={`0 0 ${scene.width} ${scene.height}`}
      width={scene.width}
      height={scene.height}
      style={{ display: 'block', maxWidth: '100%', height: 'auto' }}
    >
      {scene.shapes.map((shape, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a scene is redrawn whole; its shapes have no identity
        <ShapeSvg key={index} shape={shape} />
      ))}
    </svg>
  )
}

function ShapeSvg({ shape }: { shape: Shape }) {
  switch (shape.kind) {
    case 'line':
      return (
        <polyline
          points={shape.points.map(rounded).join(' ')}
          fill="none"
          stroke={css(shape.tone)}
          strokeWidth={shape.weight}
          strokeDasharray={shape.dash?.join(' ')}
          strokeLinecap="round"
        />
      )
    case 'area':
      return <polygon points={shape.points.map(rounded).join(' ')} fill={css(shape.tone)} />
    case 'box':
      return (
        <rect
          x={shape.x}
          y={shape.y}
          width={shape.width}
          height={shape.height}
          rx={shape.radius}
          fill={css(shape.tone)}
          stroke={shape.outline && css(shape.outline)}
        />
      )
    case 'text':
      return (
        <text
          x={shape.x}
          y={shape.y}
          fontSize={shape.size}
          textAnchor={shape.anchor}
          fill={css(shape.tone)}
          className={shape.face === 'number' ? 'num' : undefined}
          fontWeight={shape.isBold ? 700 : undefined}
        >
          {shape.text}
        </text>
      )
    case 'mark':
      return <MarkShapeSvg shape={shape} />
    default:
      return shape satisfies never
  }
}

function MarkShapeSvg({ shape }: { shape: Extract<Shape, { kind: 'mark' }> }) {
  if (shape.mark !== 'up' && shape.mark !== 'down')
    return (
      <g transform={`translate(${shape.x} ${shape.y})`} style={{ color: css(shape.tone) }}>
        <MarkPath mark={shape.mark} size={shape.size} />
      </g>
    )
  return (
    <polygon
      points={trianglePoints(shape.x, shape.y, shape.size, shape.mark).map(rounded).join(' ')}
      fill={shape.isFilled ? css(shape.tone) : css('card')}
      stroke={css(shape.tone)}
      strokeWidth={2.2}
      strokeLinejoin="round"
    />
  )
}

/** Hundredths of a pixel: the same text from server and browser, whatever their last bits say. */
const rounded = ([x, y]: readonly [number, number]) => `${x.toFixed(2)},${y.toFixed(2)}`
