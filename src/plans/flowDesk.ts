import { type CutOffAdvice, cutOffAdvice } from '@/core/flow/cutOffAdvice'
import { orificeDifference } from '@/core/flow/orificeFlow'
import { differenceAtFlow, errorAmplification, flowErrorAt, flowOfZeroShiftPercent } from '@/core/flow/rootOfDifference'
import { followRoot, type RootPlaces, type RootPlaceView } from '@/core/flow/rootPlace'
import { orRefused } from '@/core/refusal'
import { outputAtPercent, outputScale, type Signal } from '@/core/signal/signal'
import { type Transfer, transferCurve } from '@/core/transfer/transfer'
import { convertPressure, pressureUnitLabel } from '@/core/units/pressureUnit'
import { convertQuantity } from '@/core/units/quantity'
import { type WorkingStep, worked } from '@/core/workings/workings'
import { orificeFluid } from '../calc/orificeFluid'
import type { FlowSetUp } from '../schema/flowDesk'

/** One point of the curve. */
export type FlowPoint = {
  readonly flowPercent: number
  readonly flow: number
  readonly dp: number
  readonly output: number
  readonly amplification: number
  /** What the error of differential pressure makes of the flow, % of the flow itself. */
  readonly highPercentOfFlow: number
}

/** What a flow set-up comes to. */
export type FlowDeskAnswer = {
  /** Differential pressure at 100 % flow: the URV, in the unit chosen. */
  readonly dpFull: number
  readonly unitLabel: string
  /** What the instrument's output is read in. */
  readonly output: { readonly unit: string; readonly decimals: number }
  readonly fullFlow: number
  readonly flowUnit: string
  readonly points: readonly FlowPoint[]
  readonly cutOff: CutOffAdvice | { readonly refused: string }
  /** Flow shown where nothing flows, % of full flow. */
  readonly zeroShiftPercent: number
  readonly places: RootPlaces
  readonly hasPanelMeter: boolean
  /** Whether the root is taken exactly once on every way there is. */
  readonly isRootTakenOnce: boolean
  /** The three displays at a quarter of the differential pressure, where the flow is half. */
  readonly atQuarter: RootPlaceView
  readonly transfer: Exclude<Transfer, { kind: 'table' }>
  readonly workings: readonly WorkingStep[]
}

const FLOWS_PERCENT = [5, 10, 15, 20, 30, 40, 50, 60, 70, 80, 90, 100]

/**
 * Works a flow set-up out: the same on the desk, in the print and when it is exported.
 *
 * @param signal what the instrument sends; a bare set-up is reckoned in the usual one
 * @throws {Refusal} outside the limits of the orifice standard, or for a unit the plate does not have
 */
export function flowDesk(setUp: FlowSetUp, signal: Signal = '4-20mA'): FlowDeskAnswer {
  const { dpFull, workings } = fullDifference(setUp)
  const unitLabel = pressureUnitLabel(setUp.unit)
  const scale = outputScale(signal, { lrv: 0, urv: dpFull, unitLabel })
  const { fullFlow, zeroShift, dpErrorPercent, allowedPercentOfFlow } = setUp
  const transfer = transferOf(setUp)
  const curve = transferCurve(transfer)
  const places = {
    transmitter: setUp.root === 'transmitter',
    host: setUp.root === 'host',
    panelMeter: setUp.panelMeter === 'takes a root',
  }
  const hasPanelMeter = setUp.panelMeter !== 'none'
  const atQuarter = followRoot(25, places)
  return {
    dpFull,
    unitLabel,
    output: { unit: scale.unit, decimals: scale.decimals },
    fullFlow,
    flowUnit: setUp.meter.flowUnit,
    points: FLOWS_PERCENT.map((flowPercent) => {
      const dp = differenceAtFlow(flowPercent, { dp: dpFull, flow: 100 })
      return {
        flowPercent,
        flow: (flowPercent / 100) * fullFlow,
        dp,
        output: outputAtPercent(curve.forward((dp / dpFull) * 100), scale),
        amplification: errorAmplification(flowPercent),
        highPercentOfFlow: flowErrorAt(flowPercent, dpErrorPercent).highPercentOfFlow,
      }
    }),
    cutOff: adviceOrReason(dpErrorPercent, allowedPercentOfFlow),
    zeroShiftPercent: flowOfZeroShiftPercent((zeroShift / dpFull) * 100),
    places,
    hasPanelMeter,
    isRootTakenOnce: atQuarter.rootsInHost === 1 && (!hasPanelMeter || atQuarter.rootsInPanel === 1),
    atQuarter,
    transfer,
    workings,
  }
}

function adviceOrReason(dpErrorPercent: number, allowedPercentOfFlow: number): FlowDeskAnswer['cutOff'] {
  return orRefused(
    () => cutOffAdvice(dpErrorPercent, allowedPercentOfFlow),
    ({ line }) => ({ refused: line }),
  )
}

/** With the root in the host the transmitter is a straight line, or it would be taken twice. */
function transferOf({ root, cutOffPercent, belowCutOff }: FlowSetUp): FlowDeskAnswer['transfer'] {
  if (root === 'host') return { kind: 'linear' }
  return belowCutOff === 'drop to zero'
    ? { kind: 'root-to-zero', cutOffPercent }
    : { kind: 'root-with-line', cutOffPercent }
}

function fullDifference({ meter, fullFlow, unit }: FlowSetUp): { dpFull: number; workings: WorkingStep[] } {
  const label = pressureUnitLabel(unit)
  if (meter.kind === 'given pair') {
    const dpFull = differenceAtFlow(fullFlow, meter)
    return {
      dpFull,
      workings: [
        {
          finds: 'differential pressure at 100 % flow',
          formula: 'Δp₁₀₀ = Δp · (q₁₀₀ / q)²',
          from: [
            worked('Δp', meter.dp, label),
            worked('q₁₀₀', fullFlow, meter.flowUnit),
            worked('q', meter.flow, meter.flowUnit),
          ],
          result: worked('Δp₁₀₀', dpFull, label),
          source: 'square-root law of differential-pressure flow meters, ISO 5167-1',
        },
      ],
    }
  }
  const plate = { taps: meter.taps, pipeM: meter.pipe / 1000, boreM: meter.bore / 1000 }
  const massFlow = convertQuantity(fullFlow, 'massFlow', { from: meter.flowUnit, to: 'kg/s' })
  const found = orificeDifference(plate, orificeFluid(meter), massFlow)
  const dpFull = convertPressure(found.dpPa, 'Pa', unit)
  return {
    dpFull,
    workings: [
      {
        finds: 'discharge coefficient at 100 % flow',
        formula: 'C by Reader-Harris/Gallagher at β and Re',
        from: [worked('β', found.beta, ''), worked('Re', found.reynolds, '')],
        result: worked('C', found.discharge, ''),
        source: 'ISO 5167-2:2003, 5.3.2.1',
      },
      {
        finds: 'differential pressure at 100 % flow',
        formula: 'qm = C / √(1 − β⁴) · ε · π/4 · d² · √(2 · Δp · ρ), solved for Δp',
        from: [
          worked('qm', found.massFlowKgPerS, 'kg/s'),
          worked('ε', found.expansibility, ''),
          worked('d', plate.boreM, 'm'),
          worked('ρ', meter.density, 'kg/m³'),
        ],
        result: worked('Δp', dpFull, label),
        source: 'ISO 5167-2:2003, Eq. 1',
      },
    ],
  }
}
