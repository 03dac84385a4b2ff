import { type OutputScale, percentOfOutput, type Signal } from '../signal/signal'
import { isTwoWireLoop, signalKind } from '../signal/signalKind'
import type { DiagnosisContext } from './diagnosisReading'

/** A zero that lies this far above nothing is a live one, % of output span: 20 kPa of 20–100 kPa are 25 %. Ours, no source. */
const LIVE_ZERO = 5

/** What of its diagnosis follows from the signal alone. */
export function signalFacts(
  signal: Signal,
  scale: OutputScale,
): Pick<DiagnosisContext, 'isCurrentLoop' | 'deadPercent' | 'isRangeable'> {
  const { carrier } = signalKind(signal)
  const isShown = carrier === 'dial or digits' || carrier === 'bus'
  const nothing = percentOfOutput(0, scale)
  return {
    isCurrentLoop: isTwoWireLoop(signal),
    deadPercent: !isShown && nothing < -LIVE_ZERO ? nothing : null,
    isRangeable: !isShown,
  }
}
