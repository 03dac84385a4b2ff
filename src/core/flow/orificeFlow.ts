import { Refusal } from '../refusal'
import { bisect } from '../statistics/bisect'
import { diameterRatio, type Orifice, type OrificeFluid, pipeReynolds } from './orifice'
import { dischargeCoefficient, expansibility } from './orificeDischarge'
import { refuseFlowOutsideStandard, refuseFluidOutsideStandard, refusePlateOutsideStandard } from './orificeLimits'

/** Flow, differential pressure and plate that belong together, with what connects them. */
export type OrificeResult = {
  readonly massFlowKgPerS: number
  readonly volumeFlowM3PerS: number
  readonly dpPa: number
  readonly boreM: number
  readonly beta: number
  readonly reynolds: number
  readonly discharge: number
  readonly expansibility: number
}

/** Relative change at which the iterations stop. */
const SETTLED = 1e-13
const MOST_STEPS = 200

/**
 * Mass flow through an orifice plate: qm = C/√(1−β⁴)·ε·(π/4)·d²·√(2·Δp·ρ), with C at its own Reynolds number.
 *
 * Source: ISO 5167-2:2003, Eq. 1 and 5.3.2; iterated as ISO 5167-1, annex A describes.
 *
 * @throws {Refusal} outside the standard's limits, by name
 */
export function orificeFlow(orifice: Orifice, fluid: OrificeFluid, dpPa: number): OrificeResult {
  refusePlateOutsideStandard(orifice)
  refuseFluidOutsideStandard(fluid, dpPa)
  const result = flowUnchecked(orifice, fluid, dpPa)
  refuseFlowOutsideStandard(orifice, fluid, result.massFlowKgPerS)
  return result
}

/** The same without asking whether the standard's limits hold: what the searches walk through on their way. */
function flowUnchecked(orifice: Orifice, fluid: OrificeFluid, dpPa: number): OrificeResult {
  const beta = diameterRatio(orifice)
  const factor = expansibilityOf(orifice, fluid, dpPa)
  const flowPerDischarge =
    (factor * (Math.PI / 4) * orifice.boreM ** 2 * Math.sqrt(2 * dpPa * fluid.densityKgPerM3)) /
    Math.sqrt(1 - beta ** 4)
  let discharge = 0.6
  let reynolds = 0
  for (let step = 0; step < MOST_STEPS; step++) {
    reynolds = pipeReynolds(discharge * flowPerDischarge, orifice.pipeM, fluid.viscosityPaS)
    const next = dischargeCoefficient(orifice, reynolds)
    const isSettled = Math.abs(next - discharge) <= SETTLED * next
    discharge = next
    if (isSettled) break
  }
  const massFlowKgPerS = discharge * flowPerDischarge
  return {
    massFlowKgPerS,
    volumeFlowM3PerS: massFlowKgPerS / fluid.densityKgPerM3,
    dpPa,
    boreM: orifice.boreM,
    beta,
    reynolds: pipeReynolds(massFlowKgPerS, orifice.pipeM, fluid.viscosityPaS),
    discharge,
    expansibility: factor,
  }
}

function expansibilityOf(orifice: Orifice, { gas }: OrificeFluid, dpPa: number): number {
  if (!gas) return 1
  const { upstreamPa, isentropicExponent } = gas
  return expansibility(diameterRatio(orifice), { upstreamPa, downstreamPa: upstreamPa - dpPa, isentropicExponent })
}

/**
 * Differential pressure that drives a flow through a plate.
 *
 * @throws {Refusal} outside the standard's limits, or where even the largest permitted difference drives less
 */
export function orificeDifference(orifice: Orifice, fluid: OrificeFluid, massFlowKgPerS: number): OrificeResult {
  refusePlateOutsideStandard(orifice)
  refuseFluidOutsideStandard(fluid, 1e-6)
  refuseFlow(massFlowKgPerS)
  refuseFlowOutsideStandard(orifice, fluid, massFlowKgPerS)
  const most = fluid.gas ? fluid.gas.upstreamPa * 0.25 : 1e9
  if (flowUnchecked(orifice, fluid, most).massFlowKgPerS < massFlowKgPerS)
    throw new Refusal('flow', 'no permitted differential pressure drives that flow', 'choose a larger bore')
  const { before: dpPa } = bisect({
    low: most * 1e-15,
    high: most,
    isBeyond: (dp) => flowUnchecked(orifice, fluid, dp).massFlowKgPerS > massFlowKgPerS,
    scale: 'ratio',
  })
  return orificeFlow(orifice, fluid, dpPa)
}

/**
 * Bore that lets a flow through at a differential pressure.
 *
 * @throws {Refusal} outside the standard's limits, or where no bore between β = 0.10 and 0.75 does it
 */
export function orificeBore(
  pipe: Omit<Orifice, 'boreM'>,
  fluid: OrificeFluid,
  wanted: { readonly massFlowKgPerS: number; readonly dpPa: number },
): OrificeResult {
  const withBore = (boreM: number): Orifice => ({ ...pipe, boreM })
  const flowWith = (boreM: number) => flowUnchecked(withBore(boreM), fluid, wanted.dpPa).massFlowKgPerS
  const smallest = Math.max(0.1 * pipe.pipeM, 0.0125)
  refusePlateOutsideStandard(withBore(smallest))
  refuseFluidOutsideStandard(fluid, wanted.dpPa)
  refuseFlow(wanted.massFlowKgPerS)
  if (flowWith(smallest) > wanted.massFlowKgPerS || flowWith(0.75 * pipe.pipeM) < wanted.massFlowKgPerS)
    throw new Refusal(
      'dp',
      'no bore between β = 0.10 and 0.75 (d ≥ 12.5 mm) fits this flow and differential pressure (ISO 5167-2, 5.3.1)',
      flowWith(smallest) > wanted.massFlowKgPerS
        ? 'choose a smaller differential pressure or a smaller pipe'
        : 'choose a larger differential pressure or a larger pipe',
    )
  const { before: boreM } = bisect({
    low: smallest,
    high: 0.75 * pipe.pipeM,
    isBeyond: (bore) => flowWith(bore) > wanted.massFlowKgPerS,
    scale: 'ratio',
  })
  return orificeFlow(withBore(boreM), fluid, wanted.dpPa)
}

function refuseFlow(massFlowKgPerS: number): void {
  if (!(massFlowKgPerS > 0)) throw new Refusal('flow', 'is not above zero', 'enter one above zero')
}
