import { Refusal } from '../refusal'
import { rootPercent, squarePercent } from '../transfer/transfer'

/** A flow meter by differential pressure, given by one pair that belongs together; units are the caller's. */
export type FlowPair = { readonly dp: number; readonly flow: number }

/**
 * Flow at a differential pressure from one known pair: q = q₁·√(Δp/Δp₁).
 *
 * Source: square-root law of differential-pressure flow meters, ISO 5167-1.
 *
 * @throws {Refusal} for a pair that is not above zero
 */
export function flowAtDifference(dp: number, pair: FlowPair): number {
  refusePair(pair)
  return dp <= 0 ? 0 : pair.flow * Math.sqrt(dp / pair.dp)
}

/** Differential pressure at a flow: {@link flowAtDifference} turned round. */
export function differenceAtFlow(flow: number, pair: FlowPair): number {
  refusePair(pair)
  return flow <= 0 ? 0 : pair.dp * (flow / pair.flow) ** 2
}

function refusePair({ dp, flow }: FlowPair): void {
  if (!(dp > 0)) throw new Refusal('dp', `${dp} is no differential pressure at a flow`, 'enter one above zero')
  if (!(flow > 0)) throw new Refusal('flow', `${flow} is no flow at a differential pressure`, 'enter one above zero')
}

/**
 * The flow that a shift of zero shows where nothing flows, % of full flow: 10·√(shift %). A shift downwards shows nothing.
 *
 * @param shiftPercent shift of the differential pressure, % of its span
 */
export const flowOfZeroShiftPercent = (shiftPercent: number): number => rootPercent(shiftPercent)

/**
 * How much larger an error of differential pressure (% of span) becomes in flow (% of full flow): 5/√x = 50/flow %.
 *
 * Source: derivative of the square-root law.
 *
 * @throws {Refusal} at no flow, where it has no end
 */
export function errorAmplification(flowPercent: number): number {
  if (!(flowPercent > 0))
    throw new Refusal('flowPercent', `${flowPercent} % of flow: there the root is vertical`, 'enter a flow above zero')
  return 50 / flowPercent
}

/** The error a flow has from an error of differential pressure, % of the flow itself, both ways. */
export type FlowError = { readonly highPercentOfFlow: number; readonly lowPercentOfFlow: number }

/**
 * Error of a flow from an error of its differential pressure, exactly (not by the derivative).
 *
 * @param flowPercent true flow, % of full flow
 * @param dpErrorPercent size of the error of differential pressure, % of span
 */
export function flowErrorAt(flowPercent: number, dpErrorPercent: number): FlowError {
  if (!(flowPercent > 0))
    throw new Refusal('flowPercent', `${flowPercent} % of flow: there the root is vertical`, 'enter a flow above zero')
  const dp = squarePercent(flowPercent)
  const of = (error: number) => (rootPercent(dp + error) / flowPercent - 1) * 100
  return { highPercentOfFlow: of(Math.abs(dpErrorPercent)), lowPercentOfFlow: of(-Math.abs(dpErrorPercent)) }
}
