import { type InstrumentModel, perfectInstrument } from '../../src/bench/simulate/instrumentModel'
import { AT_REST, type InstrumentState, STILL } from '../../src/bench/simulate/instrumentState'
import { screwErrorPercent, turnScrew } from '../../src/bench/simulate/screws'
import { readInstrument } from '../../src/bench/simulate/simulatedInstrument'
import type { ScrewMove } from '../../src/core/adjust/screwNotices'
import { adviseScrews } from '../../src/core/adjust/twoScrews'
import { randomStream } from '../../src/core/statistics/randomStream'

/** How somebody sets two screws: each end to nothing in turn, or each to the advised aim. */
export type ScrewMethod = 'alternate' | 'advised'

const LIMIT = 0.5 // % of span, invented for the trial
const NOISE = LIMIT / 10
const MOST_PASSES = 20

/** Passes (zero, then span) until both ends are truly within the limit, on one simulated instrument. */
export function passesNeeded(method: ScrewMethod, seed: number): number {
  const stream = randomStream(seed)
  const between = (low: number, high: number) => low + (high - low) * stream.uniform()
  const base = perfectInstrument(stream.uniform() < 0.5 ? 'pneumatic' : 'analogue', { lrv: 0, urv: 100 })
  const screws = {
    zeroErrorPercent: between(-6, 6),
    fullErrorPercent: between(-6, 6),
    zeroPercentPerTurn: between(2, 6),
    spanPercentPerTurn: between(2, 6),
    interaction: between(0.1, 0.6),
    backlashTurns: between(0, 0.2),
  }
  // No stops of the current in the way: a technician reads beyond them on the meter as far as the instrument goes.
  const model: InstrumentModel = { ...base, output: null, noisePercent: NOISE, screws }
  let state: InstrumentState = AT_REST
  const read = (percent: number) => {
    const next = readInstrument(model, state, { stimulus: { ...STILL, pressure: percent }, stream })
    state = next.state
    return next.reading.outputPercent - percent
  }
  const isHome = () =>
    Math.max(...[0, 100].map((percent) => Math.abs(screwErrorPercent(screws, state, percent)))) <= LIMIT
  const asFound = { zeroError: read(0), fullError: read(100), limit: LIMIT, noise: NOISE }
  const moves: ScrewMove[] = []
  /** Turns by feel until the meter shows the aim: an eye and a hand, a tenth off at each touch. */
  const set = (screw: 'zero' | 'span', aim: number) => {
    const percent = screw === 'zero' ? 0 : 100
    const errorBefore = read(percent)
    let shown = errorBefore
    for (let touch = 0; touch < 6 && Math.abs(shown - aim) > 2 * NOISE; touch++) {
      const perTurn = screw === 'zero' ? screws.zeroPercentPerTurn : screws.spanPercentPerTurn
      state = turnScrew(model, state, { screw, turns: ((aim - shown) / perTurn) * (1 + 0.1 * stream.normal()) })
      shown = read(percent)
    }
    moves.push({ screw, errorBefore, errorAfter: shown, turns: null })
  }
  for (let pass = 0; pass < MOST_PASSES; pass++) {
    if (isHome()) return pass
    const aim =
      method === 'advised' ? adviseScrews({ ...asFound, moves, zeroReadNow: read(0), fullReadNow: null }).aimPercent : 0
    set('zero', aim)
    set('span', 0)
  }
  return MOST_PASSES
}
