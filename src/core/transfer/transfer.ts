import { Refusal } from '../refusal'
import { monotoneTable, straightTable, type TablePoint } from './monotoneTable'

/**
 * How an instrument turns % of input span into % of output span.
 * The cut-off of a root is given in % of output (flow), as flow people speak of it: 10 % of flow is 1 % of DP.
 */
export type Transfer =
  | { readonly kind: 'linear' }
  | { readonly kind: 'root-to-zero'; readonly cutOffPercent: number }
  | { readonly kind: 'root-with-line'; readonly cutOffPercent: number }
  /** Between the points a smooth curve, or straight lines where `between` says so. */
  | {
      readonly kind: 'table'
      readonly points: readonly TablePoint[]
      readonly between?: 'straight' | 'smooth' | undefined
    }

/** Output in proportion to input: what an instrument is unless the register says otherwise. */
export const LINEAR = { kind: 'linear' } as const satisfies Transfer

/** A transfer ready to use. Percentages of span in, percentages of span out. */
export type TransferCurve = {
  readonly forward: (inputPercent: number) => number
  readonly inverse: (outputPercent: number) => number
  /** Change of output per change of input, both in % of span, at an input. */
  readonly slope: (inputPercent: number) => number
}

/**
 * The curve of a transfer.
 *
 * Root: flow % = 10 · √(DP %), from the square-root law of differential-pressure flow meters (ISO 5167-1). Below the
 * cut-off the output either drops to 0 % or follows the straight line from 0 % to the root curve; practice knows both.
 * Below zero input, a root gives 0 % and its straight line goes on.
 *
 * @throws {Refusal} for a cut-off outside 0 to 50 %, or a table that is not monotone
 */
export function transferCurve(transfer: Transfer): TransferCurve {
  const made = MADE.get(transfer)
  if (made) return made
  const curve = newCurve(transfer)
  MADE.set(transfer, curve)
  return curve
}

/** Every reading asks for the curve of its transfer; one that is a table is not made anew for each. */
const MADE = new WeakMap<Transfer, TransferCurve>()

function newCurve(transfer: Transfer): TransferCurve {
  switch (transfer.kind) {
    case 'linear':
      return { forward: (input) => input, inverse: (output) => output, slope: () => 1 }
    case 'root-to-zero':
      return rootToZero(cutOff(transfer.cutOffPercent))
    case 'root-with-line':
      return rootWithLine(cutOff(transfer.cutOffPercent))
    case 'table':
      return transfer.between === 'straight' ? straightTable(transfer.points) : monotoneTable(transfer.points)
    default:
      return transfer satisfies never
  }
}

/** The same transfer without the drop of its low-flow cut-off; the straight line of the other school stays. */
export const withoutDrop = (transfer: Transfer): Transfer =>
  transfer.kind === 'root-to-zero' ? { kind: 'root-to-zero', cutOffPercent: 0 } : transfer

/** % of flow at a % of differential pressure; 0 below zero. */
export const rootPercent = (dpPercent: number): number => (dpPercent <= 0 ? 0 : 10 * Math.sqrt(dpPercent))

/** % of differential pressure at a % of flow; 0 below zero. */
export const squarePercent = (flowPercent: number): number => (flowPercent <= 0 ? 0 : (flowPercent / 10) ** 2)

function cutOff(percent: number): number {
  if (!(percent >= 0 && percent <= 50))
    throw new Refusal('cutOffPercent', `${percent} % of output is no low-flow cut-off`, 'enter 0 to 50 % of output')
  return percent
}

/** Binary arithmetic puts a value that lies just on an edge a hair to either side: an edge belongs to what is above it. */
const EDGE_SLACK = 1e-9

/** Whether a value lies below an edge, such as a low-flow cut-off; exactly on it, it does not. */
export const liesBelow = (value: number, edge: number): boolean => value < edge - Math.abs(edge) * EDGE_SLACK

function rootToZero(cutOffPercent: number): TransferCurve {
  const fromInput = squarePercent(cutOffPercent)
  return {
    forward: (input) => (liesBelow(input, fromInput) ? 0 : rootPercent(input)),
    inverse: (output) => {
      if (output < 0) throw beyondRoot(output)
      if (output > 0 && liesBelow(output, cutOffPercent))
        throw new Refusal('output', `${output} % lies below the cut-off of ${cutOffPercent} %`, 'no input gives it')
      return squarePercent(output)
    },
    slope: (input) => (liesBelow(input, fromInput) || input <= 0 ? 0 : rootSlope(input)),
  }
}

function rootWithLine(cutOffPercent: number): TransferCurve {
  const fromInput = squarePercent(cutOffPercent)
  const lineSlope = cutOffPercent === 0 ? null : cutOffPercent / fromInput
  return {
    forward: (input) => (liesBelow(input, fromInput) && lineSlope !== null ? lineSlope * input : rootPercent(input)),
    inverse: (output) => {
      if (output < 0 && lineSlope === null) throw beyondRoot(output)
      return liesBelow(output, cutOffPercent) && lineSlope !== null ? output / lineSlope : squarePercent(output)
    },
    slope: (input) => {
      if (liesBelow(input, fromInput) && lineSlope !== null) return lineSlope
      return input <= 0 ? 0 : rootSlope(input)
    },
  }
}

const rootSlope = (inputPercent: number) => 5 / Math.sqrt(inputPercent)
const beyondRoot = (output: number) =>
  new Refusal('output', `${output} % is below zero, and no root gives it`, 'enter an output of 0 % or more')
