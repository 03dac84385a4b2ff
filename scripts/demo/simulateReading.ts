import { targetInput } from '../../src/core/run/judgeSteps'
import { outputAtPercent, outputScale } from '../../src/core/signal/signal'
import { percentOfInput } from '../../src/core/transfer/linearTransfer'
import { pressureUnitLabel } from '../../src/core/units/pressureUnit'
import type { World } from '../../src/schema/world'
import type { Behaviour } from './instruments'
import { aboutZero } from './random'

/** The instrument's present state: how far zero and span are off, in % of span. */
export type State = { readonly zeroError: number; readonly spanError: number }
type Point = { readonly percent: number; readonly direction: 'rising' | 'falling' }

/** What a technician would write down at one point: the input applied, a little off the target, and the output. */
export function simulateReading(
  point: Point,
  world: World,
  { state, behaviour, random }: { state: State; behaviour: Behaviour; random: () => number },
): { applied: string; output: string } {
  const { lrv, urv, unit, signal } = world.configuration
  const scale = outputScale(signal, { lrv, urv, unitLabel: pressureUnitLabel(unit) })
  const inputDecimals = decimals(world.inputReference.resolution)
  const offTarget = Math.abs(urv - lrv) * 0.0012 * aboutZero(random)
  const applied = (targetInput(point.percent, world) + offTarget).toFixed(inputDecimals)

  const percent = percentOfInput(Number(applied), { lrv, urv, unit })
  const bend = 4 * (percent / 100) * (1 - percent / 100)
  const loop = (behaviour.hysteresis / 2) * (point.direction === 'rising' ? -bend : bend)
  const error =
    state.zeroError + (state.spanError * percent) / 100 + behaviour.bow * bend + loop + 0.012 * aboutZero(random)
  // A dial is read to a fifth of a division, a pneumatic signal on a test gauge, a current on the loop meter.
  const outputDecimals = signal === '20-100kPa' ? 2 : scale.decimals
  return { applied, output: outputAtPercent(percent + error, scale).toFixed(outputDecimals) }
}

const decimals = (resolution: number) => Math.max(0, Math.round(-Math.log10(resolution) + 0.4))
