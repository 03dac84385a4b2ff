import type { InstrumentModel, ScrewModel } from './instrumentModel'
import type { InstrumentState } from './instrumentState'
import { followWithPlay } from './play'

/** Turns a screw, backlash included. */
export function turnScrew(
  model: InstrumentModel,
  state: InstrumentState,
  { screw, turns }: { screw: 'zero' | 'span'; turns: number },
): InstrumentState {
  const half = (model.screws?.backlashTurns ?? 0) / 2
  if (screw === 'zero') {
    const zeroTurns = state.zeroTurns + turns
    return { ...state, zeroTurns, zeroEngaged: followWithPlay(state.zeroEngaged, zeroTurns, half) }
  }
  const spanTurns = state.spanTurns + turns
  const led = followWithPlay(state.spanEngaged, spanTurns, half)
  return { ...state, spanTurns, spanEngaged: caught(led, state.spanEngaged, model.screws?.burr) }
}

/** On a burr the screw stays at the edge it came to. */
function caught(led: number, before: number, burr: ScrewModel['burr']): number {
  if (!burr || Math.abs(led - burr.atTurns) >= burr.halfTurns) return led
  return before <= burr.atTurns ? burr.atTurns - burr.halfTurns : burr.atTurns + burr.halfTurns
}

/** Error that the screws leave at a % of input. */
export function screwErrorPercent(
  screws: ScrewModel,
  { zeroEngaged, spanEngaged }: Pick<InstrumentState, 'zeroEngaged' | 'spanEngaged'>,
  inputPercent: number,
): number {
  const spanEffect = spanEngaged * screws.spanPercentPerTurn
  const zeroEffect = zeroEngaged * screws.zeroPercentPerTurn
  const atZero = screws.zeroErrorPercent + zeroEffect + screws.interaction * spanEffect
  const atFull = screws.fullErrorPercent + zeroEffect + spanEffect
  return atZero + ((atFull - atZero) * inputPercent) / 100
}
