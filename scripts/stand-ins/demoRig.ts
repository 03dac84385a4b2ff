import { type RigFacts, rigOf } from '../../src/core/rig/rigModel'
import { type InstrumentModel, perfectInstrument } from '../../src/core/simulate/instrumentModel'

/** A gauge transmitter on the bench of the demo plant, 0 … 6 bar, with a source of its own; faults are laid over its model. */
export const BENCH_FACTS: RigFacts = {
  piping: { hookUp: 'bench', pressureKind: 'gauge' },
  unit: 'bar',
  kelvin: 294.4,
  airPa: 98_400,
  processPa: { high: 98_400, low: 98_400 },
  volumesM3: { hose: 3.6e-5, 'cell-high': 8e-6, 'cell-low': 8e-6, middle: 1e-6 },
  coolingSeconds: 5,
  leaksM3PerS: {},
  pump: { strokeM3: 1.8e-5, screwM3: 1.4e-5 },
  slewPaPerS: 60_000,
  overloadPa: 3e6,
  legPa: 0,
  reference: { gain: 1, offset: 0, step: 0.0001 },
  meter: { gain: 1, offset: 0, step: 0.0001 },
}

/** The instrument of that bench without a fault. */
export const BENCH_MODEL: InstrumentModel = {
  ...perfectInstrument('digital', { lrv: 0, urv: 6 }),
  noisePercent: 0.004,
}

export const benchRig = (model: InstrumentModel = BENCH_MODEL) => rigOf(BENCH_FACTS, model)
