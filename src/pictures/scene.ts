/** Colours by what they mean; the theme gives them their values on screen, the light palette on paper. */
export type Tone =
  | 'paper'
  | 'card'
  | 'ink'
  | 'soft'
  | 'rule'
  | 'graphite'
  | 'onGraphite'
  | 'brass'
  | 'verdigris'
  | 'verdigrisGround'
  | 'verdigrisInner'
  | 'clay'
  | 'clayGround'
  | 'ochre'

/** The marks of a verdict and of a direction. Never colour alone. */
export type MarkShape = 'up' | 'down' | 'inside' | 'look' | 'outside'

/** A simple shape. Lengths in CSS pixels on screen and points on paper, from the top left. */
export type Shape =
  | {
      kind: 'line'
      points: readonly (readonly [x: number, y: number])[]
      tone: Tone
      weight: number
      dash?: readonly number[]
    }
  | { kind: 'area'; points: readonly (readonly [x: number, y: number])[]; tone: Tone }
  | { kind: 'box'; x: number; y: number; width: number; height: number; tone: Tone; radius?: number; outline?: Tone }
  | {
      kind: 'text'
      x: number
      y: number
      text: string
      tone: Tone
      size: number
      anchor: 'start' | 'middle' | 'end'
      face: 'text' | 'number'
      isBold?: boolean
    }
  | { kind: 'mark'; x: number; y: number; mark: MarkShape; tone: Tone; size: number; isFilled: boolean }

/** A picture as plain data: drawn as SVG on screen and as vectors in a certificate. `words` says the same in words. */
export type Scene = {
  readonly width: number
  readonly height: number
  readonly shapes: readonly Shape[]
  readonly words: string
}

/** Corners of a triangle mark, pointing up or down, around its centre. */
export function trianglePoints(x: number, y: number, size: number, points: 'up' | 'down'): [number, number][] {
  const tip = points === 'up' ? -1 : 1
  return [
    [x, y + tip * size * 0.62],
    [x - size * 0.58, y - tip * size * 0.42],
    [x + size * 0.58, y - tip * size * 0.42],
  ]
}
