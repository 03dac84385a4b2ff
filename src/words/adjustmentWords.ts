import { formatReading } from '@/core/format/formatNumber'
import { judgingBasis } from '@/core/run/judge/judgeSteps'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { ADJUSTMENT_KINDS } from '../core/adjust/adjustmentKind'
import type { RecordedAdjustment } from '../schema/recordedRun'
import type { World } from '../schema/world'

/** Labels of the units an act is given in: PV stands in the unit of the range. */
export type ActUnits = { readonly output: string; readonly input: string; readonly range: string }

/** The units of the acts of a run. */
export const actUnits = (world: Pick<World, 'configuration' | 'inputUnit'>): ActUnits => ({
  output: judgingBasis(world).scale.unit,
  input: pressureUnitLabel(world.inputUnit),
  range: pressureUnitLabel(world.configuration.unit),
})

/** One act as a line: `zero screw: turned back a quarter; at 0.00 kPa 20.9 → 20.1 kPa`. */
export function adjustmentWords(done: RecordedAdjustment, units: ActUnits): string {
  if (done.isWithdrawn) return `never done: ${done.reason}`
  const at = done.applied === null ? '' : `at ${formatReading(done.applied)} ${units.input}`
  const held = done.heldSeconds === undefined ? '' : `held ${done.heldSeconds} s`
  const pv = changeWords(done.beforePv, done.afterPv)
  const output = changeWords(done.beforeOutput, done.afterOutput)
  const excitation =
    done.excitation && `${formatReading(done.excitation)} ${done.excitationUnit} by ${done.excitationMeter}`
  const figures = [excitation, at, pv && `PV ${pv} ${units.range}`, output && `${output} ${units.output}`, held]
  const said = [done.words, figures.filter(Boolean).join(' '), done.reason ?? '']
  return `${ADJUSTMENT_KINDS[done.kind]}: ${said.filter(Boolean).join('; ')}`
}

function changeWords(before: string | null | undefined, after: string | null | undefined): string {
  const shown = (text: string | null | undefined) => (text == null ? '…' : formatReading(text))
  return before == null && after == null ? '' : `${shown(before)} → ${shown(after)}`
}
