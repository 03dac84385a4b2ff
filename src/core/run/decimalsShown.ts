import { computedDecimals, percentDecimals } from '../format/formatNumber'
import { outputScale } from '../signal/signal'
import { convertPressure, type PressureUnit, pressureUnitLabel } from '../units/pressureUnit'
import { judgingBasis, type RunBasis } from './judgeSteps'

/** How many decimals the columns of a run are shown with. */
export type DecimalsShown = {
  /** Targets, and inputs nobody has read yet: one step of the reference. */
  readonly target: number
  /** Outputs nobody has read yet. */
  readonly output: number
  /** Ideal output and error in output units: one digit more than the readings. */
  readonly computedOutput: number
  readonly percent: number
  readonly errorInput: number
}

type References = {
  readonly inputReference: { readonly resolution: number; readonly unit: string }
  readonly inputUnit: PressureUnit
}
const MOST = 6

/** Works out the decimals of a run's columns from the reference's resolution and the finest output typed so far. */
export function decimalsShown(world: RunBasis & References, outputs: readonly string[]): DecimalsShown {
  const { range } = judgingBasis(world)
  const { lrv, urv, signal, unit } = world.configuration
  const scale = outputScale(signal, { lrv, urv, unitLabel: pressureUnitLabel(unit) })
  const computedOutput = outputs.length > 0 ? Math.max(...outputs.map(computedDecimals)) : scale.decimals + 1
  const resolution = 10 ** -(computedOutput - 1)
  const spanInput = Math.abs(convertPressure(range.urv - range.lrv, unit, world.inputUnit))
  const inputStep = world.inputReference.unit === world.inputUnit ? world.inputReference.resolution : spanInput / 20_000
  return {
    target: decimalsOfStep(inputStep),
    output: scale.decimals,
    computedOutput,
    percent: percentDecimals(resolution, scale.upper - scale.lower),
    errorInput: decimalsOfStep(Math.abs(range.urv - range.lrv) / 20_000),
  }
}

/** Decimals that show one step: 0.001 needs three, 0.0005 four. */
const decimalsOfStep = (step: number) => Math.min(MOST, Math.max(0, Math.ceil(-Math.log10(step) - 1e-9)))
