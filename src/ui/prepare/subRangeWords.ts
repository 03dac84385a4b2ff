import { referencesOfPoints } from '@/core/conformity/serveByReferences'
import { orRefused } from '@/core/refusal'
import { pointName, testPointPercents } from '@/core/run/plan/pointScale'
import { inputAtPercent } from '@/core/transfer/linearTransfer'
import type { Configuration } from '@/schema/configuration'
import type { WorkingReference } from '@/schema/world'

/** Which of the chosen references serves which points, in words; or what is not covered. */
export function subRangeWords(
  configuration: Configuration,
  standards: readonly WorkingReference[],
): { isComplete: boolean; text: string } {
  const percents = testPointPercents(configuration)
  const references = standards.filter((standard) => standard.quantity === 'pressure')
  return orRefused(
    () => {
      const served = referencesOfPoints(
        percents.map((percent) => inputAtPercent(percent, configuration)),
        configuration.unit,
        references,
      )
      const each = references.flatMap(({ id, code }) => {
        const points = percents
          .filter((_, index) => served[index] === id)
          .map((percent) => pointName(percent, configuration))
        return points.length > 0 ? [`${code}: ${points.join(', ')}`] : []
      })
      return { isComplete: true, text: each.join(' · ') }
    },
    ({ line }) => ({ isComplete: false, text: line }),
  )
}
