import type { FluidHazard } from '../../reference/fluidHazard'
import type { HookUp } from '../plan/hookUp'
import { type WorkStep, workStep } from './workStep'

/**
 * What each hazard of a fluid asks for: before the hose goes on, and before the instrument sees its process again. Common
 * practice, no source; the site's permit and procedures go before it.
 */
const FLUID_STEPS: Record<FluidHazard, { readonly before: readonly WorkStep[]; readonly back: readonly WorkStep[] }> = {
  steam: {
    before: [],
    back: [
      workStep(
        'refill-siphon',
        'Fill siphon or condensate line with water before the valve to the steam is opened',
        'live steam in a cell or a tube overheats it, and a line that is half full reads low',
      ),
    ],
  },
  hot: {
    before: [],
    back: [],
  },
  oxygen: {
    before: [
      workStep(
        'oxygen-clean',
        'Hose, adapters and reference cleaned for oxygen; no oil or grease on tools, gloves and hands',
        'a trace of oil is enough; what was used with oil once is not clean because it looks so',
      ),
    ],
    back: [
      workStep(
        'oxygen-seals',
        'New seals and tapes are those allowed for oxygen; every connection clean',
        'the valve is opened slowly: pressure that arrives at once heats the gas before a dead end',
      ),
    ],
  },
  chlorine: {
    before: [
      workStep(
        'chlorine-dry',
        'Line purged by the site’s procedure; hose and reference dry, free of oil and grease',
        'moist chlorine eats metal, and oil or grease can burn in it',
      ),
    ],
    back: [
      workStep(
        'chlorine-dried',
        'Body and line dried before the valve is opened',
        'moisture that stays in corrodes it from within',
      ),
    ],
  },
  flammable: {
    before: [],
    back: [],
  },
  toxic: {
    before: [],
    back: [],
  },
  corrosive: {
    before: [
      workStep(
        'rinsed-out',
        'Body and lines rinsed until nothing of it is left',
        'what is left runs into the hose and the pump, and onto whoever takes them off',
      ),
    ],
    back: [],
  },
  slurry: {
    before: [],
    back: [
      workStep(
        'flush-taps',
        'Taps and lines flushed free',
        'a plugged tap holds the pressure of yesterday, and looks like an instrument at rest',
      ),
    ],
  },
  food: {
    before: [],
    back: [
      workStep('rinsed', 'Rinsed, cleaned and looked at as the line asks', 'what stays in a body is in the product'),
    ],
  },
}

export const stepsBeforeHose = (hazards: readonly FluidHazard[]): WorkStep[] =>
  hazards.flatMap((hazard) => FLUID_STEPS[hazard].before)

/** A leg that is filled in a step of its own, and a seal, have no siphon. */
const FILLED_ELSEWHERE: readonly HookUp[] = ['wet-leg', 'remote-seal', 'vacuum-manifold']

export const stepsBeforeProcess = (hazards: readonly FluidHazard[], hookUp: HookUp): WorkStep[] =>
  hazards
    .flatMap((hazard) => FLUID_STEPS[hazard].back)
    .filter(({ id }) => id !== 'refill-siphon' || !FILLED_ELSEWHERE.includes(hookUp))
