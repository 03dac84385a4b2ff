import { errorBasis } from '../../src/core/run/judge/errorBasis'
import { judgingBasis, targetInput } from '../../src/core/run/judge/judgeSteps'
import { referenceOfPoint } from '../../src/core/run/plan/referenceOfPoint'
import { outputAtPercent } from '../../src/core/signal/signal'
import { percentOfInput } from '../../src/core/transfer/linearTransfer'
import { transferCurve } from '../../src/core/transfer/transfer'
import { convertPressure } from '../../src/core/units/pressureUnit'
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
  const { configuration } = world
  const { lrv, urv, unit } = configuration
  const scale = judgingBasis(world).scale
  const isOfReading = errorBasis(world) === 'reading'
  const target = targetInput(point.percent, world)
  const offTarget = (isOfReading ? 12 * target : Math.abs(urv - lrv)) * 0.0012 * aboutZero(random)
  const reference = referenceOfPoint(point.percent, world)
  const end = (value: number) => convertPressure(value, reference.unit, world.inputUnit)
  // A pump that vents stops at zero, and nothing is read over the reference's range.
  const within = Math.min(Math.max(target + offTarget, end(reference.rangeLow)), end(reference.rangeHigh))
  const applied = within.toFixed(decimals(reference.resolution))

  const percent = percentOfInput(Number(applied), { lrv, urv, unit })
  const bend = 4 * (percent / 100) * (1 - percent / 100)
  const loop = (behaviour.hysteresis / 2) * (point.direction === 'rising' ? -bend : bend)
  if (isOfReading) {
    // The drift of a gauge over decades is one of its reading.
    const reading = Number(applied) * (1 + (state.zeroError + state.spanError + 0.6 * aboutZero(random)) / 100)
    return { applied, output: String(Number(reading.toPrecision(3))) }
  }
  const error =
    state.zeroError + (state.spanError * percent) / 100 + behaviour.bow * bend + loop + 0.012 * aboutZero(random)
  const outputPercent = transferCurve(configuration.transfer).forward(percent + error)
  // A dial is read to a fifth of a division, a pneumatic signal on a test gauge, a current on the loop meter.
  const outputDecimals = configuration.signal === '20-100kPa' ? 2 : scale.decimals
  return { applied, output: outputAtPercent(outputPercent, scale).toFixed(outputDecimals) }
}

const decimals = (resolution: number) => Math.max(0, Math.round(-Math.log10(resolution) + 0.4))
