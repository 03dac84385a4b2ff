import { columnCorrection } from '@/core/conformity/columnCorrection'
import { READING_RULES } from '@/core/conformity/principle'
import { formatFixed, formatPlain } from '@/core/format/formatNumber'
import { pistonOfPoint } from '@/core/run/judge/pistonOfPoint'
import { referenceOfPoint } from '@/core/run/plan/referenceOfPoint'
import type { RunStep } from '@/schema/recordedRun'
import type { WorkingPressureReference, World } from '@/schema/world'
import { Notice } from '../../../kit/parts/Notice'

/** How the reference of the point is read rightly, and what its reading still wants correcting for. */
export function ReferenceRule({ step, world }: { step: RunStep; world: World }) {
  const reference = referenceOfPoint(step.percent, world)
  const rule = READING_RULES[reference.principle]
  if (!rule) return null
  return (
    <Notice isSmall>
      <strong>{reference.code}:</strong> {rule.rule}.{correctionWords(reference, step, world)}
    </Notice>
  )
}

/** What is worked out for it, or what its reading is to be corrected for by hand. */
function correctionWords(reference: WorkingPressureReference, { percent }: RunStep, world: World): string {
  const { piston, column, principle } = reference
  if (piston && !pistonOfPoint(percent, world))
    return ' The piston alone is heavier than this point: take it off and vent, then enter what is applied.'
  if (piston)
    return ` Enter the masses on the piston, without it: gravity, air, temperature and distortion are worked out at ${formatPlain(piston.celsius)} °C.`
  if (column?.isApplied)
    return ` Enter what it shows: × ${formatFixed(column.factor, 5)} for gravity${column.celsius === null ? '; its temperature was not noted' : ` and its liquid at ${formatPlain(column.celsius)} °C`}.`
  const { corrections } = READING_RULES[principle] ?? { corrections: [] }
  if (corrections.length === 0) return ''
  const byHand = ` Correct its reading for ${corrections.join(', ')}, then enter it.`
  return principle === 'liquid-column' ? `${byHand} ${temperatureWords(reference, world)}` : byHand
}

/** The correction for temperature, worked out where the ambient was noted. */
function temperatureWords({ unit }: WorkingPressureReference, { environment: { ambientCelsius } }: World): string {
  const correction = ambientCelsius === null ? null : columnCorrection(unit, Number(ambientCelsius))
  if (!correction) return 'Note the ambient in Prepare, and the correction for temperature stands here.'
  const { factor, celsius, scaleFor } = correction
  const percent = Math.abs(factor - 1) * 100
  return `For water at ${formatPlain(celsius)} °C on a scale made for ${scaleFor}: × ${formatFixed(factor, 5)} (reads ${formatFixed(percent, 3)} % ${factor < 1 ? 'high' : 'low'}).`
}
