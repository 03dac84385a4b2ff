import type { ErrorLine } from './errorLine'

/** The plain shape of a set of errors. Which fault causes it is another question. */
export type ErrorShape = 'flat' | 'zero' | 'span' | 'zero-and-span' | 'bow' | 'hysteresis' | 'cannot-tell'

/** All in % of span. `threshold` is what counts as a departure worth naming: the adjust limit, or half the limit. */
export type ShapeEvidence = {
  readonly line: ErrorLine | null
  readonly hysteresis: number | null
  readonly largestError: number
  readonly threshold: number
}

/**
 * Names the shape of a set of errors: constant is zero, growing with the input is span, bowed is linearity, up
 * different from down is hysteresis. Common practice, no source.
 */
export function errorShape({ line, hysteresis, largestError, threshold }: ShapeEvidence): ErrorShape {
  if (line === null) return 'cannot-tell'
  if (largestError <= threshold) return 'flat'
  // Half the difference between up and down is how far hysteresis alone pushes a point off the mean curve.
  if (hysteresis !== null && hysteresis / 2 > threshold && hysteresis / 2 >= line.residualPercentSpan * 0.7)
    return 'hysteresis'
  if (line.residualPercentSpan > threshold) return 'bow'
  return straightShape(line, threshold)
}

function straightShape(line: ErrorLine, threshold: number): ErrorShape {
  const zeroIsOff = Math.abs(line.atZeroPercentSpan) > threshold
  const spanIsOff = Math.abs(line.growthPercentSpan) > threshold
  if (zeroIsOff && spanIsOff) return 'zero-and-span'
  if (spanIsOff) return 'span'
  if (zeroIsOff) return 'zero'
  return 'zero-and-span' // neither alone reaches the threshold, but their sum does
}

/** The shape in words for the run screen: how the curve runs, and not what it comes from, which is for the diagnosis. */
export const ERROR_SHAPE_WORDS: Record<ErrorShape, string> = {
  flat: 'flat, nothing stands out',
  zero: 'moved alike at every point',
  span: 'grows with the input',
  'zero-and-span': 'moved, and tilted',
  bow: 'bowed',
  hysteresis: 'up differs from down',
  'cannot-tell': 'too few points yet',
}
