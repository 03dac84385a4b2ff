import { formatReading } from '@/core/format/formatNumber'
import { ADJUSTMENT_KINDS } from '../core/adjust/adjustmentKind'
import type { RecordedAdjustment } from '../schema/recordedRun'

/** One act as a line: `zero screw: turned back a quarter; at 0.00 kPa 20.9 → 20.1 kPa`. */
export function adjustmentWords(done: RecordedAdjustment, units: { output: string; input: string }): string {
  const shown = (text: string | null) => (text === null ? '…' : formatReading(text))
  const at = done.applied === null ? '' : `at ${formatReading(done.applied)} ${units.input}`
  const hasOutputs = done.beforeOutput !== null || done.afterOutput !== null
  const change = hasOutputs ? `${shown(done.beforeOutput)} → ${shown(done.afterOutput)} ${units.output}` : ''
  const held = done.heldSeconds === undefined ? '' : `held ${done.heldSeconds} s`
  const figures = [at, change, held].filter(Boolean).join(' ')
  return `${ADJUSTMENT_KINDS[done.kind]}: ${[done.words, figures].filter(Boolean).join('; ')}`
}
