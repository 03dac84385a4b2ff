import { BENCH_SET_UPS } from '../../src/bench/rig/benchSetUps'
import { rigOf } from '../../src/bench/rig/rigModel'
import type { InstrumentModel } from '../../src/bench/simulate/instrumentModel'

/** The instrument on the bench without a fault; faults are laid over it. */
export const BENCH_MODEL: InstrumentModel = BENCH_SET_UPS.bench.model

/** The bench that the stand-ins share. */
export const benchRig = (model: InstrumentModel = BENCH_MODEL) => rigOf(BENCH_SET_UPS.bench.facts, model)
