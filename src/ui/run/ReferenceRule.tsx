import { READING_RULES } from '@/core/conformity/principle'
import { referenceOfPoint } from '@/core/run/referenceOfPoint'
import type { RunStep } from '@/schema/runView'
import type { World } from '@/schema/world'

/** How the reference of the point is read rightly, and what its reading still wants correcting for. */
export function ReferenceRule({ step, world }: { step: RunStep; world: World }) {
  const reference = referenceOfPoint(step.percent, world)
  const rule = READING_RULES[reference.principle]
  if (!rule) return null
  return (
    <p className="notice small">
      <strong>{reference.code}:</strong> {rule.rule}.
      {rule.corrections.length > 0 && ` Correct its reading for ${rule.corrections.join(', ')}, then enter it.`}
    </p>
  )
}
