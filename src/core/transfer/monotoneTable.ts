import { Refusal } from '../refusal'
import { bisect } from '../statistics/bisect'

/** One pair of a characterisation table; both in % of span, or any two units used throughout. */
export type TablePoint = { readonly input: number; readonly output: number }

/** A curve through a table, strictly monotone, with its inverse. Outside the table it goes on as a straight line. */
export type MonotoneTable = {
  readonly forward: (input: number) => number
  readonly inverse: (output: number) => number
  readonly slope: (input: number) => number
}

/**
 * Piecewise cubic through a table that never overshoots between two points.
 *
 * Source: F. N. Fritsch and R. E. Carlson, SIAM J. Numer. Anal. 17 (1980) 238, with the weighted harmonic mean of
 * F. N. Fritsch and J. Butland, SIAM J. Sci. Stat. Comput. 5 (1984) 300 (formulas from memory; checked beside SciPy).
 *
 * @param points at least two, any order
 * @throws {Refusal} for fewer than two points, an input given twice, or outputs that turn round
 */
export function monotoneTable(points: readonly TablePoint[]): MonotoneTable {
  const table = sortedTable(points)
  const slopes = nodeSlopes(table)
  const piece = (input: number) => pieceAt(table, slopes, input)
  const forward = (input: number) => hermite(piece(input), input)
  return { forward, inverse: inverseOf(table, forward, slopes), slope: (input) => hermiteSlope(piece(input), input) }
}

/** The same table with straight lines between its points, as many transmitters have it; beyond its ends the last line goes on. */
export function straightTable(points: readonly TablePoint[]): MonotoneTable {
  const table = sortedTable(points)
  const line = (isBeyond: (upper: TablePoint) => boolean) => {
    const index = table.findIndex((point, i) => i > 0 && !isBeyond(point))
    const upper = at(table, index === -1 ? table.length - 1 : index)
    const lower = at(table, (index === -1 ? table.length - 1 : index) - 1)
    return { lower, slope: (upper.output - lower.output) / (upper.input - lower.input) }
  }
  const rises = at(table, table.length - 1).output > at(table, 0).output
  const ofInput = (input: number) => line((upper) => upper.input < input)
  return {
    forward: (input) => {
      const { lower, slope } = ofInput(input)
      return lower.output + slope * (input - lower.input)
    },
    inverse: (output) => {
      const { lower, slope } = line((upper) => (rises ? upper.output < output : upper.output > output))
      return lower.input + (output - lower.output) / slope
    },
    slope: (input) => ofInput(input).slope,
  }
}

function sortedTable(points: readonly TablePoint[]): readonly TablePoint[] {
  const table = points.toSorted((a, b) => a.input - b.input)
  if (table.length < 2) throw new Refusal('table', `has ${table.length} points`, 'enter at least two')
  const rises = table.slice(1).map((point, index) => {
    const before = at(table, index)
    if (point.input === before.input)
      throw new Refusal('table', `has the input ${point.input} twice`, 'give each input one output')
    return Math.sign(point.output - before.output)
  })
  if (rises.some((rise) => rise === 0 || rise !== rises[0]))
    throw new Refusal('table', 'its outputs stand still or turn round', 'enter outputs that only rise or only fall')
  return table
}

/** Slopes at the points: harmonic means inside, three-point formula at the ends, limited so that nothing overshoots. */
function nodeSlopes(table: readonly TablePoint[]): number[] {
  const widths = table.slice(1).map((point, i) => point.input - at(table, i).input)
  const secants = table.slice(1).map((point, i) => (point.output - at(table, i).output) / at(widths, i))
  if (table.length === 2) return [at(secants, 0), at(secants, 0)]
  const inner = secants.slice(1).map((right, i) => {
    const left = at(secants, i)
    const leftWeight = 2 * at(widths, i + 1) + at(widths, i)
    const rightWeight = at(widths, i + 1) + 2 * at(widths, i)
    return (leftWeight + rightWeight) / (leftWeight / left + rightWeight / right)
  })
  const end = secants.length - 1
  return [
    endSlope([at(widths, 0), at(widths, 1)], [at(secants, 0), at(secants, 1)]),
    ...inner,
    endSlope([at(widths, end), at(widths, end - 1)], [at(secants, end), at(secants, end - 1)]),
  ]
}

function endSlope([near, next]: [number, number], [first, second]: [number, number]): number {
  const slope = ((2 * near + next) * first - near * second) / (near + next)
  if (Math.sign(slope) !== Math.sign(first)) return 0
  return Math.abs(slope) > 3 * Math.abs(first) && Math.sign(first) !== Math.sign(second) ? 3 * first : slope
}

type Piece = { a: TablePoint; b: TablePoint; slopeA: number; slopeB: number; side: 'below' | 'inside' | 'above' }

function pieceAt(table: readonly TablePoint[], slopes: readonly number[], input: number): Piece {
  const last = table.length - 2
  const found = table.findIndex((point) => point.input > input) - 1
  const index = found === -2 ? last : Math.max(0, Math.min(last, found))
  const side = input < at(table, 0).input ? 'below' : input > at(table, last + 1).input ? 'above' : 'inside'
  return {
    a: at(table, index),
    b: at(table, index + 1),
    slopeA: at(slopes, index),
    slopeB: at(slopes, index + 1),
    side,
  }
}

function hermite({ a, b, slopeA, slopeB, side }: Piece, input: number): number {
  if (side === 'below') return a.output + slopeA * (input - a.input)
  if (side === 'above') return b.output + slopeB * (input - b.input)
  const width = b.input - a.input
  const t = (input - a.input) / width
  return (
    (1 + 2 * t) * (1 - t) ** 2 * a.output +
    t * (1 - t) ** 2 * width * slopeA +
    t ** 2 * (3 - 2 * t) * b.output +
    t ** 2 * (t - 1) * width * slopeB
  )
}

function hermiteSlope({ a, b, slopeA, slopeB, side }: Piece, input: number): number {
  if (side !== 'inside') return side === 'below' ? slopeA : slopeB
  const width = b.input - a.input
  const t = (input - a.input) / width
  const rise = (6 * t * (1 - t) * (b.output - a.output)) / width
  return rise + (1 - t) * (1 - 3 * t) * slopeA + t * (3 * t - 2) * slopeB
}

/** Inverse by bisection inside the table, where the curve is monotone, and by the end's straight line outside. */
function inverseOf(table: readonly TablePoint[], forward: (input: number) => number, slopes: readonly number[]) {
  const first = at(table, 0)
  const last = at(table, table.length - 1)
  const sense = Math.sign(last.output - first.output)
  return (output: number): number => {
    if ((output - first.output) * sense < 0) return straightBack(first, at(slopes, 0), output)
    if ((output - last.output) * sense > 0) return straightBack(last, at(slopes, slopes.length - 1), output)
    const isBeyond = (input: number) => (forward(input) - output) * sense >= 0
    return bisect({ low: first.input, high: last.input, isBeyond }).beyond
  }
}

function straightBack(end: TablePoint, slope: number, output: number): number {
  if (slope === 0)
    throw new Refusal('output', `${output} lies beyond a table that ends flat`, 'extend the table past this value')
  return end.input + (output - end.output) / slope
}

/** An element that the checks above promise to be there. */
function at<T>(list: readonly T[], index: number): T {
  const element = list[index]
  if (element === undefined) throw new Error(`no element ${index} in a list of ${list.length}`)
  return element
}
