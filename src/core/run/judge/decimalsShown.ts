import { computedDecimals, decimalsOfStep, percentDecimals } from '../../format/formatNumber'
import { outputScale } from '../../signal/signal'
import { convertPressure, type PressureUnit, pressureUnitLabel } from '../../units/pressureUnit'
import { referenceOfPoint, type ServedPoints } from '../plan/referenceOfPoint'
import { errorBasis } from './errorBasis'
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

type Reference = { readonly id: string; readonly resolution: number; readonly unit: string }
type References = ServedPoints<Reference> & { readonly inputUnit: PressureUnit }
const MOST = 6

/** Works out the decimals of a run's columns from the reference's resolution and the finest output typed so far. */
export function decimalsShown(world: RunBasis & References, outputs: readonly string[]): DecimalsShown {
  const { range } = judgingBasis(world)
  const { lrv, urv, signal, unit } = world.configuration
  const scale = outputScale(signal, { lrv, urv, unitLabel: pressureUnitLabel(unit) })
  const computedOutput = outputs.length > 0 ? Math.max(...outputs.map(computedDecimals)) : scale.decimals + 1
  const resolution = 10 ** -(computedOutput - 1)
  return {
    target: targetDecimals(world.inputReference, world),
    output: scale.decimals,
    computedOutput,
    percent: errorBasis(world) === 'reading' ? 2 : percentDecimals(resolution, scale.upper - scale.lower),
    errorInput: shownDecimals(Math.abs(range.urv - range.lrv) / 20_000),
  }
}

/**
 * The decimals of one point. Over several decades each point has its own: those of the reference that serves it, and of
 * the reading taken there.
 */
export function stepDecimals(
  { percent }: { readonly percent: number },
  reading: { readonly output?: string },
  { world, decimals }: { readonly world: RunBasis & References; readonly decimals: DecimalsShown },
): DecimalsShown {
  const target = targetDecimals(referenceOfPoint(percent, world), world)
  if (errorBasis(world) === 'span') return { ...decimals, target }
  const computedOutput = reading.output === undefined ? target + 1 : computedDecimals(reading.output)
  return { target, output: target, computedOutput, percent: 2, errorInput: computedOutput }
}

function targetDecimals(reference: Reference, world: RunBasis & References): number {
  const { lrv, urv, unit } = world.configuration
  const spanInput = Math.abs(convertPressure(urv - lrv, unit, world.inputUnit))
  return shownDecimals(reference.unit === world.inputUnit ? reference.resolution : spanInput / 20_000)
}

const shownDecimals = (step: number) => Math.min(MOST, decimalsOfStep(step))
