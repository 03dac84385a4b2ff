import { pointName } from '@/core/run/plan/pointScale'
import type { LinkedField, ReadingTaking, RunRound } from '@/schema/recordedRun'
import type { World } from '@/schema/world'

const SETTLED = {
  time: 'once it was held so long',
  window: 'once it stayed within its window',
  statistical: 'once its slope was lost in its noise',
  person: 'as it stood, on a person’s word',
} as const satisfies Record<Extract<ReadingTaking, { way: 'automatic' }>['settledBy'], string>
const FIELDS: Record<LinkedField, string> = { applied: 'applied', output: 'output', pv: 'PV', ao: 'AO' }

/**
 * How the readings of a round that hold were taken, where devices gave them: a line a way, each with its points. Empty where
 * every reading was typed.
 */
export function takingWords(
  { steps }: Pick<RunRound, 'steps'>,
  { configuration }: Pick<World, 'configuration'>,
): string[] {
  const points = new Map<string, string[]>()
  for (const { percent, direction, readings } of steps) {
    const taking = readings.at(-1)?.taking
    if (!taking) continue
    const way = wayWords(taking)
    points.set(way, [...(points.get(way) ?? []), `${pointName(percent, configuration)} ${direction}`])
  }
  const whole = steps.filter(({ readings }) => readings.length > 0).length
  return [...points].map(([way, at]) => (at.length === whole ? `${way}: every point` : `${way}: ${at.join(', ')}`))
}

function wayWords(taking: ReadingTaking): string {
  switch (taking.way) {
    case 'linked':
      return `As its devices showed it (${taking.fields.map((field) => FIELDS[field]).join(', ')})`
    case 'automatic':
      return `Mean of ${taking.readings} ${taking.readings === 1 ? 'reading' : 'readings'} by its devices, ${SETTLED[taking.settledBy]}`
    default:
      return taking satisfies never
  }
}
