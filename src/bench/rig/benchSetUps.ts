import { type InstrumentModel, perfectInstrument } from '../simulate/instrumentModel'
import type { RigFacts } from './rigModel'

const BAR_GAUGE: RigFacts = {
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
/** A differential transmitter in kPa; its pump is small against a body at the pressure of the air. */
const KPA_DIFFERENTIAL: RigFacts = {
  ...BAR_GAUGE,
  host: { gain: 1, offset: 0, step: 0.01 },
  piping: { hookUp: 'three-valve', pressureKind: 'differential' },
  unit: 'kPa',
  processPa: { high: 638_400, low: 620_400 },
  pump: { strokeM3: 2e-6, screwM3: 6e-6 },
  slewPaPerS: 6_000,
  overloadPa: 4e5,
  reference: { gain: 1, offset: 0, step: 0.001 },
}
const transmitter = (urv: number): InstrumentModel => ({
  ...perfectInstrument('digital', { lrv: 0, urv }),
  noisePercent: 0.004,
})

/** An analogue transmitter that came to the bench as it was: zero and span off, a screw that loses a little when it turns back. */
const SCREWS: InstrumentModel = {
  ...perfectInstrument('analogue', { lrv: 0, urv: 6 }),
  noisePercent: 0.01,
  screws: {
    ...{ zeroErrorPercent: 1.3, fullErrorPercent: -1.7, zeroPercentPerTurn: 3.6, spanPercentPerTurn: 4.4 },
    ...{ interaction: 0.35, backlashTurns: 0.04, burr: { atTurns: 0.6, halfTurns: 0.08 } },
  },
}

/** Instruments of the demo plant as they can be set up on the bench; their figures are our own. */
export const BENCH_SET_UPS = {
  bench: {
    title: 'Gauge transmitter on the bench, 0 … 6 bar',
    facts: { ...BAR_GAUGE, bottlePa: 1.2e7 },
    model: transmitter(6),
  },
  'two-valve': {
    title: 'Gauge transmitter behind block and vent, 3.9 bar of process',
    facts: {
      ...BAR_GAUGE,
      piping: { hookUp: 'two-valve', pressureKind: 'gauge' },
      processPa: { high: 488_400, low: 98_400 },
    },
    model: transmitter(6),
  },
  'three-valve': {
    title: 'Differential transmitter on a three-valve manifold, 0 … 36 kPa',
    facts: KPA_DIFFERENTIAL,
    model: transmitter(36),
  },
  'five-valve': {
    title: 'Differential transmitter on a five-valve manifold, 0 … 36 kPa',
    facts: { ...KPA_DIFFERENTIAL, piping: { hookUp: 'five-valve', pressureKind: 'differential' } },
    model: transmitter(36),
  },
  'wet-leg': {
    title: 'Level transmitter on a filled leg, 0 … 36 kPa',
    facts: {
      ...KPA_DIFFERENTIAL,
      piping: { hookUp: 'wet-leg', pressureKind: 'differential' },
      processPa: { high: 647_400, low: 620_400 },
      legPa: 9_000,
    },
    model: transmitter(36),
  },
  drum: {
    title: 'Drum level on a condensate pot, −7.4 … −1.4 kPa, 13 bar of steam',
    facts: {
      ...KPA_DIFFERENTIAL,
      piping: { hookUp: 'wet-leg', pressureKind: 'differential' },
      processPa: { high: 1_405_800, low: 1_402_800 },
      overloadPa: 1.6e5,
      legPa: 7_400,
      potSeconds: 240,
    },
    model: {
      ...perfectInstrument('digital', { lrv: -7.4, urv: -1.4 }),
      noisePercent: 0.01,
    },
  },
  vacuum: {
    title: 'Absolute transmitter on a vacuum manifold, 0 … 13 kPa',
    facts: {
      ...BAR_GAUGE,
      piping: { hookUp: 'vacuum-manifold', pressureKind: 'absolute' },
      unit: 'kPa',
      processPa: { high: 3_100, low: 3_100 },
      slewPaPerS: 4_000,
      overloadPa: 4e5,
      reference: { gain: 1, offset: 0, step: 0.0005 },
    },
    model: transmitter(13),
  },
  seal: {
    title: 'Level transmitter on remote seals, 0 … 24 kPa, its oil 6 kPa high',
    facts: {
      ...KPA_DIFFERENTIAL,
      piping: { hookUp: 'remote-seal', pressureKind: 'differential' },
      processPa: { high: 121_400, low: 112_400 },
      seal: { headPa: -6_000, paPerKelvin: 35, atKelvin: 294.4 },
    },
    model: transmitter(24),
  },
  lines: {
    title: 'Differential transmitter on long impulse lines, 0 … 36 kPa',
    facts: { ...KPA_DIFFERENTIAL, lineSeconds: 6 },
    model: transmitter(36),
  },
  'vacuum-gauge': {
    title: 'Heat-loss vacuum gauge on its manifold, 0 … 2.5 kPa',
    facts: {
      ...BAR_GAUGE,
      piping: { hookUp: 'vacuum-manifold', pressureKind: 'absolute' },
      unit: 'Pa',
      processPa: { high: 300, low: 300 },
      slewPaPerS: 1_500,
      overloadPa: 4e5,
      reference: { gain: 1, offset: 0, step: 0.1 },
    },
    model: {
      ...perfectInstrument('vacuum-gauge', { lrv: 0, urv: 2_500 }),
      noisePercent: 0.3,
      displayStep: 1,
      heatLoss: { assumed: 3_000, true: 2_850 },
    },
  },
  pneumatic: {
    title: 'Pneumatic differential transmitter, 0 … 24 kPa to 20 … 100 kPa',
    facts: {
      ...KPA_DIFFERENTIAL,
      piping: { hookUp: 'pneumatic', pressureKind: 'differential' },
      processPa: { high: 308_400, low: 297_400 },
      reference: { gain: 1, offset: 0, step: 0.005 },
      meter: { gain: 1, offset: 0, step: 0.01 },
    },
    model: { ...perfectInstrument('pneumatic', { lrv: 0, urv: 24 }), noisePercent: 0.02 },
  },
  screws: {
    title: 'Analogue transmitter with two screws on the bench, 0 … 6 bar',
    facts: BAR_GAUGE,
    model: SCREWS,
  },
} as const satisfies Record<string, { title: string; facts: RigFacts; model: InstrumentModel }>
export type BenchSetUp = keyof typeof BENCH_SET_UPS
export const BENCH_SET_UP_IDS = Object.keys(BENCH_SET_UPS) as BenchSetUp[] // keys of a const object
