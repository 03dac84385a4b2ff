import type { PointVerdict } from '@/core/error/verdict'
import { type MarkShape, trianglePoints } from '@/pictures/scene'

/** Where a point lies, as a mark. */
export const VERDICT_MARK: Record<PointVerdict, MarkShape> = {
  inside: 'inside',
  'inside-look': 'look',
  'not-accepted': 'look',
  'not-stated': 'look',
  outside: 'outside',
}
const TONES: Record<MarkShape, string> = {
  inside: 'var(--verdigris)',
  look: 'var(--ochre)',
  outside: 'var(--clay)',
  up: 'currentColor',
  down: 'currentColor',
}

/** A mark drawn rather than typed, so that no font can lack it. With `label` it is an image; without, decoration. */
export function Mark({ mark, label, size = 14 }: { mark: MarkShape; label?: string; size?: number }) {
  return (
    // biome-ignore lint/a11y/noSvgWithoutTitle: without a label it is decoration beside its words
    <svg
      width={size}
      height={size}
      viewBox="-8 -8 16 16"
      style={{ color: TONES[mark], flex: 'none', verticalAlign: '-0.12em' }}
      role={label ? 'img' : undefined}
      aria-hidden={label ? undefined : true}
    >
      {label && <title>{label}</title>}
      <MarkPath mark={mark} size={12} />
    </svg>
  )
}

/** The drawing of a mark around the origin, in the current colour. */
export function MarkPath({ mark, size }: { mark: MarkShape; size: number }) {
  const radius = size * 0.42
  switch (mark) {
    case 'inside':
      return <circle r={radius} fill="currentColor" />
    case 'look':
      return (
        <>
          <circle r={radius} fill="none" stroke="currentColor" strokeWidth={size * 0.13} />
          <path d={`M0 ${-radius} A${radius} ${radius} 0 0 0 0 ${radius} Z`} fill="currentColor" />
        </>
      )
    case 'outside':
      return (
        <path
          d={`M${-radius} ${-radius} L${radius} ${radius} M${radius} ${-radius} L${-radius} ${radius}`}
          stroke="currentColor"
          strokeWidth={size * 0.2}
          strokeLinecap="round"
        />
      )
    case 'up':
    case 'down':
      return <polygon points={trianglePoints(0, 0, size, mark).join(' ')} fill="currentColor" />
    default:
      return mark satisfies never
  }
}
